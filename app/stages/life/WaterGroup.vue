<script setup lang="ts">
import { computed } from 'vue';
import QuantityField from '../../parts/QuantityField.vue';
import DocumentField from '../../parts/DocumentField.vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import ShownNumber from '../../parts/ShownNumber.vue';
import { readField } from '../../../core/log';
import { programmes, type ReadingId } from '../../../core/system';
import { useLog } from '../../stores/log';
import { useSystem } from '../../stores/system';
import PlainChoice from '../../parts/PlainChoice.vue';
import OwnFields from './OwnFields.vue';
import { isOwn, ownEntry } from './ownEntry';

/** The water that a system begins with, nitrogen as N; and the nutrient solution where there is one. */
const system = useSystem();
const log = useLog();
const doc = computed(() => system.document!);
const ids = computed<readonly ReadingId[]>(() =>
  hasFish.value
    ? ['ph', 'alkalinity', 'tan', 'nitrite', 'nitrate', 'chloride']
    : ['ph', 'alkalinity', 'conductivity'],
);
/** A running system has a log: its water is what was read, not what it began with. */
const running = computed(() => log.entries.length > 0);
function known(id: ReadingId): number | null {
  const x = log.tended?.known[id];
  return x && x.from !== 'plausible' && x.fresh ? x.best : null;
}
const enter = (id: ReadingId, v: number) =>
  log.note({ kind: 'reading', [id]: readField(id).banded ? [v, v] : v });
const hasFish = computed(() => doc.value.fish.length > 0);
const rows = computed(() => [
  ...programmes(doc.value).map((p) => ({ id: p.id, name: p.name })),
  { id: 'none', name: 'None' },
]);
function choose(id: string) {
  const to = id === 'none' ? null : { programme: id, strength: doc.value.solution?.strength ?? 1 };
  system.commit([{ at: 'solution', to }], 'Nutrient programme');
}
/** An own programme, begun as a copy of the chosen one: its amounts are then those of the label at hand. */
function makeOwn() {
  const row = programmes(doc.value).find((p) => p.id === doc.value.solution?.programme);
  if (!row) return;
  const own = ownEntry(doc.value, 'programmes', row);
  system.commit([...own.edits, { at: 'solution.programme', to: own.id }], 'Own label');
}
</script>

<template>
  <PanelGroup :title="running ? 'The water now' : 'Starting water'">
    <div class="numbers">
      <ShownNumber of="un-ionised" />
      <ShownNumber of="free-co2" />
    </div>
    <p v-if="log.entries.length" class="quiet">Readings in the log replace these values.</p>
    <div class="fields">
      <template v-for="id in ids" :key="id">
        <QuantityField
          v-if="running"
          :model-value="known(id)"
          :kind="readField(id).kind"
          :label="readField(id).label"
          :min="readField(id).min"
          :max="readField(id).max"
          :step="readField(id).step"
          @commit="(v) => v !== null && enter(id, v)"
        />
        <DocumentField v-else :at="`water.${id}`" clearable placeholder="not measured" />
      </template>
      <PlainChoice
        v-if="!hasFish"
        class="wide"
        :model-value="doc.solution?.programme ?? 'none'"
        :items="rows"
        label="Nutrient programme"
        @update:model-value="choose"
      />
      <DocumentField v-if="doc.solution" at="solution.strength" />
    </div>
    <template v-if="doc.solution">
      <OwnFields
        v-if="isOwn(doc, 'programmes', doc.solution.programme)"
        :id="doc.solution.programme"
        group="programmes"
      />
      <v-btn v-else size="small" @click="makeOwn()">Enter my own label</v-btn>
    </template>
    <p v-if="hasFish" class="quiet note">
      Values are nitrogen (N). If your kit shows ions or bands of colour, use the calculator “Is
      this ammonia safe” or the readings of the season.
    </p>
  </PanelGroup>
</template>

<style scoped>
.note {
  font-size: var(--type-small);
  padding-top: 8px;
}
</style>

<script setup lang="ts">
import { computed } from 'vue';
import DocumentField from '../../parts/DocumentField.vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import ShownNumber from '../../parts/ShownNumber.vue';
import { programmes } from '../../../core/system';
import { useSystem } from '../../stores/system';
import PlainChoice from '../../parts/PlainChoice.vue';
import OwnFields from './OwnFields.vue';
import { isOwn, ownEntry } from './ownEntry';

/** The water as it was last read, nitrogen as N; and the nutrient solution where there is one. */
const system = useSystem();
const doc = computed(() => system.document!);
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
  <PanelGroup title="The water, last read">
    <div class="numbers">
      <ShownNumber of="un-ionised" />
      <ShownNumber of="free-co2" />
    </div>
    <div class="fields">
      <DocumentField at="water.ph" clearable placeholder="not read" />
      <DocumentField at="water.alkalinity" clearable placeholder="not read" />
      <template v-if="hasFish">
        <DocumentField at="water.tan" clearable placeholder="not read" />
        <DocumentField at="water.nitrite" clearable placeholder="not read" />
        <DocumentField at="water.nitrate" clearable placeholder="not read" />
        <DocumentField at="water.chloride" clearable placeholder="not read" />
      </template>
      <DocumentField v-else at="water.conductivity" clearable placeholder="not read" />
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
      Nitrogen as N. A kit that reads ions or bands of colour: the sum “Is this ammonia safe” and
      the readings of the season take both.
    </p>
  </PanelGroup>
</template>

<style scoped>
.note {
  font-size: var(--type-small);
  padding-top: 8px;
}
</style>

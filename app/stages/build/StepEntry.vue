<script setup lang="ts">
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import {
  entryEdits,
  entryValue,
  verdictOf,
  type StepCheck,
  type BuildStep,
} from '../../../core/construction';
import { format, tell } from '../../../core/quantity';
import QuantityField from '../../parts/QuantityField.vue';
import { limitsInWords } from './limits';
import { useBuildBench } from './benchStore';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';

/** One thing that is looked at or measured: entered with one thumb, and what it means where it does not pass. */
const props = defineProps<{ step: BuildStep; entry: StepCheck }>();
const system = useSystem();
const settings = useSettings();
const bench = useBuildBench();
const router = useRouter();
const label = computed(() => tell(props.entry.label, settings.units));
const value = computed(() => entryValue(system.document!, props.step.id, props.entry));
const verdict = computed(() => verdictOf(props.entry, value.value));
const kind = computed(() => (props.entry.kind === 'yes' ? null : props.entry.kind));
const f = (v: number) => (kind.value ? format(v, kind.value, settings.units) : '');
const wanted = computed(() => limitsInWords(props.entry, settings.units));
/** What may be typed at all, by kind: far around what is sensible. */
const REACH: Readonly<Record<string, readonly [number, number, number]>> = {
  length: [-1, 10, 0.001],
  bore: [0.001, 0.5, 0.0005],
  time: [0, 1e6, 1],
  flow: [1e-7, 0.02, 1e-6],
  count: [0, 1000, 1],
  temperature: [-5, 45, 0.5],
  concentration: [0, 100, 0.01],
  conductivity: [0, 2, 0.005],
  ph: [0, 14, 0.1],
};
const reach = computed(() => REACH[kind.value ?? 'length'] ?? [0, 1e6, 1]);
const set = (to: number | null) =>
  system.commit(
    entryEdits(system.document!, props.step.id, props.entry, to),
    `${label.value}: ${to === null ? 'removed' : kind.value ? f(to) : to ? 'yes' : 'no'}`,
  );
function go() {
  const { goTo } = props.entry;
  if (!goTo) return;
  if ('step' in goTo) {
    bench.step = goTo.step;
    return;
  }
  const doc = system.document!;
  const group = doc.paths.some((p) => p.id === goTo.about) ? 'paths' : 'vessels';
  const part = goTo.about ? { group, part: goTo.about } : {};
  void router.push({ name: 'design', params: { id: doc.id, stage: goTo.stage, ...part } });
}
const goText = computed(() => {
  const { goTo } = props.entry;
  return goTo && 'step' in goTo ? 'Go to that step' : 'Show it there';
});
</script>

<template>
  <div class="entry" :class="verdict">
    <template v-if="kind === null">
      <p :id="`${step.id}-${entry.id}`">{{ label }}</p>
      <div class="two" role="group" :aria-labelledby="`${step.id}-${entry.id}`">
        <v-btn
          variant="outlined"
          :color="value === 1 ? 'primary' : undefined"
          :aria-pressed="value === 1"
          @click="set(value === 1 ? null : 1)"
          >Yes</v-btn
        >
        <v-btn
          variant="outlined"
          :color="value === 0 ? 'error' : undefined"
          :aria-pressed="value === 0"
          @click="set(value === 0 ? null : 0)"
          >No</v-btn
        >
      </div>
    </template>
    <QuantityField
      v-else
      :model-value="value"
      :kind="kind"
      :label="label"
      :min="reach[0]"
      :max="reach[1]"
      :step="reach[2]"
      clearable
      :placeholder="wanted || (entry.optional ? 'optional' : 'needed')"
      @commit="set"
      @nudge="set"
    />
    <div v-if="verdict === 'fails'" class="means" role="status">
      <p>
        <b>{{ wanted ? `Wanted ${wanted}.` : 'Continue only when this is yes.' }}</b>
        {{ tell(entry.means, settings.units) }}
      </p>
      <v-btn v-if="entry.goTo" size="small" variant="tonal" @click="go">{{ goText }}</v-btn>
    </div>
  </div>
</template>

<style scoped>
.entry {
  padding: 8px 0;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  padding-top: 6px;
}
.two .v-btn {
  min-height: 48px;
}
.two [aria-pressed='true'] {
  border-width: 3px;
  font-weight: 700;
}
.means {
  border-left: 3px solid var(--stop);
  background: var(--stop-ground);
  padding: 8px 10px;
  margin-top: 6px;
  line-height: 1.4;
}
.means p {
  padding-bottom: 6px;
}
</style>

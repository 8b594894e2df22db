<script setup lang="ts">
import { computed, defineAsyncComponent, watch } from 'vue';
import { isSiphon } from '../../../core/system';
import { useBench, type Bench } from '../../stores/bench';
import { useKept } from '../../stores/kept';
import { useDrills } from '../../stores/drills';
import { useSystem } from '../../stores/system';
import CyclePanel from './CyclePanel.vue';

/** Fill and drain: the parts of the cycle, and benches for the siphon, the timer and the drills. */
const bench = useBench();
const system = useSystem();
const drills = useDrills();
const PANELS = {
  siphon: defineAsyncComponent(() => import('./siphon/SiphonPanel.vue')),
  timer: defineAsyncComponent(() => import('./timer/TimerPanel.vue')),
  drills: defineAsyncComponent(() => import('./DrillsBench.vue')),
  measure: defineAsyncComponent(() => import('./measure/MeasurePanel.vue')),
};
const tabs = useKept(() => {
  const s = system.document!;
  const out: { id: Bench; name: string }[] = [{ id: 'cycle', name: 'Cycle' }];
  if (s.paths.some(isSiphon)) out.push({ id: 'siphon', name: 'Siphon' });
  if (s.paths.some((p) => p.kind === 'pumped-line')) out.push({ id: 'timer', name: 'Timer' });
  out.push({ id: 'drills', name: 'Drills' }, { id: 'measure', name: 'Measure' });
  return out;
});
const open = computed<Bench>(() =>
  tabs.value.some((t) => t.id === bench.open) ? bench.open : 'cycle',
);
// A drill is played only while its table is on the bench.
watch(open, (now) => now !== 'drills' && drills.close());
</script>

<template>
  <div>
    <v-tabs
      :model-value="open"
      class="benches"
      grow
      color="primary"
      aria-label="On the bench"
      @update:model-value="bench.open = $event as Bench"
    >
      <v-tab v-for="t in tabs" :key="t.id" :value="t.id">{{ t.name }}</v-tab>
    </v-tabs>
    <CyclePanel v-if="open === 'cycle'" />
    <component :is="PANELS[open]" v-else />
  </div>
</template>

<style scoped>
.benches {
  border-bottom: 1px solid var(--rule);
  position: sticky;
  top: 0;
  background: var(--paper);
  z-index: 3;
}
.benches .v-tab {
  min-width: 0;
  padding: 0 6px;
}
</style>

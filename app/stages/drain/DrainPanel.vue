<script setup lang="ts">
import { computed, defineAsyncComponent, watch } from 'vue';
import { isSiphon } from '../../../core/system';
import BenchTabs from '../../parts/BenchTabs.vue';
import { useBench, type DrainBench } from './benchStore';
import { useSaved } from '../../stores/saved';
import { useFaultTests } from './faultTestsStore';
import { useSystem } from '../../stores/system';
import CyclePanel from './CyclePanel.vue';

/** Fill and drain: the parts of the cycle, and benches for the siphon, the timer and the fault tests. */
const bench = useBench();
const system = useSystem();
const faultTests = useFaultTests();
const PANELS = {
  siphon: defineAsyncComponent(() => import('./siphon/SiphonPanel.vue')),
  timer: defineAsyncComponent(() => import('./timer/TimerPanel.vue')),
  faultTests: defineAsyncComponent(() => import('./FaultTestsBench.vue')),
  measure: defineAsyncComponent(() => import('./measure/MeasurePanel.vue')),
};
const tabs = useSaved(() => {
  const s = system.document!;
  const out: { id: DrainBench; name: string }[] = [{ id: 'cycle', name: 'Cycle' }];
  if (s.paths.some(isSiphon)) out.push({ id: 'siphon', name: 'Siphon' });
  if (s.paths.some((p) => p.kind === 'pumped-line')) out.push({ id: 'timer', name: 'Timer' });
  out.push({ id: 'faultTests', name: 'Faults' }, { id: 'measure', name: 'Measure' });
  return out;
});
const open = computed<DrainBench>(() =>
  tabs.value.some((t) => t.id === bench.open) ? bench.open : 'cycle',
);
// A fault test is played only while its table is on the bench.
watch(open, (now) => now !== 'faultTests' && faultTests.close());
</script>

<template>
  <div>
    <BenchTabs :tabs="tabs" :open="open" @open="bench.open = $event" />
    <CyclePanel v-if="open === 'cycle'" />
    <component :is="PANELS[open]" v-else />
  </div>
</template>

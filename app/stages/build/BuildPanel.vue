<script setup lang="ts">
import { defineAsyncComponent } from 'vue';
import { useDisplay } from 'vuetify';
import BenchTabs from '../../parts/BenchTabs.vue';
import { useBuildBench, type BuildTab } from './benchStore';
import CutsBench from './CutsBench.vue';
import { usePlan } from './store';

/** Build: parts, cuts, holes, steps and what it costs. */
const bench = useBuildBench();
const build = usePlan();
const { mobile: phone } = useDisplay();
// Beside the saw one looks at the steps.
if (phone.value && bench.open === 'cuts' && !bench.piece) bench.open = 'steps';
const TABS: readonly { id: BuildTab; name: string }[] = [
  { id: 'parts', name: 'Parts' },
  { id: 'cuts', name: 'Cuts' },
  { id: 'holes', name: 'Holes' },
  { id: 'steps', name: 'Steps' },
  { id: 'cost', name: 'Cost' },
];
const BENCHES = {
  parts: defineAsyncComponent(() => import('./PartsBench.vue')),
  holes: defineAsyncComponent(() => import('./HolesBench.vue')),
  steps: defineAsyncComponent(() => import('./StepsBench.vue')),
  cost: defineAsyncComponent(() => import('./CostBench.vue')),
};
</script>

<template>
  <div>
    <BenchTabs :tabs="TABS" :open="bench.open" @open="bench.open = $event" />
    <p v-if="build.trouble" class="trouble" role="alert">{{ build.trouble }}</p>
    <p v-if="!build.plan" class="quiet none" role="status">Calculating the cut list …</p>
    <CutsBench v-else-if="bench.open === 'cuts'" :plan="build.plan" />
    <component :is="BENCHES[bench.open]" v-else :plan="build.plan" />
  </div>
</template>

<style scoped>
.none,
.trouble {
  padding: 14px 12px;
}
</style>

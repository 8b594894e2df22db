<script setup lang="ts">
import { defineAsyncComponent } from 'vue';
import { useDisplay } from 'vuetify';
import { useBuildBench, type BuildTab } from '../../stores/buildBench';
import CutsBench from './CutsBench.vue';
import { usePlan } from './usePlan';

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
    <v-tabs
      :model-value="bench.open"
      class="benches"
      grow
      color="primary"
      aria-label="On the bench"
      @update:model-value="bench.open = $event as BuildTab"
    >
      <v-tab v-for="t in TABS" :key="t.id" :value="t.id">{{ t.name }}</v-tab>
    </v-tabs>
    <p v-if="build.trouble" class="trouble" role="alert">{{ build.trouble }}</p>
    <p v-if="!build.plan" class="quiet none" role="status">The cut list is worked out …</p>
    <CutsBench v-else-if="bench.open === 'cuts'" :plan="build.plan" />
    <component :is="BENCHES[bench.open]" v-else :plan="build.plan" />
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
.none,
.trouble {
  padding: 14px 12px;
}
</style>

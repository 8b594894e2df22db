<script setup lang="ts">
import { defineAsyncComponent } from 'vue';
import { useLifeBench, type LifeTab } from '../../stores/lifeBench';
import FishBench from './FishBench.vue';

/** Life: fish and their schools, planting, the season, the bench of sums. */
const bench = useLifeBench();
const TABS: readonly { id: LifeTab; name: string }[] = [
  { id: 'fish', name: 'Water' },
  { id: 'plants', name: 'Plants' },
  { id: 'season', name: 'Season' },
  { id: 'sums', name: 'Sums' },
];
const PANELS = {
  plants: defineAsyncComponent(() => import('./PlantsBench.vue')),
  season: defineAsyncComponent(() => import('./season/SeasonPanel.vue')),
  sums: defineAsyncComponent(() => import('../../sums/SumsBench.vue')),
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
      @update:model-value="bench.open = $event as LifeTab"
    >
      <v-tab v-for="t in TABS" :key="t.id" :value="t.id">{{ t.name }}</v-tab>
    </v-tabs>
    <FishBench v-if="bench.open === 'fish'" />
    <component :is="PANELS[bench.open]" v-else />
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

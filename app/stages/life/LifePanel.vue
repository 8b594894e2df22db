<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue';
import { useKept } from '../../stores/kept';
import { useSystem } from '../../stores/system';
import { useLifeBench, type LifeTab } from '../../stores/lifeBench';
import FishBench from './FishBench.vue';

/** Life: fish and their schools, planting, the season, the bench of sums. */
const bench = useLifeBench();
const system = useSystem();
const tabs = useKept(() => {
  const s = system.document!;
  // What lives on mixed solution is never cycled.
  const cycles = s.fish.length > 0 || s.vessels.some((v) => v.role === 'tank');
  const all: { id: LifeTab; name: string }[] = [
    { id: 'fish', name: 'Water' },
    { id: 'plants', name: 'Plants' },
    { id: 'season', name: 'Season' },
    { id: 'sums', name: 'Sums' },
  ];
  return all.filter((t) => cycles || t.id !== 'season');
});
const open = computed(() => (tabs.value.some((t) => t.id === bench.open) ? bench.open : 'fish'));
const PANELS = {
  plants: defineAsyncComponent(() => import('./PlantsBench.vue')),
  season: defineAsyncComponent(() => import('./season/SeasonPanel.vue')),
  sums: defineAsyncComponent(() => import('../../sums/SumsBench.vue')),
};
</script>

<template>
  <div>
    <v-tabs
      :model-value="open"
      class="benches"
      grow
      color="primary"
      aria-label="On the bench"
      @update:model-value="bench.open = $event as LifeTab"
    >
      <v-tab v-for="t in tabs" :key="t.id" :value="t.id">{{ t.name }}</v-tab>
    </v-tabs>
    <FishBench v-if="open === 'fish'" />
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

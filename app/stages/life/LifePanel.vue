<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue';
import BenchTabs from '../../parts/BenchTabs.vue';
import { useSaved } from '../../stores/saved';
import { useSystem } from '../../stores/system';
import { useLifeBench, type LifeTab } from './benchStore';
import FishBench from './FishBench.vue';

/** Life: fish and their schools, planting, the season, the bench of calculators. */
const bench = useLifeBench();
const system = useSystem();
const tabs = useSaved(() => {
  const s = system.document!;
  // What lives on mixed solution is never cycled.
  const cycles = s.fish.length > 0 || s.vessels.some((v) => v.role === 'tank');
  const all: { id: LifeTab; name: string }[] = [
    { id: 'fish', name: 'Water' },
    { id: 'plants', name: 'Plants' },
    { id: 'season', name: 'Season' },
    { id: 'year', name: 'Year' },
    { id: 'calculators', name: 'Calculators' },
  ];
  return all.filter((t) => cycles || t.id !== 'season');
});
const open = computed(() => (tabs.value.some((t) => t.id === bench.open) ? bench.open : 'fish'));
const PANELS = {
  plants: defineAsyncComponent(() => import('./PlantsBench.vue')),
  season: defineAsyncComponent(() => import('./season/SeasonPanel.vue')),
  year: defineAsyncComponent(() => import('./year/YearPanel.vue')),
  calculators: defineAsyncComponent(() => import('../../calculators/CalculatorsBench.vue')),
};
</script>

<template>
  <div>
    <BenchTabs :tabs="tabs" :open="open" @open="bench.open = $event" />
    <FishBench v-if="open === 'fish'" />
    <component :is="PANELS[open]" v-else />
  </div>
</template>

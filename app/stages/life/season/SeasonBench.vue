<script setup lang="ts">
import { computed, ref } from 'vue';
import { Scatter } from 'vue-chartjs';
import { groupsOf } from '../../../../core/life';
import '../../../parts/chartFont';
import { dayOfYear, daysAcross, localDay } from '../../../../core/calendar';
import { hereZone } from '../../../stores/log';
import { useSeason } from '../../../stores/season';
import { useSystem } from '../../../stores/system';
import SeasonEvents from './SeasonEvents.vue';
import { useSeasonInk } from './seasonCanvas';
import { seasonChart, type View } from './seasonChart';
import { seasonInWords } from './words';

/** The season in place of the drawing: curves over the days, what is planned on them to be moved by hand. */
const store = useSeason();
const system = useSystem();
const view = ref<View>('nitrogen');
const ink = useSeasonInk();
const kind = computed(() => {
  const doc = system.document;
  return doc && doc.plan.start === 'fish' ? (groupsOf(doc)[0]?.kind ?? null) : null;
});
const chart = computed(() =>
  store.season
    ? seasonChart(
        store.season,
        store.beside,
        store.fit,
        system.document!.plan.readings,
        kind.value,
        view.value,
        ink.value,
        today.value,
      )
    : null,
);
/** The day of the season that it is by the clock; nothing outside it. */
const today = computed(() => {
  const plan = system.document!.plan;
  const since = daysAcross(plan.begins, dayOfYear(localDay(Date.now(), hereZone())));
  return since <= plan.days ? since : null;
});
const words = computed(() => (store.season ? seasonInWords(store.season, store.fit) : ''));
const VIEWS: readonly { id: View; name: string }[] = [
  { id: 'nitrogen', name: 'Nitrogen' },
  { id: 'ph', name: 'pH and alkalinity' },
  { id: 'life', name: 'Warmth, oxygen, growth' },
];
</script>

<template>
  <div class="bench">
    <div class="bar">
      <v-btn-toggle v-model="view" mandatory density="compact" aria-label="Curves">
        <v-btn v-for="v in VIEWS" :key="v.id" :value="v.id" size="small">{{ v.name }}</v-btn>
      </v-btn-toggle>
      <span v-if="store.busy" class="quiet" role="status">working it out</span>
    </div>
    <p v-if="store.trouble" role="alert">{{ store.trouble }}</p>
    <div v-if="chart" class="chart" role="img" :aria-label="words">
      <Scatter :data="chart.data" :options="chart.options" aria-hidden="true" />
    </div>
    <p v-else class="quiet">The season follows when the day has been worked out.</p>
    <SeasonEvents v-if="store.season" />
    <p class="words">{{ words }}</p>
  </div>
</template>

<style scoped>
.bench {
  display: flex;
  flex-direction: column;
  min-height: 0;
  padding: 8px 12px;
  overflow: auto;
}
.bar {
  display: flex;
  align-items: center;
  gap: 12px;
}
.chart {
  flex: 1 1 220px;
  min-height: 200px;
  position: relative;
}
.words {
  font-size: var(--type-body);
  line-height: 1.4;
}
</style>

<script setup lang="ts">
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { Scatter } from 'vue-chartjs';
import { addDays, localDay } from '../../../core/log';
import '../../parts/chartFont';
import { hereZone } from '../../stores/log';
import { useRoundsBench } from '../rounds/benchStore';
import { useStart } from './store';
import { useSystem } from '../../stores/system';
import { useSeasonInk } from '../life/season/seasonCanvas';
import { seasonChart } from '../life/season/seasonChart';
import { dayWords } from '../rounds/when';

/** The forecast of the start: curves with their band, the grower’s readings on them, today and the day it is cycled. */
const start = useStart();
const ink = useSeasonInk();
const chart = computed(() =>
  start.season
    ? seasonChart(
        start.season,
        [],
        start.fit,
        start.readings,
        null,
        'nitrogen',
        ink.value,
        start.today,
      )
    : null,
);
const dayOf = (n: number) =>
  start.filled === null ? '' : dayWords(addDays(localDay(start.filled, hereZone()), n), '');
const words = computed(() => {
  const f = start.fit;
  if (!f) return 'Forecast of the start.';
  const [low, high] = f.cycled;
  return low === null
    ? `From ${f.readings} readings: not cycled within ${f.season.days} days.`
    : high === null
      ? `From ${f.readings} readings: cycled ${dayOf(low)} or later, perhaps after the end of the forecast.`
      : `From ${f.readings} readings: cycled between ${dayOf(low)} and ${dayOf(high)}.`;
});
const router = useRouter();
const system = useSystem();
const rounds = useRoundsBench();
function toTrends() {
  rounds.open = 'trends';
  void router.push({ name: 'design', params: { id: system.document!.id, stage: 'rounds' } });
}
</script>

<template>
  <div class="start">
    <p v-if="start.work !== 'run'" role="status">
      {{ start.progress === null ? words : 'Calculating the forecast …' }}
    </p>
    <div v-if="chart" class="canvas">
      <Scatter :data="chart.data" :options="chart.options" :aria-label="words" role="img" />
    </div>
    <template v-else-if="start.work === 'run'">
      <p>
        {{
          start.cycled
            ? `Cycled since ${dayWords(start.cycled, localDay(Date.now(), hereZone()))}. The start is over, so there is nothing to forecast.`
            : 'Plants here live on mixed nutrients. There is nothing to cycle.'
        }}
      </p>
      <v-btn class="trends" variant="outlined" @click="toTrends">Show the readings over time</v-btn>
    </template>
    <p v-else class="quiet">
      The curves follow your water from the first readings of ammonia and nitrite.
    </p>
  </div>
</template>

<style scoped>
.start {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  align-content: start;
  gap: 8px;
  padding: 12px;
  min-height: 0;
  height: 100%;
}
.trends {
  justify-self: start;
}
.canvas {
  position: relative;
  min-height: 0;
}
</style>

<script setup lang="ts">
import { computed } from 'vue';
import { Scatter } from 'vue-chartjs';
import { addDays, localDay } from '../../../core/log';
import '../../parts/chartFont';
import { hereZone } from '../../stores/log';
import { useStart } from '../../stores/start';
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
    : `From ${f.readings} readings: cycled between ${dayOf(low)} and ${high === null ? 'after the end of the forecast' : dayOf(high)}.`;
});
</script>

<template>
  <div class="start">
    <p role="status">{{ start.progress === null ? words : 'Calculating the forecast …' }}</p>
    <div v-if="chart" class="canvas">
      <Scatter :data="chart.data" :options="chart.options" :aria-label="words" role="img" />
    </div>
    <p v-else class="quiet">
      The curves follow your water from the first readings of ammonia and nitrite.
    </p>
  </div>
</template>

<style scoped>
.start {
  display: grid;
  grid-template-rows: auto 1fr;
  gap: 8px;
  padding: 12px;
  min-height: 0;
  height: 100%;
}
.canvas {
  position: relative;
  min-height: 0;
}
</style>

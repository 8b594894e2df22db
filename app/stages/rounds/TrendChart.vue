<script setup lang="ts">
import {
  Chart,
  Legend,
  LineController,
  LineElement,
  LinearScale,
  PointElement,
  TimeScale,
  Tooltip,
} from 'chart.js';
import 'chartjs-adapter-date-fns';
import annotation from 'chartjs-plugin-annotation';
import { computed } from 'vue';
import { Line } from 'vue-chartjs';
import '../../parts/chartFont';
import { useTrends } from './useTrends';

Chart.register(
  Legend,
  LineController,
  LineElement,
  LinearScale,
  PointElement,
  TimeScale,
  Tooltip,
  annotation,
);

/** The chosen reading over time, in place of the drawing. */
const trends = useTrends();
const words = computed(() => trends.words.value);
</script>

<template>
  <div class="trend">
    <p>
      <b>{{ trends.field.value.label }}</b>
      <span class="quiet">{{ words }}</span>
    </p>
    <div v-if="trends.points.value.length" class="canvas">
      <Line
        :data="trends.chart.value.data as never"
        :options="trends.chart.value.options as never"
        role="img"
        :aria-label="`${trends.field.value.label} over time. ${words}`"
      />
    </div>
    <p v-else class="quiet">
      There is no reading yet. Tap the vessel in the drawing and enter one.
    </p>
  </div>
</template>

<style scoped>
.trend {
  display: grid;
  grid-template-rows: auto 1fr;
  gap: 8px;
  padding: 12px;
  height: 100%;
  min-height: 0;
}
.trend p {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
}
.canvas {
  position: relative;
  min-height: 0;
}
</style>

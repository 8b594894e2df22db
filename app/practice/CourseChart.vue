<script setup lang="ts">
import { format } from '../../core/quantity';
import { useSettings } from '../stores/settings';
import { Chart, Legend, LineController, LineElement, LinearScale, PointElement } from 'chart.js';
import { computed } from 'vue';
import { Line } from 'vue-chartjs';
import type { Debrief } from '../../core/practice';
import '../parts/chartFont';
import { useChartInk } from '../parts/chartInk';

/** The fish’s oxygen along both lines of action. */
const settings = useSettings();
const props = defineProps<{ debrief: Debrief }>();
Chart.register(Legend, LineController, LineElement, LinearScale, PointElement);
const ink = useChartInk();
const data = computed(() => {
  const { mine, best, begins } = props.debrief;
  const points = (c: Debrief['mine']) =>
    c.times.map((t, i) => ({ x: (t - begins) / 3600, y: c.oxygen[i]! }));
  const line = (label: string, of: Debrief['mine'], colour: string, dash: number[]) => ({
    label,
    data: points(of),
    borderColor: colour,
    borderDash: dash,
    borderWidth: 2,
    pointRadius: 0,
  });
  return {
    datasets: [
      line('your actions', mine, ink.value.line, []),
      ...(best === mine ? [] : [line('the best actions', best, ink.value.second, [5, 4])]),
    ],
  };
});
const options = computed(() => ({
  animation: false as const,
  maintainAspectRatio: false,
  parsing: false as const,
  scales: {
    x: {
      type: 'linear' as const,
      title: { display: true, text: 'hours since the start', color: ink.value.text },
      ticks: { color: ink.value.text },
      grid: { color: ink.value.rule },
    },
    y: {
      min: 0,
      title: { display: true, text: 'oxygen, mg/L', color: ink.value.text },
      ticks: { color: ink.value.text },
      grid: { color: ink.value.rule },
    },
  },
  plugins: {
    legend: {
      position: 'top' as const,
      align: 'start' as const,
      labels: { color: ink.value.text, boxWidth: 16, boxHeight: 2 },
    },
  },
}));
const low = (list: readonly number[]) => format(Math.min(...list), 'concentration', settings.units);
const words = computed(
  () =>
    `Lowest oxygen for the fish: ${low(props.debrief.mine.oxygen)} with your actions, ${low(props.debrief.best.oxygen)} with the best actions.`,
);
</script>

<template>
  <div class="chart">
    <Line :data="data as never" :options="options as never" role="img" :aria-label="words" />
  </div>
</template>

<style scoped>
.chart {
  position: relative;
  height: 170px;
  margin-top: 8px;
}
</style>

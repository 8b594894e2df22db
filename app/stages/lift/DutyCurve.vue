<script setup lang="ts">
import { Chart, Legend, LinearScale, LineElement, PointElement, ScatterController } from 'chart.js';
import annotation from 'chartjs-plugin-annotation';
import { useMediaQuery } from '@vueuse/core';
import { computed } from 'vue';
import { Scatter } from 'vue-chartjs';
import { useTheme } from 'vuetify';
import { dutyCurve, type Duty } from '../../../core/assess';
import { format } from '../../../core/quantity';
import '../../parts/chartFont';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import { evening, paper } from '../../theme/palette';
import { dutyChart, type Ink } from './dutyChart';

/** The pump's curve and what the line asks for; where they cross it works. */
const props = defineProps<{ duty: Duty }>();
Chart.register(Legend, LinearScale, LineElement, PointElement, ScatterController, annotation);

const settings = useSettings();
const system = useSystem();
const theme = useTheme();
const fewColours = useMediaQuery('(forced-colors: active)');
const ink = computed<Ink>(() => {
  if (fewColours.value) {
    const text = 'CanvasText';
    return { text, rule: 'GrayText', pump: text, line: 'Highlight', good: 'transparent' };
  }
  const c = theme.current.value.dark ? evening : paper;
  return {
    text: c['on-surface'],
    rule: `${c['on-surface']}22`,
    pump: c.clay,
    line: c.water,
    good: `${c.success}1C`,
  };
});
const chart = computed(() =>
  dutyChart(
    props.duty,
    dutyCurve(system.assessment!.net, props.duty.id),
    settings.units,
    ink.value,
  ),
);
const inWords = computed(
  () =>
    `The pump gives ${format(props.duty.flow, 'flow', settings.units)} at ${format(props.duty.head, 'head', settings.units)} of its ${format(props.duty.maxHead, 'head', settings.units)}`,
);
</script>

<template>
  <div class="curve" role="img" :aria-label="inWords">
    <Scatter :data="chart.data" :options="chart.options" aria-hidden="true" />
  </div>
</template>

<style scoped>
.curve {
  height: 190px;
  margin-top: 6px;
  position: relative;
}
</style>

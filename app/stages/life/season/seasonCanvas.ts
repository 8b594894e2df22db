import {
  Chart,
  Filler,
  Legend,
  LinearScale,
  LineElement,
  PointElement,
  ScatterController,
} from 'chart.js';
import annotation from 'chartjs-plugin-annotation';
import { computed } from 'vue';
import { useChartInk } from '../../../parts/chartInk';
import type { SeasonInk } from './seasonChart';

Chart.register(
  LinearScale,
  PointElement,
  LineElement,
  ScatterController,
  Legend,
  Filler,
  annotation,
);

/** Colours of the theme for the curves of a season; what they are drawn by is registered with this module. */
export function useSeasonInk() {
  const ink = useChartInk();
  return computed<SeasonInk>(() => ({
    text: ink.value.text,
    rule: ink.value.rule,
    tan: ink.value.line,
    nitrite: ink.value.second,
    nitrate: ink.value.third,
    good: ink.value.good,
  }));
}

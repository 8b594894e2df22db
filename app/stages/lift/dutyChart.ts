import type { ChartData, ChartOptions } from 'chart.js';
import type { Duty, DutyPoint } from '../../../core/assess';
import { DUTY_RANGE } from '../../../core/findings';
import { displayUnit, format, type UnitSystem } from '../../../core/quantity';

/** What a duty curve is painted with. */
export interface Ink {
  readonly text: string;
  readonly rule: string;
  readonly pump: string;
  readonly line: string;
  readonly good: string;
}

/**
 * Pump curve, system curve and the point where they cross as a chart in the grower's units, the range in which a
 * pump works well behind them.
 */
export function dutyChart(duty: Duty, points: readonly DutyPoint[], units: UnitSystem, ink: Ink) {
  const flow = displayUnit('flow', units, duty.maxFlow);
  const head = displayUnit('head', units, duty.maxHead);
  const top = (Math.max(duty.maxHead, duty.staticHead) * 1.1) / head.factor;
  const at = (q: number, h: number) => ({ x: q / flow.factor, y: h / head.factor });
  const works = at(duty.flow, duty.head);
  const data: ChartData<'scatter'> = {
    datasets: [
      {
        label: 'Duty point',
        data: duty.flow > 0 ? [works] : [],
        pointRadius: 5,
        pointBackgroundColor: ink.text,
        borderColor: ink.text,
      },
      {
        label: 'Pump curve',
        data: points.map((p) => at(p.flow, p.pump)),
        showLine: true,
        pointRadius: 0,
        borderColor: ink.pump,
        backgroundColor: ink.pump,
      },
      {
        label: 'Pipe curve',
        data: points.map((p) => at(p.flow, p.line)).filter((p) => p.y <= top),
        showLine: true,
        pointRadius: 0,
        borderColor: ink.line,
        backgroundColor: ink.line,
      },
    ],
  };
  const axis = (title: string) => ({
    min: 0,
    title: { display: true, text: title, color: ink.text, padding: 0 },
    ticks: {
      color: ink.text,
      maxTicksLimit: 6,
      includeBounds: false,
      format: { useGrouping: false },
    },
    grid: { color: ink.rule },
  });
  const options: ChartOptions<'scatter'> = {
    animation: false,
    maintainAspectRatio: false,
    events: [],
    scales: {
      x: { ...axis(`flow, ${flow.symbol}`), max: (duty.maxFlow * 1.02) / flow.factor },
      y: { ...axis(`head, ${head.symbol}`), max: top },
    },
    plugins: {
      tooltip: { enabled: false },
      legend: {
        position: 'top',
        align: 'start',
        labels: {
          color: ink.text,
          boxWidth: 14,
          boxHeight: 2,
          filter: ({ datasetIndex }) => datasetIndex !== 0,
        },
      },
      annotation: {
        annotations: {
          good: {
            type: 'box',
            xMin: (DUTY_RANGE[0] * duty.maxFlow) / flow.factor,
            xMax: (DUTY_RANGE[1] * duty.maxFlow) / flow.factor,
            backgroundColor: ink.good,
            borderWidth: 0,
            drawTime: 'beforeDatasetsDraw',
          },
          drop: {
            type: 'line',
            display: duty.flow > 0,
            xMin: works.x,
            xMax: works.x,
            yMin: 0,
            yMax: works.y,
            borderColor: ink.text,
            borderWidth: 1,
            borderDash: [3, 3],
          },
          lift: {
            type: 'label',
            xValue: 0,
            yValue: duty.staticHead / head.factor,
            position: { x: 'start', y: duty.staticHead > duty.maxHead / 2 ? 'start' : 'end' },
            padding: { left: 4, right: 4, top: 2, bottom: 2 },
            color: ink.text,
            content: `lift ${format(duty.staticHead, 'head', units)}`,
          },
        },
      },
    },
  };
  return { data, options };
}

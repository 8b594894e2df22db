import type { ChartData, ChartOptions } from 'chart.js';
import { thinned, type Band, type Entry, type ReadingPoint, type Slope } from '../../../core/log';
import {
  dateFormat,
  displayUnit,
  format,
  type QuantityKind,
  type UnitSystem,
} from '../../../core/quantity';
import type { ChartInk } from '../../parts/chartInk';

/** A reading over time: the safe band of this system behind it, what happened on it, where it is heading. */

const DAY = 86_400_000;
const MOMENT = { dateStyle: 'medium', timeStyle: 'short' } as const;
/** Days that a slope is drawn ahead. */
const AHEAD = 14;
/** Points that a line is drawn with at most: two to a pixel and more are not seen. */
const MOST_POINTS = 1000;

/** What is marked on the line, with a letter each. */
export const MARKED: Partial<Record<Entry['kind'], string>> = {
  'water-change': 'water',
  dose: 'dose',
  'fish-in': 'fish added',
  'fish-dead': 'died',
  'power-cut': 'cut',
  planting: 'planted',
};

export function trendChart(
  all: readonly ReadingPoint[],
  events: readonly Entry[],
  band: Band | undefined,
  slope: Slope | null,
  forecast: readonly { at: number; value: number }[],
  label: string,
  kind: QuantityKind,
  units: UnitSystem,
  now: number,
  ink: ChartInk,
) {
  const points = thinned(all, MOST_POINTS);
  const top = points.reduce((x, p) => Math.max(x, p.high), 0);
  const unit = displayUnit(kind, units, top);
  const shown = (v: number) => (v - (unit.offset ?? 0)) / unit.factor;
  const at = (p: { at: number; value: number }) => ({ x: p.at, y: shown(p.value) });
  const first = points[0]?.at ?? now - 30 * DAY;
  const last = Math.max(now, points.at(-1)?.at ?? now);
  const datasets: ChartData<'line', { x: number; y: number | null }[]>['datasets'] = [
    {
      label,
      data: points.map(at),
      borderColor: ink.line,
      backgroundColor: ink.line,
      borderWidth: 2,
      pointRadius: points.length > 120 ? 0 : 3,
      tension: 0,
    },
  ];
  // Bands of a kit’s colours as bars from end to end.
  const wide = points.filter((p) => p.high > p.low);
  if (wide.length)
    datasets.push({
      label: 'between two colours',
      data: wide.flatMap((p) => [
        { x: p.at, y: shown(p.low) },
        { x: p.at, y: shown(p.high) },
        { x: p.at, y: null },
      ]),
      borderColor: `${ink.line}88`,
      borderWidth: 4,
      pointRadius: 0,
      spanGaps: false,
    });
  if (slope)
    datasets.push({
      label: 'heading',
      data: [-21, AHEAD].map((d) => ({ x: now + d * DAY, y: shown(slope.now + d * slope.perDay) })),
      borderColor: ink.second,
      borderDash: [6, 4],
      borderWidth: 1.5,
      pointRadius: 0,
    });
  if (forecast.length)
    datasets.push({
      label: 'expected',
      data: forecast.map(at),
      borderColor: ink.third,
      borderDash: [2, 3],
      borderWidth: 2,
      pointRadius: 0,
    });
  const values = [...points.flatMap((p) => [p.low, p.high]), ...forecast.map((p) => p.value)];
  const finite = band ? band.good.filter(Number.isFinite) : [];
  const low = Math.min(...values, ...finite);
  const high = Math.max(...values, ...finite);
  const room = (high - low || 1) * 0.12;
  const [yMin, yMax] = [shown(low - room), shown(high + room)];
  const annotations: Record<string, object> = {
    now: {
      type: 'line',
      xMin: now,
      xMax: now,
      borderColor: ink.text,
      borderWidth: 1,
      borderDash: [3, 3],
    },
  };
  if (band)
    annotations.good = {
      type: 'box',
      ...(Number.isFinite(band.good[0]) ? { yMin: shown(band.good[0]) } : {}),
      ...(Number.isFinite(band.good[1]) ? { yMax: shown(band.good[1]) } : {}),
      backgroundColor: `${ink.good}26`,
      borderWidth: 0,
      drawTime: 'beforeDatasetsDraw',
    };
  // Of many events only the last are marked, so that the line is seen.
  events.slice(-40).forEach((e, i) => {
    annotations[`e${i}`] = {
      type: 'line',
      xMin: e.at,
      xMax: e.at,
      borderColor: `${ink.third}99`,
      borderWidth: 1.5,
      label: {
        display: events.length < 14,
        content: MARKED[e.kind],
        position: 'start',
        rotation: -90,
        yAdjust: 4,
        backgroundColor: 'transparent',
        color: ink.text,
        font: { size: 11 },
      },
    };
  });
  const options: ChartOptions<'line'> = {
    animation: false,
    maintainAspectRatio: false,
    parsing: false,
    normalized: true,
    interaction: { mode: 'nearest', axis: 'x', intersect: false },
    scales: {
      x: {
        type: 'time',
        min: first,
        max: last + (slope || forecast.length ? AHEAD * DAY : DAY),
        time: {
          minUnit: 'day',
        },
        ticks: {
          color: ink.text,
          maxRotation: 0,
          autoSkipPadding: 18,
          callback: (value) => dateFormat({ day: 'numeric', month: 'short' }).format(Number(value)),
        },
        grid: { color: ink.rule },
      },
      y: {
        suggestedMin: kind === 'temperature' || kind === 'ph' ? yMin : Math.max(0, yMin),
        suggestedMax: yMax,
        title: {
          display: true,
          text: unit.symbol ? `${label}, ${unit.symbol}` : label,
          color: ink.text,
        },
        ticks: { color: ink.text },
        grid: { color: ink.rule },
      },
    },
    plugins: {
      legend: {
        display: datasets.length > 1,
        position: 'top',
        align: 'start',
        labels: { color: ink.text, boxWidth: 16, boxHeight: 2 },
      },
      tooltip: {
        callbacks: {
          title: ([item]) => dateFormat(MOMENT).format(item?.parsed.x ?? undefined),
          label: (item) => {
            const p = points.find((x) => x.at === item.parsed.x);
            return p
              ? p.low === p.high
                ? format(p.value, kind, units)
                : `${format(p.low, kind, units)} to ${format(p.high, kind, units)}`
              : '';
          },
        },
      },
      annotation: { annotations },
    },
  };
  return { data: { datasets }, options };
}

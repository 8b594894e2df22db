import { UNIONISED_LIMITS } from '../../../../core/limits';
import type { ChartData, ChartOptions } from 'chart.js';
import { tanAt } from '../../../../core/life';
import type { FishKind } from '../../../../core/catalogue';
import type { Fit, Season } from '../../../../core/season';
import type { Reading } from '../../../../core/system';

/** What a season's curves are drawn with. */
export interface SeasonInk {
  readonly text: string;
  readonly rule: string;
  readonly tan: string;
  readonly nitrite: string;
  readonly nitrate: string;
  readonly good: string;
}
/** Another season on the same axes. */
export interface SeasonOver {
  readonly season: Season;
  readonly name: string;
}
const DASHES: readonly number[][] = [
  [6, 4],
  [2, 3],
  [10, 3, 2, 3],
];
/** Which curves are looked at: nitrogen, acidity, or what lives. */
export type SeasonCurves = 'nitrogen' | 'ph' | 'life';

const line = (
  label: string,
  ys: ArrayLike<number>,
  colour: string,
  axis = 'y',
  dash: number[] = [],
) => ({
  label,
  data: Array.from(ys, (y, x) => ({ x, y })),
  borderColor: colour,
  backgroundColor: colour,
  borderWidth: 2,
  borderDash: dash,
  pointRadius: 0,
  yAxisID: axis,
});
/** The two edges of a band, filled between. */
const bandOf = (edges: readonly [Float64Array, Float64Array], colour: string) => [
  { ...line('', edges[0], 'transparent'), fill: false as const },
  { ...line('', edges[1], 'transparent'), backgroundColor: `${colour}33`, fill: '-1' as const },
];

/** Days without a reading after which the axis begins at the first, not with the water. */
const LATE = 10;
/** Readings as they were taken: a band between two colours of a kit from end to end, a single value as a point. */
const points = (
  readings: readonly Reading[],
  key: 'tan' | 'nitrite' | 'nitrate',
  colour: string,
) => ({
  label: '',
  data: readings.flatMap((r) => {
    const read = r[key];
    if (!read) return [];
    const [low, high] = read;
    const ends = low === high ? [low] : [low, high];
    return [...ends.map((y) => ({ x: r.day, y })), { x: r.day, y: NaN }];
  }),
  borderColor: `${colour}99`,
  backgroundColor: colour,
  borderWidth: 4,
  spanGaps: false,
  pointRadius: 3,
  pointStyle: 'rectRot' as const,
  yAxisID: 'y',
});

/**
 * Curves of a season, the safe bands of its kind behind them, today's cycled day marked.
 *
 * @param over other seasons on the same axes, by what they are called
 * @param today the day of the season that it is; null before and after it
 */
export function seasonChart(
  season: Season,
  over: readonly SeasonOver[],
  fit: Fit | null,
  readings: readonly Reading[],
  kind: FishKind | null,
  view: SeasonCurves,
  ink: SeasonInk,
  today: number | null = null,
) {
  const shown = fit?.season ?? season;
  const most = season.days;
  // A log that began long after the water went in is shown from its own beginning.
  const first = fit ? (readings[0]?.day ?? 0) : 0;
  const begins = first > LATE ? Math.floor(first) - 2 : 0;
  const datasets: ChartData<'scatter'>['datasets'] = [];
  const add = (...sets: object[]) =>
    datasets.push(...(sets as typeof datasets).map((d) => ({ showLine: true, ...d })));
  if (view === 'nitrogen') {
    if (fit) add(...bandOf(fit.band.tan, ink.tan), ...bandOf(fit.band.nitrite, ink.nitrite));
    add(
      line('Ammonia (TAN)', shown.tan, ink.tan),
      line('Nitrite', shown.nitrite, ink.nitrite),
      line('Nitrate', shown.nitrate, ink.nitrate, 'right'),
    );
    over.forEach((o, i) =>
      add(
        line(`TAN, ${o.name}`, o.season.tan, ink.tan, 'y', DASHES[i]),
        line(`Nitrite, ${o.name}`, o.season.nitrite, ink.nitrite, 'y', DASHES[i]),
      ),
    );
    add(points(readings, 'tan', ink.tan), points(readings, 'nitrite', ink.nitrite));
  } else if (view === 'ph') {
    add(
      line('pH', shown.ph, ink.tan),
      line('Alkalinity, mg/L CaCO₃', shown.alkalinity, ink.nitrate, 'right'),
    );
    over.forEach((o, i) => add(line(`pH, ${o.name}`, o.season.ph, ink.tan, 'y', DASHES[i])));
  } else {
    add(
      line('Oxygen, mg/L', shown.oxygen, ink.tan),
      line('Water, °C', shown.t, ink.nitrite),
      line('Fish, kg', shown.fish, ink.nitrate, 'right'),
      line('Plants grown, kg', shown.plants, ink.good, 'right'),
    );
    over.forEach((o, i) =>
      add(
        line(`Oxygen, ${o.name}`, o.season.oxygen, ink.tan, 'y', DASHES[i]),
        line(`Fish, ${o.name}`, o.season.fish, ink.nitrate, 'right', DASHES[i]),
      ),
    );
  }
  const box = (low: number, high: number) => ({
    type: 'box' as const,
    yMin: low,
    yMax: high,
    yScaleID: 'y',
    backgroundColor: `${ink.good}22`,
    borderWidth: 0,
    drawTime: 'beforeDatasetsDraw' as const,
  });
  // The safe total by the day’s own pH and warmth is a line of its own; behind it lies that of the middle day.
  const mid = Math.floor(most / 2);
  const safe =
    view === 'nitrogen'
      ? kind
        ? box(0, Math.min(kind.tan, tanAt(UNIONISED_LIMITS.act, shown.t[mid]!, shown.ph[mid]!)))
        : null
      : view === 'ph'
        ? box(kind?.ph[0] ?? 6, kind?.ph[1] ?? 7)
        : kind
          ? box(kind.oxygen.comfort, 20)
          : null;
  const day = fit?.season.cycledDay ?? season.cycledDay;
  const options: ChartOptions<'scatter'> = {
    animation: false,
    maintainAspectRatio: false,
    events: [],
    scales: {
      x: {
        min: begins,
        max: most,
        title: { display: true, text: 'days since the start', color: ink.text },
        ticks: { color: ink.text },
        grid: { color: ink.rule },
      },
      y: {
        ...(view === 'ph' ? {} : { min: 0 }),
        title: {
          display: true,
          text: view === 'nitrogen' ? 'mg/L as N' : view === 'ph' ? 'pH' : 'mg/L, °C',
          color: ink.text,
        },
        ticks: { color: ink.text },
        grid: { color: ink.rule },
      },
      right: {
        position: 'right',
        min: 0,
        suggestedMax: view === 'nitrogen' ? 5 : 1,
        title: {
          display: true,
          text: view === 'nitrogen' ? 'nitrate, mg/L as N' : view === 'ph' ? 'mg/L' : 'kg',
          color: ink.text,
        },
        ticks: { color: ink.text },
        grid: { display: false },
      },
    },
    plugins: {
      tooltip: { enabled: false },
      legend: {
        position: 'top',
        align: 'start',
        labels: { color: ink.text, boxWidth: 16, boxHeight: 2, filter: ({ text }) => text !== '' },
      },
      annotation: {
        annotations: {
          ...(safe ? { safe } : {}),
          ...(fit && fit.cycled[0] !== null && fit.cycled[1] !== null
            ? {
                cycledBand: {
                  type: 'box' as const,
                  xMin: fit.cycled[0],
                  xMax: fit.cycled[1],
                  backgroundColor: `${ink.text}14`,
                  borderWidth: 0,
                  drawTime: 'beforeDatasetsDraw' as const,
                },
              }
            : {}),
          ...(today === null
            ? {}
            : {
                today: {
                  type: 'line' as const,
                  xMin: today,
                  xMax: today,
                  borderColor: ink.tan,
                  borderWidth: 1.5,
                  label: {
                    display: true,
                    content: 'today',
                    position: 'start' as const,
                    backgroundColor: 'transparent',
                    color: ink.text,
                  },
                },
              }),
          ...(day === null
            ? {}
            : {
                cycled: {
                  type: 'line' as const,
                  xMin: day,
                  xMax: day,
                  borderColor: ink.text,
                  borderWidth: 1.5,
                  borderDash: [4, 3],
                  label: {
                    display: true,
                    content: `cycled, day ${day}`,
                    position: 'end' as const,
                    backgroundColor: 'transparent',
                    color: ink.text,
                  },
                },
              }),
        },
      },
    },
  };
  return { data: { datasets }, options };
}

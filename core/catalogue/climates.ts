import type { Celsius } from '../quantity/si.ts';

/** Air of a year, to begin with: twelve monthly means, January first; the grower's own thermometer wins. */
export interface Climate {
  readonly id: string;
  readonly name: string;
  readonly inside: boolean;
  readonly day: readonly Celsius[];
  readonly night: readonly Celsius[];
  /** Last and first frost, days of the year; null where there is none. */
  readonly frost: readonly [number, number] | null;
}

/** Twelve means of a yearly wave. @param peak month of the warmest, from 0 */
const wave = (mean: Celsius, swing: Celsius, peak = 6.4): Celsius[] =>
  Array.from(
    { length: 12 },
    (_, m) => Math.round((mean + swing * Math.cos((2 * Math.PI * (m - peak)) / 12)) * 10) / 10,
  );

const air = (
  id: string,
  name: string,
  day: readonly Celsius[],
  night: readonly Celsius[],
  frost: readonly [number, number] | null,
): Climate => ({ id, name, inside: false, day, night, frost });
const room = (id: string, name: string, means: readonly Celsius[]): Climate => ({
  id,
  name,
  inside: true,
  day: means,
  night: means,
  frost: null,
});

export const CLIMATE_SOURCE =
  'Round figures of climates of their kind, to begin with; enter your own station’s or your own thermometer’s.';

export const CLIMATES: readonly Climate[] = [
  air('cool-maritime', 'Cool and damp, by the sea', wave(14, 7), wave(7, 5.5), [115, 300]),
  air('cold-continental', 'Cold winters, warm summers', wave(13, 13), wave(4, 11), [130, 278]),
  air('mild-dry-summer', 'Mild winters, dry hot summers', wave(21, 8.5), wave(11, 6.5), [50, 345]),
  air('humid-subtropical', 'Mild winters, hot damp summers', wave(23, 9), wave(13, 9.5), [75, 320]),
  air('warm-arid', 'Hot and dry', wave(29, 10), wave(15, 9), [25, 355]),
  air('tropical', 'Hot all year', wave(31, 1.5), wave(23, 1), null),
  air(
    'southern-mild',
    'Southern hemisphere, mild',
    wave(20, 6.5, 0.4),
    wave(10, 5, 0.4),
    [250, 150],
  ),
  room('heated-room', 'Heated room', wave(21, 1.5)),
  room('cool-room', 'Stairs, hall or cellar', wave(17, 3.5)),
  room('shed', 'Shed without heating', wave(13, 8)),
];

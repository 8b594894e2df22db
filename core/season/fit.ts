import { luFactor, luSolve } from '../numerics/linear.ts';
import type { Interval, Reading } from '../system/index.ts';
import type { SeasonSetup } from './setup.ts';
import type { SeasonBasis } from './basis.ts';
import { runSeason, type Season } from './season.ts';

/**
 * A start fitted to a grower's readings: the two masses of bacteria at its beginning and one factor on their
 * rates, with what is still uncertain of them.
 */

/** Logarithms to the base of ten of both masses over the plan's, and the natural one of the rate. */
export type Parameters = readonly [x1: number, x2: number, rate: number];

/** Before any reading: masses within a factor of ten or so, rates within a fifth. */
const PRIOR_SPREAD: Parameters = [1, 1, 0.2];
const BOUNDS: readonly (readonly [number, number])[] = [
  [-3, 4],
  [-3, 4],
  [-0.7, 0.7],
];
/** Readings are off by a fifth or so, and by a tenth of a mg/L near nothing. */
const KIT_ERROR = 0.2;
const NEAR_NOTHING = 0.1;
/** Differences of the parameters by which the fit finds its way. */
const STEP: Parameters = [0.02, 0.02, 0.005];
const MOST_ROUNDS = 12;
/** Fewer readings than this say nothing yet; a day that is not known to this many days is not told. */
const FEWEST = 4;
const TOO_WIDE = 14;
/** Width of the band in standard deviations. */
export const BAND = 2;
const DRAWS = 24;

export interface Fit {
  readonly at: Parameters;
  /** Standard deviations. */
  readonly spread: Parameters;
  /** Root mean square of what the readings are off, in kit errors. */
  readonly misfit: number;
  readonly readings: number;
  /** Enough is known to tell a day. */
  readonly enough: boolean;
  readonly season: Season;
  /** Least and most of each day over what the readings leave open. */
  readonly band: Readonly<
    Record<'tan' | 'nitrite' | 'nitrate', readonly [Float64Array, Float64Array]>
  >;
  /** Days between which it is likely cycled; null where it is not within the course. */
  readonly cycled: readonly [number | null, number | null];
}

/** A course with fitted parameters. */
export const withParameters = (course: SeasonSetup, [x1, x2, rate]: Parameters): SeasonSetup => ({
  ...course,
  fitted: { x1, x2, rate: Math.exp(rate) },
});

const scaled = (x: number) => Math.log(Math.max(0, x) + NEAR_NOTHING);

/** How far a value lies outside an interval, in kit errors; 0 within it. */
function off(value: number, [low, high]: Interval): number {
  const v = scaled(value);
  if (v < scaled(low)) return (v - scaled(low)) / KIT_ERROR;
  if (v > scaled(high)) return (v - scaled(high)) / KIT_ERROR;
  return 0;
}

/** Residuals of all readings, then those of the prior. */
function residuals(season: Season, readings: readonly Reading[], p: Parameters): number[] {
  const out: number[] = [];
  readings.forEach((r, i) => {
    const at = season.probes[i]!;
    if (r.tan) out.push(off(at.tan, r.tan));
    if (r.nitrite) out.push(off(at.nitrite, r.nitrite));
    if (r.nitrate) out.push(off(at.nitrate, r.nitrate));
  });
  for (const i of [0, 1, 2] as const) out.push(p[i] / PRIOR_SPREAD[i]);
  return out;
}

const sumOfSquares = (r: readonly number[]) => r.reduce((sum, x) => sum + x * x, 0);
const clamp = (p: readonly number[]): Parameters =>
  [0, 1, 2].map((i) =>
    Math.min(BOUNDS[i]![1], Math.max(BOUNDS[i]![0], p[i]!)),
  ) as unknown as Parameters;

/** JᵀJ of three columns, plus something on its diagonal. */
function normal(columns: readonly (readonly number[])[], damping: number): Float64Array {
  const m = new Float64Array(9);
  for (let i = 0; i < 3; i++)
    for (let j = 0; j < 3; j++)
      m[i * 3 + j] = columns[i]!.reduce((sum, x, k) => sum + x * columns[j]![k]!, 0);
  for (let i = 0; i < 3; i++) m[i * 4]! *= 1 + damping;
  return m;
}

function solve(m: Float64Array, b: Float64Array): Float64Array {
  const pivots = new Int32Array(3);
  luFactor(m, 3, pivots);
  luSolve(m, 3, pivots, b);
  return b;
}

/** Lower factor of a covariance. */
function cholesky(m: readonly number[]): number[] {
  const l = new Array<number>(9).fill(0);
  for (let i = 0; i < 3; i++)
    for (let j = 0; j <= i; j++) {
      let s = m[i * 3 + j]!;
      for (let k = 0; k < j; k++) s -= l[i * 3 + k]! * l[j * 3 + k]!;
      l[i * 3 + j] = i === j ? Math.sqrt(Math.max(0, s)) : l[j * 4]! > 0 ? s / l[j * 4]! : 0;
    }
  return l;
}

/** Evenly spread points of the standard normal in three dimensions, the same each time: Halton, Box and Muller. */
function spreadPoints(count: number): number[][] {
  const halton = (i: number, base: number) => {
    let f = 1;
    let x = 0;
    for (let k = i; k > 0; k = Math.floor(k / base)) {
      f /= base;
      x += f * (k % base);
    }
    return x;
  };
  return Array.from({ length: count }, (_, i) => {
    const [u, v, w, z] = [2, 3, 5, 7].map((b) => halton(i + 1, b)) as [
      number,
      number,
      number,
      number,
    ];
    const r = Math.sqrt(-2 * Math.log(u));
    return [
      r * Math.cos(2 * Math.PI * v),
      r * Math.sin(2 * Math.PI * v),
      Math.sqrt(-2 * Math.log(w)) * Math.cos(2 * Math.PI * z),
    ];
  });
}

/**
 * Fits a start to readings: least squares by Levenberg and Marquardt with a prior, readings of a colour band
 * counting only where the curve lies outside it.
 *
 * @param course as planned
 * @param readings each of the day after its dose
 * @param progress told a share of the work done; returning false stops
 * @returns nothing where it was stopped
 */
export function fitSeason(
  ground: SeasonBasis,
  course: SeasonSetup,
  readings: readonly Reading[],
  progress: (done: number) => boolean = () => true,
): Fit | null {
  const known = readings
    .filter((r) => r.day > -1 && r.day <= course.days && (r.tan ?? r.nitrite ?? r.nitrate))
    .sort((a, b) => a.day - b.day);
  const until = Math.max(1, Math.ceil(Math.max(0, ...known.map((r) => r.day))));
  const short = { ...course, days: until, probes: known.map((r) => r.day) };
  const at = (p: Parameters) => residuals(runSeason(ground, withParameters(short, p)), known, p);
  const work = MOST_ROUNDS * 5 + DRAWS + 1;
  let done = 0;
  const goes = (n: number) => progress(Math.min(1, (done += n) / work));

  let p: Parameters = [0, 0, 0];
  let r = at(p);
  let damping = 0.01;
  let columns: number[][] = [];
  const differentiate = () =>
    ([0, 1, 2] as const).map((i) => {
      const moved = [...p];
      moved[i]! += STEP[i];
      return at(moved as unknown as Parameters).map((x, k) => (x - r[k]!) / STEP[i]);
    });
  for (let round = 0; round < MOST_ROUNDS; round++) {
    columns = differentiate();
    if (!goes(3)) return null;
    let better = false;
    for (let tries = 0; tries < 4 && !better; tries++) {
      const b = Float64Array.from(columns, (c) => -c.reduce((sum, x, k) => sum + x * r[k]!, 0));
      const step = solve(normal(columns, damping), b);
      const next = clamp([0, 1, 2].map((i) => p[i]! + Math.max(-1, Math.min(1, step[i]!))));
      const there = at(next);
      if (!goes(1)) return null;
      if (sumOfSquares(there) < sumOfSquares(r)) {
        better = sumOfSquares(r) - sumOfSquares(there) > 1e-3;
        p = next;
        r = there;
        damping = Math.max(1e-4, damping / 5);
        break;
      }
      damping *= 8;
    }
    if (!better) break;
  }
  columns = differentiate();
  const covariance = [0, 1, 2].flatMap((i) => {
    const unit = new Float64Array(3);
    unit[i] = 1;
    return [...solve(normal(columns, 0), unit)];
  });
  const noise = Math.max(1, sumOfSquares(r) / Math.max(1, r.length - 3));
  const l = cholesky(covariance.map((x) => x * noise));
  const spread = [0, 1, 2].map((i) =>
    Math.sqrt(Math.max(0, covariance[i * 4]! * noise)),
  ) as unknown as Parameters;

  const season = runSeason(ground, withParameters(course, p));
  const edge = (x: Float64Array) => [x.slice(), x.slice()] as [Float64Array, Float64Array];
  const band = {
    tan: edge(season.tan),
    nitrite: edge(season.nitrite),
    nitrate: edge(season.nitrate),
  };
  const cycled: (number | null)[] = [season.cycledDay];
  for (const point of spreadPoints(DRAWS)) {
    const moved = clamp(
      [0, 1, 2].map(
        (i) =>
          p[i]! + l[i * 3]! * point[0]! + l[i * 3 + 1]! * point[1]! + l[i * 3 + 2]! * point[2]!,
      ),
    );
    const one = runSeason(ground, withParameters(course, moved));
    if (!goes(1)) return null;
    cycled.push(one.cycledDay);
    for (const key of ['tan', 'nitrite', 'nitrate'] as const) {
      one[key].forEach((x, i) => {
        band[key][0][i] = Math.min(band[key][0][i]!, x);
        band[key][1][i] = Math.max(band[key][1][i]!, x);
      });
    }
  }
  const told = cycled.filter((x): x is number => x !== null).sort((x, y) => x - y);
  const last = told.length === cycled.length ? told.at(-1)! : null;
  const count = known.reduce(
    (n, x) => n + Number(x.tan !== null) + Number(x.nitrite !== null) + Number(x.nitrate !== null),
    0,
  );
  return {
    at: p,
    spread,
    misfit: Math.sqrt(sumOfSquares(r) / Math.max(1, r.length)),
    readings: count,
    enough: count >= FEWEST && last !== null && last - told[0]! <= TOO_WIDE,
    season,
    band,
    cycled: [told[0] ?? null, last],
  };
}

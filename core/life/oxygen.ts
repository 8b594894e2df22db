import type {
  Celsius,
  CubicMetresPerSecond,
  GramsPerCubicMetre,
  Metres,
  Share,
  SquareMetres,
} from '../quantity/si.ts';
import { saturationPressure } from '../water/evaporation.ts';

/** Oxygen in water: saturation, what brings it in, what fish use. */

/** An oxygen exchange, m³/h: supply in g/h = exchange × (saturation − oxygen) in mg/L. */
export type Exchange = number;

/**
 * Oxygen at saturation in fresh water at 1 atm, mg/L.
 *
 * @source Benson & Krause (1984), Limnol. Oceanogr. 29, 620–632
 */
export function saturationAtSea(t: Celsius): GramsPerCubicMetre {
  const k = t + 273.15;
  return Math.exp(
    -139.34411 + 1.575701e5 / k - 6.642308e7 / k ** 2 + 1.2438e10 / k ** 3 - 8.621949e11 / k ** 4,
  );
}

/** Pressure of the air at an altitude, kPa. @source ICAO standard atmosphere */
export const airPressure = (altitude: Metres): number =>
  101.325 * (1 - 2.25577e-5 * altitude) ** 5.25588;

/** Oxygen at saturation at an altitude, mg/L: the air's pressure less that of vapour. */
export function saturation(t: Celsius, altitude: Metres = 0): GramsPerCubicMetre {
  const vapour = saturationPressure(t) / 1000;
  return (saturationAtSea(t) * (airPressure(altitude) - vapour)) / (101.325 - vapour);
}

/** Fish water, neither clean nor foul; a fall that is neither a free jet nor a slide. */
const WATER_QUALITY = 1;
const FALL_KIND = 0.75;

/**
 * Share of the oxygen deficit that a fall of water mends: 1 − 1/r.
 *
 * @param fall m, up to some 3
 * @param quality 1.8 for clean water to 1.0 for fish water
 * @param kind 0.5 for a broken slide to 1 for a free fall
 * @source Gameson; Water Research Laboratory (1973), cited from memory
 */
export function fallEffect(
  fall: Metres,
  t: Celsius,
  quality = WATER_QUALITY,
  kind = FALL_KIND,
): Share {
  const h = Math.min(Math.max(0, fall), 4);
  const r = 1 + 0.38 * quality * kind * h * (1 - 0.11 * h) * (1 + 0.046 * t);
  return 1 - 1 / r;
}

/** Exchange of water that falls. @param flow m³/s */
export const fallExchange = (flow: CubicMetresPerSecond, fall: Metres, t: Celsius): Exchange =>
  flow * 3600 * fallEffect(fall, t);

/** Oxygen in a cubic metre of air, g; share taken per metre of depth by a common stone; what fish water leaves of it. */
const OXYGEN_IN_AIR = 280;
const STONE_PER_METRE = 0.04;
const FISH_WATER = 0.8;

/**
 * Exchange of an air stone.
 *
 * @param air m³/s
 * @param depth under the water
 * @source standard oxygen transfer at 20 °C, zero oxygen: 3–5 % of the oxygen per metre; α 0.7–0.9; 1.024 per °C
 */
export function stoneExchange(air: CubicMetresPerSecond, depth: Metres, t: Celsius): Exchange {
  const standard = air * 3600 * OXYGEN_IN_AIR * STONE_PER_METRE * depth;
  return (standard * FISH_WATER * 1.024 ** (t - 20)) / 9.09;
}

/** Transfer through a water surface, m/day: 0.3 still to 0.6 stirred. */
export const SURFACE_TRANSFER = { still: 0.3, stirred: 0.6 } as const;

/** Exchange of a water surface. */
export const surfaceExchange = (area: SquareMetres, stirred: boolean): Exchange =>
  (area * (stirred ? SURFACE_TRANSFER.stirred : SURFACE_TRANSFER.still)) / 24;

/** Oxygen that fish use for their feed, kg/kg: 0.2–0.4. */
export const OXYGEN_PER_FEED = 0.3;
/** Use after feeding, as a factor on the day's mean, and for so many hours. */
export const FED_PEAK = 1.4;
export const FED_HOURS = 5;
/** Resting use at 20 °C, mg/kg·h: 100–200; doubled by each 10 °C. */
const RESTING = 150;

/** Oxygen that resting fish use, g/h. @param mass kg */
export const restingUse = (mass: number, t: Celsius): number =>
  (mass * RESTING * 2 ** ((t - 20) / 10)) / 1000;

/**
 * Use of each hour of a day as a factor on its mean, fed at the given hours.
 *
 * @returns 24 factors whose mean is 1
 */
export function useByHour(fedAt: readonly number[]): number[] {
  const fed = new Set<number>();
  for (const h of fedAt) for (let i = 0; i < FED_HOURS; i++) fed.add((Math.floor(h) + i) % 24);
  if (fed.size === 0 || fed.size === 24) return new Array<number>(24).fill(1);
  const peak = Math.min(FED_PEAK, 24 / fed.size);
  const rest = (24 - peak * fed.size) / (24 - fed.size);
  return Array.from({ length: 24 }, (_, h) => (fed.has(h) ? peak : rest));
}

/**
 * Oxygen through a day that repeats itself: dC/dt = (K·(Cs − C) − D)/V, with use and exchange steady in each hour.
 *
 * @param volume m³
 * @param exchange of each of 24 hours
 * @param use g/h of each hour
 * @param saturated mg/L
 * @returns oxygen at the end of each hour, mg/L; never below 0
 */
export function oxygenByHour(
  volume: number,
  exchange: readonly Exchange[],
  use: readonly number[],
  saturated: GramsPerCubicMetre,
): number[] {
  // Each hour is an affine map, and so is the day: c ↦ keeps · c + gains.
  const keeps: number[] = [];
  const gains: number[] = [];
  let kept = 1;
  let gained = 0;
  for (let h = 0; h < 24; h++) {
    const k = exchange[h]! / volume;
    const d = use[h]! / volume;
    const keep = k < 1e-9 ? 1 : Math.exp(-k);
    const gain = k < 1e-9 ? -d : (saturated - d / k) * (1 - keep);
    keeps.push(keep);
    gains.push(gain);
    kept *= keep;
    gained = gained * keep + gain;
  }
  const step = (c: number, h: number) => Math.max(0, c * keeps[h]! + gains[h]!);
  let c = kept < 1 ? Math.max(0, gained / (1 - kept)) : 0;
  let day: number[] = [];
  // Where it never comes down to nothing that is the day that repeats itself; else a few days lead there.
  for (let i = 0; i < 60; i++) {
    const before = c;
    day = Array.from({ length: 24 }, (_, h) => (c = step(c, h)));
    if (Math.abs(c - before) < 1e-6) break;
  }
  return day;
}

/**
 * Time after the pumps stop until the oxygen has fallen to a level.
 *
 * @param level to which it falls, mg/L
 * @param from oxygen at the stop, mg/L
 * @param volume m³
 * @param exchange what still brings oxygen in, m³/h
 * @param use g/h
 * @param saturated mg/L
 * @returns hours; 0 where it is there already, Infinity where it never gets there
 * @source C(t) = C_eq + (C₀ − C_eq)·e^(−kt), C_eq = C_s − D/K
 */
export function hoursUntil(
  level: GramsPerCubicMetre,
  from: GramsPerCubicMetre,
  volume: number,
  exchange: Exchange,
  use: number,
  saturated: GramsPerCubicMetre,
): number {
  if (from <= level) return 0;
  if (exchange < 1e-9) return use > 0 ? ((from - level) * volume) / use : Infinity;
  const to = saturated - use / exchange;
  if (to >= level) return Infinity;
  return (volume / exchange) * Math.log((from - to) / (level - to));
}

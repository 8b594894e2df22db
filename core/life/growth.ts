import type { FishKind } from '../catalogue/index.ts';
import type { Celsius, Kilograms } from '../quantity/si.ts';
import { rationShare } from './feed.ts';

/** Growth by the thermal growth coefficient, no faster than the feed allows. */

const DAYS_IN_MONTH = 30;

/**
 * Thermal growth coefficient that gives a kind's published growth: W in g, the middle of its best range.
 *
 * @returns 1000 · (W₁^⅓ − W₀^⅓) ÷ (°C · days)
 * @source Iwama & Tautz (1981), Can. J. Fish. Aquat. Sci. 38, 649–656
 */
export function thermalGrowth(kind: FishKind): number {
  const { from, to, months } = kind.growth;
  const t = (kind.best[0] + kind.best[1]) / 2;
  const days = ((months[0] + months[1]) / 2) * DAYS_IN_MONTH;
  return (1000 * (Math.cbrt(to * 1000) - Math.cbrt(from * 1000))) / (t * days);
}

/**
 * Temperature that counts for growth: up to the top of the best range, then falling to 0 at the survival limit;
 * 0 below the stop temperature.
 */
export function growthTemperature(kind: FishKind, t: Celsius): Celsius {
  if (t < kind.stopsFeeding) return 0;
  const top = kind.best[1];
  if (t <= top) return t;
  return top * Math.max(0, (kind.survives[1] - t) / (kind.survives[1] - top));
}

/**
 * Gain of one fish in a day: what its warmth allows or what its feed allows, whichever is less; none over its
 * grown mass.
 *
 * @param mass of one, kg
 * @param feed eaten by one in the day, kg
 * @returns kg a day
 */
export function gain(kind: FishKind, mass: Kilograms, t: Celsius, feed: Kilograms): Kilograms {
  if (mass >= kind.growth.to) return 0;
  const root = Math.cbrt(mass * 1000);
  const step = (thermalGrowth(kind) * growthTemperature(kind, t)) / 1000;
  const thermal = ((root + step) ** 3 - root ** 3) / 1000;
  return Math.min(thermal, feed / kind.feedConversion);
}

/**
 * Days from one mass to another, fed its ration in water of one temperature.
 *
 * @returns days; Infinity where it does not get there within ten years
 */
export function daysToGrow(kind: FishKind, from: Kilograms, to: Kilograms, t: Celsius): number {
  let mass = from;
  for (let day = 0; day < 3650; day++) {
    if (mass >= to) return day;
    mass += gain(kind, mass, t, mass * rationShare(kind, mass, t));
  }
  return Infinity;
}

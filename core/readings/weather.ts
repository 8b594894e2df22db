import { CLIMATES } from '../catalogue/index.ts';
import type { Celsius } from '../quantity/si.ts';
import type { SystemDocument } from '../system/index.ts';
import { isDay, type LocalDay } from '../calendar/time.ts';

/** Weather of the days ahead, where a gateway knows it. */

export interface WeatherDay {
  readonly date: LocalDay;
  readonly low: Celsius;
  readonly high: Celsius;
}

/** What air on earth may be. */
const AIR: readonly [Celsius, Celsius] = [-70, 60];
/** Most days of an answer. */
const MOST_DAYS = 31;

/** The days of an answer of the interface, in order; what is no day of weather is left out. */
export function readWeather(raw: unknown): WeatherDay[] {
  const days: unknown = raw !== null && typeof raw === 'object' && 'days' in raw ? raw.days : null;
  if (!Array.isArray(days)) return [];
  const air = (x: unknown): x is number => typeof x === 'number' && x >= AIR[0] && x <= AIR[1];
  return days
    .slice(0, MOST_DAYS)
    .flatMap((x: unknown): WeatherDay[] => {
      if (x === null || typeof x !== 'object') return [];
      const { date, low_c: low, high_c: high } = x as Record<string, unknown>;
      if (!isDay(date) || !air(low) || !air(high)) return [];
      return [{ date, low: Math.min(low, high), high: Math.max(low, high) }];
    })
    .sort((a, b) => (a.date < b.date ? -1 : 1));
}

/** The kind of place whose months are nearest to those of a system; null where its air outside is not known. */
export function placeOf({ site }: SystemDocument): string | null {
  if (!site.outside) return null;
  const { day, night } = site.outside;
  const far = (c: (typeof CLIMATES)[number]) =>
    day.reduce((sum, x, m) => sum + (x - c.day[m]!) ** 2 + (night[m]! - c.night[m]!) ** 2, 0);
  return CLIMATES.filter((c) => !c.inside).reduce((a, b) => (far(b) < far(a) ? b : a)).id;
}

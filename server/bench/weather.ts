import { CLIMATES } from '../../core/catalogue/index.ts';
import { dayOfYear, localDay } from '../../core/calendar/index.ts';
import { onDay } from '../../core/life/index.ts';

/** Weather made up from monthly normals: by the nearest climate of the catalogue and the date. */

export interface ForecastDay {
  readonly date: string;
  readonly low_c: number;
  readonly high_c: number;
}

/** Scatter of a day about its normal, °C, the same for the same day. */
const SCATTER = 3.5;
const scatterOf = (day: number): number => {
  let t = Math.imul(day ^ 0x9e3779b9, 0x85ebca6b);
  t ^= t >>> 13;
  t = Math.imul(t, 0xc2b2ae35);
  return (((t ^ (t >>> 16)) >>> 0) / 4294967296 - 0.5) * 2 * SCATTER;
};

/**
 * Days from a date on.
 *
 * @param climate id of the catalogue
 * @returns null where there is no such climate, or it has no air of the open
 */
export function weatherOf(climate: string, date: string, count: number): ForecastDay[] | null {
  const c = CLIMATES.find((x) => x.id === climate);
  if (!c || c.inside) return null;
  const { day, night } = c;
  const first = Date.parse(`${date}T00:00:00Z`);
  return Array.from({ length: count }, (_, i) => {
    const at = first + i * 86_400_000;
    const on = localDay(at, 'UTC');
    const n = dayOfYear(on);
    // A warm day follows a warm one: the mean of two days’ scatter.
    const k = Math.floor(at / 86_400_000);
    const off = (scatterOf(k) + scatterOf(k - 1)) / 2;
    const round = (x: number) => Math.round(x * 10) / 10;
    return {
      date: on,
      low_c: round(onDay(night, n) + off),
      high_c: round(onDay(day, n) + off),
    };
  });
}

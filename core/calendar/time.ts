import { tzOffset } from '@date-fns/tz';

/** Moments as a wall clock of some zone shows them. A day is written as YYYY-MM-DD. */

export type LocalDay = string;
/** Milliseconds since 1970, UTC. */
export type Moment = number;
/** A number of hours, minutes, months or days as calendars write it. */
export const twoDigits = (n: number): string => String(n).padStart(2, '0');
/** Whether something is written as a day of the calendar. */
export function isDay(x: unknown): x is LocalDay {
  if (typeof x !== 'string' || !/^\d{4}-\d{2}-\d{2}$/.test(x)) return false;
  const at = Date.parse(`${x}T00:00:00Z`);
  return !Number.isNaN(at) && new Date(at).toISOString().startsWith(x);
}
export const DAY_MS = 86_400_000;
/** No system of this program is older, and no date of one later. */
export const EARLIEST: Moment = Date.UTC(1980, 0, 1);
export const LATEST: Moment = Date.UTC(2100, 0, 1) - 1;

const zones = new Map<string, boolean>();
/** Whether a zone is known here. */
export function knowsZone(zone: string): boolean {
  const there = zones.get(zone);
  if (there !== undefined) return there;
  let answer = zone !== '';
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone || 'UTC' });
  } catch {
    answer = false;
  }
  zones.set(zone, answer);
  return answer;
}
const known = (zone: string): string => (knowsZone(zone) ? zone : 'UTC');

/** Offsets of a zone through a year of UTC: each from its moment on, the first from the year’s beginning. */
type Offsets = readonly (readonly [from: Moment, ahead: number])[];
const years = new Map<string, Offsets>();
/** A zone’s clocks stay as they are for so long at least. */
const STEADY = 14 * DAY_MS;

/** Asking the calendar of a zone is slow; its clocks change some twice a year, at moments found once. */
function offsetsOf(zone: string, year: number): Offsets {
  const key = `${zone} ${year}`;
  const there = years.get(key);
  if (there) return there;
  const at = (t: Moment) => tzOffset(zone, new Date(t)) * 60_000;
  const end = Date.UTC(year + 1, 0, 1);
  let t = Date.UTC(year, 0, 1);
  let now = at(t);
  const out: (readonly [Moment, number])[] = [[t, now]];
  while (t < end) {
    const next = Math.min(end, t + STEADY);
    const then = at(next);
    if (then !== now) {
      let [low, high] = [t, next];
      while (high - low > 60_000) {
        const mid = Math.floor((low + high) / 120_000) * 60_000;
        if (at(mid) === now) low = mid;
        else high = mid;
      }
      out.push([high, then]);
      now = then;
    }
    t = next;
  }
  years.set(key, out);
  return out;
}

/** What the wall clock is ahead of UTC at a moment, ms. */
export function ahead(zone: string, at: Moment): number {
  const offsets = offsetsOf(zone, new Date(at).getUTCFullYear());
  for (let i = offsets.length - 1; i > 0; i--) if (at >= offsets[i]![0]) return offsets[i]![1];
  return offsets[0]![1];
}
/** The wall clock’s reading as if it were UTC. */
const wallOf = (at: Moment, zone: string): Date => new Date(at + ahead(known(zone), at));

/** The day that a calendar on the wall shows. */
export const localDay = (at: Moment, zone: string): LocalDay =>
  wallOf(at, zone).toISOString().slice(0, 10);

/** Hours and minutes that a clock on the wall shows, as minutes since midnight. */
export function localMinutes(at: Moment, zone: string): number {
  const d = wallOf(at, zone);
  return d.getUTCHours() * 60 + d.getUTCMinutes();
}

/**
 * The moment at which a clock on the wall shows a time of a day. A time that daylight saving skips is the moment
 * just as long after the skip; of a time that stands twice it is the first.
 *
 * @param minutes since midnight
 */
export function momentOf(day: LocalDay, minutes: number, zone: string): Moment {
  const wall = Date.parse(`${day}T00:00:00Z`) + minutes * 60_000;
  const z = known(zone);
  const before = wall - ahead(z, wall - DAY_MS);
  if (before + ahead(z, before) === wall) return before;
  const after = wall - ahead(z, wall + DAY_MS);
  return after + ahead(z, after) === wall ? after : before;
}

/** A day so many days later; the calendar’s, whatever its clocks do. */
export function addDays(day: LocalDay, days: number): LocalDay {
  return new Date(Date.parse(`${day}T00:00:00Z`) + days * DAY_MS).toISOString().slice(0, 10);
}

/** Days from one day to another. */
export const daysBetween = (from: LocalDay, to: LocalDay): number =>
  Math.round((Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / DAY_MS);

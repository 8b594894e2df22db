import { tzOffset } from '@date-fns/tz';
import type { Moment } from './types.ts';

/** Moments as a wall clock of some zone shows them. A day is written as YYYY-MM-DD. */

export type LocalDay = string;
export const DAY_MS = 86_400_000;
export const HOUR_MS = 3_600_000;

/** Whether a zone is known here. */
export function knowsZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return zone !== '';
  } catch {
    return false;
  }
}
const known = (zone: string): string => (knowsZone(zone) ? zone : 'UTC');

/** What the wall clock is ahead of UTC at a moment, ms. */
export const ahead = (zone: string, at: Moment): number => tzOffset(zone, new Date(at)) * 60_000;
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

/** Day of the year, 1 to 366. */
export const dayOfYear = (day: LocalDay): number =>
  daysBetween(`${day.slice(0, 4)}-01-01`, day) + 1;

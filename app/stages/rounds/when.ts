import { dateFormat, plural, tell, type UnitSystem } from '../../../core/quantity';
import {
  knowsZone,
  localDay,
  shortAge,
  addDays,
  daysBetween,
  type LocalDay,
} from '../../../core/log';

/** Days and hours as they are said. */

/** Forms of a day of this year and of another. */
const DAY = { weekday: 'short', day: 'numeric', month: 'short' } as const;
const DATED = { day: 'numeric', month: 'short', year: 'numeric' } as const;

/** A day as “today”, “tomorrow” or “Sat 13 Jun”, with its year where that is another. @param today empty where it is not to be told by it */
export function dayWords(day: LocalDay, today: LocalDay): string {
  if (today) {
    if (day === today) return 'today';
    if (day === addDays(today, 1)) return 'tomorrow';
    if (day === addDays(today, -1)) return 'yesterday';
  }
  const date = new Date(`${day}T12:00:00`);
  return today && day.slice(0, 4) !== today.slice(0, 4)
    ? dateFormat(DATED).format(date)
    : dateFormat(DAY).format(date);
}
/** When a task falls due. */
export function dueWords(day: LocalDay, today: LocalDay): string {
  const late = daysBetween(day, today);
  return late > 0 ? plural(late, 'due yesterday', 'due # days ago') : dayWords(day, today);
}
/** Hour of a moment, as the clock on the wall of a zone shows it. */
export const clockWords = (at: number, zone: string): string =>
  dateFormat({
    hour: '2-digit',
    minute: '2-digit',
    ...(knowsZone(zone) ? { timeZone: zone } : {}),
  }).format(new Date(at));
/** A moment as day and hour. */
export const momentWords = (at: number, now: number, zone: string): string =>
  `${dayWords(localDay(at, zone), localDay(now, zone))}, ${clockWords(at, zone)}`;
/** How long ago, in few letters. */
export const ageWords = (at: number, now: number, units: UnitSystem): string =>
  now - at < 60_000 ? 'now' : `${tell(shortAge((now - at) / 1000), units)} ago`;

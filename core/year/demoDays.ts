import { addDays, localDay, momentOf, type Moment } from '../calendar/time.ts';

/** Demos that have a log: how many days before its end the water went in. */
export const DEMO_DAYS: Readonly<Record<string, number>> = {
  'north-wall-lean-to': 200,
  'spring-start': 24,
  'slow-line': 240,
  'under-stairs-tray': 78,
};

/** Minutes after midnight of the first round of a day, and before it the time that filling takes. */
export const FIRST_ROUND = 8 * 60;
const FILLING = 120;

/** Midnight before a moment. */
export const midnight = (now: Moment, zone: string): Moment =>
  momentOf(localDay(now, zone), 0, zone);

/** When the water of a demo went in; null where it has no log. @param end midnight after its last day */
export function demoFilled(file: string, end: Moment, zone: string): Moment | null {
  const days = DEMO_DAYS[file];
  return days === undefined
    ? null
    : momentOf(addDays(localDay(end, zone), -days), FIRST_ROUND - FILLING, zone);
}

import type { LocalDay } from './time.ts';

/**
 * Days of the year without a year, as planting plans, frosts and climates have them: counted in a leap year, so that
 * one number is one date in every year. 1 March is the 61st; 29 February, the 60th, is 1 March in ordinary years.
 */

/** Days from 1 January to 31 December, 29 February among them. */
export const DAYS_OF_YEAR = 366;
const LEAP_YEAR = 2000;
const DAY_MS = 86_400_000;

/** Day of the year of a date, 1 … 366. */
export const dayOfYear = (day: LocalDay): number =>
  dayOfMonthYear(Number(day.slice(5, 7)), Number(day.slice(8, 10)));

/** Day of the year of a month, 1 … 12, and a day of it. */
export const dayOfMonthYear = (month: number, day: number): number =>
  Math.round((Date.UTC(LEAP_YEAR, month - 1, day) - Date.UTC(LEAP_YEAR, 0, 0)) / DAY_MS);

/** Month, 1 … 12, and day of the month of a day of the year. */
export function monthAndDay(day: number): readonly [month: number, day: number] {
  const date = new Date(Date.UTC(LEAP_YEAR, 0, Math.round(day)));
  return [date.getUTCMonth() + 1, date.getUTCDate()];
}

/** Date of a day of the year in a year; 29 February is 1 March where there is none. */
export function dateIn(year: number, day: number): LocalDay {
  const [month, of] = monthAndDay(day);
  return new Date(Date.UTC(year, month - 1, of)).toISOString().slice(0, 10);
}

/** Day of the year so many days after another; before it where below 0. */
export const dayAfter = (day: number, days: number): number =>
  ((((Math.round(day) - 1 + days) % DAYS_OF_YEAR) + DAYS_OF_YEAR) % DAYS_OF_YEAR) + 1;

/** Months from a day of the year to the one so many days later: 0 in the same month, 12 in the same month of the next year. */
export const monthsAfter = (begins: number, days: number): number =>
  12 * Math.floor((begins - 1 + days) / DAYS_OF_YEAR) +
  monthAndDay(dayAfter(begins, days))[0] -
  monthAndDay(begins)[0];

/** Days from one day of the year to another, over the new year where it is earlier. */
export const daysAcross = (from: number, to: number): number =>
  (((to - from) % DAYS_OF_YEAR) + DAYS_OF_YEAR) % DAYS_OF_YEAR;

import * as rrule from 'rrule';
import type { TaskUnit } from '../../system/index.ts';
import { addDays, daysBetween, twoDigits, type LocalDay } from '../../calendar/time.ts';

/**
 * Days that repeat, by the rules of RFC 5545. The package is CommonJS and has its names on its default where it is loaded
 * as such; bundlers that know it has none are not asked for it by name.
 */
const { Frequency, RRule } =
  'RRule' in rrule ? rrule : (Reflect.get(rrule, 'default') as typeof import('rrule'));

export interface Every {
  readonly every: number;
  readonly unit: TaskUnit;
}

const FREQUENCY: Record<TaskUnit, number> = {
  day: Frequency.DAILY,
  week: Frequency.WEEKLY,
  month: Frequency.MONTHLY,
  year: Frequency.YEARLY,
};
const noon = (day: LocalDay) => new Date(`${day}T12:00:00Z`);

/**
 * Options of a rule that begins on a day. What begins on the last day of a month falls on the last of each, and of
 * months that lack its day on the last they have.
 */
function optionsOf({ every, unit }: Every, begins: LocalDay) {
  const [, month, day] = begins.split('-').map(Number) as [number, number, number];
  const plain = { freq: FREQUENCY[unit], interval: every };
  if (day <= 28 || unit === 'day' || unit === 'week') return plain;
  const months = unit === 'year' ? { bymonth: month } : {};
  if (addDays(begins, 1).endsWith('-01')) return { ...plain, ...months, bymonthday: -1 };
  // The 29th and 30th: the last of these days that a month has.
  return {
    ...plain,
    ...months,
    bymonthday: Array.from({ length: day - 27 }, (_, i) => 28 + i),
    bysetpos: -1,
  };
}

/**
 * The last beginning of a turn that is not after a day, so that what began long ago is not counted up to now. Turns
 * of months begin on a day that every month has.
 */
function turnBefore({ every, unit }: Every, begins: LocalDay, day: LocalDay): LocalDay {
  if (day <= begins) return begins;
  if (unit === 'day' || unit === 'week') {
    const turn = every * (unit === 'week' ? 7 : 1);
    return addDays(begins, Math.floor(daysBetween(begins, day) / turn) * turn);
  }
  const months = (d: LocalDay) => Number(d.slice(0, 4)) * 12 + Number(d.slice(5, 7)) - 1;
  const turn = every * (unit === 'year' ? 12 : 1);
  const turns = Math.floor((months(day) - months(begins)) / turn);
  if (turns <= 0) return begins;
  const month = months(begins) + turns * turn;
  const date = Math.min(28, Number(begins.slice(8)));
  return `${String(Math.floor(month / 12)).padStart(4, '0')}-${twoDigits((month % 12) + 1)}-${twoDigits(date)}`;
}
const ruleOf = (e: Every, begins: LocalDay, from: LocalDay) =>
  new RRule({ ...optionsOf(e, begins), dtstart: noon(turnBefore(e, begins, from)) });

/** The rule as text for a calendar, without its beginning. */
export const ruleText = (e: Every, begins: LocalDay): string =>
  RRule.optionsToString(optionsOf(e, begins)).replace(/^RRULE:/, '');

/** Days on which something falls that begins on a day, from one day to another, both with them. */
export function daysOf(e: Every, begins: LocalDay, from: LocalDay, to: LocalDay): LocalDay[] {
  if (to < from) return [];
  return ruleOf(e, begins, from)
    .between(noon(from), noon(to), true)
    .map((d) => d.toISOString().slice(0, 10));
}

/** The first day after a day on which it falls again. */
export function nextAfter(e: Every, begins: LocalDay, after: LocalDay): LocalDay {
  if (after < begins) return begins;
  const next = ruleOf(e, begins, after).after(noon(after), false);
  return next ? next.toISOString().slice(0, 10) : addDays(after, 1);
}

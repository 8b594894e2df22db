import {
  EARLIEST,
  LATEST,
  addDays,
  isDay,
  localDay,
  localMinutes,
  momentOf,
  twoDigits,
  type LocalDay,
  type Moment,
} from './time.ts';

/** What stands in a date field, as it is meant. */

export type TypedDay =
  { readonly ok: true; readonly day: LocalDay } | { readonly ok: false; readonly message: string };
export type TypedMoment =
  { readonly ok: true; readonly at: Moment } | { readonly ok: false; readonly message: string };

/** A year of two digits is one of this century. */
const century = (year: number): number => (year < 100 ? 2000 + year : year);

/**
 * A day as a date field of a browser gives it, YYYY-MM-DD with as many digits of the year as were typed.
 *
 * @param from first day that can be meant, where it is later than {@link EARLIEST}
 * @param to last day that can be meant
 */
export function typedDay(
  text: string,
  from: LocalDay = localDay(EARLIEST, 'UTC'),
  to: LocalDay = localDay(LATEST, 'UTC'),
): TypedDay {
  const m = /^(\d{1,6})-(\d{2})-(\d{2})$/.exec(text.trim());
  const year = m ? century(Number(m[1])) : 0;
  const day = m ? `${String(year).padStart(4, '0')}-${m[2]}-${m[3]}` : '';
  if (!isDay(day)) return { ok: false, message: 'Enter a whole date: day, month and year.' };
  if (day < from) return { ok: false, message: `${day} is before ${from}. Is the year right?` };
  if (day > to) return { ok: false, message: `${day} is after ${to}. Is the year right?` };
  return { ok: true, day };
}

/** A moment as it stands in a field of date and time. */
export function fieldMoment(at: Moment, zone: string): string {
  const minutes = localMinutes(at, zone);
  return `${localDay(at, zone)}T${twoDigits(Math.floor(minutes / 60))}:${twoDigits(minutes % 60)}`;
}

/**
 * A moment as a field of date and time gives it, YYYY-MM-DDTHH:MM.
 *
 * @param now what is done is noted up to now
 */
export function typedMoment(text: string, zone: string, now: Moment): TypedMoment {
  const [date = '', clock = ''] = text.trim().split('T');
  const time = /^(\d{2}):(\d{2})(?::(\d{2}))?/.exec(clock);
  const typed = typedDay(date, undefined, addDays(localDay(now, zone), 1));
  if (!typed.ok) return typed;
  if (!time) return { ok: false, message: 'The time of day is missing.' };
  const minutes = Number(time[1]) * 60 + Number(time[2]);
  const at = momentOf(typed.day, minutes, zone) + Number(time[3] ?? 0) * 1000;
  return at <= now + 60_000
    ? { ok: true, at }
    : {
        ok: false,
        message: 'This date is in the future. The log holds what has happened until now.',
      };
}

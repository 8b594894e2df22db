import { knowsZone, momentOf, monthAndDay, twoDigits, typedDay } from '../calendar/index.ts';
import { dayOf, parse, type QuantityKind } from '../quantity/index.ts';

/** Cells of a table that somebody wrote: dates, times of day, numbers, as they are meant or not at all. */

/** What stands for a thing that the table does not say and the grower is asked. */
export const UNSTATED = '?';
export type Unstated = typeof UNSTATED;

export const DATE_ORDERS = ['ymd', 'dmy', 'mdy'] as const;
export type DateOrder = (typeof DATE_ORDERS)[number];
export type DecimalMark = '.' | ',';

/** The decimal mark of cells; one that can be thousands as well says nothing. */
export function decimalMarkOf(cells: readonly string[]): DecimalMark | Unstated {
  const decimal = (mark: string) =>
    new RegExp(
      `(^|[^\\d.,])(\\d+\\${mark}(\\d{1,2}|\\d{4,})|0\\${mark}\\d+|\\d{4,}\\${mark}\\d+)([^\\d.,]|$)`,
    );
  const count = (pattern: RegExp) => cells.filter((x) => pattern.test(x)).length;
  const [points, commas] = [count(decimal('.')), count(decimal(','))];
  if (points !== commas) return points > commas ? '.' : ',';
  if (points > 0) return UNSTATED;
  return cells.some((x) => /\d[.,]\d{3}(\D|$)/.test(x)) ? UNSTATED : '.';
}

const DATE = /^(\d{1,4})[-./](\d{1,2})[-./](\d{1,4})(?:[T, ]+(.*))?$/;
/** A date with its month in letters. */
const NAMED =
  /^(?:(\d{1,2})\.?[ -]([a-z]{3,9})\.?|([a-z]{3,9})\.? (\d{1,2}))[, -]+(\d{4}|\d{2})(?:[T, ]+(.*))?$/i;

/** The order of day, month and year; asked about where every date can be read in two ways. */
export function orderOf(dates: readonly string[]): DateOrder | Unstated {
  const parts = dates.flatMap((d) => {
    const m = DATE.exec(d.trim());
    return m ? [{ a: m[1]!, b: Number(m[2]), dots: d.includes('.') }] : [];
  });
  if (parts.some(({ a }) => a.length === 4)) return 'ymd';
  if (parts.some(({ a }) => Number(a) > 31)) return 'ymd';
  if (parts.some(({ a }) => Number(a) > 12)) return 'dmy';
  if (parts.some(({ b }) => b > 12)) return 'mdy';
  // Nobody puts points between a month and a day.
  if (parts.every(({ dots }) => dots)) return parts.length ? 'dmy' : 'ymd';
  return parts.every(({ a, b }) => Number(a) === b) ? 'dmy' : UNSTATED;
}

interface DateRead {
  readonly day: string;
  /** What stands behind the day. */
  readonly rest: string;
}
/** A day as a text has it; null where it is no date. */
function dateOf(text: string, order: DateOrder): DateRead | null {
  const m = DATE.exec(text.trim());
  const n = m ? null : NAMED.exec(text.trim());
  if (!m && !n) return null;
  let [y, mo, d] = [0, 0, 0];
  if (m) {
    const [a, b, c] = [Number(m[1]), Number(m[2]), Number(m[3])];
    [y, mo, d] =
      order === 'ymd' || m[1]!.length === 4 ? [a, b, c] : order === 'dmy' ? [c, b, a] : [c, a, b];
  } else {
    // As a day of a year with 29 February; whether this year has it is seen below.
    const inYear = dayOf(`${n![1] ?? n![4]} ${n![2] ?? n![3]}`);
    if (inYear === null) return null;
    [mo, d] = monthAndDay(inYear);
    y = Number(n![5]);
  }
  const year = y < 100 ? 2000 + y : y;
  const day = `${year}-${twoDigits(mo)}-${twoDigits(d)}`;
  return typedDay(day).ok ? { day, rest: (m?.[4] ?? n?.[6] ?? '').trim() } : null;
}

interface ClockRead {
  readonly ms: number;
  /** Zone that the text names: an offset in ms, or the name of one; null where it names none. */
  readonly zone: number | string | null;
}
/** A time of day, with the zone that it names; null where it is none. */
function clockOf(text: string): ClockRead | null {
  const m = /^(.*?\d.*?)\s*(Z|UTC|GMT|[+-]\d{2}:?\d{2}|[A-Z][A-Za-z]+\/[A-Za-z_/+-]+)?$/.exec(
    text.trim(),
  );
  if (!m) return null;
  const fraction = /(:\d{2})[.,](\d{1,3})\d*(?=\s|$)/.exec(m[1]!);
  const clock = parse(m[1]!.replace(/(:\d{2})[.,]\d+(?=\s|$)/, '$1'), 'clock', 'metric');
  if (!clock.ok) return null;
  const ms = clock.value * 1000 + (fraction ? Number(fraction[2]!.padEnd(3, '0')) : 0);
  const said = m[2] ?? '';
  const offset = offsetOf(said);
  if (offset !== null) return { ms, zone: offset };
  if (said === '') return { ms, zone: null };
  return knowsZone(said) ? { ms, zone: said } : null;
}
/** What a text as +02:00 or UTC is ahead of UTC, ms; null where it is none. */
function offsetOf(text: string): number | null {
  if (/^(Z|UTC|GMT)$/i.test(text)) return 0;
  const m = /^([+-])(\d{2}):?(\d{2})$/.exec(text);
  if (!m) return null;
  return (m[1] === '-' ? -1 : 1) * (Number(m[2]) * 60 + Number(m[3])) * 60_000;
}

/** The moment of a row; or why it has none. */
export function momentOfRow(
  dated: string,
  timed: string,
  offset: string,
  zone: string,
  order: DateOrder | Unstated,
): { readonly at: number; readonly zone: string } | string {
  if (dated === '') return 'It has no date.';
  const read = dateOf(dated, order === UNSTATED ? 'ymd' : order);
  const named = NAMED.test(dated.trim()) || /^\d{4}/.test(dated.trim());
  if (order === UNSTATED && !named) return `“${dated}” can be read in two ways.`;
  if (!read) return `“${dated}” is not a date.`;
  const text = timed || read.rest;
  const clock = text ? clockOf(text) : { ms: NOON, zone: null };
  if (!clock) return `“${text}” is not a time of day.`;
  const said = clock.zone ?? offsetOf(offset);
  if (typeof said === 'number')
    return { at: Date.parse(`${read.day}T00:00:00Z`) + clock.ms - said, zone };
  const minutes = Math.floor(clock.ms / 60_000);
  const there = said ?? zone;
  return { at: momentOf(read.day, minutes, there) + (clock.ms - minutes * 60_000), zone: there };
}
/** A row without a time of day is of noon, ms. */
const NOON = 12 * 3_600_000;

/** A number as it stands in a cell with its table’s decimal mark; null where it disagrees with that. */
function plainNumber(text: string, decimal: DecimalMark): string | null {
  const thousands = decimal === '.' ? ',' : '.';
  const number = /^([+-]?[\d.,'’ \u00a0\u202f]*\d)(.*)$/.exec(text);
  if (!number) return text;
  const [, digits = '', rest = ''] = number;
  const [whole = '', part, ...more] = digits.split(decimal);
  if (more.length || (part !== undefined && /[^\d]/.test(part))) return null;
  const groups = whole.split(new RegExp(`[${thousands}'’ \\u00a0\\u202f]`));
  if (
    groups.length > 1 &&
    (!/^[+-]?[1-9]\d{0,2}$/.test(groups[0]!) || groups.slice(1).some((g) => !/^\d{3}$/.test(g)))
  )
    return null;
  return `${groups.join('')}${part === undefined ? '' : `.${part}`}${rest}`;
}

/** A number, or a band of two, as kits are written down: 0.25–0.5, <0.25, >8. */
export function cellNumbers(
  text: string,
  kind: QuantityKind,
  unit: string,
  decimal: DecimalMark | Unstated,
): readonly [number, number] | string {
  const clean = text.replace(/−/g, '-').trim();
  const one = (part: string): number | string => {
    if (decimal === UNSTATED && /[.,]/.test(part))
      return 'does its mark separate decimals or thousands?';
    const number = plainNumber(part.trim(), decimal === UNSTATED ? '.' : decimal);
    if (number === null)
      return `“${part.trim()}” is written with another decimal mark than the table.`;
    // With many figures, so that a point is never asked about: its meaning is known here.
    const exact = /^[+-]?\d+(\.\d+)?/.exec(number)?.[0] ?? '';
    const written = exact.includes('.') ? `${exact.padEnd(exact.indexOf('.') + 5, '0')}` : exact;
    const behind = number.slice(exact.length).trim();
    const got = parse(`${written} ${behind || unit}`.trim(), kind, 'metric');
    return got.ok ? got.value : got.message;
  };
  const under = /^(<|>)\s*(.+)$/.exec(clean);
  if (under) {
    const x = one(under[2]!);
    return typeof x === 'string' ? x : under[1] === '<' ? [0, x] : [x, 2 * x];
  }
  const band = /^(\d[\d.,'’]*)\s*(?:-|–|to|…)\s*(\d[\d.,'’]*)\s*$/.exec(clean);
  if (band) {
    const [low, high] = [one(band[1]!), one(band[2]!)];
    if (typeof low === 'string') return low;
    if (typeof high === 'string') return high;
    return low <= high ? [low, high] : [high, low];
  }
  const x = one(clean);
  return typeof x === 'string' ? x : [x, x];
}

/** 64 bits of FNV-1a over a text, as two halves: quick enough for many thousand rows. */
function hashOf(text: string): string {
  let [high, low] = [0xcbf29ce4, 0x84222325];
  for (let i = 0; i < text.length; i++) {
    low = (low ^ text.charCodeAt(i)) >>> 0;
    const product = low * 0x1b3;
    high = (Math.imul(high, 0x1b3) + Math.floor(product / 2 ** 32) + (low << 8)) >>> 0;
    low = product >>> 0;
  }
  return ((BigInt(high) << 32n) | BigInt(low)).toString(36);
}
/** A key of a row that is the same whenever the same row is read: two imports of one file are one. */
export const idOf = (values: unknown, nth: number): string =>
  `csv-${hashOf(JSON.stringify(values))}${nth > 1 ? `-${nth}` : ''}`;

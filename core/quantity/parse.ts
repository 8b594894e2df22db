import { dayOf, displayUnit, formatDuration } from './format.ts';
import {
  askedFor,
  INCH,
  typedUnits,
  type QuantityKind,
  type Unit,
  type UnitSystem,
} from './units.ts';

/** What became of a typed text: an SI value, or a sentence that says what was not understood. */
export type Parsed =
  { readonly ok: true; readonly value: number } | { readonly ok: false; readonly message: string };

const VULGAR: Record<string, string> = {
  '¼': '1/4',
  '½': '1/2',
  '¾': '3/4',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

/** A unit-less second number after these takes the next smaller unit: "2 h 30", "1 ft 6". */
const NEXT_SMALLER: Record<string, number> = {
  h: 60,
  hr: 60,
  hrs: 60,
  hour: 60,
  hours: 60,
  min: 1,
  mins: 1,
  minute: 1,
  minutes: 1,
  ft: INCH,
  "'": INCH,
  '′': INCH,
  '’': INCH,
  foot: INCH,
  feet: INCH,
};

const NUMBER = /^([+-]?(?:\d+(?:[.,]\d+)?|[.,]\d+))(?:\s*\/\s*(\d+))?/;

/** Marks between thousands: points, commas, spaces, apostrophes. */
const THOUSANDS = /\d{1,3}(?:([ .,'’])\d{3})(?:\1\d{3})*(?!\d)([.,]\d+)?/g;
/** Spaces of all kinds that people and programs put between thousands. */
const SPACES = /[\s\u00a0\u2009\u202f]+/g;

/**
 * A text with its thousands joined. A single point before three digits can be a decimal or thousands: it is asked
 * about, unless numbers on show have so many decimals.
 *
 * @param fine numbers on show have three decimals or more
 */
function withoutThousands(text: string, fine: boolean): Parsed | { readonly text: string } {
  let doubt = '';
  const joined = text.replace(
    THOUSANDS,
    (all: string, mark: string, decimals: string | undefined, at: number) => {
      const before = text[at - 1] ?? '';
      // Digits of a longer number, an amount below one, and the second number of a fraction.
      if (/[\d.,]/.test(before) || /^0/.test(all)) return all;
      if (mark === ' ' && /^\s*\//.test(text.slice(at + all.length))) return all;
      if (decimals?.startsWith(mark)) return all;
      const whole = decimals ? all.slice(0, -decimals.length) : all;
      const digits = whole.split(mark);
      if (mark === '.' && digits.length === 2 && !decimals) {
        if (fine) return all;
        doubt = all;
      }
      return digits.join('') + (decimals?.replace(',', '.') ?? '');
    },
  );
  if (!doubt) return { text: joined };
  const one = String(Number(doubt));
  return {
    ok: false,
    message: `“${doubt}” can be ${one} or ${doubt.replace('.', '')}. Write it without the point, or as ${one}.`,
  };
}

function readNumber(text: string): { value: number; rest: string } | null {
  const first = NUMBER.exec(text);
  if (!first) return null;
  const head = Number(first[1]!.replace(',', '.'));
  let rest = text.slice(first[0].length);
  if (first[2] !== undefined) {
    if (Number(first[2]) === 0) return null;
    return { value: head / Number(first[2]), rest };
  }
  const fraction = /^\s*[-\s]\s*(\d+)\s*\/\s*(\d+)/.exec(rest);
  if (fraction && Number.isInteger(head) && Number(fraction[2]) !== 0) {
    rest = rest.slice(fraction[0].length);
    const part = Number(fraction[1]) / Number(fraction[2]);
    return { value: head < 0 ? head - part : head + part, rest };
  }
  return { value: head, rest };
}

function parseClock(text: string): Parsed {
  const m = /^(\d{1,2})(?:[:.h](\d{2}))?(?::(\d{2}))?\s*(am|pm|a\.m\.|p\.m\.)?$/i.exec(text);
  const fail: Parsed = {
    ok: false,
    message: `“${text}” is not a time of day. Write it as 07:30 or 7:30 pm.`,
  };
  if (!m) return fail;
  let hours = Number(m[1]);
  const half = m[4]?.toLowerCase()[0];
  if (half && (hours < 1 || hours > 12)) return fail;
  if (half === 'p' && hours < 12) hours += 12;
  if (half === 'a' && hours === 12) hours = 0;
  const minutes = Number(m[2] ?? 0);
  const seconds = Number(m[3] ?? 0);
  if (hours > 24 || minutes > 59 || seconds > 59) return fail;
  const value = hours * 3600 + minutes * 60 + seconds;
  return value > 86400 ? fail : { ok: true, value };
}

const TEMPERATURE =
  /^([+-]?\d+(?:[.,]\d+)?)\s*(?:(?:°|deg(?=[cf]))\s*)?(c(?:elsius|entigrade)?|f(?:ahrenheit)?|k(?:elvin)?)?$/i;
function parseTemperature(text: string, system: UnitSystem): Parsed {
  const m = TEMPERATURE.exec(text.replace('−', '-'));
  if (!m) return { ok: false, message: `“${text}” is not ${askedFor('temperature')}.` };
  const value = Number(m[1]!.replace(',', '.'));
  const unit = m[2]?.[0]!.toLowerCase() ?? (system === 'us' ? 'f' : 'c');
  if (unit === 'f') return { ok: true, value: ((value - 32) * 5) / 9 };
  return { ok: true, value: unit === 'k' ? value - 273.15 : value };
}

/** Does a text begin with this unit, and not merely with its first letters? */
const unitStarts = (text: string, unit: string): boolean =>
  text.slice(0, unit.length).toLowerCase() === unit &&
  !/^[\p{L}/²³]/u.test(text.slice(unit.length));

/** A bucket test as it is done: "10 L in 42 s", "2 gal / 30 s". */
function parseBucket(volume: string, duration: string, system: UnitSystem): Parsed {
  const v = parse(volume, 'volume', system);
  if (!v.ok) return v;
  const t = parse(duration, 'time', system);
  if (!t.ok) return t;
  if (t.value <= 0) return { ok: false, message: 'The time must be more than zero.' };
  return { ok: true, value: v.value / t.value };
}

/**
 * The unit of a number that is typed without one: that of the value on show. An empty field of a time takes minutes.
 *
 * @param shown the SI value on show; null where the field is empty
 */
export function bareUnit(kind: QuantityKind, system: UnitSystem, shown: number | null): Unit {
  if (kind !== 'time') return displayUnit(kind, system, shown ?? 0);
  const [, symbol = 'min'] =
    shown === null ? [] : (/^-?[\d.]+ (s|min|h|d)/.exec(formatDuration(shown)) ?? []);
  const factor = { s: 1, min: 60, h: 3600, d: 86400 }[symbol]!;
  return { symbol, factor, decimals: 0 };
}

/**
 * Reads what a person typed into a field: "12 gal", "1 1/2 in", "2 h 30", "500 gph", "44 %".
 * A number without a unit is in the unit that the field shows, {@link bareUnit}.
 *
 * @param shown the SI value on show; null where the field is empty
 * @returns the SI value, or a sentence in the grower's words
 */
export function parse(
  text: string,
  kind: QuantityKind,
  system: UnitSystem,
  shown: number | null = null,
): Parsed {
  let trimmed = text.replace(SPACES, ' ').trim().replace('−', '-');
  if (trimmed === '') return { ok: false, message: `The field is empty. Enter ${askedFor(kind)}.` };
  if (kind === 'clock') return parseClock(trimmed);
  if (kind === 'day') {
    const day = /^\d{1,3}$/.test(trimmed) ? Number(trimmed) : dayOf(trimmed);
    return day === null
      ? { ok: false, message: `“${trimmed}” is not ${askedFor(kind)}.` }
      : { ok: true, value: day };
  }
  const unit = bareUnit(kind, system, shown);
  const joined = withoutThousands(trimmed, unit.decimals >= 3);
  if (!('text' in joined)) return joined;
  trimmed = joined.text;
  if (kind === 'temperature') return parseTemperature(trimmed, system);

  if (kind === 'flow') {
    const bucket = /^(.*[a-z])\s*(?:\/|\bin|\bper)\s*(\d.*)$/i.exec(trimmed);
    if (bucket) return parseBucket(bucket[1]!, bucket[2]!, system);
  }
  const units = typedUnits(kind, system);
  const bare = unit.factor;
  let rest = trimmed.replace(/[¼½¾⅓⅔⅛⅜⅝⅞]/g, (c) => ` ${VULGAR[c]}`).trim();
  // The longest name first, so that “m3/h” is not taken for metres.
  const names = Object.keys(units).sort((a, b) => b.length - a.length);
  let total = 0;
  let parts = 0;
  let last: string | null = null;
  while (rest !== '') {
    const number = readNumber(rest);
    if (!number) {
      return { ok: false, message: `“${text.trim()}” is not ${askedFor(kind)}.` };
    }
    rest = number.rest.trimStart();
    const known = names.find((n) => unitStarts(rest, n));
    const word = known ?? /^[^\d+.,-]+/.exec(rest)?.[0].trim() ?? '';
    const name = known ?? word.toLowerCase();
    rest = rest.slice(word.length).trimStart();
    if (parts > 0 && number.value < 0) {
      return { ok: false, message: `“${text.trim()}” is not ${askedFor(kind)}.` };
    }
    let factor: number;
    if (name === '') {
      const smaller = last === null ? undefined : NEXT_SMALLER[last];
      if (parts > 0 && smaller === undefined) {
        return { ok: false, message: `“${text.trim()}” ends in a number without a unit.` };
      }
      factor = smaller ?? bare;
    } else {
      if (known === undefined) {
        return { ok: false, message: `“${word}” is not a unit of ${askedFor(kind)}.` };
      }
      factor = units[known]!;
    }
    total += number.value * factor;
    last = name || last;
    parts += 1;
    if (parts > 4) return { ok: false, message: `“${text.trim()}” has too many parts.` };
  }
  if (!Number.isFinite(total)) return { ok: false, message: `“${text.trim()}” is too large.` };
  if (kind === 'count' && !Number.isInteger(total)) {
    return { ok: false, message: `“${text.trim()}” is not a whole number.` };
  }
  return { ok: true, value: total };
}

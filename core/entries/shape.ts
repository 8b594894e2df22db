import { READ_FIELDS } from './fields.ts';
import { ENTRY_KINDS, type Entry } from './types.ts';

/**
 * Whether what a store holds as an entry is made as one: each field of its kind of value. What a value may be is
 * judged where it comes in, by the schema; this looks for damage only, and is quick enough for a whole log.
 */

const KINDS: ReadonlySet<unknown> = new Set(ENTRY_KINDS);
const isText = (x: unknown): boolean => typeof x === 'string';
const isNumber = (x: unknown): boolean => typeof x === 'number' && Number.isFinite(x);
const isBand = (x: unknown): boolean =>
  Array.isArray(x) && x.length === 2 && isNumber(x[0]) && isNumber(x[1]);

const OF_FIELD: Readonly<Record<string, (x: unknown) => boolean>> = {
  ...Object.fromEntries(READ_FIELDS.map((f) => [f.id, f.banded ? isBand : isNumber])),
  ...Object.fromEntries(
    ['at', 'written', 'mass', 'volume', 'count', 'until'].map((k) => [k, isNumber]),
  ),
  ...Object.fromEntries(
    ['id', 'zone', 'about', 'what', 'outcome', 'note', 'device'].map((k) => [k, isText]),
  ),
  kind: (x) => KINDS.has(x),
  seen: (x) => Array.isArray(x) && x.every(isText),
  deleted: (x) => x === true,
  changes: (x) =>
    Array.isArray(x) &&
    x.every((c: unknown) => {
      if (c === null || typeof c !== 'object') return false;
      const { field, value = null, written } = c as Record<string, unknown>;
      if (!isText(field) || !isNumber(written)) return false;
      const fits = OF_FIELD[field as string];
      return value === null || !fits || fits(value);
    }),
};

/** @param x a row as it lies in a store */
export function isShaped(x: unknown): x is Entry {
  if (x === null || typeof x !== 'object') return false;
  const e = x as Record<string, unknown>;
  for (const must of ['id', 'kind', 'at', 'zone', 'written']) if (!(must in e)) return false;
  for (const field in e) {
    const fits = OF_FIELD[field];
    if (fits && !fits(e[field])) return false;
  }
  return true;
}

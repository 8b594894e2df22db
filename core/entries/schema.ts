import Joi from 'joi';
import { READ_FIELDS } from './fields.ts';
import { inOrder, mergeEntry } from './entries.ts';
import { SIGNS } from './signs.ts';
import { ENTRY_KINDS, OUTCOMES, type Entry } from './types.ts';

/** Schema of a log as it stands in a file. Kept apart, since Joi is only needed when a file is read. */

/** Most entries that are read from one file. */
export const MOST_ENTRIES = 100_000;
const LATEST = 8.64e15;

const key = Joi.string().pattern(/^[\w-]{1,64}$/);
const short = Joi.string()
  .allow('')
  .max(128)
  .pattern(/^[^\u0000-\u001f\u007f-\u009f\u2028\u2029]*$/);
const moment = Joi.number().strict().min(0).max(LATEST);
const amount = (most: number) => Joi.number().strict().min(0).max(most);

const values = Object.fromEntries(
  READ_FIELDS.map(({ id, min, max, label, banded }) => {
    const number = Joi.number().strict().min(min).max(max).label(label);
    return [
      id,
      banded ? Joi.array().ordered(number.required(), number.required()).label(label) : number,
    ];
  }),
);

export const entrySchema = Joi.object({
  id: key.invalid('__proto__', 'constructor', 'prototype').required(),
  written: moment.required(),
  kind: Joi.string()
    .valid(...ENTRY_KINDS)
    .required(),
  at: moment.required(),
  zone: short.required(),
  about: short,
  what: short,
  mass: amount(10_000),
  volume: amount(1000),
  count: amount(1_000_000),
  outcome: Joi.string().valid(...OUTCOMES),
  until: moment,
  seen: Joi.array()
    .items(Joi.string().valid(...SIGNS.map((x) => x.id)))
    .max(SIGNS.length),
  note: Joi.string().allow('').max(4000),
  device: short,
  deleted: Joi.boolean().strict().valid(true),
  ...values,
  changes: Joi.array()
    .items(
      Joi.object({
        field: Joi.string().max(40).required(),
        value: Joi.any().required(),
        written: moment.required(),
      }),
    )
    .max(500),
}).unknown(true);

export const logSchema = Joi.array().items(entrySchema).max(MOST_ENTRIES);

/** A log that was read: its entries in order, and a sentence for each that could not be taken. */
export interface ReadLog {
  readonly entries: readonly Entry[];
  readonly refused: readonly string[];
}

/** Bands whose ends are in order; a band the wrong way round is turned. */
function inBand(e: Entry): Entry {
  let out = e;
  for (const { id, banded } of READ_FIELDS) {
    const v = e[id];
    if (banded && Array.isArray(v) && v[0] > v[1]) out = { ...out, [id]: [v[1], v[0]] };
  }
  return out;
}

/** Reads the log of a file, entry by entry: what is damaged is left out and told. */
export function readLog(raw: unknown): ReadLog {
  if (!Array.isArray(raw))
    return { entries: [], refused: raw === undefined ? [] : ['The log of the file is no list.'] };
  const entries = new Map<string, Entry>();
  const refused: string[] = [];
  const list = raw as unknown[];
  list.slice(0, MOST_ENTRIES).forEach((x, i) => {
    const { error } = entrySchema.validate(x, { convert: false });
    if (error) {
      if (refused.length < 20)
        refused.push(`Entry ${i + 1} of the log: ${error.message.replaceAll('"', '“')}.`);
      return;
    }
    const e = inBand(x as Entry);
    const there = entries.get(e.id);
    entries.set(e.id, there || e.changes ? mergeEntry(there ?? e, e) : e);
  });
  if (list.length > MOST_ENTRIES)
    refused.push(`The log has ${list.length} entries; the first ${MOST_ENTRIES} were read.`);
  return { entries: [...entries.values()].sort(inOrder), refused };
}

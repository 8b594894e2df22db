import Joi from 'joi';
import { RESERVED } from '../system/loose.ts';
import { id as idField } from '../system/schema/fields.ts';
import { MOST_GIVEN, READ_FIELDS } from './fields.ts';
import { MOST_WRITES, byTime, mergeEntry } from './entries.ts';
import { SIGNS } from './signs.ts';
import { ENTRY_KINDS, TASK_OUTCOMES, type Change, type Entry, type LeftOut } from './types.ts';

/** Schema of a log as it stands in a file. Kept apart, since Joi is only needed when a file is read. */

/** Most entries that are read from one file: more than the largest file holds. */
export const MOST_ENTRIES = 1_000_000;
/** Moments of the years 1 to 9999: an entry that is dated oddly is kept and asked about. */
const [FIRST, LAST] = [Date.parse('0001-01-01'), Date.parse('9999-12-31')];

const short = Joi.string()
  .allow('')
  .max(128)
  .pattern(/^[^\u0000-\u001f\u007f-\u009f\u2028\u2029]*$/);
const moment = Joi.number().strict().min(FIRST).max(LAST);
const amount = (most: number) => Joi.number().strict().min(0).max(most);

const readings = Object.fromEntries(
  READ_FIELDS.map(({ id, min, max, label, banded }) => {
    const number = Joi.number().strict().min(min).max(max).label(label);
    return [
      id,
      banded ? Joi.array().ordered(number.required(), number.required()).label(label) : number,
    ];
  }),
);

/** What each field of an entry may say, now or before it was corrected. */
const fields = {
  kind: Joi.string()
    .valid(...ENTRY_KINDS)
    .required(),
  at: moment.required(),
  zone: short.required(),
  about: short,
  what: short,
  mass: amount(MOST_GIVEN.mass),
  volume: amount(MOST_GIVEN.volume),
  count: amount(MOST_GIVEN.count),
  outcome: Joi.string().valid(...TASK_OUTCOMES),
  until: moment,
  seen: Joi.array()
    .items(Joi.string().valid(...SIGNS.map((x) => x.id)))
    .max(SIGNS.length),
  note: Joi.string().allow('').max(4000),
  device: short,
  deleted: Joi.boolean().strict().valid(true),
  ...readings,
} as const satisfies Record<string, Joi.Schema>;

export const entrySchema = Joi.object({
  id: idField,
  written: moment.required(),
  ...fields,
  changes: Joi.array()
    .items(
      Joi.object({
        field: Joi.string().max(40).required(),
        value: Joi.any().required(),
        written: moment.required(),
      }),
    )
    .max(Math.max(500, (Object.keys(fields).length + 2) * MOST_WRITES)),
}).unknown(true);

export const logSchema = Joi.array().items(entrySchema).max(MOST_ENTRIES);

/** A log that was read: its entries in order, and what could not be taken. */
export interface ReadLog {
  readonly entries: readonly Entry[];
  readonly refused: readonly LeftOut[];
}

const BANDED: ReadonlySet<string> = new Set(READ_FIELDS.filter((f) => f.banded).map((f) => f.id));
/** A band whose ends are in order; any other value as it is. */
const turned = (field: string, v: unknown): unknown =>
  BANDED.has(field) && Array.isArray(v) && v[0] > v[1] ? [v[1], v[0]] : v;
/** Bands of an entry, and those that it had, with their ends in order. */
function inBand(e: Entry): Entry {
  const out: Record<string, unknown> = { ...e };
  for (const id of BANDED) if (id in out) out[id] = turned(id, out[id]);
  if (e.changes)
    out.changes = e.changes.map((c): Change => ({ ...c, value: turned(c.field, c.value) }));
  return out as unknown as Entry;
}

const told = (error: Joi.ValidationError): string => error.message.replace(/"([^"]*)"/g, '“$1”');

/** Why a value that a field has or had cannot be; null where it can. A field of a newer program is not judged. */
function faultOfChange({ field, value }: Change): string | null {
  if (['id', 'written', 'changes', ...RESERVED].includes(field))
    return `“${field}” cannot be corrected.`;
  if (value === null || !(field in fields)) return null;
  const { error } = fields[field as keyof typeof fields].validate(value, { convert: false });
  return error ? `“${field}” was corrected to what it cannot be: ${told(error)}.` : null;
}

/** An entry as it counts: every value that was written to it is one that can be, and so is the whole. */
function checked(x: unknown): Entry | string {
  const { error } = entrySchema.validate(x, { convert: false });
  if (error) return `${told(error)}.`;
  for (const c of (x as Entry).changes ?? []) {
    const fault = faultOfChange(c);
    if (fault) return fault;
  }
  const e = inBand(x as Entry);
  return e.changes ? whole(mergeEntry(e, e)) : e;
}
/** An entry that was merged, with all that an entry has. */
function whole(e: Entry): Entry | string {
  const { error } = entrySchema.validate(e, { convert: false });
  return error ? `${told(error)}.` : e;
}

/** Reads the log of a file, entry by entry: what is damaged is left out and told, with what stood there. */
export function readLog(raw: unknown): ReadLog {
  if (!Array.isArray(raw))
    return {
      entries: [],
      refused: raw === undefined ? [] : [{ why: 'The log of the file is not a list.', raw }],
    };
  const entries = new Map<string, Entry>();
  const refused: LeftOut[] = [];
  const list = raw as unknown[];
  const refuse = (i: number, why: string, x: unknown) =>
    void refused.push({ why: `Entry ${i + 1} of the log: ${why}`, raw: x });
  list.slice(0, MOST_ENTRIES).forEach((x, i) => {
    const e = checked(x);
    if (typeof e === 'string') return refuse(i, e, x);
    const there = entries.get(e.id);
    const merged = there ? whole(mergeEntry(there, e)) : e;
    if (typeof merged === 'string') return refuse(i, merged, x);
    entries.set(e.id, merged);
  });
  list
    .slice(MOST_ENTRIES)
    .forEach((x, i) => refuse(MOST_ENTRIES + i, `the first ${MOST_ENTRIES} were read.`, x));
  return { entries: [...entries.values()].sort(byTime), refused };
}

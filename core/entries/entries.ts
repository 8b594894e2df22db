import type { Change, Entry, EntryField, EntryValues, Moment } from './types.ts';

/**
 * Entries as they are written, corrected, taken out and merged. An entry is the set of all values that were ever
 * written to its fields; the latest of each field counts. Merging is the union of such sets, so that two devices
 * come to the same log whichever takes the other’s file first.
 */

const NOT_VALUES = new Set(['id', 'written', 'changes']);
/** Most values that are kept of a field, the latest; with every field corrected a file still takes them. */
export const MOST_WRITES = 16;
const text = (x: unknown): string => JSON.stringify(x ?? null);
/** By time, and by what was written where two were written at once. */
const order = (a: Change, b: Change): number =>
  a.written - b.written ||
  (text(a.value) < text(b.value) ? -1 : Number(text(a.value) > text(b.value)));

const fieldsOf = (e: Entry): EntryField[] => [
  ...(new Set([
    ...Object.keys(e).filter((k) => !NOT_VALUES.has(k)),
    ...(e.changes ?? []).map((c) => c.field),
  ]) as Set<EntryField>),
];

/** Every value that a field of an entry was given, the oldest first. */
export function writesOf(e: Entry, field: EntryField): readonly Change[] {
  const written = (e.changes ?? []).filter((c) => c.field === field);
  if (written.length) return written;
  return e[field] === undefined ? [] : [{ field, value: e[field], written: e.written }];
}

/** An entry of all values written to it. */
function entryOf(id: string, written: Moment, writes: readonly Change[]): Entry {
  const of = new Map<EntryField, Change[]>();
  const seen = new Set<string>();
  for (const w of writes) {
    const key = text([w.field, w.written, w.value]);
    if (seen.has(key)) continue;
    seen.add(key);
    of.set(w.field, [...(of.get(w.field) ?? []), w]);
  }
  const values: Record<string, unknown> = {};
  const changes: Change[] = [];
  for (const field of [...of.keys()].sort()) {
    const all = of.get(field)!.sort(order).slice(-MOST_WRITES);
    const last = all.at(-1)!;
    if (last.value !== null && last.value !== undefined) values[field] = last.value;
    if (all.length > 1 || last.written !== written || last.value === null) changes.push(...all);
  }
  return {
    ...(values as unknown as EntryValues),
    id,
    written,
    ...(changes.length ? { changes } : {}),
  };
}

const allWrites = (e: Entry): Change[] => fieldsOf(e).flatMap((f) => writesOf(e, f));

/** One entry of two that have the same id. Commutative, associative, idempotent. */
export const mergeEntry = (a: Entry, b: Entry): Entry =>
  entryOf(a.id, Math.min(a.written, b.written), [...allWrites(a), ...allWrites(b)]);

/** {@link mergeEntry}, without work where both say the same. */
const merged = (a: Entry, b: Entry): Entry =>
  a === b || text(a) === text(b) ? a : mergeEntry(a, b);

/** A new entry. @param written milliseconds since 1970 */
export const newEntry = (id: string, values: EntryValues, written: Moment): Entry => ({
  ...values,
  id,
  written,
});

/** A moment after everything that an entry holds, and not before now. */
const after = (e: Entry, now: Moment): Moment =>
  Math.max(now, e.written + 1, ...(e.changes ?? []).map((c) => c.written + 1));

/**
 * An entry with corrected fields; what it was is kept in it.
 *
 * @param values fields to correct; undefined takes one out
 * @param now milliseconds since 1970
 */
export function correct(e: Entry, values: Partial<EntryValues>, now: Moment): Entry {
  const written = after(e, now);
  const fresh = (Object.entries(values) as [EntryField, unknown][])
    .filter(([field, value]) => text(e[field]) !== text(value))
    .map(([field, value]): Change => ({ field, value: value ?? null, written }));
  return fresh.length ? entryOf(e.id, e.written, [...allWrites(e), ...fresh]) : e;
}

/** An entry taken out of the log; it stays as a mark, so that another device learns of it. */
export const remove = (e: Entry, now: Moment): Entry => correct(e, { deleted: true }, now);
/** An entry put back that was taken out. */
export function restore(e: Entry, now: Moment): Entry {
  if (!e.deleted) return e;
  const back: Change = { field: 'deleted', value: null, written: after(e, now) };
  return entryOf(e.id, e.written, [...allWrites(e), back]);
}

/** By time; entries of one moment by id. */
export const byTime = (a: Entry, b: Entry): number =>
  a.at - b.at || (a.id < b.id ? -1 : Number(a.id > b.id));

/** Two logs of one system as one, in order of time. Commutative, associative, idempotent. */
export function mergeLogs(a: readonly Entry[], b: readonly Entry[]): Entry[] {
  const out = new Map<string, Entry>();
  for (const e of [...a, ...b]) {
    const there = out.get(e.id);
    // One that was never corrected is what it is.
    out.set(e.id, there ? merged(there, e) : e.changes ? mergeEntry(e, e) : e);
  }
  return [...out.values()].sort(byTime);
}

/** What another log brings to mine, before it is taken. */
export interface LogNews {
  readonly added: readonly Entry[];
  readonly removed: readonly Entry[];
  readonly changed: readonly {
    readonly before: Entry;
    readonly after: Entry;
    readonly fields: readonly EntryField[];
  }[];
  /** Entries to be written: the added, removed and changed ones, merged. */
  readonly write: readonly Entry[];
}

/** Fields in which two entries say different things; that one is taken out is not among them. */
const differing = (a: Entry, b: Entry): EntryField[] =>
  [...new Set([...fieldsOf(a), ...fieldsOf(b)])].filter(
    (f) => f !== 'deleted' && text(a[f]) !== text(b[f]),
  );

/** What merging another log into mine would change. */
export function newsOf(mine: readonly Entry[], theirs: readonly Entry[]): LogNews {
  const there = new Map(mine.map((e) => [e.id, e]));
  const added: Entry[] = [];
  const removed: Entry[] = [];
  const changed: { before: Entry; after: Entry; fields: EntryField[] }[] = [];
  const write: Entry[] = [];
  for (const e of mergeLogs(theirs, [])) {
    const before = there.get(e.id);
    if (!before) {
      write.push(e);
      if (!e.deleted) added.push(e);
      continue;
    }
    if (text(before) === text(e)) continue;
    const next = mergeEntry(before, e);
    if (text(next) === text(mergeEntry(before, before))) continue;
    write.push(next);
    if (next.deleted && !before.deleted) removed.push(next);
    else if (before.deleted && !next.deleted) added.push(next);
    else if (!next.deleted) {
      const fields = differing(before, next);
      if (fields.length) changed.push({ before, after: next, fields });
    }
  }
  return { added, removed, changed, write };
}

/** Entries in order of time; the same list where they are already. */
export function ordered(entries: readonly Entry[]): readonly Entry[] {
  for (let i = 1; i < entries.length; i++)
    if (byTime(entries[i - 1]!, entries[i]!) > 0) return [...entries].sort(byTime);
  return entries;
}

/** Entries that count: those that were not taken out, up to a moment. */
export const living = (entries: readonly Entry[], until: Moment = Infinity): Entry[] =>
  entries.filter((e) => !e.deleted && e.at <= until);

import Dexie from 'dexie';
import { byTime, mergeEntry, mergeLogs } from '../../core/entries/entries';
import { isShaped } from '../../core/entries/shape';
import type { Entry } from '../../core/entries/types';
import { database, ofSystem, plain, type StoredEntry, type StoredRaw } from './db';
import { ask, attempt, heldTable, type StoreResult } from './held';

/** The logs of the systems, an entry a row. */

/** Rows that are read at once. */
const PORTION = 5000;
/** Raw readings are kept so long, ms. */
const RAW_KEPT = 86_400_000;

const bare = ({ system: _, ...e }: StoredEntry): Entry => e as Entry;

/** A log as it lies in the store: its entries in order of time, and rows that are none. */
export interface SavedLog {
  readonly entries: Entry[];
  readonly damaged: readonly unknown[];
}

/** Writes entries onto what stands there, merged: another window may have written meanwhile. */
const mergeRows = (rows: readonly StoredEntry[]): Promise<unknown> =>
  database.transaction('rw', database.log, async () => {
    const there = await database.log.bulkGet(rows.map((e): [string, string] => [e.system, e.id]));
    await database.log.bulkPut(
      rows.map((e, i): StoredEntry => {
        const before = there[i];
        if (!before || !isShaped(before)) return e;
        return plain({ ...mergeEntry(bare(before), bare(e)), system: e.system });
      }),
    );
  });
const rows = heldTable<StoredEntry>((e) => `${e.system}/${e.id}`, mergeRows);

/**
 * Puts new entries down in the very moment of the event: the request and its commit leave before this returns, so
 * that what follows needs nothing more of the page. Confirmed when the browser has them on its disk.
 */
function atOnce(fresh: readonly StoredEntry[]): Promise<void> {
  return new Promise((resolve, reject) => {
    const transaction = database
      .backendDB()
      .transaction('log', 'readwrite', { durability: 'strict' });
    const table = transaction.objectStore('log');
    for (const row of fresh) table.add(row);
    transaction.oncomplete = () => resolve();
    transaction.onabort = transaction.onerror = () =>
      reject(transaction.error ?? new Error('aborted'));
    transaction.commit();
  });
}

/** The log that is open here, for when the store does not answer. */
let here: { readonly system: string; readonly entries: () => readonly Entry[] } | null = null;

/** Entries of a system that the store has not confirmed. */
const heldOf = (system: string): Entry[] =>
  rows
    .rows()
    .filter((r) => r.system === system)
    .map(bare);

/** Rows of a system, in portions between which the page can draw. */
async function allOf(system: string): Promise<StoredEntry[]> {
  const out: StoredEntry[] = [];
  let from: unknown = Dexie.minKey;
  for (;;) {
    const portion = await database.log
      .where('[system+id]')
      .between([system, from], [system, Dexie.maxKey], from === Dexie.minKey)
      .limit(PORTION)
      .toArray();
    for (const row of portion) out.push(row);
    if (portion.length < PORTION) return out;
    from = portion.at(-1)!.id;
  }
}

export const logStore = {
  /** The newest entries of a system, in order of time. */
  newest: (system: string, most: number): Promise<StoreResult<Entry[]>> =>
    ask(async () => {
      const rows = await ofSystem(system).reverse().limit(most).toArray();
      return rows.filter(isShaped).map(bare).reverse();
    }),
  /** Tells which log is open here, and how its entries are come by. */
  openHere: (system: string, entries: () => readonly Entry[]) => void (here = { system, entries }),
  /** All of a system’s log, entries that were taken out and rows that are damaged among it. */
  async log(system: string): Promise<StoreResult<SavedLog>> {
    const kept = await ask(() => allOf(system));
    const held = heldOf(system);
    if (!kept.ok) {
      const open = here?.system === system ? here.entries() : [];
      return { ...kept, rest: { entries: mergeLogs(open, held), damaged: [] } };
    }
    const damaged = kept.value.filter((r) => !isShaped(r));
    const whole = damaged.length ? kept.value.filter(isShaped) : kept.value;
    const entries = whole.map(bare);
    return {
      ok: true,
      value: { entries: held.length ? mergeLogs(entries, held) : entries.sort(byTime), damaged },
    };
  },
  /** Some entries of a system, as another window wrote them. */
  some: (system: string, ids: readonly string[]): Promise<StoreResult<Entry[]>> =>
    ask(async () => {
      const found = await database.log.bulkGet(ids.map((id): [string, string] => [system, id]));
      return found.flatMap((r) => (r && isShaped(r) ? [bare(r)] : []));
    }),
  /** Writes new entries. */
  add(system: string, entries: readonly Entry[]): Promise<StoreResult<unknown>> {
    const fresh = entries.map((e): StoredEntry => plain({ ...e, system }));
    return rows.write(fresh, (all) =>
      // An entry of its id may stand there already, as one that another device noted at the same step.
      database.isOpen() ? atOnce(all).catch(() => mergeRows(all)) : mergeRows(all),
    );
  },
  /** Writes entries onto what stands there, merged. */
  merge: (system: string, entries: readonly Entry[]): Promise<StoreResult<unknown>> =>
    rows.write(entries.map((e): StoredEntry => plain({ ...e, system }))),
  /** Keeps what devices read, and lets go of what is older than a day. */
  keepRaw: (raw: readonly StoredRaw[], now: number): Promise<StoreResult<unknown>> =>
    attempt(async () => {
      await database.raw.bulkPut([...raw]);
      await database.raw
        .where('at')
        .below(now - RAW_KEPT)
        .delete();
    }),
  /** What a channel read within the last day, the oldest first. */
  raw: (system: string, channel: string): Promise<StoreResult<StoredRaw[]>> =>
    ask(() =>
      database.raw
        .where('[system+channel+at]')
        .between([system, channel, 0], [system, channel, Infinity])
        .toArray(),
    ),
};

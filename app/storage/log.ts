import { mergeEntry } from '../../core/entries/entries';
import type { Entry } from '../../core/entries/types';
import {
  ask,
  attempt,
  database,
  ofSystem,
  plain,
  type Kept,
  type StoredEntry,
  type StoredRaw,
} from './db';

/** The logs of the systems, an entry a row. */

/** Raw readings are kept so long, ms. */
const RAW_KEPT = 86_400_000;

const bare = ({ system: _, ...e }: StoredEntry): Entry => e as Entry;

/**
 * Puts new entries down in the very moment of the event: the request and its commit leave before this returns, so
 * that what follows needs nothing more of the page. Confirmed when the browser has them on its disk.
 */
function atOnce(rows: readonly StoredEntry[]): Promise<void> {
  return new Promise((resolve, reject) => {
    const transaction = database
      .backendDB()
      .transaction('log', 'readwrite', { durability: 'strict' });
    const table = transaction.objectStore('log');
    for (const row of rows) table.put(row);
    transaction.oncomplete = () => resolve();
    transaction.onabort = transaction.onerror = () =>
      reject(transaction.error ?? new Error('aborted'));
    transaction.commit();
  });
}

export const logStore = {
  /** All entries of a system in order of time, those that were taken out among them. */
  entries: (system: string): Promise<Kept<Entry[]>> =>
    ask(async () => (await ofSystem(system).toArray()).map(bare)),
  /** Writes new entries. */
  add(system: string, entries: readonly Entry[]): Promise<Kept<unknown>> {
    const rows = entries.map((e): StoredEntry => plain({ ...e, system }));
    return attempt<unknown>(() => (database.isOpen() ? atOnce(rows) : database.log.bulkPut(rows)));
  },
  /** Keeps what devices read, and lets go of what is older than a day. */
  keepRaw: (rows: readonly StoredRaw[], now: number): Promise<Kept<unknown>> =>
    attempt(async () => {
      await database.raw.bulkPut([...rows]);
      await database.raw
        .where('at')
        .below(now - RAW_KEPT)
        .delete();
    }),
  /** What a channel read within the last day, the oldest first. */
  raw: (system: string, channel: string): Promise<Kept<StoredRaw[]>> =>
    ask(() =>
      database.raw
        .where('[system+channel+at]')
        .between([system, channel, 0], [system, channel, Infinity])
        .toArray(),
    ),
  /** Writes entries onto what stands there, merged: another window may have written meanwhile. */
  merge: (system: string, entries: readonly Entry[]): Promise<Kept<unknown>> =>
    attempt(() =>
      database.transaction('rw', database.log, async () => {
        const there = await database.log.bulkGet(
          entries.map((e): [string, string] => [system, e.id]),
        );
        await database.log.bulkPut(
          entries.map((e, i): StoredEntry => {
            const before = there[i];
            return plain({ ...(before ? mergeEntry(bare(before), e) : e), system });
          }),
        );
      }),
    ),
};

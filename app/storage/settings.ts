import { tellOthers } from './channel';
import { database, plain, type StoreResult } from './db';
import type { StoredSetting } from './database';
import { ask, heldTable, storePart } from './held';

/** What this browser remembers besides systems: each thing a row of its own, so that windows do not undo each other’s. */

/** How two values of a row become one, by the beginning of its key; without one the later value counts. */
type Merge = (there: unknown, mine: unknown) => unknown;
const merges = new Map<string, Merge>();
const mergeOf = (key: string): Merge | undefined =>
  [...merges].find(([start]) => key.startsWith(start))?.[1];
/** Says how values are merged whose keys begin so. It must not matter in which order. */
export const mergeSettings = (start: string, merge: Merge): void => void merges.set(start, merge);

const rows = heldTable<StoredSetting>(
  (r) => r.key,
  (all) =>
    database.transaction('rw', database.settings, async () => {
      for (const { key, value } of all) {
        const merge = mergeOf(key);
        const there = merge && (await database.settings.get(key))?.value;
        const next = merge && there !== undefined ? merge(there, value) : value;
        if (next === undefined || next === null) await database.settings.delete(key);
        else await database.settings.put({ key, value: next });
      }
    }),
);

export const settings = {
  async get(key: string): Promise<StoreResult<unknown>> {
    const held = rows.get(key);
    if (held) return { ok: true, value: held.value ?? undefined };
    return ask(async () => (await database.settings.get(key))?.value);
  },
  /** Rows whose key begins so, by what follows in their keys. */
  async under(start: string): Promise<StoreResult<Map<string, unknown>>> {
    const kept = await ask(() => database.settings.where('key').startsWith(start).toArray());
    const held = rows.rows().filter((r) => r.key.startsWith(start));
    const all = new Map<string, unknown>();
    for (const { key, value } of [...storePart(kept, []).value, ...held]) {
      const merge = mergeOf(key);
      const before = all.get(key.slice(start.length));
      all.set(
        key.slice(start.length),
        merge && before !== undefined ? merge(before, value) : value,
      );
    }
    return kept.ok ? { ok: true, value: all } : { ...kept, rest: all };
  },
  async set(key: string, value: unknown): Promise<StoreResult<unknown>> {
    const mine = plain(value);
    const merge = mergeOf(key);
    const held = rows.get(key);
    const kept = await rows.write([{ key, value: merge && held ? merge(held.value, mine) : mine }]);
    tellOthers({ what: 'setting', key });
    return kept;
  },
};

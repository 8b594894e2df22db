import Dexie, { type EntityTable } from 'dexie';
import type { Edit, SystemDocument } from '../../core/system';

/** One step of a system's history: what was done and what undoes it. */
export interface Step {
  label: string;
  edits: Edit[];
  inverse: Edit[];
}

/** A stored system with its history, so that undo survives a reload. */
export interface StoredSystem {
  id: string;
  name: string;
  updated: number;
  document: SystemDocument;
  past: Step[];
  future: Step[];
}

interface StoredSetting {
  key: string;
  value: unknown;
}

const database = new Dexie('mizuna') as Dexie & {
  systems: EntityTable<StoredSystem, 'id'>;
  settings: EntityTable<StoredSetting, 'key'>;
};
database.version(1).stores({ systems: 'id, updated', settings: 'key' });

/** What became of a wish to the store: the value, or a sentence that says why not. */
export type Kept<T> = { ok: true; value: T } | { ok: false; message: string };

async function attempt<T>(what: () => Promise<T>): Promise<Kept<T>> {
  try {
    return { ok: true, value: await what() };
  } catch (error) {
    const name = (error as { name?: string }).name ?? '';
    const full = /Quota/i.test(name) || /quota/i.test(String(error));
    return {
      ok: false,
      message: full
        ? 'This browser’s store is full. Your work goes on here; save it to a file to keep it.'
        : 'This browser does not let the program store anything. Your work goes on here; save it to a file to keep it.',
    };
  }
}

/**
 * A copy without any watcher's wrapping, which the store cannot hold. An edit that removes has nothing
 * at `to`, and reads the same without the key.
 */
const plain = <T>(x: T): T => (x === undefined ? x : (JSON.parse(JSON.stringify(x)) as T));

/** What was put away while the store refused, so that work goes on until the page is closed. */
const memory = new Map<string, StoredSystem>();

export const store = {
  list: () => attempt(() => database.systems.orderBy('updated').reverse().toArray()),
  /** The stored row, or the one kept in memory where the store refused it. */
  async get(id: string): Promise<Kept<StoredSystem | undefined>> {
    const kept = await attempt(() => database.systems.get(id));
    const held = memory.get(id);
    return held ? { ok: true, value: held } : kept;
  },
  async put(system: StoredSystem): Promise<Kept<string>> {
    const row = plain(system);
    const kept = await attempt(() => database.systems.put(row));
    if (kept.ok) memory.delete(row.id);
    else memory.set(row.id, row);
    return kept;
  },
  remove: (id: string) => {
    memory.delete(id);
    return attempt(() => database.systems.delete(id));
  },
  setting: (key: string) => attempt(async () => (await database.settings.get(key))?.value),
  setSetting: (key: string, value: unknown) =>
    attempt(() => database.settings.put({ key, value: plain(value) })),
};

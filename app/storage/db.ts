import Dexie, { type EntityTable, type Table } from 'dexie';
import type { Entry } from '../../core/entries/types';
import {
  DOCUMENT_VERSION,
  merge,
  stepBetween,
  upToDate,
  type Conflict,
  type Kept as History,
  type SystemDocument,
} from '../../core/system';

/** A stored system with its history, so that undo survives a reload. */
export interface StoredSystem extends History {
  id: string;
  name: string;
  updated: number;
  /** Goes up by one with every writing; tells a window that another one wrote in between. */
  rev: number;
  /** Key of the latest draft that is in it: the window that wrote it, and its how manieth. */
  by?: string;
}

/**
 * What a window is about to write, put down by a single request in the very moment of the edit. It
 * needs nothing more from the page, so a kill right after it loses nothing.
 */
export interface Draft extends StoredSystem {
  key: string;
  /** The document that stood in the store when the window last looked. */
  base: SystemDocument;
}

/** What the shelf shows of a system before it is read. */
export interface ShelfEntry {
  readonly id: string;
  readonly name: string;
  readonly updated: number;
  readonly rev: number;
  /** Kept by a newer program, or not to be made out; nothing where it can be opened. */
  readonly state?: 'newer' | 'damaged';
  /** The store refused it: it is kept in this page's memory only. */
  readonly held?: true;
}

/** A small picture of a system as it was at a writing, in the colours of a theme. */
export interface StoredPicture {
  readonly id: string;
  readonly rev: number;
  readonly theme: string;
  readonly svg: string;
  readonly stop: number;
  readonly watch: number;
}

/** A photograph of a step, made small. */
export interface StoredPhoto {
  readonly id: string;
  readonly system: string;
  readonly step: string;
  readonly taken: number;
  /** A JPEG as a data address: it goes into files as it is. */
  readonly image: string;
}

interface StoredSetting {
  key: string;
  value: unknown;
}

/** An entry of a system’s log. */
export type StoredEntry = Entry & { readonly system: string };

/** What a device read, as it came; kept for a day. */
export interface StoredRaw {
  readonly system: string;
  readonly channel: string;
  /** By the device’s clock, and when it came, milliseconds since 1970. */
  readonly at: number;
  readonly came: number;
  readonly value: number;
}

export const database = new Dexie('mizuna') as Dexie & {
  systems: EntityTable<StoredSystem, 'id'>;
  settings: EntityTable<StoredSetting, 'key'>;
  drafts: EntityTable<Draft, 'key'>;
  pictures: EntityTable<StoredPicture, 'id'>;
  photos: EntityTable<StoredPhoto, 'id'>;
  log: Table<StoredEntry, [system: string, id: string]>;
  raw: Table<StoredRaw, [system: string, channel: string, at: number]>;
};
database.version(1).stores({ systems: 'id, updated', settings: 'key' });
database.version(2).stores({ systems: 'id, updated', settings: 'key', drafts: 'key, id' });
// What the shelf tells of a system at first sight lies in one index, so that no system has to be read for it.
database.version(3).stores({
  systems: 'id, updated, [updated+name+rev]',
  settings: 'key',
  drafts: 'key, id',
  pictures: 'id',
});
database.version(4).stores({ photos: 'id, system' });
database.version(5).stores({
  log: '[system+id], [system+at], [system+kind+at]',
  raw: '[system+channel+at], at',
});

/** What became of a wish to the store: the value, or a sentence that says why not. */
export type Kept<T> = { ok: true; value: T } | { ok: false; message: string };

const FULL =
  'This browser’s store is full: what you do now is not kept here. Your work goes on; save it to a file.';
const BLOCKED =
  'This browser does not let the program store anything. Your work goes on here; save it to a file to keep it.';

const SILENT =
  'This browser’s store does not answer. Close other windows of this program, then reload this one.';
/** A store that has not answered a question after this is not going to, ms. */
const PATIENCE = 10_000;

/** What the store answers to a question, or that it does not. */
export async function ask<T>(what: () => Promise<T>): Promise<Kept<T>> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const silence = new Promise<Kept<T>>((resolve) => {
    timer = setTimeout(() => resolve({ ok: false, message: SILENT }), PATIENCE);
  });
  const answer = await Promise.race([attempt(what), silence]);
  clearTimeout(timer);
  return answer;
}

export async function attempt<T>(what: () => Promise<T>): Promise<Kept<T>> {
  try {
    return { ok: true, value: await what() };
  } catch (error) {
    const { name = '', inner } = error as { name?: string; inner?: { name?: string } };
    const full = /Quota/i.test(`${name} ${inner?.name ?? ''} ${String(error)}`);
    return { ok: false, message: full ? FULL : BLOCKED };
  }
}

/**
 * A copy without any watcher's wrapping, which the store cannot hold. An edit that removes has nothing
 * at `to`, and reads the same without the key.
 */
export const plain = <T>(x: T): T => (x === undefined ? x : (JSON.parse(JSON.stringify(x)) as T));

/** What was put away while the store refused, so that work goes on until the page is closed. */
const memory = new Map<string, StoredSystem>();

/** A row as this version of the program reads it; nothing where only a newer one can, or it is damaged. */
function current(row: StoredSystem): StoredSystem | null {
  try {
    if (!looksWhole(row)) return null;
    const raised = upToDate(row);
    return raised && { ...row, ...raised, rev: row.rev ?? 0 };
  } catch {
    return null;
  }
}

/** Whether a row has what a system is made of; what is in its parts is not looked at. */
function looksWhole(row: StoredSystem): boolean {
  const d: Partial<SystemDocument> | null = row.document;
  return (
    d !== null &&
    typeof d === 'object' &&
    typeof d.name === 'string' &&
    typeof d.site === 'object' &&
    [d.vessels, d.paths, d.controls, d.fish, d.measurements, row.past, row.future].every(
      Array.isArray,
    )
  );
}

/** Why a row cannot be read. */
const stateOf = (row: StoredSystem): 'newer' | 'damaged' =>
  Number((row.document as Partial<SystemDocument> | undefined)?.version) > DOCUMENT_VERSION
    ? 'newer'
    : 'damaged';
/** The window that a draft is of. */
const windowOf = (key: string | undefined): string => key?.replace(/-\d+$/, '') ?? '';

/** A stored row and what a window made of it, merged; the steps that led there are kept. */
export function combine(
  there: StoredSystem,
  mine: Pick<StoredSystem, 'document' | 'past' | 'future' | 'rev' | 'by'> & {
    base: SystemDocument;
  },
): { row: StoredSystem; changed: boolean; conflicts: readonly Conflict[] } {
  const { document, past, future } = mine;
  const next = { ...there, updated: Date.now(), rev: there.rev + 1, by: mine.by ?? '' };
  // What the same window wrote before is in what it wrote later.
  const own = mine.by !== undefined && windowOf(there.by) === windowOf(mine.by);
  if (there.rev === mine.rev || own) {
    return {
      row: { ...next, name: document.name, document, past, future },
      changed: true,
      conflicts: [],
    };
  }
  const m = merge(mine.base, document, there.document);
  if (!m.edits.length) return { row: there, changed: false, conflicts: m.conflicts };
  const label = past[past.length - 1]?.label ?? 'Changed in two windows';
  return {
    row: {
      ...next,
      name: m.document.name,
      document: m.document,
      past: [...there.past, stepBetween(there.document, m.document, label)],
      future: [],
    },
    changed: true,
    conflicts: m.conflicts,
  };
}

/**
 * A change of the drafts whose requests all leave before this returns, the commit with them: what it
 * takes from here on is the browser's affair and needs no more of the page. What goes wrong is no
 * trouble, since the row itself is written as well.
 */
function atOnce(change: (drafts: IDBObjectStore) => void): void {
  try {
    const open = database.backendDB();
    const transaction = open.transaction('drafts', 'readwrite', { durability: 'strict' });
    change(transaction.objectStore('drafts'));
    transaction.commit();
  } catch {
    // Blocked, full or not open; the writing of the row says so.
  }
}

const unreadable = (row: StoredSystem): string =>
  stateOf(row) === 'newer'
    ? `“${row.name}” was kept by a newer version of this program. It stays as it is; open it with that one.`
    : `“${typeof row.name === 'string' ? row.name : row.id}” is damaged where this browser keeps it and cannot be opened. Its raw data can be saved from the shelf.`;

/** Windows of this program that are open now, by the name each of them holds a lock under. */
async function livingWindows(): Promise<Set<string>> {
  const { held = [] } = (await navigator.locks.query()) ?? {};
  return new Set(
    held.flatMap((l) => (l.name?.startsWith(LOCK) ? [l.name.slice(LOCK.length)] : [])),
  );
}
const LOCK = 'mizuna-window-';
/** Where windows cannot be asked for, a draft this young may be a living one's, ms. */
const YOUNG = 30_000;

/** Holds this window's name for as long as it lives, so that others leave its drafts to it. */
export function liveAs(window: string): void {
  if (typeof navigator === 'undefined' || !navigator.locks) return;
  void navigator.locks
    .request(LOCK + window, () => new Promise(() => undefined))
    .catch(() => undefined);
}

/** What the shelf tells of a row that its index does not know. */
function entryOf(row: StoredSystem): ShelfEntry {
  const text = (x: unknown) => (typeof x === 'string' ? x : '');
  const base = {
    id: row.id,
    name: text(row.name) || text(row.document?.name) || row.id,
    updated: Number(row.updated) || 0,
    rev: Number(row.rev) || 0,
  };
  return current(row) ? base : { ...base, state: stateOf(row) };
}

/** Entries of a system in the table of logs, in order of time. */
export const ofSystem = (system: string) =>
  database.log
    .where('[system+at]')
    .between([system, Dexie.minKey], [system, Dexie.maxKey], true, true);

export const store = {
  /**
   * Every stored system by what the shelf tells of it at first, the latest first; what the store refused, what
   * is damaged and what only a newer program reads is among them.
   */
  async list(): Promise<Kept<ShelfEntry[]>> {
    const held = [...memory.values()].map((r): ShelfEntry => ({
      id: r.id,
      name: r.name,
      updated: r.updated,
      rev: r.rev,
      held: true,
    }));
    const kept = await ask(async () => {
      const entries = new Map<string, ShelfEntry>();
      await database.systems.orderBy('[updated+name+rev]').eachKey((key, { primaryKey }) => {
        const [updated, name, rev] = key as unknown as [number, string, number];
        entries.set(String(primaryKey), { id: String(primaryKey), name, updated, rev });
      });
      // Each row that the index does not know is looked at by itself.
      for (const id of await database.systems.toCollection().primaryKeys()) {
        if (entries.has(id)) continue;
        const row = await database.systems.get(id);
        if (row) entries.set(id, entryOf(row));
      }
      return [...entries.values()];
    });
    if (!kept.ok) return held.length ? { ok: true, value: held } : kept;
    const rest = kept.value.filter((e) => !memory.has(e.id));
    return { ok: true, value: [...held, ...rest.sort((a, b) => b.updated - a.updated)] };
  },
  /** The row as it lies there, whatever is in it. */
  raw: (id: string) =>
    ask(async (): Promise<unknown> => memory.get(id) ?? (await database.systems.get(id))),
  /** Whether something is kept in this page only, and would be gone with it. */
  unkept: (): boolean => memory.size > 0,
  isHeld: (id: string): boolean => memory.has(id),
  picture: (id: string) => ask(() => database.pictures.get(id)),
  /** A picture is made again where it could not be kept. */
  keepPicture: (picture: StoredPicture) => attempt(() => database.pictures.put(picture)),
  /** The stored row, or the one kept in memory where the store refused it. */
  async get(id: string): Promise<Kept<StoredSystem | undefined>> {
    const held = memory.get(id);
    if (held) return { ok: true, value: held };
    const kept = await ask(() => database.systems.get(id));
    if (!kept.ok || !kept.value) return kept;
    const row = current(kept.value);
    return row ? { ok: true, value: row } : { ok: false, message: unreadable(kept.value) };
  },
  /** Puts rows in the store, all or none; where it refuses they are held for this page. */
  async put(...systems: readonly StoredSystem[]): Promise<Kept<unknown>> {
    const rows = systems.map(plain);
    const kept = await attempt(() => database.systems.bulkPut(rows));
    for (const row of rows) {
      if (kept.ok) memory.delete(row.id);
      // It never stood in the store, so nothing there can have gone on without it.
      else memory.set(row.id, { ...row, rev: 0 });
    }
    return kept;
  },
  /**
   * Writes what the caller makes of the stored row, in one transaction; what others wrote meanwhile is
   * seen by it.
   *
   * @param make from the row that stands there, or nothing; answering nothing leaves it
   */
  async update(
    id: string,
    make: (there: StoredSystem | undefined) => StoredSystem | null,
  ): Promise<Kept<StoredSystem | null>> {
    return attempt(() =>
      // Drafts are no part of it: while it runs, later ones must get through.
      database.transaction('rw', database.systems, async () => {
        const there = await database.systems.get(id);
        const row = make((there && current(there)) ?? undefined);
        if (row) await database.systems.put(plain(row));
        return row;
      }),
    );
  },
  /** Puts a draft down, in one go with this very event. */
  draft: (draft: Draft) => atOnce((drafts) => drafts.put(plain(draft))),
  /** Takes drafts away that were made good. */
  dropDrafts: (keys: readonly string[]) =>
    atOnce((drafts) => {
      for (const key of keys) drafts.delete(key);
    }),
  /**
   * Writes what windows that are gone had put down but not written. Drafts of windows that still live are left
   * to them: what was merged here would be older than what they write next.
   */
  recover: async () => {
    const locks =
      typeof navigator !== 'undefined' && navigator.locks ? await livingWindows() : null;
    const gone = (d: Draft): boolean =>
      locks ? !locks.has(windowOf(d.key)) : Date.now() - d.updated > YOUNG;
    return attempt(() =>
      database.transaction('rw', database.systems, database.drafts, async () => {
        const drafts = (await database.drafts.orderBy('key').toArray()).filter(gone);
        // The latest of a window holds all that the earlier ones did.
        const latest = new Map(drafts.map((d) => [`${windowOf(d.key)} ${d.id}`, d]));
        for (const draft of latest.values()) {
          const stored = await database.systems.get(draft.id);
          const there = stored && current(stored);
          if (!there || !upToDate(draft)) continue;
          const written = windowOf(there.by) === windowOf(draft.key) && there.by! >= draft.key;
          if (written) continue;
          const { row, changed } = combine(there, { ...draft, by: draft.key });
          if (changed) await database.systems.put(row);
        }
        await database.drafts.bulkDelete(drafts.map((d) => d.key));
        return drafts.length;
      }),
    );
  },
  /** Holds a row for this page only. */
  hold: (row: StoredSystem) => void memory.set(row.id, plain(row)),
  letGo: (id: string) => void memory.delete(id),
  remove: (id: string) => {
    memory.delete(id);
    return attempt(async () => {
      await database.systems.delete(id);
      await database.pictures.delete(id);
      await database.photos.where('system').equals(id).delete();
      await ofSystem(id).delete();
    });
  },
  /** Photographs of a system’s build, the oldest first. */
  photos: (system: string) =>
    ask(() => database.photos.where('system').equals(system).sortBy('taken')),
  keepPhotos: (photos: readonly StoredPhoto[]) =>
    attempt(() => database.photos.bulkPut([...photos])),
  dropPhoto: (id: string) => attempt(() => database.photos.delete(id)),
  setting: (key: string) => ask(async () => (await database.settings.get(key))?.value),
  setSetting: (key: string, value: unknown) =>
    attempt(() => database.settings.put({ key, value: plain(value) })),
};

import Dexie from 'dexie';
import {
  DOCUMENT_VERSION,
  merge,
  stepBetween,
  type Conflict,
  type SystemDocument,
} from '../../core/system';
import {
  database,
  deleteRuns,
  type Draft,
  type StoredPhoto,
  type StoredPicture,
  type StoredSystem,
} from './database';
import { ask, attempt, heldTable, unconfirmed, type StoreResult } from './held';

export { database } from './database';
export type {
  Draft,
  StoredEntry,
  StoredPhoto,
  StoredPicture,
  StoredRaw,
  StoredSystem,
} from './database';
export { ask, attempt, type StoreResult } from './held';

/** The systems that this browser keeps, with their photographs. */

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

/**
 * A copy without any watcher's wrapping, which the store cannot hold. An edit that removes has nothing
 * at `to`, and reads the same without the key.
 */
export const plain = <T>(x: T): T => (x === undefined ? x : (JSON.parse(JSON.stringify(x)) as T));

/** The reader of rows comes with the schema, which the first sight of the shelf does not need. */
const reader = () => import('./readRow');
type Reader = Awaited<ReturnType<typeof reader>>;
/** A row as this version of the program reads it; nothing where only a newer one can, or it is damaged. */
function current({ readRow }: Reader, row: StoredSystem | undefined): StoredSystem | null {
  const read = row && readRow(row);
  return read?.ok ? read.row : null;
}

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

/** A row that the store refused, and the document that stood there when its window last looked. */
interface HeldSystem {
  readonly row: StoredSystem;
  readonly base: SystemDocument;
  /** Another window deleted it: it is not written before the grower says so. */
  readonly gone?: boolean;
}
/** Systems that a window of this page writes by itself, as they are open. */
const open = new Set<string>();
const systems = heldTable<HeldSystem>(
  ({ row }) => row.id,
  async (rows) => {
    const r = await reader();
    await database.transaction('rw', database.systems, async () => {
      for (const { row, base } of rows) {
        const stored = await database.systems.get(row.id);
        const there = current(r, stored);
        if (stored && !there) throw new Error('damaged');
        const next = there ? combine(there, { ...row, base }) : null;
        if (next && !next.changed) continue;
        await database.systems.put(plain(next?.row ?? { ...row, rev: Math.max(1, row.rev) }));
      }
    });
  },
  ({ row, gone }) => gone === true || open.has(row.id),
);

/** Photographs never change: what stands there already is left. */
const photos = heldTable<StoredPhoto>(
  (p) => p.id,
  (rows) =>
    database.transaction('rw', database.photos, async () => {
      const there = await database.photos.bulkGet(rows.map((p) => p.id));
      await database.photos.bulkAdd(rows.filter((_, i) => !there[i]));
    }),
);
/** Photographs that were read last, for when the store does not answer. */
let lastPhotos: { readonly system: string; readonly rows: readonly StoredPhoto[] } | null = null;

/**
 * A change of the drafts whose requests all leave before this returns, the commit with them: what it
 * takes from here on is the browser's affair and needs no more of the page. What goes wrong is no
 * trouble, since the row itself is written as well.
 */
function atOnce(change: (drafts: IDBObjectStore) => void): void {
  try {
    const opened = database.backendDB();
    const transaction = opened.transaction('drafts', 'readwrite', { durability: 'strict' });
    change(transaction.objectStore('drafts'));
    transaction.commit();
  } catch {
    // Blocked, full or not open; the writing of the row says so.
  }
}

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
function entryOf({ readRow }: Reader, row: StoredSystem): ShelfEntry {
  const text = (x: unknown) => (typeof x === 'string' ? x : '');
  const base = {
    id: row.id,
    name: text(row.name) || text(row.document?.name) || row.id,
    updated: Number(row.updated) || 0,
    rev: Number(row.rev) || 0,
  };
  const read = readRow(row);
  return read.ok ? base : { ...base, state: read.state };
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
  async list(): Promise<StoreResult<ShelfEntry[]>> {
    const held = systems.rows().map(({ row: r }): ShelfEntry => ({
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
        if (row) entries.set(id, entryOf(await reader(), row));
      }
      return [...entries.values()];
    });
    if (!kept.ok) return { ...kept, rest: held };
    const mine = new Set(held.map((e) => e.id));
    const rest = kept.value.filter((e) => !mine.has(e.id));
    return { ok: true, value: [...held, ...rest.sort((a, b) => b.updated - a.updated)] };
  },
  /** The row as it lies there, whatever is in it. */
  raw: (id: string) =>
    ask(async (): Promise<unknown> => systems.get(id)?.row ?? (await database.systems.get(id))),
  /** Whether something is kept in this page only, and would be gone with it. */
  unkept: (): boolean => unconfirmed.value > 0,
  isHeld: (id: string): boolean => systems.isRefused(id),
  picture: (id: string) => ask(() => database.pictures.get(id)),
  /** A picture is made again where it could not be kept. */
  keepPicture: (picture: StoredPicture) => attempt(() => database.pictures.put(picture)),
  /** The document of a row as a card of the shelf draws it: not checked, nothing where it is of another version. */
  glance: (id: string): Promise<StoreResult<SystemDocument | undefined>> =>
    ask(async () => {
      const row = systems.get(id)?.row ?? (await database.systems.get(id));
      const document = row?.document as SystemDocument | null | undefined;
      if (document?.version === DOCUMENT_VERSION) return document;
      return (row && current(await reader(), row)?.document) ?? undefined;
    }),
  /** The stored row, or the one kept in memory where the store refused it. */
  async get(id: string): Promise<StoreResult<StoredSystem | undefined> & { damaged?: true }> {
    const held = systems.get(id);
    if (held) return { ok: true, value: held.row };
    const kept = await ask(() => database.systems.get(id));
    if (!kept.ok || !kept.value) return kept;
    const read = (await reader()).readRow(kept.value);
    if (read.ok) return { ok: true, value: read.row };
    const name = typeof kept.value.name === 'string' ? kept.value.name : id;
    const message =
      read.state === 'newer'
        ? `“${name}” was saved by a newer version of Mizuna. Open it with that version. It was not changed.`
        : `“${name}” is damaged in this browser’s storage and cannot be opened: ${read.why} Save its raw data. It was not changed.`;
    return { ok: false, message, damaged: true };
  },
  /**
   * Puts new systems in the store; where it refuses they are held for this page. One that stands there by the
   * same id is left as it is.
   */
  async put(...fresh: readonly StoredSystem[]): Promise<StoreResult<unknown>> {
    // What never stood in the store has revision 0: nothing there can have gone on without it.
    const rows = fresh.map((row): HeldSystem => ({
      row: { ...plain(row), rev: 0 },
      base: row.document,
    }));
    return systems.write(rows, () =>
      database.transaction('rw', database.systems, async () => {
        const there = await database.systems.bulkGet(fresh.map((row) => row.id));
        await database.systems.bulkAdd(fresh.flatMap((row, i) => (there[i] ? [] : [plain(row)])));
      }),
    );
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
  ): Promise<StoreResult<StoredSystem | null>> {
    return attempt(async () => {
      const r = await reader();
      // Drafts are no part of it: while it runs, later ones must get through.
      return database.transaction('rw', database.systems, async () => {
        const there = await database.systems.get(id);
        const row = make(current(r, there) ?? undefined);
        if (row) {
          await database.systems.put(plain(row));
          r.trust(row);
        }
        return row;
      });
    });
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
    return ask(async () => {
      if ((await database.drafts.count()) === 0) return 0;
      const r = await reader();
      return database.transaction('rw', database.systems, database.drafts, async () => {
        const drafts = (await database.drafts.orderBy('key').toArray()).filter(gone);
        // The latest of a window holds all that the earlier ones did.
        const latest = new Map(drafts.map((d) => [`${windowOf(d.key)} ${d.id}`, d]));
        for (const draft of latest.values()) {
          const there = current(r, await database.systems.get(draft.id));
          const mine = current(r, draft) as Draft | null;
          if (!there || !mine) continue;
          const written = windowOf(there.by) === windowOf(draft.key) && there.by! >= draft.key;
          if (written) continue;
          const { row, changed } = combine(there, { ...draft, by: draft.key });
          if (changed) await database.systems.put(row);
        }
        await database.drafts.bulkDelete(drafts.map((d) => d.key));
        return drafts.length;
      });
    });
  },
  /**
   * Holds a row for this page only.
   *
   * @param base the document that stood in the store when it was last looked at
   * @param gone another window deleted it
   */
  hold: (row: StoredSystem, base: SystemDocument, gone = false) =>
    systems.hold({ row: plain(row), base: plain(base), gone }),
  letGo: (id: string) => systems.forget(id),
  /** Tells that a system is open here, and written by what has it open. */
  setOpen(id: string, isOpen: boolean) {
    if (isOpen) open.add(id);
    else open.delete(id);
  },
  /** Takes a system out with all that is kept of it, or nothing of it where the store refuses. */
  async remove(id: string): Promise<StoreResult<unknown>> {
    const kept = await attempt(() =>
      database.transaction(
        'rw',
        [
          database.systems,
          database.pictures,
          database.photos,
          database.log,
          database.raw,
          database.runs,
          database.acts,
        ],
        async () => {
          await database.systems.delete(id);
          await database.pictures.delete(id);
          await database.photos.where('system').equals(id).delete();
          await ofSystem(id).delete();
          await database.raw
            .where('[system+channel+at]')
            .between([id], [id, Dexie.maxKey])
            .delete();
          await deleteRuns(id);
        },
      ),
    );
    if (kept.ok) systems.forget(id);
    return kept;
  },
  /** Photographs of a system’s build, the oldest first. */
  async photos(system: string): Promise<StoreResult<StoredPhoto[]>> {
    const held = photos.rows().filter((p) => p.system === system);
    const kept = await ask(() => database.photos.where('system').equals(system).toArray());
    const there = kept.ok ? kept.value : lastPhotos?.system === system ? lastPhotos.rows : [];
    const all = new Map([...there, ...held].map((p) => [p.id, p]));
    const value = [...all.values()].sort((a, b) => a.taken - b.taken);
    if (!kept.ok) return { ...kept, rest: value };
    lastPhotos = { system, rows: value };
    return { ok: true, value };
  },
  keepPhotos: (rows: readonly StoredPhoto[]) => photos.write(rows),
  async dropPhoto(id: string): Promise<StoreResult<unknown>> {
    const kept = await attempt(() => database.photos.delete(id));
    if (kept.ok) {
      photos.forget(id);
      if (lastPhotos)
        lastPhotos = { ...lastPhotos, rows: lastPhotos.rows.filter((p) => p.id !== id) };
    }
    return kept;
  },
};

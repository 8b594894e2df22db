import Dexie, { type EntityTable, type Table, type Transaction } from 'dexie';
import type { RunUnderWay } from '../../core/formats/underWay';
import type { Entry } from '../../core/entries/types';
import {
  isLoose,
  listOf,
  type SavedHistory as History,
  type Loose,
  type SystemDocument,
} from '../../core/system';

/** What this browser keeps, table by table. */

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

/** One thing that this browser remembers: each has a row of its own, so that two windows do not undo each other’s. */
export interface StoredSetting {
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

/** A practice run under way, on a copy of the system as it was when it began. */
export interface StoredRun extends Omit<RunUnderWay, 'acts'> {
  readonly id: string;
  readonly system: string;
}
/** One act of a run; acts of all windows count, in the order of their time. */
export interface StoredAct {
  readonly run: string;
  readonly id: string;
  readonly at: number;
  readonly act: string;
  readonly about: string;
}

export const database = new Dexie('mizuna') as Dexie & {
  systems: EntityTable<StoredSystem, 'id'>;
  settings: EntityTable<StoredSetting, 'key'>;
  drafts: EntityTable<Draft, 'key'>;
  pictures: EntityTable<StoredPicture, 'id'>;
  photos: EntityTable<StoredPhoto, 'id'>;
  log: Table<StoredEntry, [system: string, id: string]>;
  raw: Table<StoredRaw, [system: string, channel: string, at: number]>;
  runs: EntityTable<StoredRun, 'id'>;
  acts: Table<StoredAct, [run: string, id: string]>;
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
/** Acts of a run. */
export const actionsOf = (run: string) =>
  database.acts.where('[run+id]').between([run, Dexie.minKey], [run, Dexie.maxKey]);
/** Takes the runs of a system out with their acts; part of a transaction over both tables. */
export async function deleteRuns(system: string): Promise<void> {
  const ids = await database.runs.where('system').equals(system).primaryKeys();
  for (const id of ids) await actionsOf(id).delete();
  await database.runs.bulkDelete(ids);
}
// Runs and what was one row for many things get rows of their own.
database.version(6).stores({ runs: 'id, system', acts: '[run+id]' }).upgrade(rowsOfTheirOwn);

const notesOf = (x: unknown): Loose[] => listOf(x).filter(isLoose);

async function rowsOfTheirOwn(t: Transaction): Promise<void> {
  const settings = t.table<StoredSetting, string>('settings');
  const systems = t.table<StoredSystem, string>('systems');
  const rows = await settings.toArray();
  const fresh: StoredSetting[] = [];
  for (const { key, value } of rows) {
    if (key === 'person' && isLoose(value))
      for (const [k, v] of Object.entries(value)) fresh.push({ key: `person/${k}`, value: v });
    else if (key === 'practice' && isLoose(value)) {
      for (const x of notesOf(value.played))
        fresh.push({ key: `practice/played/${String(x.scenario)}`, value: x });
      for (const x of notesOf(value.lessons))
        fresh.push({ key: `practice/lesson/${String(x.lesson)}`, value: x });
    } else if (key === 'csv-mappings' && isLoose(value)) {
      for (const [k, v] of Object.entries(value)) fresh.push({ key: `csv-mapping/${k}`, value: v });
    } else if (key.startsWith('practice-run-')) {
      const system = key.slice('practice-run-'.length);
      const row = await systems.get(system);
      if (isLoose(value) && row) {
        const { acts, seed, scenario, lesson, water } = value;
        const run = { id: key, system, begun: 0, seed, scenario, lesson, water };
        await t.table('runs').put({ ...run, document: row.document });
        await t.table('acts').bulkPut(
          notesOf(acts).map((a, i) => ({
            run: key,
            id: String(i).padStart(6, '0'),
            at: i,
            act: a.act,
            about: a.about,
          })),
        );
      }
    } else continue;
    await settings.delete(key);
  }
  await settings.bulkPut(fresh);
}

import { READ_FIELDS } from '../entries/fields.ts';
import type { Entry, Moment } from '../entries/types.ts';
import type { SystemDocument } from '../system/index.ts';

/** Entries that say nothing of the water: a note does not start a system. */
const ASIDE: ReadonlySet<string> = new Set(['note', 'photo', 'task', 'planting', 'harvest']);
/** A wet test reads the lines and the beds with water that is thrown away afterwards. */
const OF_PARTS: ReadonlySet<string> = new Set(['flow', 'fillTime']);

const ofWater = (e: Entry): boolean => {
  if (ASIDE.has(e.kind)) return false;
  const read = READ_FIELDS.filter((f) => e[f.id] !== undefined);
  return e.kind !== 'reading' || !read.length || read.some((f) => !OF_PARTS.has(f.id));
};

/** When the water went in, by the document or the first entry about it; null where nothing says so. @param entries in order of time */
export const runningSince = (s: SystemDocument, entries: readonly Entry[]): Moment | null =>
  s.care.filled ?? entries.find(ofWater)?.at ?? null;

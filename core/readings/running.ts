import { PART_FIELDS, READ_FIELDS } from '../entries/fields.ts';
import type { Entry, Moment } from '../entries/types.ts';
import type { SystemDocument } from '../system/index.ts';

/** Entries that say nothing of the water: a note does not start a system. */
const ASIDE: ReadonlySet<string> = new Set(['note', 'photo', 'task', 'planting', 'harvest']);

/** A wet test reads the flow of lines and the fill of beds, with water that is thrown away afterwards. */
const isWetTest = (e: Entry): boolean => {
  const read = READ_FIELDS.filter((f) => e[f.id] !== undefined);
  return read.length > 0 && read.every((f) => f.id !== 'level' && PART_FIELDS.has(f.id));
};
const ofWater = (e: Entry): boolean =>
  !ASIDE.has(e.kind) && !(e.kind === 'reading' && isWetTest(e));

/** When the water went in, by the document or the first entry about it; null where nothing says so. @param entries in order of time */
export const runningSince = (s: SystemDocument, entries: readonly Entry[]): Moment | null =>
  s.care.filled ?? entries.find(ofWater)?.at ?? null;

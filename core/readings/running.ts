import type { Entry, Moment } from '../entries/types.ts';
import type { SystemDocument } from '../system/index.ts';

/** Entries that say nothing of the water: a note does not start a system. */
const ASIDE: ReadonlySet<string> = new Set(['note', 'photo', 'task', 'planting', 'harvest']);

/** When the water went in, by the document or the first entry about it; null where nothing says so. @param entries in order of time */
export const runningSince = (s: SystemDocument, entries: readonly Entry[]): Moment | null =>
  s.care.filled ?? entries.find((e) => !ASIDE.has(e.kind))?.at ?? null;

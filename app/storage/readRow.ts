import {
  DOCUMENT_VERSION,
  applyEdits,
  listOf,
  upToDate,
  type HistoryStep,
  type SystemDocument,
} from '../../core/system';
import { checkSystem } from '../../core/system/schema';
import type { StoredSystem } from './database';

/** A stored row as this program reads it: whole by the schema of a system, or the reason why it is not. */

export type ReadRow =
  | { readonly ok: true; readonly row: StoredSystem }
  | { readonly ok: false; readonly state: 'newer' | 'damaged'; readonly why: string };

const damaged = (why: string): ReadRow => ({ ok: false, state: 'damaged', why });

/** Rows that were checked as they are, by their writing. */
const checked = new Map<string, string>();
const markOf = (row: StoredSystem) => `${row.rev} ${row.updated} ${row.by ?? ''}`;
/** Notes that a row was written from a document that this program made. */
export const trust = (row: StoredSystem): void => void checked.set(row.id, markOf(row));

const isStep = (x: unknown): x is HistoryStep => {
  const s = x as Partial<HistoryStep> | null;
  return (
    s !== null &&
    typeof s === 'object' &&
    typeof s.label === 'string' &&
    Array.isArray(s.edits) &&
    Array.isArray(s.inverse)
  );
};
/** Steps that can be walked from a document; the first that cannot ends them. */
function walkable(
  from: SystemDocument,
  steps: readonly unknown[],
  direction: 'edits' | 'inverse',
): HistoryStep[] {
  const out: HistoryStep[] = [];
  let state = from;
  for (const step of steps) {
    try {
      if (!isStep(step)) break;
      state = applyEdits(state, step[direction]);
      out.push(step);
    } catch {
      break;
    }
  }
  return out;
}

export function readRow(row: StoredSystem): ReadRow {
  if (checked.get(row.id) === markOf(row)) return { ok: true, row };
  const document = row.document as SystemDocument | null | undefined;
  if (document === null || typeof document !== 'object')
    return damaged('there is no system in it.');
  if (Number(document.version) > DOCUMENT_VERSION)
    return { ok: false, state: 'newer', why: 'it was saved by a newer version of Mizuna.' };
  try {
    const raised = upToDate({
      document,
      past: listOf(row.past) as HistoryStep[],
      future: listOf(row.future) as HistoryStep[],
    });
    if (!raised) return damaged('its version is unknown.');
    const read = checkSystem(raised.document);
    if (!read.ok) return damaged(read.message);
    const whole: StoredSystem = {
      ...row,
      document: raised.document,
      past: walkable(raised.document, [...raised.past].reverse(), 'inverse').reverse(),
      future: walkable(raised.document, raised.future, 'edits'),
      rev: Number.isInteger(row.rev) ? row.rev : 0,
    };
    if (document.version === DOCUMENT_VERSION && whole.past.length === row.past.length)
      trust(whole);
    return { ok: true, row: whole };
  } catch {
    return damaged('it cannot be read.');
  }
}

import { applyEdits, invertEdits, readAt, type Edit } from './edit.ts';
import { diff, same } from './merge.ts';
import { migrate } from './migrate.ts';
import { DOCUMENT_VERSION, type SystemDocument } from './types.ts';

/** Steps of a history that are kept. */
export const LONGEST_HISTORY = 200;

/** What a step did to an entry of the log: fields as they were, and as they are then; null takes a field out. */
export interface EntryChange {
  readonly id: string;
  readonly undo: Readonly<Record<string, unknown>>;
  readonly redo: Readonly<Record<string, unknown>>;
}

/** One step of a system's history: what was done and what undoes it. */
export interface HistoryStep {
  label: string;
  edits: Edit[];
  inverse: Edit[];
  /** Entries of the log that were written with it: they go and come with it. */
  noted?: readonly EntryChange[];
}

/** Places whose number is counted up and down, so that taking back takes the difference. */
const COUNTED = /^fish\.[\w-]+\.count$/;

/**
 * Edits that take a step of the past back out of a document that went on: a count by its difference, anything else
 * where it still is what the step made of it.
 *
 * @param again do the step once more instead
 */
export function takeBack(document: SystemDocument, step: HistoryStep, again = false): Edit[] {
  const [from, to] = again ? [step.inverse, step.edits] : [step.edits, step.inverse];
  return to.flatMap((edit): Edit[] => {
    const was = from.find((e) => e.at === edit.at);
    let now: unknown;
    try {
      now = readAt(document, edit.at);
    } catch {
      return [];
    }
    if (COUNTED.test(edit.at) && typeof now === 'number') {
      const count = Math.max(0, now + Number(edit.to) - Number(was?.to));
      return Number.isFinite(count) && count !== now ? [{ at: edit.at, to: count }] : [];
    }
    return was && same(now, was.to) ? [edit] : [];
  });
}

/** A document with the steps that led to it and those that were undone, next first. */
export interface SavedHistory {
  document: SystemDocument;
  past: HistoryStep[];
  future: HistoryStep[];
}

/** The step that makes `from` into `to`. */
export function stepBetween(from: SystemDocument, to: SystemDocument, label: string): HistoryStep {
  const edits = diff(from, to);
  return { label, edits, inverse: invertEdits(from, edits) };
}

/**
 * Brings a kept document and its history up to the current version. The history is walked through in
 * its own version, every state brought up, and each step made anew between the two states around it;
 * a step that cannot be walked ends the history there.
 *
 * @returns nothing where the document itself cannot be brought up, as from a newer program
 */
export function upToDate(kept: SavedHistory): SavedHistory | null {
  if (kept.document.version === DOCUMENT_VERSION) return kept;
  const raise = (document: SystemDocument): SystemDocument | null => {
    const r = migrate(document as unknown as Record<string, unknown>);
    return r.ok ? (r.document as unknown as SystemDocument) : null;
  };
  const now = raise(kept.document);
  if (!now) return null;
  const walk = (steps: readonly HistoryStep[], direction: 'edits' | 'inverse'): HistoryStep[] => {
    const out: HistoryStep[] = [];
    let old = kept.document;
    let raised = now;
    for (const step of steps) {
      let next: SystemDocument | null = null;
      try {
        old = applyEdits(old, step[direction]);
        next = raise(old);
      } catch {
        next = null;
      }
      if (!next) break;
      out.push(
        direction === 'edits'
          ? stepBetween(raised, next, step.label)
          : stepBetween(next, raised, step.label),
      );
      raised = next;
    }
    return out;
  };
  return {
    document: now,
    past: walk([...kept.past].reverse(), 'inverse').reverse(),
    future: walk(kept.future, 'edits'),
  };
}

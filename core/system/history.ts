import { applyEdits, invertEdits, type Edit } from './edit.ts';
import { diff } from './merge.ts';
import { migrate } from './migrate.ts';
import { DOCUMENT_VERSION, type SystemDocument } from './types.ts';

/** Steps of a history that are kept. */
export const LONGEST_HISTORY = 200;

/** One step of a system's history: what was done and what undoes it. */
export interface Step {
  label: string;
  edits: Edit[];
  inverse: Edit[];
}

/** A document with the steps that led to it and those that were undone, next first. */
export interface Kept {
  document: SystemDocument;
  past: Step[];
  future: Step[];
}

/** The step that makes `from` into `to`. */
export function stepBetween(from: SystemDocument, to: SystemDocument, label: string): Step {
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
export function upToDate(kept: Kept): Kept | null {
  if (kept.document.version === DOCUMENT_VERSION) return kept;
  const raise = (document: SystemDocument): SystemDocument | null => {
    const r = migrate(document as unknown as Record<string, unknown>);
    return r.ok ? (r.document as unknown as SystemDocument) : null;
  };
  const now = raise(kept.document);
  if (!now) return null;
  const walk = (steps: readonly Step[], direction: 'edits' | 'inverse'): Step[] => {
    const out: Step[] = [];
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

import { applyEdits, type Edit } from '../edit.ts';
import { MOST_MADE, pathEndCount } from '../limits.ts';
import type { SystemDocument } from '../types.ts';

/** A change of what a system is made of: its edits, or a sentence that says why it has no meaning here. */
export type MakeUp =
  | { readonly ok: true; readonly label: string; readonly edits: readonly Edit[] }
  | { readonly ok: false; readonly why: string };

/** A change that has no meaning here, and why, in the grower’s words. */
export const not = (why: string): MakeUp => ({ ok: false, why });
/** A change of make-up that can be made. */
export const change = (label: string, edits: readonly Edit[]): MakeUp => ({
  ok: true,
  label,
  edits,
});

/** A change that adds, refused where it would make more of a system than a home has. */
export function withinMost(s: SystemDocument, made: MakeUp): MakeUp {
  if (!made.ok) return made;
  const after = applyEdits(s, made.edits);
  if (after.vessels.length > Math.max(MOST_MADE.vessels, s.vessels.length))
    return not(`The maximum is ${MOST_MADE.vessels} vessels.`);
  if (pathEndCount(after) > Math.max(MOST_MADE.ends, pathEndCount(s)))
    return not(`The maximum is ${MOST_MADE.ends} pipes.`);
  return made;
}

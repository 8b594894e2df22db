import type { Edit } from '../edit.ts';

/** A change of what a system is made of: its edits, or a sentence that says why it has no meaning here. */
export type MakeUp =
  | { readonly ok: true; readonly label: string; readonly edits: readonly Edit[] }
  | { readonly ok: false; readonly why: string };

export const not = (why: string): MakeUp => ({ ok: false, why });
export const change = (label: string, edits: readonly Edit[]): MakeUp => ({
  ok: true,
  label,
  edits,
});

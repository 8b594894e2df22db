import type { Edit, SystemDocument } from '../../../core/system';

type Group = 'fish' | 'crops' | 'programmes';

/** Edits that make an own entry of a catalogue's row, named after it, and what its id is. */
export function ownEntry<T extends { readonly id: string; readonly name: string }>(
  s: SystemDocument,
  group: Group,
  row: T,
): { readonly id: string; readonly edits: Edit[] } {
  const ids = new Set(s.own[group].map((x) => x.id));
  let id = `own-${row.id}`;
  for (let i = 2; ids.has(id); i++) id = `own-${row.id}-${i}`;
  const entry = { ...structuredClone(row), id, name: `${row.name}, own` };
  return { id, edits: [{ at: `own.${group}.${id}`, to: entry }] };
}

/** Whether an id is one of the grower's own entries. */
export const isOwn = (s: SystemDocument, group: Group, id: string | null): boolean =>
  id !== null && s.own[group].some((x) => x.id === id);

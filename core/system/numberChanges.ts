import type { QuantityKind } from '../quantity/units.ts';
import { readAt, type Edit } from './edit.ts';
import { fieldAt } from './fields.ts';
import type { SystemDocument } from './types.ts';

/** A number of the document that edits change, by its field. */
export interface NumberChange {
  readonly at: string;
  /** Name of the thing that it belongs to, where it has one. */
  readonly of: string;
  readonly label: string;
  readonly kind: QuantityKind;
  readonly from: number;
  readonly to: number;
}

/** Numbers that edits change, in the order of the edits; what has no field is left out. */
export function numberChanges(system: SystemDocument, edits: readonly Edit[]): NumberChange[] {
  return edits.flatMap(({ at, to }) => {
    const field = fieldAt(at);
    const from = readAt(system, at);
    if (!field || typeof from !== 'number' || typeof to !== 'number') return [];
    const [group, id] = at.split('.');
    const of = (readAt(system, `${group}.${id}`) as { name?: unknown } | undefined)?.name;
    return [
      { at, of: typeof of === 'string' ? of : '', label: field.label, kind: field.kind, from, to },
    ];
  });
}

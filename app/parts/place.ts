import { format, type UnitSystem } from '../../core/quantity';
import { fieldAt, readAt, type SystemDocument } from '../../core/system';

/** A place of a document in words: the part's name and the field's label. */
export function fieldInWords(system: SystemDocument, at: string): string {
  const [group, id] = at.split('.');
  const part = readAt(system, `${group}.${id}`) as { name?: unknown } | undefined;
  const named = typeof part?.name === 'string' ? ` of “${part.name}”` : '';
  if (at === 'name') return 'Name of the system';
  const field = fieldAt(at);
  if (field) return `${field.label}${named}`;
  const inner = at.split('.').slice(2).join(', ');
  return named ? `${inner || 'Whole system'}${named}` : at.split('.').join(', ');
}

/** What stands at a place, in the reader's units; something larger than a number is only named. */
export function valueInWords(at: string, value: unknown, units: UnitSystem): string {
  const field = fieldAt(at);
  if (field && typeof value === 'number') return format(value, field.kind, units);
  if (value === undefined) return 'removed';
  if (value === null) return 'nothing';
  if (typeof value === 'string' || typeof value === 'number') return `“${String(value)}”`;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return 'changed';
}

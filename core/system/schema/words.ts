import type Joi from 'joi';
import { FIELDS } from '../fields.ts';

/** Words for the place of an error: the name of the vessel or path, and the field's label. */
export function placeInWords(document: unknown, path: readonly (string | number)[]): string {
  let node: unknown = document;
  let named = '';
  for (const key of path) {
    node = (node as Record<string | number, unknown> | undefined)?.[key];
    const n = (node as { name?: unknown } | null | undefined)?.name;
    if (typeof n === 'string' && n) named = n.slice(0, 60);
  }
  const generic = path.map((k) => (typeof k === 'number' ? '*' : k)).join('.');
  const label = FIELDS[generic]?.label ?? path.filter((k) => typeof k === 'string').join(' › ');
  return named && path.length > 1 ? `“${label}” of “${named}”` : `“${label || 'the file'}”`;
}

/** What is wrong there, in words. */
export function problemInWords(detail: Joi.ValidationErrorItem): string {
  const c = detail.context ?? {};
  switch (detail.type) {
    case 'any.required':
      return 'is missing';
    case 'number.base':
    case 'number.infinity':
    case 'number.unsafe':
      return 'is not a number';
    case 'number.min':
      return `is below the minimum of ${String(c.limit)} (SI units)`;
    case 'number.max':
      return `is above the maximum of ${String(c.limit)} (SI units)`;
    case 'any.only':
      return `is “${String(c.value).slice(0, 40)}”, which this version does not know`;
    case 'array.unique':
      return 'has an id that is used twice';
    case 'array.max':
      return `has more than ${String(c.limit)} entries`;
    case 'any.unknown':
      return detail.message;
    default:
      return 'is not valid';
  }
}

import { dateFormat } from '../../core/quantity';

/** Name of a month, 1 … 12, short, in full or by its first letter. */
export const monthName = (month: number, form: 'short' | 'long' | 'narrow' = 'short'): string =>
  dateFormat({ month: form, timeZone: 'UTC' }).format(new Date(Date.UTC(2001, month - 1, 15)));
/** All twelve. */
export const monthNames = (form: 'short' | 'long' | 'narrow'): string[] =>
  Array.from({ length: 12 }, (_, i) => monthName(i + 1, form));

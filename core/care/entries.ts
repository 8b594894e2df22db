import type { EntryValues, Moment } from '../entries/types.ts';
import type { Tended } from '../readings/index.ts';
import type { TreatmentStep } from '../treatment/index.ts';

/** What is logged when one part of a step is done; nothing for a step that is only read or waited for. */
export const entryOfStep = (
  t: Pick<Tended, 'zone'>,
  s: TreatmentStep,
  at: Moment,
): EntryValues | null => s.books && { ...s.books, at, zone: t.zone };

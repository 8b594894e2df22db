import type { EntryValues } from '../entries/types.ts';
import type { Phrase, QuantityKind } from '../quantity/index.ts';
import type { Seconds } from '../quantity/si.ts';
import type { ReadingId } from '../system/index.ts';

/** What a grower does to the water, and how it is done. */

export const TREATMENTS = [
  'change',
  'top-up',
  'dechlorinate',
  'salt',
  'base',
  'acid',
  'stop-feeding',
  'feed-less',
  'aerate',
  'cool',
  'warm',
  'remove',
  'look',
  'read',
  'nutrient',
  'iron',
  'wait',
] as const;
export type TreatmentId = (typeof TREATMENTS)[number];

/** One step of a plan: a treatment in an amount, as it is done. */
export interface TreatmentStep {
  readonly treatment: TreatmentId;
  /** Id of what is given, as in the catalogue; null where nothing is. */
  readonly substance: string | null;
  /** Of all parts together, in SI; null where it has no amount. */
  readonly amount: number | null;
  readonly measure: QuantityKind | null;
  /** Vessel or path that it is done to; empty for the whole system. */
  readonly about: string;
  /** Time from now at which it is done. */
  readonly at: Seconds;
  /** Until the next step or look; null where none is needed. */
  readonly wait: Seconds | null;
  /** The step in one short sentence, as it stands on a button. */
  readonly title: Phrase;
  /** What to do, one instruction each. */
  readonly do: readonly Phrase[];
  readonly caution: string;
  /** It is done in so many equal parts, each booked by itself. */
  readonly parts: number;
  /** What is logged when one part of it is done; null where nothing is. */
  readonly books: Omit<EntryValues, 'at' | 'zone'> | null;
  /** What is read, where it is a reading. */
  readonly reads: readonly ReadingId[];
}

/** A step with what is usual where nothing else is said. */
export const stepOf = (
  treatment: TreatmentId,
  instructions: readonly Phrase[],
  more: Partial<Omit<TreatmentStep, 'treatment' | 'do'>> = {},
): TreatmentStep => ({
  substance: null,
  amount: null,
  measure: null,
  about: '',
  at: 0,
  wait: null,
  caution: '',
  parts: 1,
  books: null,
  reads: [],
  title: instructions[0] ?? [],
  ...more,
  treatment,
  do: instructions,
});

/** Something that must not be done now, and why. */
export interface Avoided {
  readonly treatment: TreatmentId;
  readonly because: Phrase;
}

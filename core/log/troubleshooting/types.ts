import type { FaultKind } from '../../faultTests/faults/index.ts';
import type { Finding } from '../../findings/index.ts';
import type { Phrase } from '../../quantity/index.ts';
import type { ReadingId } from '../../system/index.ts';
import type { HazardId } from '../../care/index.ts';
import type { Tended } from '../../readings/tended.ts';
import type { SignId } from '../../entries/signs.ts';

/** Trouble without readings: from what is seen to what is behind it. */

/** What speaks for a cause, or against it, and how much: 3 is plain, 1 is a hint, below 0 speaks against it. */
export interface Evidence {
  readonly points: number;
  readonly because: Phrase;
}

export interface DiagnosisCase {
  readonly t: Tended;
  readonly findings: readonly Finding[];
}

/** What a cause ends in. */
export type CauseOutcome =
  /** A task of the list. */
  | { readonly kind: 'task'; readonly task: string }
  /** What the plan of care says of these readings. */
  | { readonly kind: 'plan'; readonly hazard: HazardId }
  /** A fault test of this system to compare with. */
  | { readonly kind: 'faultTest'; readonly fault: FaultKind }
  | { readonly kind: 'ask'; readonly who: 'a vet for fish' | 'an electrician' }
  /** A dose of the bench of calculators. */
  | { readonly kind: 'calculator'; readonly calculator: string }
  | { readonly kind: 'done' };

/** Something that may be behind a sign. */
export interface Cause {
  readonly id: string;
  readonly words: string;
  /** What to do about it. */
  readonly then: Phrase;
  readonly reads: readonly ReadingId[];
  readonly end: CauseOutcome;
  readonly evidence: (c: DiagnosisCase) => readonly (Evidence | null)[];
}

/** A sign with what to look at and what may be behind it. */
export interface Symptom {
  readonly sign: SignId;
  /** What to look at first, in the order of looking. */
  readonly look: readonly Phrase[];
  /** Causes with how often each is behind it before anything is known: 3 often, 1 seldom. */
  readonly causes: readonly (readonly [cause: string, often: number])[];
}

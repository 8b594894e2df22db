import type { Assessment } from '../assess/assess.ts';
import type { Fault } from '../day/faults/fault.ts';
import type { FaultOutcome } from '../day/faults/run.ts';
import type { Adjustment } from '../findings/adjustments/index.ts';
import type { Network } from '../network/types.ts';
import type { SystemDocument } from '../system/index.ts';
import type { Severity } from './severity.ts';

/** A system that may be struck. */
export interface Exposed {
  readonly system: SystemDocument;
  readonly net: Network;
  readonly how: Severity;
}

/** One place where a fault can strike a system. */
export type Instance = Pick<Fault, 'about' | 'name' | 'inject' | 'creeps' | 'loses'> &
  Partial<Pick<Fault, 'lasts' | 'follow' | 'part'>>;

/** A fault test that was not passed, in its system. */
export interface Struck {
  readonly system: SystemDocument;
  readonly a: Assessment;
  readonly faultTest: { readonly about: string; readonly outcome: FaultOutcome };
}

/** A fault with all that is known of it: where it can strike, what it changes, what can be done against it. */
export interface FaultDefinition<Id extends string = string> {
  readonly id: Id;
  readonly instances: (c: Exposed) => Instance[];
  /** Adjustments of the design worth trying, the simplest in the hand first. */
  readonly remedies: (c: Struck) => Adjustment[];
}

/** A fault as it is written, its id known to the compiler. */
export const defineFault = <const Id extends string>(
  fault: FaultDefinition<Id>,
): FaultDefinition<Id> => fault;

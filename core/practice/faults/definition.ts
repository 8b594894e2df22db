import type { LifeFaultId } from '../../faultTests/index.ts';
import type { Network } from '../../network/types.ts';
import type { Phrase } from '../../quantity/index.ts';
import type { Celsius, Seconds, Share } from '../../quantity/si.ts';
import type { PracticeBasis } from '../basis.ts';
import type { State } from '../types.ts';

/** What faults do to the living side while they last. */
export interface Effects {
  /** Mains power is there. */
  readonly power: boolean;
  /** Share of the air pumps’ air. */
  readonly air: Share;
  /** Heaters: as set, dead, or on without end. */
  readonly heater: 'works' | 'off' | 'stuck';
  /** On top of the air’s warmth. */
  readonly heat: Celsius;
}
export const NO_EFFECT: Effects = { power: true, air: 1, heater: 'works', heat: 0 };

/** A hidden fault with all that is known of it. */
export interface PracticeFault<Id extends string = string> {
  readonly id: Id;
  /** Its name, for the debrief. */
  readonly name: (g: PracticeBasis, about: string) => string;
  /** Where it can strike a system: paths, vessels, controls, devices, or “system”. */
  readonly places: (g: PracticeBasis) => readonly string[];
  /** The part at which hands put it right, where that is not where it strikes. */
  readonly partAt?: (g: PracticeBasis, about: string) => string;
  /** What a system needs for it, where it has no place: told without naming the fault. */
  readonly needs: string;
  /** The network with the fault in it. @param strength 0–1 */
  readonly inject?: (g: PracticeBasis, about: string, strength: Share) => (net: Network) => Network;
  /** What it does to the living side. @param strength 0–1 */
  readonly effects?: (strength: Share) => Partial<Effects>;
  /** What it does once, as it strikes. */
  readonly strike?: (g: PracticeBasis, state: State, about: string) => void;
  /** What happens anew every so often while it lasts. */
  readonly goesOn?: (g: PracticeBasis, state: State, about: string, hours: number) => void;
  /** It has gone on for weeks when it strikes. */
  readonly long?: boolean;
  /** After this it is over by itself. */
  readonly lasts?: Seconds;
  /** Faults that begin at all their places when it is over. */
  readonly leaves?: readonly string[];
  /** It is not well before it was put right, however little it does by then. */
  readonly mustCure?: boolean;
  /** Acts that put it right. */
  readonly cures: readonly string[];
  /** What would have kept it from costing so much. */
  readonly advice: Phrase;
  /** The fault test of what lives in the design that it is, whose remedies are remedies of it. */
  readonly lifeFaultTest?: LifeFaultId;
}

/** A fault as it is written, its id known to the compiler. */
export const definePracticeFault = <const Id extends string>(
  fault: PracticeFault<Id>,
): PracticeFault<Id> => fault;

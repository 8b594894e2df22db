import type { Assessment } from '../assess/assess.ts';
import type { BlockedDrain } from '../day/faults/blockedDrain.ts';
import type { DayMetrics } from '../day/metrics.ts';
import type { DayEvent } from '../day/types.ts';
import type { Explained, Phrase, QuantityKind } from '../quantity/index.ts';
import type { CubicMetres, Seconds } from '../quantity/si.ts';
import type { SystemDocument } from '../system/index.ts';
import type { Adjustment } from './adjustments/index.ts';
import type { Stage } from './stages.ts';

/** How grave: the water or the fish are at stake; outside what is wished; in order. */
export type Level = 'stop' | 'watch' | 'fine';

/** What a rule finds: a number of this system beside the number it must reach. */
export interface Verdict {
  /** Id of the vessel or path it is about, or “system”. */
  readonly about: string;
  /** Distinguishes several of one rule on one part, as in the siphon's geometry. */
  readonly part?: string;
  readonly level: Level;
  /** In SI, as is {@link limit}. */
  readonly measured: number;
  readonly limit: number;
  readonly kind: QuantityKind;
  /** In words, where the number alone would mislead: no bacteria are 10000 % of nothing. */
  readonly inWords?: Phrase;
  readonly sentence: Phrase;
  readonly why: Phrase;
  readonly source: string;
}

/** What the findings need of a simulated day; small enough to send about. */
export interface DaySummary {
  readonly metrics: DayMetrics;
  readonly events: readonly DayEvent[];
  readonly spilled: CubicMetres;
  /** Drunk and dried where nothing runs back. */
  readonly used: CubicMetres;
  readonly balanceError: CubicMetres;
  /** For each bed that a clogged drain would flood: what a day of that does. */
  readonly clogged: readonly BlockedDrain[];
  readonly truncated: boolean;
  readonly end: Seconds;
}

/** What a rule judges. `day` is absent while the simulation is still running. */
export interface Context {
  readonly system: SystemDocument;
  readonly a: Assessment;
  readonly day: DaySummary | null;
}

/** One verdict in its system. */
export interface VerdictContext extends Context {
  readonly f: Verdict;
}

/**
 * A rule of the judgement, with all that is known of it: how it judges, what can be adjusted to mend what it
 * finds, and how its number came about. One rule is one file of `rules/`.
 */
export interface Rule<Id extends string = string> {
  readonly id: Id;
  /** Names it within a sentence: “also mends the reserve”. */
  readonly title: string;
  /** Where its findings are worked at. */
  readonly stage: Stage;
  /** It judges the simulated day, and is silent without one. */
  readonly needsDay: boolean;
  /** It judges the water itself: in a running system the plan of care mends what it finds. */
  readonly ofWater?: true;
  readonly judge: (c: Context) => Verdict[];
  /** Adjustments worth trying, the simplest in the hand first. */
  readonly adjustments: (c: Omit<VerdictContext, 'day'>) => Adjustment[];
  /** How its number came about; nothing where the system has no such part any more. */
  readonly explain: (c: VerdictContext) => Explained | null;
  /** The open finding that is behind this one and is mended in its place. */
  readonly cause?: <F extends Verdict & { readonly id: string }>(
    c: Omit<VerdictContext, 'day'>,
    open: readonly F[],
  ) => F | undefined;
  /** Where there is a cause, its adjustments are tried and not this rule's own. */
  readonly adjustsCause?: boolean;
}

/** A rule as it is written, its id known to the compiler. */
export const defineRule = <const Id extends string>(rule: Rule<Id>): Rule<Id> => rule;

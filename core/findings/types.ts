import type { Phrase, QuantityKind } from '../quantity/index.ts';
import type { DayEvent } from '../day/types.ts';
import type { BlockedDrain } from '../day/drills/blockedDrain.ts';
import type { DayMetrics } from '../day/metrics.ts';
import type { Assessment } from '../assess/assess.ts';
import type { Edit, SystemDocument } from '../system/index.ts';
import type { Stage } from './stages.ts';
import type { CubicMetres, Seconds } from '../quantity/si.ts';

/** How grave: the water or the fish are at stake; outside what is wished; in order. */
export type Level = 'stop' | 'watch' | 'fine';

/** A named change that the program has worked out and tried on a copy of the system. */
export interface Fix {
  readonly id: string;
  readonly label: Phrase;
  readonly edits: readonly Edit[];
  /** What becomes of the finding with it. */
  readonly leaves: Level;
  /** Ids of findings that are better, and of those at `watch` that were not before. */
  readonly also: readonly string[];
  readonly costs: readonly string[];
}

/** One judgement: a number of this system beside the number it must reach. */
export interface Finding {
  readonly id: string;
  /** Id of the vessel or path it is about. */
  readonly about: string;
  /** Distinguishes several of one id on one part, as in the siphon's geometry. */
  readonly part?: string;
  readonly level: Level;
  readonly measured: number;
  readonly limit: number;
  readonly kind: QuantityKind;
  readonly sentence: Phrase;
  readonly why: Phrase;
  readonly source: string;
}

/** A caution without a measure. */
export interface Reminder {
  readonly id: string;
  readonly sentence: string;
  /** Stage at which it is shown. */
  readonly stage: Stage;
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

/** One rule: judges a system and says so, once a part. */
export type Rule = (c: Context) => Finding[];

/** Key that tells findings of one system apart. */
export const keyOf = (f: Pick<Finding, 'id' | 'about' | 'part'>): string =>
  `${f.id}/${f.about}${f.part ? `/${f.part}` : ''}`;

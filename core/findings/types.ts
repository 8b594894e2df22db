import type { Phrase } from '../quantity/index.ts';
import type { Edit } from '../system/index.ts';
import type { Level, Verdict } from './rule.ts';
import type { FindingId } from './rules/index.ts';
import type { Stage } from './stages.ts';

/** One judgement: the rule that made it, and what it found. */
export interface Finding extends Verdict {
  readonly id: FindingId;
}

/** A named change that the program has worked out and tried on a copy of the system. */
export interface Fix {
  readonly id: string;
  readonly label: Phrase;
  readonly edits: readonly Edit[];
  /** What becomes of the finding with it. */
  readonly leaves: Level;
  /** Ids of findings that are better, and of those at `watch` that were not before. */
  readonly also: readonly FindingId[];
  readonly costs: readonly FindingId[];
}

/** A caution without a measure. */
export interface Reminder {
  readonly id: string;
  readonly sentence: string;
  /** Stage at which it is shown. */
  readonly stage: Stage;
}

/** Key that tells findings of one system apart. */
export const keyOf = (f: { id: string; about: string; part?: string }): string =>
  `${f.id}/${f.about}${f.part ? `/${f.part}` : ''}`;

import type { Phrase, QuantityKind } from '../../quantity/index.ts';
import type { Seconds } from '../../quantity/si.ts';
import type { ReadingId } from '../../system/index.ts';
import type { Tended } from '../../readings/tended.ts';
import type { Moment } from '../../entries/types.ts';

/** How soon: fish or plants are at stake this hour; today; this week. */
export const URGENCIES = ['now', 'today', 'week'] as const;
export type Urgency = (typeof URGENCIES)[number];

/** What is done, for those that keep count of it. */
export type ActionKind =
  | 'aerate'
  | 'change-water'
  | 'change-solution'
  | 'dose'
  | 'feed'
  | 'stop-feeding'
  | 'top-up'
  | 'cool'
  | 'warm'
  | 'clean'
  | 'look'
  | 'read'
  | 'wait';

/** One thing to do, in an amount of this system. */
export interface Action {
  readonly kind: ActionKind;
  /** Id of what is given, as in the catalogue. */
  readonly substance?: string;
  /** Of a programme: the share of a full dose. */
  readonly part?: number;
  /** In SI, and what it is; null where it has no amount. */
  readonly amount: number | null;
  readonly measure: QuantityKind | null;
  /** Vessel or path that it is done to; empty for the whole system. */
  readonly about: string;
}

export interface Advised extends Action {
  readonly urgency: Urgency;
  /** What to do, in one sentence. */
  readonly say: Phrase;
  /** What goes with it. */
  readonly also: readonly Phrase[];
  /** Until the next look or step; null where none is needed. */
  readonly wait: Seconds | null;
  /** What is read then. */
  readonly retest: readonly ReadingId[];
  readonly because: Phrase;
  /** Readings and entries it rests on. */
  readonly rests: readonly Phrase[];
  /** What would change it. */
  readonly unless: Phrase;
  readonly caution?: string;
  readonly source: string;
}

/** One piece of advice, with the rule that gave it. */
export interface Advice extends Advised {
  readonly id: AdviceRuleId;
  /** Until when nothing is done, where it has been acted on. */
  readonly until: Moment | null;
}

/** Ids stand in the order of urgency of what they are about. */
export const ADVICE_ORDER = [
  'power',
  'oxygen',
  'ammonia',
  'nitrite',
  'chlorine',
  'temperature',
  'deaths',
  'feeding',
  'strength',
  'carbonate',
  'level',
  'delivery',
  'clogging',
  'nitrate',
  'solution-age',
  'trend',
  'stale',
] as const;
export type AdviceRuleId = (typeof ADVICE_ORDER)[number];

/** A rule of the advice: one file of `rules/`. */
export interface AdviceRule {
  readonly id: AdviceRuleId;
  readonly advise: (t: Tended) => Advised[];
}
/** A rule of the advice as it is written. */
export const defineAdvice = (rule: AdviceRule): AdviceRule => rule;

import type { Moment } from '../entries/types.ts';
import type { Water } from '../life/index.ts';
import type { Phrase } from '../quantity/index.ts';
import type { Kilograms, Seconds } from '../quantity/si.ts';
import type { ReadingId } from '../system/index.ts';
import type {
  Avoided,
  FeedShare,
  TreatmentBasis,
  Pace,
  TreatmentStep,
} from '../treatment/index.ts';

/** Hazards, and the one plan that removes them. */

/** How soon: fish or plants are at stake this hour; today; this week. */
export const URGENCIES = ['now', 'today', 'week'] as const;
export type Urgency = (typeof URGENCIES)[number];

/** What a hazard asks of the water. The plan decides whether, and how much. */
export type Want =
  /** Renew a share of the water. */
  | {
      readonly kind: 'change';
      readonly share: (g: TreatmentBasis) => number;
      readonly pace: Pace;
      readonly cooling?: boolean;
    }
  | { readonly kind: 'top-up'; readonly missing: number; readonly vessel: string }
  | { readonly kind: 'salt' }
  /** Change of alkalinity in all, mg/L CaCO₃, above 0 for a base, below for an acid. */
  | {
      readonly kind: 'dose';
      readonly whole: (g: TreatmentBasis) => number;
      readonly rescue: boolean;
    }
  | { readonly kind: 'dechlorinate'; readonly level: number }
  /** Something that stands for itself. */
  | {
      readonly kind: 'step';
      readonly step: TreatmentStep;
      /** It asks for the whole ration, and is left out where the plan feeds less. */
      readonly fullFeed?: true;
    };

/** Hazards in the order in which they kill. */
export const HAZARD_ORDER = [
  'breath',
  'ammonia',
  'nitrite',
  'chlorine',
  'temperature',
  'ph',
  'deaths',
  'illness',
  'level',
  'feeding',
  'new-fish',
  'alkalinity',
  'carbon-dioxide',
  'cycling',
  'strength',
  'delivery',
  'clogging',
  'nitrate',
  'plants',
  'solution-age',
  'trend',
  'stale',
] as const;
export type HazardId = (typeof HAZARD_ORDER)[number];

/** Something that harms fish or plants, or will. */
export interface Hazard {
  readonly id: HazardId;
  readonly urgency: Urgency;
  readonly about: string;
  readonly because: Phrase;
  /** What would change it. */
  readonly unless: Phrase;
  /** Readings that it rests on. */
  readonly rests: readonly ReadingId[];
  readonly source: string;
  /** Most of the ration that may be fed. */
  readonly feed: FeedShare;
  /** First aid with air: the fish are short of oxygen, or need no less than they have. */
  readonly air: 'breath' | 'usual' | null;
  readonly wants: readonly Want[];
  /** What is read now, before anything is dosed. */
  readonly readsNow: readonly ReadingId[];
  /** What is read after the treatment, and when at the latest; null where the treatment says it. */
  readonly readsAfter: readonly ReadingId[];
  readonly again: Seconds | null;
  readonly avoid: readonly Avoided[];
  readonly call: Phrase | null;
}

/** A hazard with what is usual where nothing else is said. */
export const hazardOf = (
  id: HazardId,
  urgency: Urgency,
  because: Phrase,
  more: Partial<Omit<Hazard, 'id' | 'urgency' | 'because'>> = {},
): Hazard => ({
  about: '',
  unless: [],
  rests: [],
  source: 'Common practice of fish keepers and growers.',
  feed: 'full',
  air: null,
  wants: [],
  readsNow: [],
  readsAfter: [],
  again: null,
  avoid: [],
  call: null,
  ...more,
  id,
  urgency,
  because,
});

/** What a plan is expected to do to a quantity: the range of what is known, before and after. */
export interface Expected {
  readonly before: readonly [number, number];
  readonly after: readonly [number, number];
  /** The same in equilibrium with air, where the pH decides. */
  readonly inAir: {
    readonly before: readonly [number, number];
    readonly after: readonly [number, number];
  } | null;
}
export const EXPECTED_QUANTITIES = [
  'unionised',
  'ph',
  'nitrite_to_chloride',
  'chlorine',
  'temperature',
  'alkalinity',
  'oxygen',
] as const;
export type ExpectedQuantity = (typeof EXPECTED_QUANTITIES)[number];

export interface Retest {
  readonly what: readonly ReadingId[];
  readonly at: Moment;
  readonly why: Phrase;
}

/** The plan of care: one set of treatments, tried on the worst and best end of what is known. */
export interface CarePlan {
  readonly now: Moment;
  readonly urgency: Urgency | 'none';
  readonly hazards: readonly Hazard[];
  /** Stays in force as long as the plan does. */
  readonly firstAid: readonly TreatmentStep[];
  readonly steps: readonly TreatmentStep[];
  /** Feed of today, kg; null without fish. */
  readonly feed: Kilograms | null;
  readonly avoid: readonly Avoided[];
  /** The water after all steps, at the upper end of what poisons, its carbon dioxide settled. */
  readonly after: { readonly water: Water; readonly ph: number };
  readonly expected: Readonly<Partial<Record<ExpectedQuantity, Expected>>>;
  readonly retest: readonly Retest[];
  readonly call: Phrase | null;
}

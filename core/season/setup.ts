import type { AmmoniaDose, Away, Plan, SeasonEvent, StartKind } from '../system/index.ts';
import type { Held } from './model.ts';

/** How a season is to run; what is not given is taken from the system's plan. */
export interface SeasonSetup {
  readonly days: number;
  readonly start: StartKind;
  /** Ammonia of a start without fish; null where only events give it. */
  readonly dosing: AmmoniaDose | null;
  /** Day from which it is dosed; before it events say what was given. */
  readonly dosingFrom?: number;
  /** Bacteria of the start, a factor on the bare one. */
  readonly seed: number;
  readonly begins: number;
  readonly events: readonly SeasonEvent[];
  /** Days on which its grower is not there. */
  readonly away?: readonly Away[];
  readonly held: Held;
  /** What was read in the log, by day: between two readings along a straight line. */
  readonly logged?: {
    readonly t: readonly (readonly [day: number, value: number])[];
    readonly ph: readonly (readonly [day: number, value: number])[];
  };
  /** Days, in order, at which the water is wanted, beside that of each day. */
  readonly probes?: readonly number[];
  /** Fitted: factors of ten on both masses of the start, and one on the rates. */
  readonly fitted?: { readonly x1: number; readonly x2: number; readonly rate: number };
  readonly tolerance?: number;
}

/** Bacteria of a start that is seeded from a running tank, on a bare one. */
export const SEEDED = 100;

/** Bacteria of a plan's start, a factor on the bare one. */
export const seedOf = (plan: Pick<Plan, 'start' | 'seed'>): number =>
  plan.start === 'seeded' && plan.seed === 1 ? SEEDED : plan.seed;

/** Whether the grower of a course is away on a day of it. */
export const isAway = ({ away = [] }: Pick<SeasonSetup, 'away'>, day: number): boolean =>
  away.some((x) => day >= x.day && day < x.day + x.days);

/** The plan of a system as a course. */
export const seasonSetupOf = ({ plan }: { readonly plan: Plan }): SeasonSetup => ({
  days: plan.days,
  start: plan.start,
  dosing: plan.dose,
  seed: seedOf(plan),
  begins: plan.begins,
  events: plan.events,
  away: plan.away,
  held: {},
});

/** A course on which nobody does anything after the start: fish are fed and water is topped up, ammonia is given once. */
export const leftAlone = (course: SeasonSetup): SeasonSetup => ({
  ...course,
  dosing: null,
  events:
    course.start === 'fish' || !course.dosing
      ? []
      : [{ id: 'first', day: 0, kind: 'ammonia', amount: course.dosing.target }],
});

/** So much ammonia on each day, whatever is there. @param amount mg N/L a day */
export const dailyDose = (amount: number, days: number): SeasonEvent[] =>
  Array.from({ length: days + 1 }, (_, day) => ({
    id: `dose-${day}`,
    day,
    kind: 'ammonia',
    amount,
  }));

/** A value of a list by day at a time, along straight lines; the nearest outside it; null of an empty one. */
export function loggedAt(
  list: readonly (readonly [day: number, value: number])[],
  time: number,
): number | null {
  if (!list.length) return null;
  if (time <= list[0]![0]) return list[0]![1];
  for (let i = 1; i < list.length; i++) {
    const [b, y] = list[i]!;
    if (time > b) continue;
    const [a, x] = list[i - 1]!;
    return b > a ? x + ((y - x) * (time - a)) / (b - a) : y;
  }
  return list.at(-1)![1];
}

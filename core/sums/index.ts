/** The bench of sums: one definition each, with what it asks, answers and warns of. One sum a file, or few that are alike. */
import { waterOf } from '../assess/figures.ts';
import type { Figures } from '../assess/figures.ts';
import { alkalinityUp, phDown, phUp } from './acidity.ts';
import { ammoniaSafety } from './ammonia.ts';
import { chlorine } from './chlorine.ts';
import { feedToday } from './feed.ts';
import { heaterSum } from './heater.ts';
import { lampSum } from './lamp.ts';
import { nutrientMix, solutionChange, topUp } from './nutrients.ts';
import { oxygenLeft } from './oxygen.ts';
import { salt } from './salt.ts';
import { iron } from './supplements.ts';
import type { CarePlan } from '../care/index.ts';
import type { Phrase } from '../quantity/index.ts';
import {
  isAnswer,
  type Answer,
  type Sum,
  type SumInput,
  type SumResult,
  type SumValues,
} from './sum.ts';
import { NO_OWN, type OwnKinds } from '../system/index.ts';
import { waterChange } from './water-change.ts';

export * from './sum.ts';

export const SUMS = [
  ammoniaSafety,
  waterChange,
  phUp,
  phDown,
  alkalinityUp,
  salt,
  chlorine,
  oxygenLeft,
  feedToday,
  iron,
  nutrientMix,
  topUp,
  solutionChange,
  heaterSum,
  lampSum,
] as const;

export type SumId = (typeof SUMS)[number]['id'];

/** The sum of an id, or nothing. */
export const sumOf = (id: string): Sum | undefined => SUMS.find((s) => s.id === id);

/** Usual values of a sum’s inputs. */
export const usualValues = (sum: Sum): SumValues =>
  Object.fromEntries(sum.inputs.map((i) => [i.key, i.usual]));

/** The caution of a sum as a phrase. */
export const cautionOf = ({ caution }: Sum): Phrase =>
  typeof caution === 'string' ? [caution] : caution;

/** What the plan of care says of a sum’s matter: its steps, and what is not to be done. */
export function planFor(sum: Sum, plan: CarePlan): readonly Phrase[] {
  const of = new Set<string>(sum.treatments ?? []);
  return [
    ...[...plan.firstAid, ...plan.steps]
      .filter((s) => of.has(s.treatment))
      .map((s): Phrase => [...s.title, '.']),
    ...plan.avoid.filter((a) => of.has(a.treatment)).map((a) => a.because),
  ];
}

/**
 * The answer of a sum. Where the values are those of a system, amounts that the plan of care gives are the plan’s.
 *
 * @param plan of the system; null where there is none, or where other values were typed
 */
export function answerOf(
  sum: Sum,
  values: SumValues,
  own: OwnKinds,
  plan: CarePlan | null = null,
): Answer | Phrase {
  const answer = sum.work(values, own);
  if (!plan || !sum.planned || !isAnswer(answer)) return answer;
  const steps = planFor(sum, plan);
  const results = answer.results.flatMap((r): SumResult[] => {
    const by = sum.planned![r.key];
    if (by === undefined) return [r];
    const amount =
      by === 'feed' ? plan.feed : (plan.steps.find((s) => s.treatment === by)?.amount ?? null);
    if (amount === null) return [];
    const { measures: _, ...rest } = r;
    return [amount === r.value ? r : { ...rest, value: amount }];
  });
  return { ...answer, results, steps: steps.length ? steps : answer.steps };
}

/** A sum’s inputs, the grower’s own entries among what may be chosen. */
export const inputsOf = (sum: Sum, own: OwnKinds = NO_OWN): readonly SumInput[] => {
  const more = sum.ownOf?.(own) ?? {};
  return sum.inputs.map((i) =>
    i.kind === 'choice' && more[i.key]?.length
      ? { ...i, options: [...more[i.key]!, ...i.options] }
      : i,
  );
};

/**
 * What a system at hand says of a sum’s inputs, within their ranges; what it does not know is usual.
 *
 * @param water that is there by the last level, m³; at rest where it is not given
 */
export function valuesFor(sum: Sum, c: Figures | null, water?: number): SumValues {
  const usual = usualValues(sum);
  if (!c) return usual;
  const within = (i: SumInput, x: number | string) =>
    i.kind === 'choice' || typeof x !== 'number' ? x : Math.min(i.max, Math.max(i.min, x));
  const filled = sum.fill(c, water ?? waterOf(c));
  return Object.fromEntries(
    inputsOf(sum, c.system.own).map((i) => {
      const x = filled[i.key];
      const fits = x !== undefined && (i.kind !== 'choice' || i.options.some((o) => o.id === x));
      return [i.key, fits ? within(i, x) : usual[i.key]!];
    }),
  );
}

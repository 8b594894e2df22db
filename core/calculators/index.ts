/** The bench of calculators: one definition each, with what it asks, answers and warns of. One calculator a file, or few that are alike. */
import { waterOf } from '../assess/figures.ts';
import type { Figures } from '../assess/figures.ts';
import { alkalinityUpCalculator, phDownCalculator, phUpCalculator } from './acidity.ts';
import { ammoniaSafetyCalculator } from './ammonia.ts';
import { chlorineCalculator } from './chlorine.ts';
import { feedTodayCalculator } from './feed.ts';
import { heaterCalculator } from './heater.ts';
import { lampCalculator } from './lamp.ts';
import { nutrientMixCalculator, solutionChangeCalculator, topUpCalculator } from './nutrients.ts';
import { oxygenLeftCalculator } from './oxygen.ts';
import { saltCalculator } from './salt.ts';
import { ironCalculator } from './supplements.ts';
import type { CarePlan } from '../care/index.ts';
import type { Phrase } from '../quantity/index.ts';
import {
  isAnswer,
  type Answer,
  type Calculator,
  type CalculatorInput,
  type CalculatorResult,
  type CalculatorValues,
} from './calculator.ts';
import { NO_OWN, type OwnKinds } from '../system/index.ts';
import { waterChangeCalculator } from './water-change.ts';

export * from './calculator.ts';

export const CALCULATORS = [
  ammoniaSafetyCalculator,
  waterChangeCalculator,
  phUpCalculator,
  phDownCalculator,
  alkalinityUpCalculator,
  saltCalculator,
  chlorineCalculator,
  oxygenLeftCalculator,
  feedTodayCalculator,
  ironCalculator,
  nutrientMixCalculator,
  topUpCalculator,
  solutionChangeCalculator,
  heaterCalculator,
  lampCalculator,
] as const;

export type CalculatorId = (typeof CALCULATORS)[number]['id'];

/** The calculator of an id, or nothing. */
export const calculatorOf = (id: string): Calculator | undefined =>
  CALCULATORS.find((s) => s.id === id);

/** Usual values of a calculator’s inputs. */
export const usualValues = (calculator: Calculator): CalculatorValues =>
  Object.fromEntries(calculator.inputs.map((i) => [i.key, i.usual]));

/** The caution of a calculator as a phrase. */
export const cautionOf = ({ caution }: Calculator): Phrase =>
  typeof caution === 'string' ? [caution] : caution;

/** What the plan of care says of a calculator’s matter: its steps, and what is not to be done. */
export function planFor(calculator: Calculator, plan: CarePlan): readonly Phrase[] {
  const of = new Set<string>(calculator.treatments ?? []);
  return [
    ...[...plan.firstAid, ...plan.steps]
      .filter((s) => of.has(s.treatment))
      .map((s): Phrase => [...s.title, '.']),
    ...plan.avoid.filter((a) => of.has(a.treatment)).map((a) => a.because),
  ];
}

/**
 * The answer of a calculator. Where the values are those of a system, amounts that the plan of care gives are the plan’s.
 *
 * @param plan of the system; null where there is none, or where other values were typed
 */
export function answerOf(
  calculator: Calculator,
  values: CalculatorValues,
  own: OwnKinds,
  plan: CarePlan | null = null,
): Answer | Phrase {
  const answer = calculator.work(values, own);
  if (!plan || !calculator.planned || !isAnswer(answer)) return answer;
  const steps = planFor(calculator, plan);
  const results = answer.results.flatMap((r): CalculatorResult[] => {
    const by = calculator.planned![r.key];
    if (by === undefined) return [r];
    const amount =
      by === 'feed' ? plan.feed : (plan.steps.find((s) => s.treatment === by)?.amount ?? null);
    if (amount === null) return [];
    const { measures: _, ...rest } = r;
    return [amount === r.value ? r : { ...rest, value: amount }];
  });
  return { ...answer, results, steps: steps.length ? steps : answer.steps };
}

/** A calculator’s inputs, the grower’s own entries among what may be chosen. */
export const inputsOf = (
  calculator: Calculator,
  own: OwnKinds = NO_OWN,
): readonly CalculatorInput[] => {
  const more = calculator.ownOf?.(own) ?? {};
  return calculator.inputs.map((i) =>
    i.kind === 'choice' && more[i.key]?.length
      ? { ...i, options: [...more[i.key]!, ...i.options] }
      : i,
  );
};

/**
 * What a system at hand says of a calculator’s inputs, within their ranges; what it does not know is usual.
 *
 * @param water that is there by the last level, m³; at rest where it is not given
 */
export function valuesFor(
  calculator: Calculator,
  c: Figures | null,
  water?: number,
): CalculatorValues {
  const usual = usualValues(calculator);
  if (!c) return usual;
  const within = (i: CalculatorInput, x: number | string) =>
    i.kind === 'choice' || typeof x !== 'number' ? x : Math.min(i.max, Math.max(i.min, x));
  const filled = calculator.fill(c, water ?? waterOf(c));
  return Object.fromEntries(
    inputsOf(calculator, c.system.own).map((i) => {
      const x = filled[i.key];
      const fits = x !== undefined && (i.kind !== 'choice' || i.options.some((o) => o.id === x));
      return [i.key, fits ? within(i, x) : usual[i.key]!];
    }),
  );
}

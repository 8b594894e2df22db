import { BUFFERS, type Buffer } from '../catalogue/index.ts';
import { closedPh, dosed, gramsFor, phStepOf, phWaitOf } from '../life/index.ts';
import { MEASURED_DOSE, PH_LEAST, PH_RESCUE, PH_RESCUE_WAIT } from '../limits/index.ts';
import { dose, hardness, liquid, litres, ph, say, time, type Phrase } from '../quantity/index.ts';
import type { GramsPerCubicMetre, Kilograms } from '../quantity/si.ts';
import {
  ammoniaHolds,
  bandHolds,
  endAfter,
  movesAtMost,
  phBudget,
  type TreatmentBasis,
  type Refusal,
} from './basis.ts';
import { stepOf, type TreatmentStep } from './types.ts';

/** Raise alkalinity, and the pH with it. */

export const CHEMICAL_CAUTION =
  'Wear gloves and eye protection. Add the chemical to water, never water to the chemical. Never mix two products.';

/** The gentlest that feeds the plants as well. */
export const BASE: Buffer = BUFFERS.find((b) => b.id === 'potassium-bicarbonate')!;

/** Why a change of alkalinity must not be made; null where it may. */
export function refusedDose(
  g: TreatmentBasis,
  change: GramsPerCubicMetre,
  carbon: number,
  most: number,
): Refusal | null {
  for (const e of g.ends) {
    const after = endAfter(e, dosed(e.water, change, carbon));
    if (g.t.hasFish && !ammoniaHolds(e, after)) return 'ammonia';
    if (g.t.hasFish && !bandHolds(g, e, after)) return 'band';
    if (!movesAtMost(e, after.states.closed.ph - e.states.closed.ph, most)) return 'ph';
  }
  return null;
}

/** A dose that was looked for. */
export interface Doseable {
  /** Alkalinity now and in all, mg/L CaCO₃; below 0 for acid. */
  readonly now: GramsPerCubicMetre;
  readonly whole: GramsPerCubicMetre;
  readonly refused: Refusal | null;
}

/** The largest dose towards a wanted change of alkalinity that harms nothing. */
export function largestDose(
  g: TreatmentBasis,
  whole: GramsPerCubicMetre,
  carbon: number,
  most: number,
  more: (change: GramsPerCubicMetre) => Refusal | null = () => null,
): Doseable {
  const why = (x: number) => refusedDose(g, x, carbon, most) ?? more(x);
  const refused = why(whole);
  if (!refused) return { now: whole, whole, refused: null };
  let [low, high] = [0, whole];
  for (let i = 0; i < 40; i++) {
    const mid = (low + high) / 2;
    if (why(mid)) high = mid;
    else low = mid;
  }
  const moved = Math.abs(closedPh(dosed(g.middle.water, low, carbon)) - closedPh(g.middle.water));
  return { now: moved < PH_LEAST.step ? 0 : low, whole, refused };
}

/** pH that may be moved by a dose now. */
export const doseStep = (g: TreatmentBasis, rescue = false): number =>
  rescue ? PH_RESCUE.step : phBudget(g, phStepOf(g.t.hasFish));

/** Time to wait after a dose. */
export const doseWait = (g: TreatmentBasis, rescue = false): number =>
  rescue ? PH_RESCUE_WAIT.wait : phWaitOf(g.t.hasFish);

/** How a powder is dissolved; one too little to weigh is measured as a solution of it. */
function dissolved(kilograms: Kilograms): Phrase[] {
  const { leastGrams, solutionGrams } = MEASURED_DOSE;
  if (kilograms * 1000 >= leastGrams)
    return [say`Dissolve ${dose(kilograms)} of ${BASE.name} in a bucket of tank water.`];
  const solution = 1e-3;
  const part = (kilograms * 1000 * solution) / solutionGrams;
  return [
    say`Dissolve ${dose(solutionGrams / 1000)} of ${BASE.name} in ${litres(solution)} of clean water.`,
    say`Take ${liquid(part)} of this solution: it holds ${dose(kilograms)}.`,
  ];
}

/** The step of a base. */
export function baseStep(g: TreatmentBasis, d: Doseable, rescue = false): TreatmentStep {
  const grams = gramsFor(BASE, d.now, g.volume) / 1000;
  const { water } = g.middle;
  const reached = closedPh(dosed(water, d.now, BASE.carbonPerEquivalent));
  const wait = doseWait(g, rescue);
  return stepOf(
    'base',
    [
      ...dissolved(grams),
      say`Pour it in slowly where the water moves. The pH rises to about ${ph(reached)}, the alkalinity to ${hardness(water.alkalinity + d.now)}.`,
      say`Read pH and alkalinity again in ${time(wait)}, before any further dose.`,
    ],
    {
      title: say`Dissolve ${dose(grams)} of ${BASE.name}`,
      substance: BASE.id,
      amount: grams,
      measure: 'dose',
      wait,
      caution: CHEMICAL_CAUTION,
      books: { kind: 'dose', what: BASE.id, mass: grams },
    },
  );
}

import { IRON_LIMITS } from '../limits/index.ts';
import { concentration, dose, litres, say } from '../quantity/index.ts';
import { CHELATES } from '../catalogue/index.ts';
import type { CubicMetres, Kilograms, Share } from '../quantity/si.ts';
import type { TreatmentBasis } from './basis.ts';
import { phNow } from './basis.ts';
import { stepOf, type TreatmentStep } from './types.ts';

/** Iron chelate, which young systems lack. */

/** Chelate that brings water to a strength of iron, kg. @param iron mg/L Fe */
export const chelateFor = (iron: number, volume: CubicMetres, share: Share): Kilograms =>
  (iron * volume) / share / 1000;

/** The step of an iron dose. */
export function ironStep(g: TreatmentBasis): TreatmentStep {
  const chelate = CHELATES.find((x) => x.holds >= phNow(g)) ?? CHELATES[1]!;
  const mass = chelateFor(IRON_LIMITS.dose, g.volume, chelate.iron);
  return stepOf(
    'iron',
    [
      say`Dissolve ${dose(mass)} of ${chelate.name} in a bucket of tank water. It brings ${litres(g.volume)} to ${concentration(IRON_LIMITS.dose)} of iron.`,
      say`Pour it in where the water moves. The water turns reddish for some days.`,
    ],
    {
      title: say`Give ${dose(mass)} of ${chelate.name}`,
      substance: 'iron',
      amount: mass,
      measure: 'dose',
      books: { kind: 'dose', what: 'iron', mass },
    },
  );
}

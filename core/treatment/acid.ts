import { ACIDS, type Acid } from '../catalogue/index.ts';
import { closedPh, dosed, millilitresFor } from '../life/index.ts';
import { ALKALINITY_RANGE, MEASURED_DOSE } from '../limits/index.ts';
import { liquid, ph, say, time, type Phrase } from '../quantity/index.ts';
import type { CubicMetres, GramsPerCubicMetre } from '../quantity/si.ts';
import { CHEMICAL_CAUTION, doseWait, largestDose, type Doseable } from './base.ts';
import type { TreatmentBasis, Refusal } from './basis.ts';
import { stepOf, type TreatmentStep } from './types.ts';

/** Lower the pH with acid, by what the alkalinity allows. */

export const ACID: Acid = ACIDS.find((a) => a.id === 'phosphoric-10')!;

/** A little of a strong liquid is measured as more of a weaker one. */
export interface Measured {
  /** Parts of water that one part of the bottle is made up with; 0 where it is measured as it is. */
  readonly weakerBy: number;
  /** Of what is measured, m³. */
  readonly volume: CubicMetres;
}

/** How a small volume of a liquid can be measured. @param volume of the liquid as it is in its bottle */
export function measuredLiquid(
  volume: CubicMetres,
  dropMl: number = MEASURED_DOSE.dropMl,
): Measured {
  const least = MEASURED_DOSE.leastDrops * dropMl * 1e-6;
  let factor = 1;
  while (volume > 0 && volume * factor < least && factor < 1e5) factor *= MEASURED_DOSE.weaker;
  return { weakerBy: factor - 1, volume: volume * factor };
}

/** How a measured liquid is made up. */
export function measuredWords(m: Measured, name: string): Phrase[] {
  if (m.weakerBy === 0) return [];
  // A millilitre is measured well, and what is made of it is soon used up.
  const of = 1e-6;
  return [
    say`A drop of ${name} would be too much. Stir ${liquid(of)} of it into ${liquid(of * m.weakerBy)} of clean water: that is the weaker solution.`,
  ];
}

/** The largest dose of acid towards a wanted change that leaves the alkalinity that fish and bacteria need. */
export const largestAcid = (g: TreatmentBasis, whole: GramsPerCubicMetre, most: number): Doseable =>
  largestDose(g, whole, 0, most, (x): Refusal | null =>
    g.t.hasFish && g.middle.water.alkalinity + x < ALKALINITY_RANGE.low ? 'alkalinity' : null,
  );

/** The step of an acid, sized by the protons that it gives at the pH of this step. */
export function acidStep(g: TreatmentBasis, d: Doseable): TreatmentStep {
  const reached = closedPh(dosed(g.middle.water, d.now, 0));
  const volume = millilitresFor(ACID, d.now, g.volume, reached) * 1e-6;
  const measured = measuredLiquid(volume);
  const wait = doseWait(g);
  return stepOf(
    'acid',
    [
      ...measuredWords(measured, ACID.name),
      measured.weakerBy
        ? say`Stir ${liquid(measured.volume)} of the weaker solution into a bucket of tank water.`
        : say`Stir ${liquid(volume)} of ${ACID.name} into a bucket of tank water, acid into water.`,
      say`Pour it in slowly where the water moves. The pH falls to about ${ph(reached)}.`,
      say`Read pH and alkalinity again in ${time(wait)}, before any further dose.`,
    ],
    {
      title: say`Stir in ${liquid(volume)} of ${ACID.name}`,
      substance: ACID.id,
      amount: volume,
      measure: 'liquid',
      wait,
      caution: `${CHEMICAL_CAUTION} Never use hydrochloric or sulphuric acid.`,
      books: { kind: 'dose', what: ACID.id, volume },
    },
  );
}

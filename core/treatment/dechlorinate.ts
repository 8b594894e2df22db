import { CHLORINE_LIMITS, CHLORINE_WAIT } from '../limits/index.ts';
import { dechlorinate, standingTime } from '../life/index.ts';
import { dose, litres, say, time } from '../quantity/index.ts';
import type { CubicMetres } from '../quantity/si.ts';
import { dechlorinators } from '../system/index.ts';
import type { TreatmentBasis } from './basis.ts';
import { stepOf, type TreatmentStep } from './types.ts';

/** Take chlorine out: of new water before it goes in, or of the fish's water. */

const byOf = (g: TreatmentBasis) => {
  const all = dechlorinators(g.t.system);
  return (
    g.t.system.own.dechlorinators[0] ?? all.find((d) => d.id === 'sodium-ascorbate') ?? all[0]!
  );
};

/** The step that makes new water fit for fish; null where the tap has no chlorine or it is taken out already. */
export function dechlorinateNew(g: TreatmentBasis, volume: CubicMetres): TreatmentStep | null {
  const { tap } = g.t.system.site;
  if (tap.chlorine === 'none' || tap.treated) return null;
  const level = tap.chlorineLevel ?? CHLORINE_LIMITS.usualTap;
  const by = byOf(g);
  const grams = dechlorinate(by, level, volume) / 1000;
  const standingTimes = tap.chlorine === 'chloramine' ? null : standingTime('chlorine', level);
  return stepOf(
    'dechlorinate',
    [
      say`Dissolve ${dose(grams)} of ${by.name} in the ${litres(volume)} of new water and stir.`,
      ...(tap.chlorine === 'chloramine'
        ? by.bindsAmmonia
          ? []
          : [
              say`Your tap water has chloramine. Use a conditioner that also binds ammonia, and follow its label.`,
            ]
        : standingTimes
          ? [say`Or let the new water stand with an air stone for ${time(standingTimes[1])}.`]
          : []),
    ],
    {
      title: say`Take the chlorine out of ${litres(volume)} of new water: ${dose(grams)} of ${by.name}`,
      substance: by.id,
      amount: grams,
      measure: 'dose',
    },
  );
}

/** The step that takes chlorine out of the fish's water. @param level total chlorine, mg/L */
export function dechlorinateTank(g: TreatmentBasis, level: number, about: string): TreatmentStep {
  const by = byOf(g);
  const grams = dechlorinate(by, level, g.volume) / 1000;
  return stepOf(
    'dechlorinate',
    [
      say`Dissolve ${dose(grams)} of ${by.name} in a bucket of tank water.`,
      say`Pour it in where the water moves.`,
      say`Read total chlorine again in ${time(CHLORINE_WAIT.test)}.`,
    ],
    {
      title: say`Dose ${dose(grams)} of ${by.name} against chlorine`,
      substance: by.id,
      amount: grams,
      measure: 'dose',
      about,
      wait: CHLORINE_WAIT.test,
      books: { kind: 'dose', what: by.id, mass: grams },
    },
  );
}

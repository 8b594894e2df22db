import { saltAgainstNitrite } from '../life/index.ts';
import { CHLORIDE_RATIO, CROP_SALT, SALT_LIMITS, SALT_PARTS, SALT_WAIT } from '../limits/index.ts';
import { dose, say, time } from '../quantity/index.ts';
import type { Kilograms } from '../quantity/si.ts';
import { SALT, newest, type Tended } from '../readings/index.ts';
import type { TreatmentBasis } from './basis.ts';
import { stepOf, type TreatmentStep } from './types.ts';

/** Plain salt: its chloride keeps nitrite out of fish blood. */

/** Salt for a ratio of chloride to nitrite, at the worse end of what is known, no more than is dissolved at once. */
export function saltNeeded(g: TreatmentBasis, ratio: number = CHLORIDE_RATIO.aim): Kilograms {
  const worst = Math.max(
    ...g.ends.map((e) => saltAgainstNitrite(e.water.nitrite, e.water.chloride, ratio)),
  );
  return (Math.min(SALT_LIMITS.atOnce, worst) * g.volume) / 1000;
}

/** Whether crops grow here that salt harms. */
const sensitiveCrops = (t: Tended): string[] => [
  ...new Set(
    t.life.plantings
      .filter((x) => x.kind.conductivity[1] <= CROP_SALT.sensitive)
      .map((x) => x.kind.name),
  ),
];

/** The step of a salt dose: in parts, the next when the last has spread. */
export function saltStep(g: TreatmentBasis, amount: Kilograms, about: string): TreatmentStep {
  const last = newest(g.t, 'dose', (e) => e.what === SALT);
  const since = last ? (g.t.now - last.at) / 1000 : Infinity;
  const begun = since < SALT_WAIT.test;
  const parts = begun ? Math.max(1, SALT_PARTS.parts - 1) : SALT_PARTS.parts;
  const crops = sensitiveCrops(g.t);
  const each = amount / parts;
  return stepOf(
    'salt',
    [
      say`Dissolve ${dose(each)} of plain salt, without additives, in a bucket of tank water.`,
      say`Pour it in slowly where the water moves.`,
      ...(parts > 1
        ? [
            say`Repeat this every ${time(SALT_WAIT.part)} until you have added ${String(parts)} parts, ${dose(amount)} in total.`,
          ]
        : []),
      say`Read nitrite again ${time(SALT_WAIT.test)} after the last part.`,
    ],
    {
      title:
        parts > 1
          ? say`Dissolve ${dose(amount)} of plain salt in ${String(parts)} parts of ${dose(each)}`
          : say`Dissolve ${dose(amount)} of plain salt`,
      substance: SALT,
      amount,
      measure: 'dose',
      about,
      at: begun ? Math.max(0, SALT_WAIT.part - since) : 0,
      wait: SALT_WAIT.test,
      parts,
      books: { kind: 'dose', what: SALT, mass: each },
      caution: crops.length
        ? `Salt harms ${crops.join(', ')}. Only a water change takes it out again.`
        : 'Strawberries and beans suffer from salt. Only a water change takes it out again.',
    },
  );
}

import { UNIONISED_LIMITS } from '../limits/index.ts';
import { ph, say } from '../quantity/index.ts';
import type { TreatmentBasis } from './basis.ts';
import { stepOf, type TreatmentStep } from './types.ts';

/** Bring air in. Strong aeration drives carbon dioxide out and raises the pH. */

/** Whether strong aeration would turn calm or dangerous ammonia into worse. */
export function airIsRisky(g: TreatmentBasis): boolean {
  return g.ends.some((e) => {
    const { closed, air } = e.states;
    return air.unionised > UNIONISED_LIMITS.caution && air.unionised > closed.unionised * 1.05;
  });
}

/** The step of aeration. @param breath whether the fish are short of oxygen, which kills first */
export function aerateStep(g: TreatmentBasis, about: string, breath: boolean): TreatmentStep {
  const risky = g.t.hasFish && airIsRisky(g);
  if (breath)
    return stepOf(
      'aerate',
      [
        say`Bring air in now: run every air pump, and let the delivery fall from higher above the water.`,
        say`Lift water with a jug and pour it back from a height until the pumps run.`,
        ...(risky
          ? [
              say`Go back to the usual air when the fish breathe calmly: more would raise the pH to ${ph(g.middle.states.air.ph)} and the ammonia with it.`,
            ]
          : []),
      ],
      { about, title: say`Bring air in now` },
    );
  return risky
    ? stepOf(
        'aerate',
        [
          say`Keep pump and air stones running as they are. Add no more air.`,
          say`More air drives carbon dioxide out: the pH would rise to ${ph(g.middle.states.air.ph)}, and more ammonia would be poisonous.`,
        ],
        { about, title: say`Keep the air as it is` },
      )
    : stepOf('aerate', [say`Run an air stone, or let the return fall from higher.`], {
        about,
        title: say`Aerate`,
      });
}

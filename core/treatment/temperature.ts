import { HEAT_WAIT, TEMPERATURE_LIMITS } from '../limits/index.ts';
import { degrees, power, say } from '../quantity/index.ts';
import type { TreatmentBasis } from './basis.ts';
import { stepOf, type TreatmentStep } from './types.ts';

/** Cool or warm the water, slowly. */

/** The step that cools without new water. */
export const coolStep = (about: string, grave: boolean): TreatmentStep =>
  stepOf(
    'cool',
    [
      say`Shade tank and pipes, and put lids on.`,
      say`Float closed bottles of frozen water in the tank. Cool by no more than ${degrees(TEMPERATURE_LIMITS.coolPerHour)} an hour.`,
      say`Run the air all night: oxygen is lowest before sunrise.`,
    ],
    { about, title: say`Cool the water slowly`, wait: grave ? HEAT_WAIT.hot : HEAT_WAIT.warm },
  );

/** The step that warms. */
export function warmStep(g: TreatmentBasis, about: string): TreatmentStep {
  const { heater } = g.t.life;
  const watts = heater && heater.power > 0 ? heater.power : null;
  return stepOf(
    'warm',
    [
      watts === null
        ? say`Warm the water by no more than ${degrees(TEMPERATURE_LIMITS.warmPerDay)} a day.`
        : say`Warm the water with a heater of ${power(watts)}, by no more than ${degrees(TEMPERATURE_LIMITS.warmPerDay)} a day.`,
      say`Put a lid on, and insulate the walls.`,
    ],
    {
      about,
      title: say`Warm the water slowly`,
      wait: HEAT_WAIT.cold,
      ...(watts === null ? {} : { amount: watts, measure: 'power' as const }),
    },
  );
}

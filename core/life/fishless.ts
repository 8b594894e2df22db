import { CYCLING_LIMITS, CYCLING_PH } from '../limits/index.ts';
import type { GramsPerCubicMetre } from '../quantity/si.ts';
import type { AmmoniaDose } from '../system/index.ts';

/** Ammonia of a start without fish: up to a target, again under a mark, held while the bacteria cannot use it. */

/** Why no ammonia is given now. */
export type DoseHold =
  /** There is more than the mark. */
  | 'enough'
  /** So much that it stalls the bacteria. */
  | 'tan'
  | 'nitrite'
  | 'ph';

/** What a dose goes by; what was not read is null. mg N/L. */
export interface Dosed {
  readonly tan: GramsPerCubicMetre | null;
  readonly nitrite: GramsPerCubicMetre | null;
  readonly ph: number | null;
}

/**
 * Why ammonia is held back; null where it may be given.
 *
 * @source schools of starts without fish; rate of the bacteria by pH
 */
export function doseHold(plan: AmmoniaDose, { tan, nitrite, ph }: Dosed): DoseHold | null {
  if (ph !== null && ph < CYCLING_PH.hold) return 'ph';
  if (nitrite !== null && nitrite > CYCLING_LIMITS.holdNitrite) return 'nitrite';
  if (tan !== null && tan >= Math.max(CYCLING_LIMITS.mostTan, plan.target)) return 'tan';
  return tan !== null && tan >= plan.again ? 'enough' : null;
}

/** Ammonia to give now, mg N/L; 0 where it is held back. */
export const doseNow = (plan: AmmoniaDose, now: Dosed): GramsPerCubicMetre =>
  doseHold(plan, now) ? 0 : Math.max(0, plan.target - (now.tan ?? 0));

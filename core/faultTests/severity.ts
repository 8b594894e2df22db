import { DAY } from '../network/types.ts';
import type { CubicMetresPerSecond, Seconds, Share } from '../quantity/si.ts';

export const HOUR: Seconds = 3600;

/** How hard the faults strike that can be light or heavy. */
export interface Severity {
  readonly powerCut: Seconds;
  /** Share that a clogging pump loses, and a clogging drain. */
  readonly pumpClogged: Share;
  readonly drainBlocked: Share;
  readonly forgotten: Seconds;
  readonly leak: CubicMetresPerSecond;
}

/** A night without power, a filthy pump, a drain that is shut, a week away, a drip that runs. */
export const USUAL_SEVERITY: Severity = {
  powerCut: 8 * HOUR,
  pumpClogged: 0.6,
  drainBlocked: 1,
  forgotten: 7 * DAY,
  leak: 5e-3 / HOUR,
};

/** A share as a whole number of per cent, for the name of a fault. */
export const percent = (x: Share): number => Math.round(100 * x);

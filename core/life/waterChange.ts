import type { Celsius, Share } from '../quantity/si.ts';

/** Partial changes of water. */

/** Most of the water that is changed at once with fish, and how near the new water's temperature must be. */
export const MOST_AT_ONCE: Share = 0.4;
export const WITHIN: Celsius = 2;

/** A series of changes that brings something dissolved down to a target. */
export interface Changes {
  /** Share changed each time. */
  readonly share: Share;
  readonly times: number;
  /** Concentration after each. */
  readonly after: readonly number[];
}

/**
 * Changes to a target, equal ones, none larger than allowed.
 *
 * @param now concentration in the system
 * @param target to reach
 * @param incoming concentration of the new water
 * @returns null where the new water is no cleaner than the target
 */
export function waterChanges(
  now: number,
  target: number,
  incoming: number,
  most: Share = MOST_AT_ONCE,
): Changes | null {
  if (now <= target) return { share: 0, times: 0, after: [] };
  if (incoming >= target) return null;
  // What is left over the incoming water's own falls by the same share each time.
  const left = (target - incoming) / (now - incoming);
  const times = Math.max(1, Math.ceil(Math.log(left) / Math.log(1 - most) - 1e-9));
  const share = 1 - left ** (1 / times);
  const after = Array.from(
    { length: times },
    (_, i) => incoming + (now - incoming) * (1 - share) ** (i + 1),
  );
  return { share, times, after };
}

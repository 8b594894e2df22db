import { CHLORINE_LIMITS, CHLORINE_WAIT } from '../limits/index.ts';
import { type Dechlorinator } from '../catalogue/index.ts';
import type { CubicMetres, GramsPerCubicMetre, Seconds } from '../quantity/si.ts';
import type { ChlorineKind } from '../system/index.ts';

/** Chlorine and chloramine in tap water. */

/** Ammonia nitrogen that a broken chloramine frees, g N per g Cl₂: one nitrogen per two chlorines. */
export const TAN_PER_CHLORAMINE = 14.007 / 70.906;

/**
 * Time that chlorinated water stands aerated until it is fit for fish.
 *
 * @returns shortest and longest by the range of half-lives, s; null for chloramine, which does not leave
 */
export function standingTime(
  kind: ChlorineKind,
  level: GramsPerCubicMetre,
): readonly [Seconds, Seconds] | null {
  if (kind === 'none' || level <= CHLORINE_LIMITS.target) return [0, 0];
  if (kind === 'chloramine') return null;
  const halves = Math.log2(level / CHLORINE_LIMITS.target);
  return [CHLORINE_WAIT.halfLife[0] * halves, CHLORINE_WAIT.halfLife[1] * halves];
}

/**
 * What takes the chlorine out.
 *
 * @param volume of tap water, not of the whole system
 * @returns grams of the pure substance
 */
export const dechlorinate = (
  by: Dechlorinator,
  level: GramsPerCubicMetre,
  volume: CubicMetres,
): number => by.perChlorine * level * volume;

/** Ammonia that is freed in the whole system, mg N/L. @param share of its water that is new */
export const freedAmmonia = (
  kind: ChlorineKind,
  level: GramsPerCubicMetre,
  share: number,
): GramsPerCubicMetre => (kind === 'chloramine' ? TAN_PER_CHLORAMINE * level * share : 0);

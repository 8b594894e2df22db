import { runSeason, type Course, type Season, type SeasonGround } from '../season/index.ts';
import { TendingGrower, type Act, type Asks } from './grower.ts';

/** A season with a grower in it. */

export interface TendedSeason {
  readonly season: Season;
  readonly acts: readonly Act[];
  readonly asks: Asks;
  /** Day on which the grower's log shows that it is cycled. */
  readonly cycledDay: number | null;
}

/**
 * Follows a season that is tended: tests are read with the error of their kits, the plan of care is made of them, and
 * its steps are carried out.
 *
 * @param seed of the errors of the kits
 */
export function runTended(
  ground: SeasonGround,
  course: Course,
  seed = 1,
  progress?: (day: number) => boolean,
): TendedSeason {
  const grower = new TendingGrower(ground, course.begins, seed);
  const season = runSeason(ground, { ...course, dosing: null }, progress, grower);
  return { season, acts: grower.acts, asks: grower.asks, cycledDay: grower.cycledDay };
}

import { dayAfter, daysAcross } from '../calendar/dayOfYear.ts';
import type { Entry } from '../entries/types.ts';
import {
  leftAlone,
  runSeason,
  type SeasonSetup,
  type Season,
  type SeasonBasis,
} from '../season/index.ts';
import { sowing } from '../life/index.ts';
import { WORK_TIME } from '../limits/index.ts';
import type { Seconds } from '../quantity/si.ts';
import { isPlanted } from '../system/index.ts';
import type { CareOfSeason } from './cares.ts';
import {
  noAsks,
  TendingGrower,
  type GrowerAction,
  type Asks,
  type GrowerOptions,
} from './grower.ts';
import { harvestOf, type Harvest } from './harvest.ts';

/** A season with a grower in it, as planned, or left alone. */

export interface SeasonWithCare {
  readonly care: CareOfSeason;
  readonly season: Season;
  readonly acts: readonly GrowerAction[];
  readonly asks: Asks;
  readonly harvest: readonly Harvest[];
  /** Day on which the grower's log shows that it is cycled. */
  readonly cycledDay: number | null;
}

export interface TendedSeason extends SeasonWithCare {
  /** The log that the grower kept. */
  readonly entries: readonly Entry[];
}

/**
 * Follows a season that is tended: tests are read with the error of their kits, the plan of care is made of them, and
 * its steps are carried out.
 *
 * @param options of its grower
 */
export function runTended(
  ground: SeasonBasis,
  course: SeasonSetup,
  options: GrowerOptions = {},
  progress?: (day: number) => boolean,
): TendedSeason {
  const grower = new TendingGrower(ground, course.begins, options);
  const season = runSeason(ground, { ...course, dosing: null }, progress, grower);
  const spent = bedWork(ground, course.begins, season.days).map(
    (x, day) => x + (grower.spent[day] ?? 0),
  );
  return {
    care: 'tended',
    season,
    acts: grower.acts,
    asks: {
      ...grower.asks,
      seconds: spent.reduce((sum, x) => sum + x, 0),
      busiest: busiestOf(spent),
    },
    harvest: harvestOf(ground, season, course.begins),
    entries: grower.entries,
    cycledDay: grower.cycledDay,
  };
}

/** Days over which the time a day is taken. */
const MONTH = 30;
/** Time a day in the busiest days on end. */
function busiestOf(spent: readonly Seconds[]): Seconds {
  const n = Math.min(MONTH, spent.length);
  let sum = 0;
  let most = 0;
  spent.forEach((x, day) => {
    sum += x - (day >= n ? spent[day - n]! : 0);
    if (day >= n - 1) most = Math.max(most, sum / n);
  });
  return most;
}
/** Time that the beds take, by day of the season: planting, and once a week the harvest of what has its days. */
function bedWork({ c, plantings }: SeasonBasis, begins: number, days: number): Seconds[] {
  const spent = Array.from({ length: days }, () => 0);
  for (const x of plantings) {
    const { from, to } = x.planting;
    if (from === null) continue;
    const { ready } = sowing(c.system, x);
    for (let day = 0; day < days; day++) {
      const ofYear = dayAfter(begins, day);
      if (ofYear === from) spent[day]! += WORK_TIME.plant;
      if (ready === null || to === null || !isPlanted(x.planting, ofYear)) continue;
      const since = daysAcross(ready, ofYear);
      if (since <= daysAcross(ready, to) && since % 7 === 0) spent[day]! += WORK_TIME.harvest;
    }
  }
  return spent;
}

/** What a season asks that nobody tends: water, feed, and what is planned. */
function asksOf(ground: SeasonBasis, course: SeasonSetup, season: Season): Asks {
  const changed = course.events.reduce(
    (sum, e) => (e.kind === 'water-change' && e.day < season.days ? sum + e.share : sum),
    0,
  );
  return {
    ...noAsks(),
    toppedUp: ground.c.a.balance.dailyWaterUse * season.days,
    changed: changed * ground.volume,
    feed: season.tally.given / 1000,
  };
}

/** A season in one of the three ways of care. @param seed of the errors of the kits */
export function seasonWithCare(
  ground: SeasonBasis,
  course: SeasonSetup,
  care: CareOfSeason,
  seed = 1,
): SeasonWithCare {
  if (care === 'tended') {
    const { entries: _, ...made } = runTended(ground, course, { seed });
    return made;
  }
  const followed = care === 'none' ? leftAlone(course) : course;
  const season = runSeason(ground, followed);
  return {
    care,
    season,
    acts: [],
    asks: asksOf(ground, followed, season),
    harvest: harvestOf(ground, season, course.begins),
    cycledDay: season.cycledDay,
  };
}

import { seasonSetupOf } from '../../season/index.ts';
import { runTended, type TendedSeason } from '../index.ts';
import type { RandomSystem } from './systems.ts';

/** A drawn system in a closed loop with its grower, and what the loop must hold. */

export interface LoopOutcome {
  readonly tended: TendedSeason;
  readonly deaths: number;
  /** Share of the fish-days with un-ionised ammonia over its acting limit. */
  readonly over: number;
  /** Share of the days with fish on which the pH is in the range of the species. */
  readonly inBand: number;
  /** Most changes of direction of treatments of the pH within a fortnight, with fish. */
  readonly swings: number;
  readonly cycledDay: number | null;
}

const FORTNIGHT = 14;

export function closedLoop(d: RandomSystem, days: number): LoopOutcome {
  const tended = runTended(
    d.ground,
    { ...seasonSetupOf(d.system), days, events: [] },
    {
      seed: d.seed,
    },
  );
  const { season, acts } = tended;
  const [low, high] = d.kind.ph;
  let inside = 0;
  let all = 0;
  for (let day = 0; day < season.days; day++) {
    if (!(season.count[day]! > 0)) continue;
    all++;
    if (season.ph[day]! >= low - 1e-9 && season.ph[day]! <= high + 1e-9) inside++;
  }
  const first = season.count.findIndex((x) => x > 0);
  const moves = acts
    .filter(
      (a) => first >= 0 && a.time >= first && (a.treatment === 'base' || a.treatment === 'acid'),
    )
    .map((a) => ({ time: a.time, up: a.treatment === 'base' }));
  const turns = moves.flatMap((m, i) => (i > 0 && m.up !== moves[i - 1]!.up ? [m.time] : []));
  const swings = Math.max(
    0,
    ...turns.map((t) => turns.filter((x) => x >= t && x < t + FORTNIGHT).length),
  );
  const { tally } = season;
  return {
    tended,
    deaths: tally.deaths,
    over: tally.fishDays > 0 ? tally.over / tally.fishDays : 0,
    inBand: all ? inside / all : 1,
    swings,
    cycledDay: season.cycledDay,
  };
}

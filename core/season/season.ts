import type { SeasonEvent } from '../system/index.ts';
import type { SeasonSetup } from './setup.ts';
import type { SeasonBasis } from './basis.ts';
import { ALKALINITY, NITRATE, NITRITE, OXYGEN, TAN } from './model.ts';
import { SeasonRun, type SeasonTally } from './run.ts';

/** A season of a system: day by day from its start. */

/** Columns of a season, one value a day. */
export const COLUMNS = [
  't',
  'tan',
  'nitrite',
  'nitrate',
  'ammonia',
  'ph',
  'alkalinity',
  'chloride',
  'oxygen',
  'fish',
  'count',
  'feed',
  'ration',
  'uptake',
  'plants',
  'deaths',
  'stress',
] as const;
export type Column = (typeof COLUMNS)[number];

/**
 * A season's columns, one value a day: at its beginning, when it has been dosed and what happens on it has happened. mg/L,
 * nitrogen as N, `ammonia` un-ionised; `fish` and `plants` kg, `count` of the fish, `feed` given and the full `ration` g a day, `uptake` of the
 * plants g N in the day, `deaths` and fish-days of `stress` in the day.
 */
export interface Season extends Readonly<Record<Column, Float64Array>> {
  readonly days: number;
  /** First day on which the dose of the test is gone; null where there was none. */
  readonly cycledDay: number | null;
  /** Of what came in, the share that is not accounted for. */
  readonly balanceError: number;
  /** Steps of the solver, fish lost and under stress, in all. */
  readonly tally: Readonly<SeasonTally>;
  /** The water at the probes of the course, mg/L. */
  readonly probes: readonly {
    readonly tan: number;
    readonly nitrite: number;
    readonly nitrate: number;
  }[];
}

/** Who looks after a season, beside what is planned. */
export interface Grower {
  /**
   * Looks after the system at a time, once a day at least.
   *
   * @returns when to look again, in days; nothing before the next day where it is later
   */
  look(run: SeasonRun): number;
  /** Whether something that is planned has to wait until tomorrow. */
  waits?(run: SeasonRun, e: SeasonEvent): boolean;
  /** Is told of what was planned and has happened. */
  happened?(run: SeasonRun, e: SeasonEvent): void;
}

/** Fresh plants hold so much nitrogen, g/kg. */
export const N_IN_PLANTS = 3;

/**
 * Follows a season.
 *
 * @param ground from {@link seasonGround}
 * @param progress told the day after each; returning false stops, and what there is so far is given
 */
export function runSeason(
  ground: SeasonBasis,
  course: SeasonSetup,
  progress?: (day: number) => boolean,
  grower?: Grower,
): Season {
  const run = new SeasonRun(ground, course);
  const n = course.days + 1;
  const columns = Object.fromEntries(COLUMNS.map((c) => [c, new Float64Array(n)])) as Record<
    Column,
    Float64Array
  >;
  const probes: { tan: number; nitrite: number; nitrate: number }[] = [];
  const wanted = course.probes ?? [];
  const events = [...course.events].sort((a, b) => a.day - b.day);
  let next = 0;
  let harvested = 0;
  let last = 0;
  let before = { deaths: 0, stress: 0, taken: 0 };

  const keep = (day: number) => {
    const { y, tally } = run;
    const values: Record<Column, number> = {
      t: run.temperature(),
      tan: y[TAN]!,
      nitrite: y[NITRITE]!,
      nitrate: y[NITRATE]!,
      ammonia: run.unionised(),
      ph: run.ph(),
      alkalinity: y[ALKALINITY]!,
      chloride: run.chloride,
      oxygen: y[OXYGEN]!,
      fish: run.fishMass,
      count: run.fishCount,
      feed: run.feeding().given,
      ration: run.ration(),
      uptake: 0,
      plants: run.taken / N_IN_PLANTS - harvested,
      deaths: 0,
      stress: 0,
    };
    for (const c of COLUMNS) columns[c][day] = values[c];
    // What happened in the day before stands there.
    if (day > 0) {
      columns.deaths[day - 1] = tally.deaths - before.deaths;
      columns.stress[day - 1] = tally.stress - before.stress;
      columns.uptake[day - 1] = run.taken - before.taken;
    }
    before = { deaths: tally.deaths, stress: tally.stress, taken: run.taken };
  };
  const happens = (e: SeasonEvent) => {
    const taken = run.taken / N_IN_PLANTS - harvested;
    harvested += taken * run.happens(e);
    grower?.happened?.(run, e);
  };
  /** What is due at a time. @returns ammonia given by events */
  const due = (time: number): number => {
    let given = 0;
    while (next < events.length && events[next]!.day <= time + 1e-9) {
      const e = events[next++]!;
      if (grower?.waits?.(run, e)) {
        const day = Math.floor(time + 1e-9) + 1;
        const at = events.findIndex((x, i) => i >= next && x.day > day);
        events.splice(at < 0 ? events.length : at, 0, { ...e, day });
        continue;
      }
      happens(e);
      if (e.kind === 'ammonia') given += e.amount;
    }
    return given;
  };
  const probe = (time: number) => {
    const { y } = run;
    while (probes.length < wanted.length && wanted[probes.length]! <= time + 1e-9)
      probes.push({ tan: y[TAN]!, nitrite: y[NITRITE]!, nitrate: y[NITRATE]! });
  };

  for (let day = 0; day < course.days; day++) {
    // What was read just before is not of what happens now.
    probe(day - 1e-6);
    const given = due(day);
    if (run.cycledDay === null && day > 0 && run.isCycled(given)) run.cycledDay = day;
    run.dose();
    let look = grower ? grower.look(run) : Infinity;
    keep(day);
    probe(day);
    while (run.time < day + 1 - 1e-9) {
      const stop = Math.min(
        day + 1,
        look > run.time + 1e-6 ? look : Infinity,
        events[next]?.day ?? Infinity,
        wanted[probes.length] ?? Infinity,
      );
      run.advance(stop);
      if (stop >= day + 1 - 1e-9) break;
      due(stop);
      probe(stop);
      if (grower && look <= stop + 1e-9) look = grower.look(run);
    }
    last = day + 1;
    if (progress && !progress(day + 1)) break;
  }
  if (last === course.days) {
    due(last);
    run.dose();
    grower?.look(run);
  }
  keep(last);
  probe(last);
  return {
    ...columns,
    days: last,
    cycledDay: run.cycledDay,
    balanceError: run.balanceError(),
    tally: { ...run.tally },
    probes,
  };
}

import { expose, transfer } from 'comlink';
import { assess } from '../../core/assess';
import type { DayMetrics } from '../../core/day';
import { judgeWhole } from '../../core/findings/judge';
import type { Entry } from '../../core/entries/types';
import {
  COLUMNS,
  fitSeason,
  seasonBasis,
  type SeasonSetup,
  type Fit,
  type Season,
  type SeasonBasis,
} from '../../core/season';
import {
  demoWithLog,
  designChange,
  planYear,
  seasonWithCare,
  seasonProblems,
  type CareOfSeason,
  type DesignChange,
  type SeasonProblem,
  type SeasonWithCare,
  type PlanOptions,
  type YearPlan,
} from '../../core/year';
import type { Reading, SystemDocument } from '../../core/system';

/** What seasons of one system are worked out from, kept for as long as it stays the same. */
let made: { text: string; ground: SeasonBasis } | null = null;

function groundOf(system: SystemDocument, metrics: DayMetrics): SeasonBasis {
  const text = JSON.stringify([system, metrics.carried]);
  if (made?.text !== text) {
    made = { text, ground: seasonBasis({ system, a: assess(system), day: { metrics } }) };
  }
  return made.ground;
}
const buffers = (s: Season) => COLUMNS.map((c) => s[c].buffer);

/** A season, and from which day its fish cannot be kept. */
export interface RunOfSeason extends SeasonWithCare {
  readonly trouble: SeasonProblem | null;
}

const api = {
  /** A season of a system, tended, as planned or left alone. */
  run(
    system: SystemDocument,
    metrics: DayMetrics,
    course: SeasonSetup,
    care: CareOfSeason,
  ): RunOfSeason {
    const ground = groundOf(system, metrics);
    const made = seasonWithCare(ground, course, care);
    const trouble = care === 'tended' ? seasonProblems(ground.c, made.season) : null;
    return transfer({ ...made, trouble }, buffers(made.season));
  },
  /** The change of the design that keeps the fish of a tended season; null where none that was tried does. */
  change(
    system: SystemDocument,
    metrics: DayMetrics,
    course: SeasonSetup,
    trouble: SeasonProblem,
  ): DesignChange | null {
    return designChange(groundOf(system, metrics).c, course, trouble);
  },
  /** The log of a demo, for the day that it is. */
  demoLog(file: string, system: SystemDocument, end: number, zone: string): readonly Entry[] {
    const { a, day } = judgeWhole(system);
    return demoWithLog(file, { system, a, day }, end, zone).log;
  },
  /** A year planned from the wishes of a system; tells the share of the work that is done, and each better plan. */
  year(
    system: SystemDocument,
    metrics: DayMetrics,
    options: PlanOptions,
    onProgress: (done: number, better: YearPlan | null) => void,
  ): YearPlan | null {
    let told: YearPlan | null = null;
    return planYear({ system, a: assess(system), day: { metrics } }, options, (done, best) => {
      onProgress(done, best === told ? null : best);
      told = best;
      return true;
    });
  },
  /** A start fitted to readings; tells the share of the work that is done. */
  fit(
    system: SystemDocument,
    metrics: DayMetrics,
    course: SeasonSetup,
    readings: readonly Reading[],
    onProgress: (done: number) => void,
  ): Fit | null {
    return fitSeason(groundOf(system, metrics), course, readings, (done) => {
      onProgress(done);
      return true;
    });
  },
};

export type SeasonWorker = typeof api;
expose(api);

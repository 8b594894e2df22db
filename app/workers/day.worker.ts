import { expose, transfer } from 'comlink';
import { assess, type Assessment } from '../../core/assess';
import { MOST_WORK, simulate, simulateDay, type DayTrace } from '../../core/day';
import {
  fixesFor,
  fixesTogether,
  groupAlike,
  judge,
  judgeWhole,
  keyOf,
  summarise,
  type Budget,
  type DaySummary,
  type Fix,
} from '../../core/findings';
import { same, type SystemDocument } from '../../core/system';
import { risksOf, type Risk } from '../../core/workshop/sensitivity';

/** Number of the newest request; work on an older one is given up between its parts. */
let newest = 0;

/** The day worked out last: fixes for it are asked for next, unless another edit comes. */
let last: { system: SystemDocument; a: Assessment; day: DaySummary } | null = null;

/** Fixes by finding, and whether everything was tried. */
export interface Fixes {
  readonly fixes: Record<string, Fix[]>;
  /** Of findings that are alike, by the first of them: made on all their parts at once. */
  readonly together: Record<string, Fix[]>;
  readonly whole: boolean;
}
/** Fifteen times the limit of a day: a large home system's are found with a fifth of it. */
const MOST_WORK_ON_FIXES = 15 * MOST_WORK;

const pause = () => new Promise((resolve) => setTimeout(resolve, 0));

const api = {
  /** Simulates a day. The trace's arrays are moved, not copied. */
  day(request: number, system: SystemDocument): { trace: DayTrace; day: DaySummary; took: number } {
    newest = Math.max(newest, request);
    const from = performance.now();
    const a = assess(system);
    const trace = simulate(a.net);
    const day = summarise(a, trace);
    last = { system, a, day };
    const took = performance.now() - from;
    return transfer({ trace, day, took }, [
      trace.times.buffer,
      trace.levels.buffer,
      trace.volumes.buffer,
      trace.flows.buffer,
    ]);
  },
  /** A later day of the run, for timers whose turns do not make up a day. */
  laterDay(system: SystemDocument, day: number): DayTrace {
    const trace = simulateDay(assess(system).net, day);
    return transfer(trace, [
      trace.times.buffer,
      trace.levels.buffer,
      trace.volumes.buffer,
      trace.flows.buffer,
    ]);
  },
  /** Works out fixes, finding by finding; nothing where a newer request came meanwhile. */
  async fixes(request: number, system: SystemDocument): Promise<Fixes | null> {
    newest = Math.max(newest, request);
    const findings =
      last && same(last.system, system)
        ? judge(system, last.day, last.a)
        : judgeWhole(system).findings;
    const out: Record<string, Fix[]> = {};
    const budget: Budget = { left: MOST_WORK_ON_FIXES };
    for (const f of findings) {
      if (f.level === 'fine') break;
      await pause();
      if (request < newest) return null;
      out[keyOf(f)] = fixesFor(system, f, findings, budget);
    }
    const together: Record<string, Fix[]> = {};
    const open = findings.filter((f) => f.level !== 'fine');
    for (const { findings: alike } of groupAlike(system, open)) {
      await pause();
      if (request < newest) return null;
      const found = fixesTogether(system, alike, out, findings, budget);
      if (found.length) together[keyOf(alike[0]!)] = found;
    }
    return { fixes: out, together, whole: budget.left > 0 };
  },
  /** Where what is not measured matters. */
  risks: (system: SystemDocument): Risk[] => risksOf(system),
};

export type DayWorker = typeof api;
expose(api);

import {
  FaultTests,
  fixesForFaultTest,
  fixesForLifeFaultTest,
  type FaultTest,
  type FaultTestFix,
  type Severity,
} from '../../core/faultTests';
import { expose } from 'comlink';
import {
  problemsWith,
  solveAll,
  type Budget,
  type SolutionPlan,
  type PlannedChange,
  type SolveProgress,
} from '../../core/findings';
import type { DayTrace } from '../../core/day';
import { isSiphon, type SystemDocument } from '../../core/system';
import type { Owned } from '../../core/workshop/candidates';
import { givesOf, type Gives } from '../../core/log/gives';
import { searchSystems, type Found, type SearchProgress } from '../../core/workshop/search';
import { stockChoices, type StockChoice } from '../../core/workshop/stockSearch';

/** Number of the newest request for each job; an older one of the same job is given up on its way. */
/** A system that was found, with what it gives and asks. */
export interface FoundSystem extends Found {
  readonly gives: Gives;
}

const newest = { faultTests: 0, search: 0, solve: 0 };
export type Job = keyof typeof newest;
let made: { text: string; faultTests: FaultTests } | null = null;

/** The fault tests of a system; made ready once for as long as it and how hard they strike stay the same. */
function drillsOf(system: SystemDocument, how: Severity): FaultTests {
  const text = JSON.stringify([system, how]);
  if (made?.text !== text) made = { text, faultTests: new FaultTests(system, undefined, how) };
  return made.faultTests;
}
/** The search of a plan ends after this with the best so far, ms. */
const LONGEST_SOLVE = 20_000;
const pause = () => new Promise((resolve) => setTimeout(resolve, 0));

const api = {
  /**
   * Runs every fault test at its worst moment and hands each over as it is done.
   *
   * @returns false where it was given up for a newer request or a stop
   */
  async all(
    request: number,
    system: SystemDocument,
    how: Severity,
    done: (faultTest: FaultTest, count: number, of: number) => void,
  ): Promise<boolean> {
    newest.faultTests = Math.max(newest.faultTests, request);
    const faultTests = drillsOf(system, how);
    for (const [i, fault] of faultTests.faults.entries()) {
      await pause();
      if (request < newest.faultTests) return false;
      done(faultTests.run(fault), i + 1, faultTests.faults.length);
    }
    return true;
  },
  stop(job: Job, request: number) {
    newest[job] = Math.max(newest[job], request);
  },
  replay(
    system: SystemDocument,
    how: Severity,
    fault: string,
    at: number,
  ): { trace: DayTrace; start: number; struck: number } | null {
    const faultTests = drillsOf(system, how);
    const f = faultTests.faults.find((x) => x.id === fault);
    return f ? faultTests.replay(f, at) : null;
  },
  /** Combinations of stock sizes that work for a siphon. */
  stock: (system: SystemDocument, siphon: string): StockChoice[] => {
    const p = system.paths.find((x) => x.id === siphon);
    return p && isSiphon(p) ? stockChoices(system, p) : [];
  },
  /** Complete systems for what is owned; nothing where a newer request or a stop came meanwhile. */
  async search(
    request: number,
    owned: Owned,
    onProgress: (p: SearchProgress) => void,
  ): Promise<{ found: FoundSystem[]; tried: number } | null> {
    newest.search = Math.max(newest.search, request);
    return searchSystems(
      owned,
      async (p) => {
        onProgress(p);
        await pause();
        return request >= newest.search;
      },
      (c) => ({ gives: givesOf(c) }),
    );
  },
  /** The shortest plan that solves all problems: the best so far where it is stopped or takes too long. */
  async solve(
    request: number,
    system: SystemDocument,
    running: boolean,
    onProgress: (p: SolveProgress) => void,
  ): Promise<SolutionPlan> {
    newest.solve = Math.max(newest.solve, request);
    const ends = performance.now() + LONGEST_SOLVE;
    let work = Infinity;
    // A budget that is spent by the clock: the search of one fix cannot be paused.
    const budget: Budget = {
      get left() {
        return performance.now() < ends ? work : 0;
      },
      set left(x: number) {
        work = x;
      },
    };
    return solveAll(
      system,
      async (p) => {
        onProgress(p);
        await pause();
        return request >= newest.solve;
      },
      budget,
      running,
    );
  },
  /** How many problems are left with some changes of a plan; null where they need the others. */
  problemsWith: (
    system: SystemDocument,
    changes: readonly Pick<PlannedChange, 'edits'>[],
    running: boolean,
  ): number | null => problemsWith(system, changes, running)?.length ?? null,
  fixes: (system: SystemDocument, how: Severity, faultTest: FaultTest): FaultTestFix[] =>
    fixesForFaultTest(system, faultTest, how),
  lifeFixes: (system: SystemDocument, how: Severity, id: string): FaultTestFix[] =>
    fixesForLifeFaultTest(system, id, how),
};

export type FaultTestWorker = typeof api;
expose(api);

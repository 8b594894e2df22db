import type { Phrase } from '../quantity/index.ts';
import { applyEdits, type Edit, type SystemDocument } from '../system/index.ts';
import { assess } from '../assess/assess.ts';
import { groupAlike } from './alike.ts';
import { fixesFor, fixesTogether, wholeDay, type Budget } from './fixes.ts';
import { judgeWhole } from './judge.ts';
import { ruleOf } from './rules/index.ts';
import { keyOf, type Finding, type Fix } from './types.ts';

/** The shortest plan that solves all problems of a system: a search over the fixes, each state judged with its whole day. */

/** Changes in a plan at most. */
const MOST_CHANGES = 12;
/** First changes from which the search goes on, and problems that it looks at in a state. */
const STARTS = 3;
const LOOKED_AT = 4;
/** Sizes of a change that are tried where only two changes together help, and states that are followed. */
const SIZES = 4;
const FOLLOWED = 5;

/** One change of a plan. */
export interface PlannedChange {
  readonly id: string;
  readonly label: Phrase;
  readonly edits: readonly Edit[];
  /** Problems that are solved with it, after the changes before it. */
  readonly solves: readonly Finding[];
}
export interface SolutionPlan {
  readonly changes: readonly PlannedChange[];
  /** Problems that are left: no change of a size or setting solves them. */
  readonly left: readonly Finding[];
  /** Findings with all changes made. */
  readonly after: readonly Finding[];
  /** States that were judged. */
  readonly tried: number;
  /** All of the search was done; false where it was stopped or its budget was spent. */
  readonly whole: boolean;
}
export interface SolveProgress {
  readonly tried: number;
  /** Problems at the start, and in the best state so far. */
  readonly problems: number;
  readonly left: number;
}

type Change = Pick<Fix, 'id' | 'label' | 'edits'>;
interface State {
  readonly system: SystemDocument;
  readonly changes: readonly Change[];
  readonly findings: readonly Finding[];
}

/**
 * Problems that a change of the design solves.
 *
 * @param running the water of a running system is no design: its plan of care says what is done to it
 */
export const problemsOf = (findings: readonly Finding[], running = false): Finding[] =>
  findings.filter((f) => f.level === 'stop' && !(running && ruleOf(f.id).ofWater));
const warnings = (s: State): number => s.findings.filter((f) => f.level === 'watch').length;
/**
 * Searches the shortest plan.
 *
 * @param goesOn told of each state; returning false ends the search with the best plan so far
 * @param budget work that may be spent, in the measure that limits a day
 * @param running problems of the water itself are left to the plan of care
 */
export async function solveAll(
  system: SystemDocument,
  goesOn: (p: SolveProgress) => boolean | Promise<boolean> = () => true,
  budget: Budget = { left: Infinity },
  running = false,
): Promise<SolutionPlan> {
  // The fixes of one state are states of the search: what tried them has judged them.
  budget.judged ??= new Map();
  return new Search(system, goesOn, budget, running).plan();
}

class Search {
  private tried = 0;
  private stopped = false;
  private readonly root: State;
  private best: State;

  constructor(
    system: SystemDocument,
    private readonly goesOn: (p: SolveProgress) => boolean | Promise<boolean>,
    private readonly budget: Budget,
    private readonly running: boolean,
  ) {
    this.root = { system, changes: [], findings: this.judge(system) };
    this.best = this.root;
  }

  private readonly problems = (findings: readonly Finding[]): Finding[] =>
    problemsOf(findings, this.running);
  /** Fewer problems, then fewer changes, then fewer warnings. */
  private readonly order = (a: State, b: State): number =>
    this.problems(a.findings).length - this.problems(b.findings).length ||
    a.changes.length - b.changes.length ||
    warnings(a) - warnings(b);

  private judge(system: SystemDocument): readonly Finding[] {
    this.tried++;
    return wholeDay(system, this.budget);
  }

  /** Whether the search goes on; the pause of a worker is taken here. */
  private async more(): Promise<boolean> {
    if (this.stopped || this.budget.left <= 0) return false;
    const left = this.problems(this.best.findings).length;
    const problems = this.problems(this.root.findings).length;
    this.stopped = !(await this.goesOn({ tried: this.tried, problems, left }));
    return !this.stopped;
  }

  /** A state with one more change. @returns null where the change is impossible */
  private with(state: State, change: Change): State | null {
    try {
      const system = applyEdits(state.system, change.edits);
      const next = {
        system,
        changes: [...state.changes, change],
        findings: this.judge(system),
      };
      if (this.order(next, this.best) < 0) this.best = next;
      return next;
    } catch {
      return null;
    }
  }

  /** States after one change that solves a problem, the best first. */
  private async after(state: State): Promise<State[]> {
    const open = this.problems(state.findings);
    const out: State[] = [];
    /** @returns whether one of the fixes leaves no problem */
    const take = (fixes: readonly Fix[]): boolean => {
      for (const fix of fixes) {
        const next = this.with(state, fix);
        if (!next) continue;
        const left = this.problems(next.findings).length;
        if (left < open.length) out.push(next);
        if (!left) return true;
      }
      return false;
    };
    for (const { findings: alike } of groupAlike(state.system, open).slice(0, LOOKED_AT)) {
      const fixes: Record<string, readonly Fix[]> = {};
      for (const f of alike) {
        if (!(await this.more())) return out.sort(this.order);
        fixes[keyOf(f)] = fixesFor(state.system, f, state.findings, this.budget);
        if (take(fixes[keyOf(f)]!)) return out.sort(this.order);
      }
      if (take(fixesTogether(state.system, alike, fixes, state.findings, this.budget))) break;
    }
    return out.sort(this.order);
  }

  /** States after two changes where neither alone solves a problem, the best first. */
  private async afterTwo(state: State): Promise<State[]> {
    const open = this.problems(state.findings);
    const a = assess(state.system);
    const firsts: State[] = [];
    for (const f of open.slice(0, LOOKED_AT)) {
      for (const adjustment of ruleOf(f.id).adjustments({ system: state.system, a, f })) {
        const n = Math.min(SIZES, adjustment.count);
        for (let i = 1; i <= n; i++) {
          if (!(await this.more())) return [];
          const k = Math.ceil((i * adjustment.count) / n) - 1;
          const next = this.with(state, {
            id: adjustment.id,
            label: adjustment.label(k),
            edits: adjustment.edits(k),
          });
          if (next) firsts.push(next);
        }
      }
    }
    const out: State[] = [];
    for (const first of firsts.sort(this.order).slice(0, FOLLOWED)) {
      const found = await this.after(first);
      out.push(...found.filter((x) => this.problems(x.findings).length < open.length));
      if (out.some((x) => this.problems(x.findings).length < open.length - 1)) break;
    }
    return out.sort(this.order);
  }

  /** Goes from a state to better ones until no problem is left or none can be solved. */
  private async descend(from: State, most: number): Promise<State> {
    let state = from;
    while (this.problems(state.findings).length && state.changes.length < most) {
      const [next] = await this.after(state);
      const then = next ?? (await this.afterTwo(state))[0];
      if (!then) break;
      state = then;
    }
    return state;
  }

  async plan(): Promise<SolutionPlan> {
    const problems = this.problems(this.root.findings).length;
    if (problems) {
      const starts = await this.after(this.root);
      let found = starts.length ? null : await this.descend(this.root, MOST_CHANGES);
      for (const start of starts.slice(0, STARTS)) {
        if (!(await this.more())) break;
        const short = found && !this.problems(found.findings).length ? found.changes.length : null;
        // A plan of one change cannot be beaten, and none as long as the shortest need be followed.
        if (short !== null && short <= 1) break;
        const end = await this.descend(start, short === null ? MOST_CHANGES : short - 1);
        if (!found || this.order(end, found) < 0) found = end;
      }
      if (found && this.order(found, this.best) < 0) this.best = found;
    }
    const changes = this.needed(this.best);
    const { after, told } = this.told(changes);
    return {
      changes: told,
      left: this.problems(after),
      after,
      tried: this.tried,
      whole: !this.stopped && this.budget.left > 0,
    };
  }

  /** The changes without those that solve nothing any more. */
  private needed(state: State): readonly Change[] {
    let changes = state.changes;
    const most = this.problems(state.findings).length;
    for (const x of state.changes) {
      if (changes.length < 2) break;
      const without = changes.filter((y) => y !== x);
      try {
        const system = applyEdits(
          this.root.system,
          without.flatMap((y) => y.edits),
        );
        if (this.problems(this.judge(system)).length <= most) changes = without;
      } catch {
        // What comes after it needs it.
      }
    }
    return changes;
  }

  /** Each change with the problems that are solved with it. */
  private told(changes: readonly Change[]): {
    readonly told: PlannedChange[];
    readonly after: readonly Finding[];
  } {
    let { system, findings } = this.root;
    const told = changes.map((x): PlannedChange => {
      system = applyEdits(system, x.edits);
      const then = this.judge(system);
      const open = new Set(this.problems(then).map(keyOf));
      const solves = this.problems(findings).filter((f) => !open.has(keyOf(f)));
      findings = then;
      return { ...x, edits: [...x.edits], solves };
    });
    return { told, after: findings };
  }
}

/**
 * Problems of a system with some changes of a plan made.
 *
 * @returns nothing where they cannot be made without the others
 */
export function problemsWith(
  system: SystemDocument,
  changes: readonly Pick<PlannedChange, 'edits'>[],
  running = false,
): Finding[] | null {
  try {
    const edits = changes.flatMap((x) => x.edits);
    return problemsOf(judgeWhole(applyEdits(system, edits)).findings, running);
  } catch {
    return null;
  }
}

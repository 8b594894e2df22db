import { expose } from 'comlink';
import { joined } from '../../core/day/joined';
import type { DayTrace } from '../../core/day';
import {
  PracticeRun,
  bearingOf,
  SCENARIOS,
  actionOf,
  actionsFor,
  debrief,
  drawn,
  practiceBasis,
  mendFirst,
  missingFor,
  scenariosFor,
  soundsOf,
  type Action,
  type ActionGroup,
  type Debrief,
  type PracticeBasis,
  type RunRecord,
  type Sound,
} from '../../core/practice';
import type { Phrase } from '../../core/quantity';
import type { SystemDocument } from '../../core/system';

/** Runs of the practice bench. What is hidden stays here until the debrief: a page is told only what a grower sees. */

/** An act as it is offered. */
export interface OfferedAction extends Action {
  readonly group: ActionGroup;
  readonly label: Phrase;
  readonly minutes: number;
  readonly tests: number;
  readonly money: number;
}
/** What was done, and what came of it. */
export interface ActionResult extends Action {
  readonly label: Phrase;
  readonly from: number;
  readonly till: number;
  readonly words: Phrase;
}
/** A run as the page sees it. */
export interface PracticeView {
  /** s after the first midnight. */
  readonly t: number;
  readonly begins: number;
  readonly ends: number;
  readonly over: boolean;
  readonly entries: readonly ActionResult[];
  readonly acts: readonly OfferedAction[];
  readonly sounds: readonly Sound[];
  /** What is seen at a glance of fish and leaves. */
  readonly bearing: {
    readonly gasping: boolean;
    readonly alive: number;
    readonly wilting: boolean;
  };
  /** The water up to now, times from `start`. */
  readonly trace: DayTrace;
  readonly start: number;
  readonly minutes: number;
}
/** What can be practised in a system. */
export interface PracticeScope {
  readonly can: number;
  readonly of: number;
  readonly needs: readonly string[];
  /** What to mend before anything can be practised here; null where its fish live. */
  readonly mend: Phrase | null;
}

/** One who stands by has seen the last half hour, and no more of the time before he came than these, s. */
const SEEN = 1800;
const BEFORE = 600;

let ground: { text: string; g: PracticeBasis } | null = null;
function groundFor(system: SystemDocument): PracticeBasis {
  const text = JSON.stringify(system);
  if (ground?.text !== text) ground = { text, g: practiceBasis(system) };
  return ground.g;
}
let run: PracticeRun | null = null;
let parts: { trace: DayTrace; from: number; till: number }[] = [];
const observer = (trace: DayTrace, from: number, till: number) => {
  parts.push({ trace, from, till });
};

function view(): PracticeView {
  const r = run!;
  const { t } = r.world.state;
  const start = Math.max(r.setup.begins - BEFORE, t - SEEN);
  parts = parts.filter((p) => p.till > start);
  const whole = joined(
    parts.map((p) => p.trace),
    start,
  );
  const g = r.ground;
  return {
    t,
    begins: r.setup.begins,
    ends: r.setup.ends,
    over: r.over,
    entries: r.entries.map((e) => ({
      act: e.act,
      about: e.about,
      label: actionOf(e.act).label(g, e.about),
      from: e.from,
      till: e.till,
      words: e.seen.words,
    })),
    acts: actionsFor(g).map((a): OfferedAction => {
      const k = actionOf(a.act);
      return {
        ...a,
        group: k.group,
        label: k.label(g, a.about),
        minutes: k.minutes,
        tests: k.tests ?? 0,
        money: k.money ?? 0,
      };
    }),
    sounds: soundsOf(r.world),
    bearing: bearingOf(r.world),
    trace: since(whole, 0),
    start,
    minutes: r.world.state.tally.minutes,
  };
}

/** A trace from a moment on. */
function since(trace: DayTrace, from: number): DayTrace {
  let row = 0;
  while (row < trace.rows - 1 && trace.times[row + 1]! <= from) row++;
  const n = trace.vessels.length;
  const width = trace.paths.length + n;
  return {
    ...trace,
    rows: trace.rows - row,
    times: trace.times.slice(row).map((t) => Math.max(from, t)),
    levels: trace.levels.slice(row * n),
    volumes: trace.volumes.slice(row * n),
    flows: trace.flows.slice(row * width),
    events: trace.events.filter((e) => e.t >= from),
    crossings: trace.crossings.filter((c) => c.t >= from),
  };
}

/** Number of the newest debrief; an older one is given up on its way. */
let newest = 0;

const api = {
  scope(system: SystemDocument): PracticeScope {
    const g = groundFor(system);
    const needs = new Set(SCENARIOS.flatMap((s) => missingFor(g, s)));
    const mend = mendFirst(g);
    return {
      can: mend ? 0 : scenariosFor(g).length,
      of: SCENARIOS.length,
      needs: mend ? [] : [...needs],
      mend,
    };
  },
  /** Begins a run, or goes on with one. @param scenario where it is not drawn by the seed */
  begin(
    system: SystemDocument,
    seed: number,
    acts: readonly Action[] = [],
    scenario: string | null = null,
  ): PracticeView {
    const g = groundFor(system);
    const own = scenario && scenariosFor(g).some((s) => s.id === scenario) ? scenario : null;
    parts = [];
    run = PracticeRun.replay(g, { scenario: own ?? drawn(g, seed).id, seed, acts }, observer);
    return view();
  },
  act(a: Action): PracticeView {
    if (!run!.over) run!.do(a, observer);
    return view();
  },
  /** Whether a scenario can happen in a system. */
  fits: (system: SystemDocument, scenario: string): boolean =>
    scenariosFor(groundFor(system)).some((s) => s.id === scenario),
  stop: (request: number) => void (newest = Math.max(newest, request)),
  /** What the run came to; what is hidden comes out with it. */
  debrief(
    request: number,
    onProgress: (what: string, share: number) => void,
  ): { told: Debrief; record: RunRecord } {
    newest = Math.max(newest, request);
    const r = run!;
    let last = 0;
    const told = debrief(r.ground, r.record, (what, share) => {
      const now = Date.now();
      if (now - last > 120) {
        last = now;
        onProgress(what, share);
      }
      return request >= newest;
    });
    return { told, record: r.record };
  },
};

export type PracticeWorker = typeof api;
expose(api);

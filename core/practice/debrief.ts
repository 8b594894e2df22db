import {
  FaultTests,
  fixesForFaultTest,
  fixesForLifeFaultTest,
  type FaultTestFix,
} from '../faultTests/index.ts';
import type { DayTrace } from '../day/index.ts';
import { joined } from '../day/joined.ts';
import type { Phrase } from '../quantity/index.ts';
import type { Seconds } from '../quantity/si.ts';
import { applyEdits, type SystemDocument } from '../system/index.ts';
import type { Action } from './actions.ts';
import type { Coupled } from './coupled.ts';
import { TESTED_FAULT_KINDS, practiceFaultOf, severity } from './faults/index.ts';
import { homeWater } from './stress.ts';
import { firstSign, possible, tellings, type FirstSign, type Telling } from './information.ts';
import { PracticeRun, begin, isWell, lossOf, type ActionRecord, type RunRecord } from './run.ts';
import { practiceBasis, type PracticeBasis } from './basis.ts';
import { perform } from './actions.ts';
import { bestLine } from './search.ts';
import type { Setup } from './scenarios.ts';
import type { PracticeTally } from './types.ts';

/** What a run came to, told when it is over: what it was, what it cost, what would have told, what would have been best. */

/** A fault as it is told afterwards. */
export interface RevealedFault {
  readonly kind: string;
  readonly about: string;
  readonly name: string;
  readonly struck: Seconds;
  /** When it was put right; null where it was not. */
  readonly cured: Seconds | null;
  /** It had gone on for long when it told: no hour is named for it. */
  readonly long: boolean;
  /** There is an act that puts it right; else it passes. */
  readonly curable: boolean;
  readonly advice: Phrase;
}

/** The water and the fish of a line of action along its time, every quarter of an hour. */
export interface WaterHistory {
  readonly acts: readonly Action[];
  readonly tally: PracticeTally;
  readonly well: boolean;
  readonly loss: number;
  readonly times: readonly Seconds[];
  readonly oxygen: readonly number[];
  readonly temperature: readonly number[];
  readonly ammonia: readonly number[];
  /** Of the fish alive. */
  readonly alive: readonly number[];
  /** The day’s water from the moment at which the player came, times from 0. */
  readonly trace: DayTrace;
}

export interface Debrief {
  readonly faults: readonly RevealedFault[];
  readonly begins: Seconds;
  readonly ends: Seconds;
  readonly entries: readonly ActionRecord[];
  /** What the player did, what would have been best, and what doing nothing would have come to. */
  readonly mine: WaterHistory;
  readonly best: WaterHistory;
  readonly idle: { readonly loss: number; readonly well: boolean };
  readonly tried: number;
  readonly sign: FirstSign | null;
  /** Looks and readings by what they would have told, when the player came; of how many possible troubles. */
  readonly tellings: readonly Telling[];
  readonly possible: number;
  /** Changes of the real design that would have kept it from happening. */
  readonly fixes: readonly RealFix[];
}

/** Plays on, and keeps what a course shows. */
class Recorder {
  private readonly traces: DayTrace[] = [];
  private readonly rows: { t: Seconds; o: number; w: number; n: number; f: number }[] = [];

  constructor(private readonly world: Coupled) {
    this.row();
  }
  private row(): void {
    const { ground: g, state: s } = this.world;
    const water = homeWater(g, s, s.water.volumes);
    this.rows.push({
      t: s.t,
      o: water.oxygen,
      w: s.temperature,
      n: water.ammonia,
      f: s.shoals.reduce((sum, x) => sum + x.alive, 0),
    });
  }
  readonly observer = (trace: DayTrace): void => {
    this.traces.push(trace);
    this.row();
  };
  /** Goes on to a moment by quarters of an hour. */
  advance(till: Seconds): void {
    const QUARTER = 900;
    for (let t = this.world.state.t; t < till - 1e-6;) {
      t = Math.min(till, (Math.floor(t / QUARTER + 1e-9) + 1) * QUARTER);
      this.world.advance(t, this.observer);
    }
  }
  course(acts: readonly Action[], from: Seconds): WaterHistory {
    const { tally } = this.world.state;
    const well = isWell(this.world);
    return {
      acts,
      tally: { ...tally },
      well,
      loss: lossOf(tally, well),
      times: this.rows.map((r) => r.t),
      oxygen: this.rows.map((r) => r.o),
      temperature: this.rows.map((r) => r.w),
      ammonia: this.rows.map((r) => r.n),
      alive: this.rows.map((r) => r.f),
      trace: joined(this.traces, from),
    };
  }
}

/** A line of action from the moment at which the player comes to the end. @param from stays as it is */
export function waterHistory(from: Coupled, setup: Setup, acts: readonly Action[]): WaterHistory {
  const w = from.fork();
  const recorder = new Recorder(w);
  for (const a of acts) perform(w, a, 0.5, setup.ends, recorder.observer);
  recorder.advance(setup.ends);
  return recorder.course(acts, setup.begins);
}

/** What was told of how far a debrief is. */
export type DebriefProgress = (
  what: 'played' | 'line' | 'signs' | 'fixes',
  share: number,
) => boolean;

/** Changes of the design are looked for against so many faults at most, and so many of them are told. */
const MOST_FIXED = 2;
const MOST_TOLD = 4;

/** A change of the real design against a fault of the run. */
export interface RealFix extends FaultTestFix {
  readonly fault: string;
}

/** What the same run costs in an edited system when nobody does anything; nothing where it cannot be run there. */
function leftAlone(system: SystemDocument, setup: Setup): number | null {
  try {
    const w = begin(practiceBasis(system), setup).advance(setup.ends);
    return lossOf(w.state.tally, isWell(w));
  } catch {
    return null;
  }
}

/**
 * Changes of the design that make the fault tests of what struck go better, and this very run cost less.
 *
 * @param idle loss of the run in the design as it is, nothing done
 */
function fixesOf(
  g: PracticeBasis,
  setup: Setup,
  idle: number,
  progress: DebriefProgress,
): RealFix[] {
  const struck = setup.hidden.slice(0, MOST_FIXED);
  const how = severity(g);
  const faultTests = struck.some((h) => TESTED_FAULT_KINDS.has(h.kind))
    ? new FaultTests(g.system, undefined, how)
    : null;
  const out: RealFix[] = [];
  for (const [i, h] of struck.entries()) {
    if (!progress('fixes', i / struck.length)) break;
    const { name, lifeFaultTest } = practiceFaultOf(h.kind);
    const fault = faultTests?.fault(h.kind, h.about);
    const found = [
      ...(fault && faultTests ? fixesForFaultTest(g.system, faultTests.run(fault), how) : []),
      ...(lifeFaultTest ? fixesForLifeFaultTest(g.system, lifeFaultTest, how) : []),
    ];
    for (const f of found) {
      if (out.length >= MOST_TOLD || out.some((x) => x.id === f.id)) continue;
      const then = leftAlone(applyEdits(g.system, f.edits), setup);
      if (then !== null && then < idle - 1) out.push({ ...f, fault: name(g, h.about) });
    }
  }
  return out;
}

/**
 * The debrief of a run.
 *
 * @param record as it was played; it is played again, so that nothing but the record is needed
 * @param progress returning false stops the search for something better
 */
export function debrief(
  g: PracticeBasis,
  record: Omit<RunRecord, 'system'>,
  progress: DebriefProgress = () => true,
): Debrief {
  const start = PracticeRun.start(g, record.scenario, record.seed);
  const { setup } = start;
  // As it was found, for the other lines.
  const found = start.world.fork();
  const recorder = new Recorder(start.world);
  for (const a of record.acts) start.do(a, recorder.observer);
  recorder.advance(setup.ends);
  const mine = recorder.course(record.acts, setup.begins);
  progress('played', 1);

  let tried = 0;
  const searched = bestLine(found, setup, (n) => {
    tried = n;
    return progress('line', 1 - 1 / (1 + n / 30));
  });
  // What the player found may be better than what was searched.
  const best =
    mine.loss <= searched.best.loss + 1e-9 ? mine : waterHistory(found, setup, searched.best.acts);
  const worlds = possible(g, setup, (share) => progress('signs', share));
  const all = tellings(worlds);
  const sign = firstSign(g, setup, setup.ends);
  const { state } = start.world;
  return {
    faults: setup.hidden.map((h, i): RevealedFault => {
      const f = practiceFaultOf(h.kind);
      return {
        kind: h.kind,
        about: h.about,
        name: f.name(g, h.about),
        struck: h.from,
        cured: state.hidden[i]!.cured,
        long: f.long ?? false,
        curable: f.cures.length > 0,
        advice: f.advice,
      };
    }),
    begins: setup.begins,
    ends: setup.ends,
    entries: start.entries,
    mine,
    best,
    idle: { loss: searched.idle.loss, well: searched.idle.well },
    tried,
    sign,
    tellings: all,
    possible: worlds.length,
    fixes: fixesOf(g, setup, searched.idle.loss, progress),
  };
}

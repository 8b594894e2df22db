import type { CubicMetres, Seconds } from '../quantity/si.ts';
import { root } from '../numerics/root.ts';
import { areaAt, levelAt } from '../water/vessel.ts';
import { restVolumes } from '../network/equilibrium.ts';
import { DAY, type Network } from '../network/types.ts';
import { prepare } from './flows.ts';
import type { Modes, Runner } from './runner.ts';
import { Integrator } from './integrator.ts';
import { Recorder } from './recorder.ts';
import { eventFunctions, type EventFunction } from './events.ts';
import type { LevelCrossing, DayEvent, DayTrace } from './types.ts';
import { AT_BOUND, boundsOf, countedLevels, type Bound, type CountedLevel } from './bounds.ts';
import { isOn, edgesOf } from './clock.ts';
import { joined } from './joined.ts';

/** Wanted accuracy of a step, as a level, m. */
const LEVEL_TOLERANCE = 1.5e-4;
const LONGEST_STEP: Seconds = 3600;
const SHORTEST_STEP: Seconds = 1e-4;
/** Beyond this many events a day is given up: the largest of real systems has a few thousand. */
const MOST_EVENTS = 20_000;
/**
 * And beyond this much work, whatever the system: a step counts its paths and the square of its vessels over
 * eight, about what its flows and its matrix cost. The largest home system’s day takes a twentieth of it.
 */
export const MOST_WORK = 2_000_000;
/** A switch is found to this share of a step; as much is added, so that its twins are met with it. */
const EVENT_SHARE = 1e-8;
/** Volumes below this are rounding, m³. */
const NOTHING = 1e-10;

/** Everything that a day goes on from at a moment: water and modes. Plain data. */
export interface DayState {
  readonly t: Seconds;
  /** Vessels, lines, the floor, and what air and plants took; m³. */
  readonly volumes: Float64Array;
  readonly modes: Modes;
}

const copyOf = (m: Modes): Modes => ({
  on: m.on.slice(),
  dry: m.dry.slice(),
  primed: m.primed.slice(),
  full: m.full.slice(),
  emptying: m.emptying.slice(),
  held: m.held.slice(),
  over: m.over.slice(),
});

/** Modes for a network that may have more controls than the one they come from. */
function forNetwork(net: Network, m: Modes): Modes {
  const on = new Uint8Array(net.controls.length);
  on.set(m.on.subarray(0, on.length));
  return { ...copyOf(m), on };
}

/**
 * A day that goes on as far as it is asked to: levels are continuous, modes are discrete, and every
 * switch happens at its exact moment. Between switches dV/dt = Σ inflows − Σ outflows is solved by a
 * second-order Rosenbrock formula with error control; what leaves one vessel enters another, so water
 * is kept to rounding.
 */
export class Simulation {
  t: Seconds;
  private steps = 0;
  private rejected = 0;
  /** Work done so far, see {@link MOST_WORK}. */
  work = 0;
  private events = 0;
  private h: Seconds;
  private readonly run: Runner;
  private readonly eventFunctions: EventFunction[];
  private readonly marks: CountedLevel[];
  private readonly solver: Integrator;
  private readonly rec: Recorder;
  private readonly bounds: readonly Bound[];
  private readonly start: Float64Array;
  private readonly y: Float64Array;
  private readonly y1: Float64Array;
  private readonly f1: Float64Array;
  private readonly levels: Float64Array;
  private readonly probe: Float64Array;
  private readonly middle: Float64Array;
  private readonly scratch: Float64Array;
  private readonly shown: Float64Array;
  private readonly n: number;
  private readonly lines: number;

  /**
   * @param from where it goes on from, as another simulation of the same vessels and paths left it; the
   *   pipes and switches may be others
   */
  constructor(
    private readonly net: Network,
    from: DayState | readonly CubicMetres[] = restVolumes(net),
    /** After this many events it is given up. */
    private readonly mostEvents = MOST_EVENTS,
    /** After this much work it is given up. */
    private readonly mostWork = MOST_WORK,
  ) {
    const n = net.vessels.length;
    this.n = n;
    const state = 'modes' in from ? from : null;
    this.run = prepare(net, state ? forNetwork(net, state.modes) : undefined);
    this.lines = this.run.lines.length;
    this.eventFunctions = eventFunctions(this.run);
    this.marks = countedLevels(net);
    this.rec = new Recorder(net);
    this.t = state?.t ?? 0;
    const size = n + this.lines + 2;
    this.y = new Float64Array(size);
    if (state) this.y.set(state.volumes);
    else this.y.set(from as readonly CubicMetres[]);
    this.start = this.y.slice();
    this.y1 = new Float64Array(size);
    this.f1 = new Float64Array(size);
    this.levels = new Float64Array(n + this.lines);
    this.probe = new Float64Array(n + this.lines);
    this.middle = new Float64Array(size);
    this.scratch = new Float64Array(n + this.lines);
    this.solver = new Integrator(
      this.run,
      (i, level) => LEVEL_TOLERANCE * areaAt(net.vessels[i]!.storage, Math.max(level, 1e-3)),
    );
    this.bounds = boundsOf(net, this.marks);
    this.shown = new Float64Array(net.paths.length + n);
    this.setLevels(this.y, this.levels);
    if (!state) this.floatsAtRest();
    this.switchControls();
    this.fireDue();
    this.solver.start(this.y);
    this.record();
    this.h = this.solver.firstStep(this.y);
  }

  private setLevels(from: Float64Array, into: Float64Array): void {
    const { n, net, run } = this;
    for (let i = 0; i < n; i++) into[i] = levelAt(net.vessels[i]!.storage, from[i]!);
    for (let k = 0; k < this.lines; k++) into[n + k] = from[n + k]! / run.lines[k]!.volume;
  }

  /** A float hangs at the start as the water stands: one that waits for water holds its pump. */
  private floatsAtRest(): void {
    this.net.paths.forEach((p, i) => {
      if (p.kind !== 'pump' || p.lead !== i || !p.float) return;
      const level = this.levels[p.float.vessel]!;
      const { on, off } = p.float;
      this.run.modes.held[i] = (off > on ? level >= off : level < on) ? 1 : 0;
    });
  }

  private switchControls(): void {
    const { net, rec, t, levels } = this;
    const { modes } = this.run;
    net.controls.forEach((c, ci) => {
      const on = isOn(c, t) ? 1 : 0;
      if (on === modes.on[ci]) return;
      modes.on[ci] = on;
      net.paths.forEach((p, pi) => {
        if (p.kind !== 'pump' || p.control !== ci || p.lead !== pi) return;
        if (!on) modes.dry[pi] = modes.primed[pi] = 0;
        if (modes.held[pi]) return;
        rec.event(t, on ? 'pump-on' : 'pump-off', p.id, levels[p.from]!);
        this.events++;
      });
    });
  }

  /** Fires what is already past its threshold, until nothing is; a chain longer than the switches is cut. */
  private fireDue(): void {
    const { eventFunctions, levels, rec } = this;
    for (let chain = 0; chain <= eventFunctions.length; chain++) {
      let any = false;
      for (const due of eventFunctions) {
        if (!due.active() || !(due.value(levels) > 0)) continue;
        const kind = due.reset();
        if (kind) rec.event(this.t, kind, due.where, levels[due.vessel]!);
        this.events++;
        any = true;
      }
      if (!any) return;
    }
  }

  /** Notes the moment; the solver has just worked out the flows at it. */
  private record(): void {
    const { run, solver, levels, rec, shown } = this;
    shown.set(solver.pathFlows);
    // What goes into an empty line has not arrived anywhere yet.
    for (let i = 0; i < run.lineOf.length; i++) {
      const k = run.lineOf[i]!;
      if (k >= 0 && !run.modes.full[k]) shown[i] = 0;
    }
    rec.row(this.t, levels, this.y, shown);
  }

  /** Levels at the end of the step just tried, into `probe`. */
  private look(): void {
    // The last thing a step does is to work out the rates at its end.
    this.probe.set(this.solver.levels);
    for (let k = 0; k < this.lines; k++) {
      this.probe[this.n + k] = this.y1[this.n + k]! / this.run.lines[k]!.volume;
    }
  }

  /** A step, cut where it would run far over what bounds it. */
  private bounded(longest: Seconds): Seconds {
    let limit = longest;
    for (const { vessel, level, rising, kink } of this.bounds) {
      const here = this.levels[vessel]!;
      const rate = this.solver.slope[vessel]!;
      const away = rising ? level - here : here - level;
      if (away < AT_BOUND || rate > 0 !== rising || rate === 0) continue;
      const wait = (away * areaAt(this.net.vessels[vessel]!.storage, here)) / Math.abs(rate);
      const most = kink ? 1.01 * wait + 0.05 : 1.3 * wait;
      if (most < limit) limit = most;
    }
    return limit;
  }

  /** Goes on to a moment; it may be given up on the way, see {@link DayTrace.truncated}. */
  runTo(end: Seconds): this {
    const { net, eventFunctions, solver, rec, levels, probe, y, y1, f1 } = this;
    const edges = edgesOf(net, this.t, end);
    let edge = 0;
    const perStep = net.paths.length + net.vessels.length ** 2 / 8;
    while (this.t < end && this.events < this.mostEvents && this.work < this.mostWork) {
      this.work += perStep;
      const t = this.t;
      const target = edges[edge]!;
      let h = Math.min(this.h, LONGEST_STEP, target - t);
      h = this.bounded(h);
      // A step that would leave a sliver before the edge takes it along.
      if (target - t - h < 1e-3 * h) h = target - t;
      let error = solver.step(y, h, y1, f1);
      // A line that runs empty fades within millimetres; a step that overshoots to less than nothing is too long.
      if (this.overdrawn()) error = Math.max(error, 20);
      if (error > 1 && h > SHORTEST_STEP) {
        this.rejected++;
        this.h = h * Math.max(0.15, 0.85 * error ** (-1 / 3));
        continue;
      }
      const f0 = solver.slope;
      this.look();
      const grown = Math.min(5, error > 0 ? 0.85 * error ** (-1 / 3) : 5);
      let taken = h;
      let due: EventFunction | null = null;
      let share = 1;
      for (const w of eventFunctions) {
        if (!w.active() || !(w.value(probe) > 0)) continue;
        // What is not due by the moment of another comes later.
        if (due && !(w.value(this.along(share - 2 * EVENT_SHARE, h)) > 0)) continue;
        const s = root((x) => w.value(this.along(x, h)), 0, share, EVENT_SHARE);
        if (s < share || due === null) {
          share = s;
          due = w;
        }
      }
      if (due) {
        taken = this.cutAt(Math.min(1, share + EVENT_SHARE), h);
        // The cubic may dip below what both its ends keep.
        if (this.overdrawn() && taken > SHORTEST_STEP) {
          this.rejected++;
          this.h = taken / 2;
          continue;
        }
      }
      rec.crossings(this.marks, levels, probe, f0, f1, t, taken, net);
      this.steps++;
      this.t = taken === target - t ? target : t + taken;
      y.set(y1);
      levels.set(probe);
      solver.accept(f1);
      const atEdge = this.t >= target;
      this.record();
      if (due || atEdge) {
        if (due) {
          const kind = due.reset();
          if (kind) rec.event(this.t, kind, due.where, levels[due.vessel]!);
          this.events++;
        }
        if (atEdge) {
          edge++;
          if (this.t < end) this.switchControls();
        }
        this.fireDue();
        solver.start(y);
        if (this.t < end) this.record();
        this.h = solver.firstStep(y);
      } else {
        this.h = Math.max(SHORTEST_STEP, h * grown);
      }
    }
    return this;
  }

  /** Whether the step just tried took more out of a vessel than was in it. */
  private overdrawn(): boolean {
    for (let i = 0; i < this.n; i++) if (this.y1[i]! < -NOTHING) return true;
    return false;
  }

  /** Levels a share of the way through the step just tried; the volumes are left in `middle`. */
  private along(s: number, h: Seconds): Float64Array {
    const { y, y1, f1, middle, scratch } = this;
    const f0 = this.solver.slope;
    const u = 1 - s;
    const b1 = s * s * (3 - 2 * s);
    const a1 = u * u * s * h;
    const c1 = s * s * u * h;
    for (let i = 0; i < middle.length; i++) {
      middle[i] = y[i]! + b1 * (y1[i]! - y[i]!) + a1 * f0[i]! - c1 * f1[i]!;
    }
    this.setLevels(middle, scratch);
    return scratch;
  }

  /**
   * Ends the step just tried at a share of it. The cubic through its ends is of higher order than the
   * step and, being linear in what it joins, keeps the sum of all volumes.
   */
  private cutAt(share: number, h: Seconds): Seconds {
    const { y1, f1, middle, solver } = this;
    this.along(share, h);
    y1.set(middle);
    solver.derivative(y1, f1);
    this.look();
    return share * h;
  }

  /** What happened so far, and the marks that levels passed. */
  get log(): readonly DayEvent[] {
    return this.rec.events;
  }
  get crossings(): readonly LevelCrossing[] {
    return this.rec.crossed;
  }

  /** What it could go on from. */
  state(): DayState {
    return { t: this.t, volumes: this.y.slice(), modes: copyOf(this.run.modes) };
  }

  /** What happened so far. @param end when it should have ended */
  trace(end: Seconds): DayTrace {
    const floor = this.n + this.lines;
    let total = 0;
    for (let i = 0; i < this.y.length; i++) total += this.y[i]! - this.start[i]!;
    return this.rec.finish({
      spilled: this.y[floor]! - this.start[floor]!,
      used: this.y[floor + 1]! - this.start[floor + 1]!,
      balanceError: total,
      steps: this.steps,
      rejected: this.rejected,
      work: this.work,
      truncated: this.t < end,
      end: this.t,
    });
  }
}

/**
 * Simulates a day from rest at 00:00 with the timers' programme.
 *
 * @param end seconds to simulate, a day unless said otherwise; what is longer repeats the programme
 * @param poured volume in each vessel at the start; at rest unless said otherwise
 */
export const simulate = (
  net: Network,
  end: Seconds = DAY,
  poured: readonly CubicMetres[] = restVolumes(net),
): DayTrace => new Simulation(net, poured).runTo(end).trace(end);

/**
 * A later day of the run that began at rest at 00:00: what an interval timer that does not divide the day makes
 * of it. Times count from that day's midnight.
 *
 * @param day 0 is the first
 */
export function simulateDay(net: Network, day: number): DayTrace {
  if (day <= 0) return simulate(net);
  const start = day * DAY;
  const before = new Simulation(net).runTo(start);
  const state = before.state();
  const trace = joined([new Simulation(net, state).runTo(start + DAY).trace(start + DAY)], start);
  // A pump that runs at midnight is on from there.
  const on = net.paths.flatMap((p, i): DayEvent[] =>
    p.kind === 'pump' && p.lead === i && state.modes.on[p.control] && !state.modes.held[i]
      ? [{ t: 0, kind: 'pump-on', where: p.id, level: trace.levels[p.from]! }]
      : [],
  );
  return { ...trace, events: [...on, ...trace.events] };
}

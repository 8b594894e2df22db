import type { CubicMetres, Seconds } from '../quantity/si.ts';
import { areaAt, levelAt } from '../water/vessel.ts';
import { floodMark, residueLevel, restVolumes, surfaces } from '../network/statics.ts';
import { DAY, type Network } from '../network/types.ts';
import { prepare } from './flows.ts';
import { Integrator } from './integrator.ts';
import { Recorder } from './recorder.ts';
import { watches, type Watch } from './watches.ts';
import type { Crossing, DayTrace } from './types.ts';

/** Wanted accuracy of a step, as a level, m. */
const LEVEL_TOLERANCE = 1.5e-4;
const LONGEST_STEP: Seconds = 3600;
const SHORTEST_STEP: Seconds = 1e-4;
/** Beyond this many events a day is given up: a real system has some hundreds. */
const MOST_EVENTS = 20_000;
const EVENT_TIME: Seconds = 1e-7;
/** Volumes below this are rounding, m³. */
const NOTHING = 1e-10;

interface Mark {
  readonly vessel: number;
  readonly level: number;
  readonly mark: Crossing['mark'];
}

/** Marks whose crossings the metrics count: of every vessel that is flooded and drained. */
function marksOf(net: Network): Mark[] {
  const at = surfaces(net, restVolumes(net));
  return net.vessels.flatMap((v, vessel): Mark[] => {
    if (v.floodLevel === null) return [];
    const flood = floodMark(net, vessel, at);
    return [
      { vessel, level: flood, mark: 'flood' },
      { vessel, level: v.floodLevel / 2, mark: 'half' },
      { vessel, level: residueLevel(net, vessel, true) + 0.05 * flood, mark: 'low' },
    ];
  });
}

/** Cubic through values and slopes at both ends of a step. */
function hermite(y0: number, f0: number, y1: number, f1: number, h: number, s: number): number {
  const s2 = s * s;
  const s3 = s2 * s;
  return (
    (2 * s3 - 3 * s2 + 1) * y0 +
    (s3 - 2 * s2 + s) * h * f0 +
    (3 * s2 - 2 * s3) * y1 +
    (s3 - s2) * h * f1
  );
}

/** Root of a function that is not above zero at 0 and above zero at 1. */
function risingRoot(g: (s: number) => number): number {
  let low = 0;
  let high = 1;
  for (let i = 0; i < 40; i++) {
    const mid = (low + high) / 2;
    if (g(mid) > 0) high = mid;
    else low = mid;
  }
  return high;
}

/** Control edges of the day in order, each once. */
function edgesOf(net: Network, end: Seconds): Seconds[] {
  const times = new Set<Seconds>([end]);
  for (const c of net.controls) {
    for (const [from, to] of c.spans ?? []) {
      for (const t of [from, to]) if (t > 0 && t < end) times.add(t);
    }
  }
  return [...times].sort((a, b) => a - b);
}

/**
 * Simulates a day: levels are continuous, modes are discrete, and every switch happens at its exact
 * moment. Between switches dV/dt = Σ inflows − Σ outflows is solved by a second-order Rosenbrock
 * formula with error control; what leaves one vessel enters another, so water is kept to rounding.
 *
 * The day starts at rest at 00:00 with the timers' programme.
 *
 * @param end seconds to simulate, a day unless said otherwise
 * @param poured volume in each vessel at the start; at rest unless said otherwise
 */
export function simulate(
  net: Network,
  end: Seconds = DAY,
  poured: readonly CubicMetres[] = restVolumes(net),
): DayTrace {
  const n = net.vessels.length;
  const run = prepare(net);
  const { modes } = run;
  const over = new Uint8Array(n);
  const watch = watches(run, over);
  const marks = marksOf(net);
  const edges = edgesOf(net, end);
  const rec = new Recorder(net);

  const lines = run.lines.length;
  const floor = n + lines;
  const start = [...poured, ...run.lines.map(() => 0), 0];
  const solver = new Integrator(
    run,
    (i, level) => LEVEL_TOLERANCE * areaAt(net.vessels[i]!.room, Math.max(level, 1e-3)),
  );
  const y = Float64Array.from(start);
  const y1 = new Float64Array(floor + 1);
  const f1 = new Float64Array(floor + 1);
  const levels = new Float64Array(floor);
  const probe = new Float64Array(floor);
  const middle = new Float64Array(floor);
  const scratch = new Float64Array(floor);
  const setLevels = (from: Float64Array, into: Float64Array) => {
    for (let i = 0; i < n; i++) into[i] = levelAt(net.vessels[i]!.room, from[i]!);
    for (let k = 0; k < lines; k++) into[n + k] = from[n + k]! / run.lines[k]!.volume;
  };

  let t = 0;
  let edge = 0;
  let steps = 0;
  let rejected = 0;
  let events = 0;

  const switchControls = () => {
    net.controls.forEach((c, ci) => {
      const on = c.spans === null || c.spans.some(([a, b]) => t >= a && t < b) ? 1 : 0;
      if (on === modes.on[ci]) return;
      modes.on[ci] = on;
      net.paths.forEach((p, pi) => {
        if (p.kind !== 'pump' || p.control !== ci) return;
        if (!on) modes.dry[pi] = modes.primed[pi] = 0;
        rec.event(t, on ? 'pump-on' : 'pump-off', p.id, levels[p.from]!);
        events++;
      });
    });
  };
  /** Fires what is already past its threshold, until nothing is; a chain longer than the switches is cut. */
  const fireDue = () => {
    for (let chain = 0; chain <= watch.length; chain++) {
      const due = watch.find((w) => w.active() && w.value(levels) > 0);
      if (!due) return;
      const kind = due.fire();
      if (kind) rec.event(t, kind, due.where, levels[due.vessel]!);
      events++;
    }
  };
  const record = () => {
    solver.flowsAt(levels);
    // What goes into an empty line has not arrived anywhere yet.
    run.lines.forEach((l, k) => {
      if (!modes.full[k]) solver.pathFlows[l.pump] = 0;
    });
    rec.row(t, levels, y, solver.pathFlows);
  };

  setLevels(y, levels);
  switchControls();
  fireDue();
  solver.start(y);
  record();
  let h = solver.firstStep(y);

  const crests = net.paths.flatMap((p) => (p.kind === 'drain' ? [[p.from, p.crest] as const] : []));
  /** A spill begins with a kink: a step that would run over one is cut to end just past it. */
  const toNextCrest = (longest: number): number => {
    let limit = longest;
    for (const [i, crest] of crests) {
      const below = crest - levels[i]!;
      const rate = solver.slope[i]!;
      if (below <= 0 || rate <= 0) continue;
      const wait = (below * areaAt(net.vessels[i]!.room, levels[i]!)) / rate;
      if (wait < limit) limit = 1.01 * wait + 0.05;
    }
    return limit;
  };

  while (t < end && events < MOST_EVENTS && rec.rows < 2_000_000) {
    const target = edges[edge]!;
    h = Math.min(h, LONGEST_STEP, target - t);
    h = Math.min(h, toNextCrest(h));
    // A step that would leave a sliver before the edge takes it along.
    if (target - t - h < 1e-3 * h) h = target - t;
    let error = solver.step(y, h, y1, f1);
    // A line that runs empty fades within millimetres; a step that overshoots to less than nothing is too long.
    for (let i = 0; i < n; i++) if (y1[i]! < -NOTHING) error = Math.max(error, 20);
    if (error > 1 && h > SHORTEST_STEP) {
      rejected++;
      h *= Math.max(0.15, 0.85 * error ** (-1 / 3));
      continue;
    }
    const f0 = solver.slope;
    setLevels(y1, probe);
    const grown = Math.min(5, error > 0 ? 0.85 * error ** (-1 / 3) : 5);
    let taken = h;
    let fired: Watch | null = null;
    let share = 1;
    for (const w of watch) {
      if (!w.active() || !(w.value(probe) > 0)) continue;
      const along = (s: number) => {
        for (let i = 0; i < floor; i++) {
          middle[i] = hermite(y[i]!, f0[i]!, y1[i]!, f1[i]!, h, s);
        }
        setLevels(middle, scratch);
        return w.value(scratch);
      };
      const s = risingRoot(along);
      if (s < share || fired === null) {
        share = s;
        fired = w;
      }
    }
    if (fired) {
      // Step again up to the switch itself; the secant on the real solution closes what the cubic left.
      let a = 0;
      let b = h;
      taken = Math.max(share * h, EVENT_TIME);
      for (let turn = 0; turn < 12; turn++) {
        solver.step(y, taken, y1, f1);
        setLevels(y1, probe);
        const g = fired.value(probe);
        if (g > 0) b = taken;
        else a = taken;
        if (g >= 0 && g < 1e-9) break;
        if (b - a < EVENT_TIME) break;
        const slope = (g - fired.value(levels)) / taken;
        const next = taken - (g - 5e-10) / slope;
        taken = next > a && next < b ? next : (a + b) / 2;
      }
    }
    rec.crossings(marks, levels, probe, f0, f1, t, taken, net);
    steps++;
    t = taken === target - t ? target : t + taken;
    y.set(y1);
    levels.set(probe);
    solver.accept(f1);
    const atEdge = t >= target;
    record();
    if (fired || atEdge) {
      if (fired) {
        const kind = fired.fire();
        if (kind) rec.event(t, kind, fired.where, levels[fired.vessel]!);
        events++;
      }
      if (atEdge) {
        edge++;
        if (t < end) switchControls();
      }
      fireDue();
      solver.start(y);
      if (t < end) record();
      h = solver.firstStep(y);
    } else {
      h = Math.max(SHORTEST_STEP, h * grown);
    }
  }
  let total = 0;
  for (let i = 0; i <= floor; i++) total += y[i]! - start[i]!;
  return rec.finish({
    spilled: y[floor]!,
    balanceError: total,
    steps,
    rejected,
    truncated: t < end,
    end: t,
  });
}

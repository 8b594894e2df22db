import { areaAt, levelAt } from '../water/vessel.ts';
import type { Runner } from './runner.ts';
import { luFactor, luSolve } from '../numerics/linear.ts';

const D = 1 / (2 + Math.SQRT2);
const E32 = 6 + Math.SQRT2;
/** What air and plants take fades over the last of the water, m. */
const FADES = 0.002;
/** Movement of a level that the first step after a switch is meant for, m. */
const FIRST_MOVE = 0.02;
/** Nudge of a level for the slope of a flow, m. */
const NUDGE = 1e-6;

/**
 * One-step solver for the volumes of a network between switches.
 *
 * A Rosenbrock pair of order 2(3) whose formula tolerates an approximate Jacobian; it stays stable
 * where a weir holds a level steady, and, being linear in the flows, keeps the sum of all volumes.
 * The volumes are those of the vessels, then of the lines that empty, then what went onto the floor, and
 * last what went into air and plants.
 *
 * @source Shampine & Reichelt (1997), SIAM J. Sci. Comput. 18, 1–22
 */
export class Integrator {
  /** Rate of change of each volume at the start of the step. */
  slope: Float64Array;
  /** Flows of the paths, then over the rims, at the last evaluation. */
  readonly pathFlows: Float64Array;

  private readonly size: number;
  /** Levels at the last evaluation. */
  readonly levels: Float64Array;
  /** Flows at the start of the step. */
  private readonly base: Float64Array;
  /** Flows at nudged levels. */
  private readonly nudged: Float64Array;
  private readonly jacobian: Float64Array;
  private readonly matrix: Float64Array;
  private readonly pivots: Int32Array;
  private readonly k1: Float64Array;
  private readonly k2: Float64Array;
  private readonly k3: Float64Array;
  private readonly mid: Float64Array;
  private readonly fMid: Float64Array;
  private readonly areas: Float64Array;
  private jacobianReady = false;

  constructor(
    private readonly run: Runner,
    private readonly tolerance: (vessel: number, level: number) => number,
  ) {
    const n = run.net.vessels.length;
    const m = n + run.lines.length + 2;
    this.size = m;
    const v = () => new Float64Array(m);
    this.slope = v();
    this.levels = new Float64Array(n);
    this.pathFlows = new Float64Array(run.flows.length + n);
    this.base = new Float64Array(run.flows.length + n);
    this.nudged = new Float64Array(run.flows.length);
    this.jacobian = new Float64Array(m * m);
    this.matrix = new Float64Array(m * m);
    this.pivots = new Int32Array(m);
    this.k1 = v();
    this.k2 = v();
    this.k3 = v();
    this.mid = v();
    this.fMid = v();
    this.areas = new Float64Array(n);
  }

  /** Flows at {@link levels} into {@link pathFlows}. */
  private flowsAt(): void {
    const { flows, rims } = this.run;
    const { levels, pathFlows } = this;
    for (let i = 0; i < flows.length; i++) flows[i]!(levels, pathFlows);
    for (let i = 0; i < rims.length; i++) pathFlows[flows.length + i] = rims[i]!(levels[i]!);
  }

  /** Rates of change of the volumes at a state: the right-hand side of the equations. */
  derivative(y: Float64Array, out: Float64Array): void {
    const { net, flows, lines, lineOf, modes, sinks } = this.run;
    const n = net.vessels.length;
    const floor = this.size - 2;
    const q = this.pathFlows;
    for (let i = 0; i < n; i++) this.levels[i] = levelAt(net.vessels[i]!.storage, y[i]!);
    this.flowsAt();
    out.fill(0);
    for (let i = 0; i < flows.length; i++) {
      const p = net.paths[i]!;
      const k = lineOf[i]!;
      const end = sinks[i]!;
      const to = k >= 0 && !modes.full[k] ? n + k : end < 0 ? floor : end;
      out[p.from] = out[p.from]! - q[i]!;
      out[to] = out[to]! + q[i]!;
    }
    for (let k = 0; k < lines.length; k++) {
      if (!modes.emptying[k]) continue;
      const l = lines[k]!;
      const back = l.back(this.levels[l.to]!);
      out[n + k] = out[n + k]! - back;
      out[l.from] = out[l.from]! + back;
    }
    for (let i = 0; i < n; i++) {
      const over = q[flows.length + i]!;
      if (over === 0) continue;
      const to = net.vessels[i]!.rimTo;
      out[i] = out[i]! - over;
      out[to < 0 ? floor : to] = out[to < 0 ? floor : to]! + over;
    }
    for (let i = 0; i < n; i++) {
      const { waterUse } = net.vessels[i]!;
      if (waterUse === 0) continue;
      const q = waterUse * Math.min(1, Math.max(0, this.levels[i]! / FADES));
      out[i] = out[i]! - q;
      out[floor + 1] = out[floor + 1]! + q;
    }
  }

  /** Begins after a switch: the slope is worked out afresh. */
  start(y: Float64Array): void {
    this.derivative(y, this.slope);
    this.base.set(this.pathFlows);
    this.jacobianReady = false;
  }

  /** Goes on from an accepted step, the last one tried, whose end slope is known. */
  accept(f1: Float64Array): void {
    this.slope.set(f1);
    this.base.set(this.pathFlows);
    this.jacobianReady = false;
  }

  /** A first step: no level moves more than a few centimetres; its error is judged like that of any other. */
  firstStep(y: Float64Array): number {
    const { net } = this.run;
    const { lines, modes } = this.run;
    let h = 600;
    lines.forEach((l, k) => {
      // A line fills or empties in seconds; its end is found exactly, but the step should not dwarf it.
      const rate = Math.abs(this.slope[net.vessels.length + k]!);
      if (rate > 0 && !modes.full[k]) h = Math.min(h, l.volume / rate);
    });
    for (let i = 0; i < net.vessels.length; i++) {
      const rate = Math.abs(this.slope[i]!);
      if (rate === 0) continue;
      const storage = net.vessels[i]!.storage;
      h = Math.min(h, (FIRST_MOVE * areaAt(storage, levelAt(storage, y[i]!))) / rate);
    }
    return h;
  }

  private formJacobian(y: Float64Array): void {
    const { net, flows, rims, lineOf, modes, tailwaterFrom, sinks } = this.run;
    const n = net.vessels.length;
    const m = this.size;
    const base = this.base;
    const j = this.jacobian;
    j.fill(0);
    const add = (row: number, col: number, x: number) => (j[row * m + col] = j[row * m + col]! + x);
    for (let i = 0; i < n; i++) {
      const { storage } = net.vessels[i]!;
      const level = levelAt(storage, y[i]!);
      this.levels[i] = level;
      this.areas[i] = areaAt(storage, level);
    }
    const l = this.levels;
    const nudged = this.nudged;
    for (let i = 0; i < flows.length; i++) {
      const p = net.paths[i]!;
      const hf = l[p.from]!;
      const ht = l[p.to]!;
      const q = base[i]!;
      l[p.from] = hf + NUDGE;
      flows[i]!(l, nudged);
      l[p.from] = hf;
      const byFrom = (nudged[i]! - q) / NUDGE / this.areas[p.from]!;
      let byTo = 0;
      if (ht >= tailwaterFrom[i]! - NUDGE) {
        l[p.to] = ht + NUDGE;
        flows[i]!(l, nudged);
        l[p.to] = ht;
        byTo = (nudged[i]! - q) / NUDGE / this.areas[p.to]!;
      }
      const k = lineOf[i]!;
      const end = sinks[i]!;
      const sink = k >= 0 && !modes.full[k] ? n + k : end < 0 ? m - 2 : end;
      if (byFrom !== 0) {
        add(p.from, p.from, -byFrom);
        add(sink, p.from, byFrom);
      }
      if (byTo !== 0) {
        add(p.from, p.to, -byTo);
        add(sink, p.to, byTo);
      }
    }
    for (let i = 0; i < n; i++) {
      const v = net.vessels[i]!;
      const level = this.levels[i]!;
      if (level < v.height) continue;
      const by = (rims[i]!(level + NUDGE) - rims[i]!(level)) / NUDGE / this.areas[i]!;
      add(i, i, -by);
      add(v.rimTo < 0 ? m - 2 : v.rimTo, i, by);
    }
    for (let i = 0; i < n; i++) {
      const v = net.vessels[i]!;
      if (v.waterUse === 0 || this.levels[i]! >= FADES) continue;
      const by = v.waterUse / FADES / areaAt(v.storage, this.levels[i]!);
      add(i, i, -by);
      add(m - 1, i, by);
    }
  }

  /** Solves for a stage: the vessels together, and what only receives from them after. */
  private solveFor(k: Float64Array, hd: number): void {
    const n = this.levels.length;
    const m = this.size;
    luSolve(this.matrix, n, this.pivots, k);
    // Nothing flows by what a line, the floor or the air holds, so their columns are empty.
    for (let i = n; i < m; i++) {
      let s = k[i]!;
      for (let j = 0; j < n; j++) s += hd * this.jacobian[i * m + j]! * k[j]!;
      k[i] = s;
    }
  }

  /**
   * Tries a step of length h from y.
   *
   * @param y1 receives the volumes at its end, @param f1 their rates there
   * @returns error as a multiple of the tolerance; at most 1 is good
   */
  step(y: Float64Array, h: number, y1: Float64Array, f1: Float64Array): number {
    const m = this.size;
    const { k1, k2, k3, mid, fMid, matrix } = this;
    const f0 = this.slope;
    if (!this.jacobianReady) {
      this.formJacobian(y);
      this.jacobianReady = true;
    }
    const n = this.levels.length;
    const hd = h * D;
    for (let i = 0; i < n; i++) {
      for (let j = 0; j < n; j++) matrix[i * n + j] = -hd * this.jacobian[i * m + j]!;
      matrix[i * n + i] = matrix[i * n + i]! + 1;
    }
    luFactor(matrix, n, this.pivots);
    k1.set(f0);
    this.solveFor(k1, hd);
    for (let i = 0; i < m; i++) mid[i] = y[i]! + 0.5 * h * k1[i]!;
    this.derivative(mid, fMid);
    for (let i = 0; i < m; i++) k2[i] = fMid[i]! - k1[i]!;
    this.solveFor(k2, hd);
    for (let i = 0; i < m; i++) {
      k2[i] = k2[i]! + k1[i]!;
      y1[i] = y[i]! + h * k2[i]!;
    }
    this.derivative(y1, f1);
    for (let i = 0; i < m; i++) {
      k3[i] = f1[i]! - E32 * (k2[i]! - fMid[i]!) - 2 * (k1[i]! - f0[i]!);
    }
    this.solveFor(k3, hd);
    let worst = 0;
    // What a line holds changes evenly; the vessels at its ends are what has to be followed.
    for (let i = 0; i < n; i++) {
      const err = Math.abs((h / 6) * (k1[i]! - 2 * k2[i]! + k3[i]!));
      worst = Math.max(worst, err / this.tolerance(i, this.levels[i]!));
    }
    return worst;
  }
}

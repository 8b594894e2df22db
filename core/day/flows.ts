import type { Metres } from '../quantity/si.ts';
import { rimFlow } from '../water/drain.ts';
import { fullPipeFlow } from '../water/pipe.ts';
import { dutyFlow, pumpCurve } from '../water/pump.ts';
import { freeEntry, openWhileStalled, openFlow } from '../network/flow.ts';
import {
  STANDING_IMPELLER_K,
  UNCOVER,
  type BackPath,
  type DrainPath,
  type FloatPath,
  type LinkPath,
  type NetPath,
  type Network,
  type PumpPath,
} from '../network/types.ts';
import { tabulateBranches } from './branches.ts';
import type { LineStorage, Modes, PathFlow, Runner, SpillFlow } from './runner.ts';
import { lookUp, tabulate, type FlowTable } from './table.ts';

/** A line without a way back through the pump drains down its own pipe; its losses then, velocity heads. */
const RUN_BACK_K = STANDING_IMPELLER_K + 1;

/** A way that nothing ever passes. */
const nothing =
  (index: number): PathFlow =>
  (_, out) =>
    void (out[index] = 0);

/** The pumped lines that empty when their pump stops. */
function linesOf(net: Network): LineStorage[] {
  return net.paths.flatMap((p, pump): LineStorage[] => {
    if (p.kind !== 'pump' || !(p.lineVolume > 0)) return [];
    const head = Math.max(0.05, p.endZ - net.vessels[p.from]!.floorZ - p.intake);
    const pipe = { ...p.line, sumK: Number.isFinite(p.line.sumK) ? RUN_BACK_K : Infinity };
    const rate = fullPipeFlow(head, pipe, net.temperature);
    const end = p.endZ - net.vessels[p.to]!.floorZ;
    return [
      {
        pump,
        from: p.from,
        to: p.to,
        volume: p.lineVolume,
        // While its end is under water the bed runs back through it and keeps it full.
        back: (level) => rate * (1 - Math.min(1, Math.max(0, (level - end) / UNCOVER))),
      },
    ];
  });
}

/** The least intake height that a simulated pump can draw down to, m. */
export const LEAST_INTAKE: Metres = 0.002;

/**
 * Modes of a network in which nothing runs yet.
 *
 * @param lines how many pumped lines empty when their pump stops
 */
export const still = (net: Network, lines: number): Modes => ({
  on: new Uint8Array(net.controls.length),
  dry: new Uint8Array(net.paths.length),
  primed: new Uint8Array(net.paths.length),
  full: new Uint8Array(lines),
  emptying: new Uint8Array(lines),
  held: new Uint8Array(net.paths.length),
  over: new Uint8Array(net.vessels.length),
});

/** What the flow of a path is built from. */
interface Building {
  readonly net: Network;
  readonly modes: Modes;
  readonly gives: (path: number) => boolean;
  /** Flows of the branches of each manifold. */
  readonly branches: readonly ReturnType<typeof tabulateBranches>[];
  /** Receives how each drain spills while it does not run full. */
  readonly spill: (SpillFlow | null)[];
}

const floorOf = (net: Network, i: number): Metres => net.vessels[i]!.floorZ;
/** Highest surface of a vessel that tables reach to. */
const topOf = (net: Network, i: number): Metres => floorOf(net, i) + net.vessels[i]!.height + 0.3;

function pumpedFlow({ net, gives, branches }: Building, p: PumpPath, index: number): PathFlow {
  const { from, to } = p;
  if (p.steady !== null) {
    const q = p.steady;
    return (_, out) => void (out[index] = gives(index) ? q : 0);
  }
  if (p.manifold >= 0) {
    const branch = branches[p.manifold]!(index);
    return (l, out) => {
      if (gives(index)) branch(l, out);
      else out[index] = 0;
    };
  }
  const curve = pumpCurve(p.figures);
  const span = Math.max(0.05, curve.maxHead - (p.topZ - topOf(net, from)));
  const table: FlowTable = tabulate(
    (h) => dutyFlow(curve, curve.maxHead - h, p.line, net.temperature),
    span,
  );
  // Off its end it lifts to where it came off, whatever the level it used to end under.
  const under = p.loose ? 0 : 1;
  const zt = floorOf(net, to);
  const lift = curve.maxHead + floorOf(net, from);
  return (l, out) => {
    out[index] = gives(index)
      ? lookUp(table, lift + l[from]! - Math.max(p.topZ, under * (zt + l[to]!)))
      : 0;
  };
}

function drainFlow({ net, modes, spill }: Building, p: DrainPath, index: number): PathFlow {
  const { from, to, open, prime } = p;
  const { primed } = modes;
  const zf = floorOf(net, from);
  const zt = floorOf(net, to);
  const span = Math.max(0.05, topOf(net, from) - p.outletZ);
  const table = tabulate((h) => fullPipeFlow(h, p.pipe, net.temperature), span);
  const head = (hf: Metres, ht: Metres) => zf + hf - Math.max(p.outletZ, zt + ht);
  const spilling: SpillFlow = (hf, ht) => {
    const over = hf - p.crest;
    if (over <= 0) return 0;
    return open * Math.min(freeEntry(p, over), lookUp(table, head(hf, ht)));
  };
  if (!prime) return (l, out) => void (out[index] = spilling(l[from]!, l[to]!));
  spill[index] = spilling;
  return (l, out) => {
    const hf = l[from]!;
    const ht = l[to]!;
    out[index] = primed[index]
      ? open * openWhileStalled(p, hf) * prime.efficiency * lookUp(table, head(hf, ht))
      : spilling(hf, ht);
  };
}

function backFlow({ net, modes }: Building, p: BackPath, index: number): PathFlow {
  if (!Number.isFinite(p.line.sumK)) return nothing(index);
  const { from, to } = p;
  const { on, held, dry } = modes;
  const zf = floorOf(net, from);
  const zt = floorOf(net, to);
  const span = Math.max(0.05, topOf(net, from) - p.intakeZ);
  const table = tabulate((h) => fullPipeFlow(h, p.line, net.temperature), span);
  const pump = net.paths[p.pump] as PumpPath;
  return (l, out) => {
    out[index] = 0;
    if (on[pump.control] && !held[pump.lead] && !dry[pump.lead]) return;
    const z = zf + l[from]!;
    const over = z - p.endZ;
    if (over <= 0) return;
    const q = lookUp(table, z - Math.max(p.intakeZ, zt + l[to]!));
    out[index] = over < UNCOVER ? (q * over) / UNCOVER : q;
  };
}

/** A pipe that is always full: a join under floors, or a float valve. */
function fullFlow({ net }: Building, p: LinkPath | FloatPath, index: number): PathFlow {
  if (!Number.isFinite(p.pipe.sumK)) return nothing(index);
  const { from, to } = p;
  const lowest = Math.min(floorOf(net, from), floorOf(net, to));
  const span = Math.max(0.05, topOf(net, from) - lowest);
  const table = tabulate((h) => fullPipeFlow(h, p.pipe, net.temperature), span);
  const full = (h: Metres) => lookUp(table, h);
  return (l, out) => void (out[index] = openFlow(net, p, l[from]!, l[to]!, full));
}

function flowOf(b: Building, p: NetPath, index: number): PathFlow {
  const { from, to } = p;
  switch (p.kind) {
    case 'pump':
      return pumpedFlow(b, p, index);
    case 'drain':
      return drainFlow(b, p, index);
    case 'back':
      return backFlow(b, p, index);
    case 'link':
    case 'float':
      return fullFlow(b, p, index);
    default:
      return (l, out) => void (out[index] = openFlow(b.net, p, l[from]!, l[to]!));
  }
}

/** Level of the receiver above its floor from which on a path has a tailwater; never, or always. */
function tailwaterFrom(net: Network, p: NetPath): Metres {
  switch (p.kind) {
    case 'pump':
      return p.steady !== null || p.loose ? Infinity : p.topZ - floorOf(net, p.to);
    case 'drain':
      return p.outletZ - floorOf(net, p.to);
    case 'back':
      return p.intakeZ - floorOf(net, p.to);
    case 'link':
    case 'float':
      return -Infinity;
    default:
      return Infinity;
  }
}

/**
 * Builds the flow functions of a network, its pump lines and pipes tabulated.
 *
 * @param modes what runs at the start; nothing unless said otherwise
 */
export function prepare(net: Network, modes?: Modes): Runner {
  const lines = linesOf(net);
  const now = modes ?? still(net, lines.length);
  const lineOf = new Int32Array(net.paths.length).fill(-1);
  lines.forEach((l, k) => (lineOf[l.pump] = k));
  // What comes out of a branch has come through the line of its pump.
  net.paths.forEach((p, i) => {
    if (p.kind === 'pump' && p.lead !== i) lineOf[i] = lineOf[p.lead]!;
  });
  const gives = (i: number): boolean => {
    const p = net.paths[i]!;
    if (p.kind !== 'pump') return false;
    const lead = p.lead;
    return (
      now.on[p.control] === 1 &&
      now.held[lead] === 0 &&
      now.dry[lead] === 0 &&
      (p.startZ === null || now.primed[lead] === 1)
    );
  };
  const spill: (SpillFlow | null)[] = net.paths.map(() => null);
  const branches = net.manifolds.map((m) => tabulateBranches(net, m));
  const building: Building = { net, modes: now, gives, branches, spill };
  return {
    net,
    modes: now,
    flows: net.paths.map((p, i) => flowOf(building, p, i)),
    spill,
    rims: net.vessels.map(
      (v) => (level: Metres) => (level > v.height ? rimFlow(level - v.height, v.rimWidth) : 0),
    ),
    lines,
    lineOf,
    gives,
    sinks: Int32Array.from(net.paths, (p) => (p.kind === 'pump' && p.loose ? -1 : p.to)),
    tailwaterFrom: Float64Array.from(net.paths, (p) => tailwaterFrom(net, p)),
  };
}

import type { CubicMetres, CubicMetresPerSecond, Metres } from '../quantity/si.ts';
import { rimFlow } from '../water/drain.ts';
import { fullPipeFlow } from '../water/pipe.ts';
import { dutyFlow, pumpCurve } from '../water/pump.ts';
import { freeEntry, hanging, openFlow } from '../network/flow.ts';
import { STANDING_IMPELLER_K, UNCOVER, type Network, type PumpPath } from '../network/types.ts';
import { tabulateBranches } from './branches.ts';
import { lookUp, tabulate, type FlowTable } from './table.ts';

/** Modes of a network at a moment: what is switched, dry, primed. One number a path, control, line or vessel. */
export interface Modes {
  readonly on: Uint8Array;
  readonly dry: Uint8Array;
  /** Drains that run full; and pumps that have got over their line's peak. */
  readonly primed: Uint8Array;
  /** Lines full of water, and lines running empty. */
  readonly full: Uint8Array;
  readonly emptying: Uint8Array;
  /** Pumps that their float switch holds still. */
  readonly held: Uint8Array;
  /** Vessels that stand above their rim. */
  readonly over: Uint8Array;
}

/** A pumped line that empties when its pump stops: a store of its own. */
export interface Line {
  /** Index of its pump's path. */
  readonly pump: number;
  readonly from: number;
  readonly to: number;
  readonly volume: CubicMetres;
  /** Rate at which its own water runs back, for the level in the vessel at its end. */
  readonly back: (end: Metres) => CubicMetresPerSecond;
}

/** Flow of a path from the levels of the vessels at its ends (above their floors), m³/s. */
export type PathFlow = (from: Metres, to: Metres) => number;

/** A network made ready to run: each path's flow as a function with its tables inside. */
export interface Runner {
  readonly net: Network;
  readonly modes: Modes;
  readonly flows: readonly PathFlow[];
  /** For drains that can run full: the flow over the crest while they do not. */
  readonly spill: readonly (PathFlow | null)[];
  readonly rims: readonly ((level: Metres) => number)[];
  readonly lines: readonly Line[];
  /** Index into {@link lines} of a pump's path, else −1. */
  readonly lineOf: Int32Array;
  /** Whether a pump gives water now, if its line lets it: switched on, covered, over its peak. */
  readonly gives: (pump: number) => boolean;
  /** Where each path's water goes: a vessel, or −1 for the floor. */
  readonly sinks: Int32Array;
  /** Level of the receiving vessel up to which each path's flow does not mind it. */
  readonly minds: Float64Array;
  /** Levels that the flows of branched lines look at: those at which flows are asked for. */
  readonly levels: Float64Array;
}

/** A line without a way back through the pump drains down its own pipe; its losses then, velocity heads. */
const RUN_BACK_K = STANDING_IMPELLER_K + 1;

/** The pumped lines that empty when their pump stops. */
function linesOf(net: Network): Line[] {
  return net.paths.flatMap((p, pump): Line[] => {
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

/** Modes of a network in which nothing runs yet. */
export const still = (net: Network, lines: number): Modes => ({
  on: new Uint8Array(net.controls.length),
  dry: new Uint8Array(net.paths.length),
  primed: new Uint8Array(net.paths.length),
  full: new Uint8Array(lines),
  emptying: new Uint8Array(lines),
  held: new Uint8Array(net.paths.length),
  over: new Uint8Array(net.vessels.length),
});

/**
 * Builds the flow functions of a network, its pump lines and pipes tabulated.
 *
 * @param modes what runs at the start; nothing unless said otherwise
 */
export function prepare(net: Network, modes?: Modes): Runner {
  const n = net.vessels.length;
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
  const levels = new Float64Array(n);
  const top = (i: number) => net.vessels[i]!.floorZ + net.vessels[i]!.height + 0.3;
  const floor = (i: number) => net.vessels[i]!.floorZ;
  const spill: (PathFlow | null)[] = net.paths.map(() => null);
  const branches = net.manifolds.map((m) => tabulateBranches(net, m, levels));
  const flows = net.paths.map((p, index): PathFlow => {
    const zf = floor(p.from);
    const zt = floor(p.to);
    const { primed } = now;
    switch (p.kind) {
      case 'pump': {
        if (p.steady !== null) {
          const q = p.steady;
          return () => (gives(index) ? q : 0);
        }
        if (p.manifold >= 0) {
          const branch = branches[p.manifold]!(index);
          return (from, to) => (gives(index) ? branch(from, to) : 0);
        }
        const curve = pumpCurve(p.figures);
        const span = Math.max(0.05, curve.maxHead - (p.topZ - top(p.from)));
        const table: FlowTable = tabulate(
          (h) => dutyFlow(curve, curve.maxHead - h, p.line, net.temperature),
          span,
        );
        // Off its end it lifts to where it came off, whatever the level it used to end under.
        const under = p.loose ? 0 : 1;
        return (from, to) =>
          gives(index)
            ? lookUp(table, curve.maxHead - Math.max(p.topZ, under * (zt + to)) + zf + from)
            : 0;
      }
      case 'drain': {
        const span = Math.max(0.05, top(p.from) - p.outletZ);
        const open = p.open;
        const table = tabulate((h) => fullPipeFlow(h, p.pipe, net.temperature), span);
        const head = (from: Metres, to: Metres) => zf + from - Math.max(p.outletZ, zt + to);
        const spilling: PathFlow = (from, to) => {
          const over = from - p.crest;
          if (over <= 0) return 0;
          return open * Math.min(freeEntry(p, over), lookUp(table, head(from, to)));
        };
        const prime = p.prime;
        if (!prime) return spilling;
        spill[index] = spilling;
        return (from, to) =>
          primed[index]
            ? open * hanging(p, from) * prime.efficiency * lookUp(table, head(from, to))
            : spilling(from, to);
      }
      case 'back': {
        if (!Number.isFinite(p.line.sumK)) return () => 0;
        const span = Math.max(0.05, top(p.from) - p.intakeZ);
        const table = tabulate((h) => fullPipeFlow(h, p.line, net.temperature), span);
        const pump = net.paths[p.pump] as PumpPath;
        return (from, to) => {
          if (now.on[pump.control] && !now.held[pump.lead] && !now.dry[pump.lead]) return 0;
          const over = zf + from - p.endZ;
          if (over <= 0) return 0;
          const q = lookUp(table, zf + from - Math.max(p.intakeZ, zt + to));
          return over < UNCOVER ? (q * over) / UNCOVER : q;
        };
      }
      case 'link':
      case 'float': {
        if (!Number.isFinite(p.pipe.sumK)) return () => 0;
        const span = Math.max(0.05, top(p.from) - Math.min(floor(p.from), floor(p.to)));
        const table = tabulate((h) => fullPipeFlow(h, p.pipe, net.temperature), span);
        const full = (h: Metres) => lookUp(table, h);
        return (from, to) => openFlow(net, p, from, to, full);
      }
      default:
        return (from, to) => openFlow(net, p, from, to);
    }
  });
  const rims = net.vessels
    .slice(0, n)
    .map((v) => (level: Metres) => (level > v.height ? rimFlow(level - v.height, v.rimWidth) : 0));
  const minds = Float64Array.from(net.paths, (p) => {
    switch (p.kind) {
      case 'pump':
        return p.steady !== null || p.loose ? Infinity : p.topZ - floor(p.to);
      case 'drain':
        return p.outletZ - floor(p.to);
      case 'back':
        return p.intakeZ - floor(p.to);
      case 'link':
      case 'float':
        return -Infinity;
      default:
        return Infinity;
    }
  });
  const sinks = Int32Array.from(net.paths, (p) => (p.kind === 'pump' && p.loose ? -1 : p.to));
  return { net, modes: now, flows, spill, rims, lines, lineOf, gives, sinks, minds, levels };
}

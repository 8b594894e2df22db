import type { CubicMetres, CubicMetresPerSecond, Metres } from '../quantity/si.ts';
import { mouthOrificeFlow, ringWeirFlow, rimFlow } from '../water/drain.ts';
import { fullPipeFlow } from '../water/pipe.ts';
import { dutyFlow, pumpCurve } from '../water/pump.ts';
import { weepFlow } from '../network/flow.ts';
import { STANDING_IMPELLER_K, UNCOVER, type Network } from '../network/types.ts';
import { lookUp, tabulate, type FlowTable } from './table.ts';

/** Modes of a network at a moment: what is switched, dry, primed. One number a path, control or line. */
export interface Modes {
  readonly on: Uint8Array;
  readonly dry: Uint8Array;
  /** Drains that run full; and pumps that have got over their line's peak. */
  readonly primed: Uint8Array;
  /** Lines full of water, and lines running empty. */
  readonly full: Uint8Array;
  readonly emptying: Uint8Array;
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
}

/** A line without a way back through the pump drains down its own pipe; its losses then, velocity heads. */
const RUN_BACK_K = STANDING_IMPELLER_K + 1;

/** The pumped lines that empty when their pump stops. */
function linesOf(net: Network): Line[] {
  return net.paths.flatMap((p, pump): Line[] => {
    if (p.kind !== 'pump' || !(p.lineVolume > 0) || !Number.isFinite(p.line.sumK)) return [];
    const head = Math.max(0.05, p.endZ - net.vessels[p.from]!.floorZ - p.intake);
    const rate = fullPipeFlow(head, { ...p.line, sumK: RUN_BACK_K }, net.temperature);
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

/** Builds the flow functions of a network, its pump lines and pipes tabulated. */
export function prepare(net: Network): Runner {
  const n = net.vessels.length;
  const lines = linesOf(net);
  const modes: Modes = {
    on: new Uint8Array(net.controls.length),
    dry: new Uint8Array(net.paths.length),
    primed: new Uint8Array(net.paths.length),
    full: new Uint8Array(lines.length),
    emptying: new Uint8Array(lines.length),
  };
  const lineOf = new Int32Array(net.paths.length).fill(-1);
  lines.forEach((l, k) => (lineOf[l.pump] = k));
  const gives = (i: number): boolean => {
    const p = net.paths[i]!;
    return (
      p.kind === 'pump' &&
      modes.on[p.control] === 1 &&
      modes.dry[i] === 0 &&
      (p.startZ === null || modes.primed[i] === 1)
    );
  };
  const top = (i: number) => net.vessels[i]!.floorZ + net.vessels[i]!.height + 0.3;
  const floor = (i: number) => net.vessels[i]!.floorZ;
  const spill: (PathFlow | null)[] = net.paths.map(() => null);
  const flows = net.paths.map((p, index): PathFlow => {
    const zf = floor(p.from);
    const zt = floor(p.to);
    const { primed, dry, on } = modes;
    switch (p.kind) {
      case 'pump': {
        const curve = pumpCurve(p.figures);
        const span = Math.max(0.05, curve.maxHead - (p.topZ - top(p.from)));
        const table: FlowTable = tabulate(
          (h) => dutyFlow(curve, curve.maxHead - h, p.line, net.temperature),
          span,
        );
        const control = p.control;
        return (from, to) =>
          on[control] && !dry[index] && (p.startZ === null || primed[index])
            ? lookUp(table, curve.maxHead - Math.max(p.topZ, zt + to) + zf + from)
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
          const free = Math.min(ringWeirFlow(over, p.mouth), mouthOrificeFlow(over, p.bore));
          return open * Math.min(free, lookUp(table, head(from, to)));
        };
        const prime = p.prime;
        if (!prime) return spilling;
        spill[index] = spilling;
        return (from, to) =>
          primed[index]
            ? open * prime.efficiency * lookUp(table, head(from, to))
            : spilling(from, to);
      }
      case 'hole':
        return (from) => weepFlow(p, from);
      case 'back': {
        const pump = net.paths[p.pump]!;
        const control = pump.kind === 'pump' ? pump.control : -1;
        if (!Number.isFinite(p.line.sumK)) return () => 0;
        const span = Math.max(0.05, top(p.from) - p.intakeZ);
        const table = tabulate((h) => fullPipeFlow(h, p.line, net.temperature), span);
        return (from, to) => {
          if (on[control] && !dry[p.pump]) return 0;
          const over = zf + from - p.endZ;
          if (over <= 0) return 0;
          const q = lookUp(table, zf + from - Math.max(p.intakeZ, zt + to));
          return over < UNCOVER ? (q * over) / UNCOVER : q;
        };
      }
    }
  });
  const rims = net.vessels
    .slice(0, n)
    .map((v) => (level: Metres) => (level > v.height ? rimFlow(level - v.height, v.rimWidth) : 0));
  return { net, modes, flows, spill, rims, lines, lineOf, gives };
}

import type { Metres } from '../quantity/si.ts';
import { mouthOrificeFlow, ringWeirFlow, rimFlow } from '../water/drain.ts';
import { fullPipeFlow } from '../water/pipe.ts';
import { dutyFlow, pumpCurve } from '../water/pump.ts';
import { weepFlow } from '../network/flow.ts';
import { UNCOVER, type Network } from '../network/types.ts';
import { lookUp, tabulate, type FlowTable } from './table.ts';

/** Modes of a network at a moment: what is switched, dry, primed. One number a path or control. */
export interface Modes {
  readonly on: Uint8Array;
  readonly dry: Uint8Array;
  readonly primed: Uint8Array;
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
}

/** The least intake height that a simulated pump can draw down to, m. */
export const LEAST_INTAKE: Metres = 0.002;

/** Builds the flow functions of a network, its pump lines and pipes tabulated. */
export function prepare(net: Network): Runner {
  const n = net.vessels.length;
  const modes: Modes = {
    on: new Uint8Array(net.controls.length),
    dry: new Uint8Array(net.paths.length),
    primed: new Uint8Array(net.paths.length),
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
        const span = Math.max(0.05, curve.maxHead - (p.endZ - top(p.from)));
        const table: FlowTable = tabulate(
          (h) => dutyFlow(curve, curve.maxHead - h, p.line, net.temperature),
          span,
        );
        const control = p.control;
        return (from, to) =>
          on[control] && !dry[index]
            ? lookUp(table, curve.maxHead - Math.max(p.endZ, zt + to) + zf + from)
            : 0;
      }
      case 'drain': {
        const span = Math.max(0.05, top(p.from) - p.outletZ);
        const table = tabulate((h) => fullPipeFlow(h, p.pipe, net.temperature), span);
        const head = (from: Metres, to: Metres) => zf + from - Math.max(p.outletZ, zt + to);
        const spilling: PathFlow = (from, to) => {
          const over = from - p.crest;
          if (over <= 0) return 0;
          const free = Math.min(ringWeirFlow(over, p.mouth), mouthOrificeFlow(over, p.bore));
          return Math.min(free, lookUp(table, head(from, to)));
        };
        const prime = p.prime;
        if (!prime) return spilling;
        spill[index] = spilling;
        return (from, to) =>
          primed[index] ? prime.efficiency * lookUp(table, head(from, to)) : spilling(from, to);
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
  return { net, modes, flows, spill, rims };
}

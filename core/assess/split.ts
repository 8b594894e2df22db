import { applyEdits, type Edit } from '../system/edit.ts';
import type { PumpedLine, SystemDocument } from '../system/types.ts';
import { boreArea, GRAVITY } from '../water/constants.ts';
import { pumpCurve } from '../water/pump.ts';
import { root } from '../numerics/root.ts';
import { headLoss } from '../water/pipe.ts';
import { liftEnds } from './assess.ts';
import { compile } from './compile.ts';
import { atRest } from '../network/statics.ts';
import type { PumpPath } from '../network/types.ts';

/** Taps are set in steps of half a hundredth of the quarter turn. */
const STEP = 0.005;
const LEAST_OPEN = 0.06;
/** K of an open ball valve and how it grows as it is shut, see `ballValveK`. */
const OPEN_K = 0.1;
const GROWTH = 11.5;

/**
 * Openings of the taps at which a branched line gives every delivery the same: the one that is worst
 * placed stands open, each other takes away what its tee has to spare.
 *
 * With an even flow q each, the heads at the tees follow from the far end, and q from the pump's curve.
 *
 * @returns the edits that set the taps; nothing where the line has one end or gives nothing
 */
export function balanceBranches(system: SystemDocument, line: PumpedLine): Edit[] {
  if (!line.branches.length) return [];
  const taps = [
    `paths.${line.id}.valve`,
    ...line.branches.map((b) => `paths.${line.id}.branches.${b.id}.valve`),
  ];
  const net = compile(
    applyEdits(
      system,
      taps.map((at) => ({ at, to: 1 })),
    ),
  );
  const lead = net.paths.findIndex((p) => p.id === line.id);
  const pump = net.paths[lead] as PumpPath;
  const m = net.manifolds[pump.manifold]!;
  const { at } = atRest(net);
  const t = net.temperature;
  const curve = pumpCurve(pump.figures);
  const n = m.outlets.length;
  const ends = liftEnds(net, pump, at);
  /** What each tee has to spare over its end with every tap open, for a flow of each; heads from the first tee. */
  const spare = (q: number, first: number): number[] => {
    let head = first;
    return m.outlets.map((o, k) => {
      if (o.header) head -= headLoss((n - k) * q, o.header, t);
      return head - ends[k]! - headLoss(q, o.own, t);
    });
  };
  const firstHead = (q: number): number =>
    at[pump.from]! + curve.headAt(n * q) - headLoss(n * q, m.trunk, t);
  const least = (q: number) => Math.min(...spare(q, firstHead(q)));
  if (!(least(0) > 0)) return [];
  const q = root((x) => -least(x), 0, curve.maxFlow / n, 1e-12);
  return spare(q, firstHead(q)).map((extra, k) => {
    const v = q / boreArea(m.outlets[k]!.own.bore);
    const more = (Math.max(0, extra) * 2 * GRAVITY) / (v * v);
    const open = 1 - Math.log((OPEN_K + more) / OPEN_K) / GROWTH;
    return {
      at: taps[k]!,
      to: Math.max(LEAST_OPEN, Math.round(Math.round(open / STEP) * STEP * 1e4) / 1e4),
    };
  });
}

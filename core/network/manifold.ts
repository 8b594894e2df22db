import type { Celsius, CubicMetresPerSecond, Metres } from '../quantity/si.ts';
import { fullPipeFlow, headLoss } from '../water/pipe.ts';
import type { PumpCurve } from '../water/pump.ts';
import { root } from '../numerics/root.ts';
import type { Manifold } from './types.ts';

/** Losses and flows of a branched line's pieces as functions: solved each time, or looked up in tables. */
export interface Pieces {
  /** Head lost before the first tee at a flow. */
  readonly trunk: (flow: CubicMetresPerSecond) => Metres;
  readonly branches: readonly {
    /** Head lost between the tee before and its own; nothing at the first. */
    readonly header: ((flow: CubicMetresPerSecond) => Metres) | null;
    /** What the branch passes at a head. */
    readonly own: (head: Metres) => CubicMetresPerSecond;
  }[];
}

/** The pieces of a manifold, every flow and loss worked out afresh. */
export const manifoldPieces = (m: Manifold, temperature: Celsius): Pieces => ({
  trunk: (q) => headLoss(q, m.trunk, temperature),
  branches: m.outlets.map((o) => {
    const { header } = o;
    // The ΣK of a branch holds its exit, which is the velocity head that a full pipe counts by itself.
    const own = { ...o.own, sumK: o.own.sumK - 1 };
    return {
      header: header && ((q) => headLoss(q, header, temperature)),
      own: (h) => fullPipeFlow(h, own, temperature),
    };
  }),
});

/** Flows for the head at the last tee. @returns head at the first tee */
function walk(
  { branches }: Pieces,
  last: Metres,
  ends: readonly Metres[],
  flows: Float64Array,
): Metres {
  let head = last;
  let sum = 0;
  for (let k = branches.length - 1; k >= 0; k--) {
    const b = branches[k]!;
    const q = b.own(head - ends[k]!);
    flows[k] = q;
    sum += q;
    if (b.header) head += b.header(sum);
  }
  return head;
}

const total = (flows: Float64Array): number => {
  let sum = 0;
  for (let k = 0; k < flows.length; k++) sum += flows[k]!;
  return sum;
};

/**
 * Flows of a branched line: one head at each tee, every branch taking what its own height and losses
 * let it. A branch whose end lies above the head at its tee gives nothing; none runs backwards.
 *
 * Solved by the head at the last tee: from it follow the flow there, the head at the tee before, and
 * so on up to the pump, whose curve must give that head at the flow they add up to.
 *
 * @param source water surface the pump draws from, @param ends height of each end or of the surface over it
 * @param flows receives the flow of each branch, m³/s
 * @param near a head at the last tee to look around first
 * @returns the head at the last tee
 */
export function branchFlows(
  curve: PumpCurve,
  pieces: Pieces,
  source: Metres,
  ends: readonly Metres[],
  flows: Float64Array,
  near = NaN,
): Metres {
  let low = Math.min(...ends);
  let high = source + curve.maxHead;
  flows.fill(0);
  if (low >= high) return low;
  const excess = (last: Metres): number => {
    const head = walk(pieces, last, ends, flows);
    const q = total(flows);
    return head + pieces.trunk(q) - source - curve.headAt(q);
  };
  let atLow: number | undefined;
  let atHigh: number | undefined;
  for (let reach = 1e-4; reach < 0.1 && near === near; reach *= 10) {
    const a = Math.max(low, near - reach);
    const b = Math.min(high, near + reach);
    const fa = excess(a);
    const fb = excess(b);
    if (fa > 0) high = a;
    else if (fb > 0) {
      [low, high, atLow, atHigh] = [a, b, fa, fb];
      break;
    } else low = b;
  }
  const solved = root(excess, low, high, 1e-10, atLow, atHigh);
  excess(solved);
  return solved;
}

/** Flow of all branches together where the head at the first tee is known, m³/s. */
export function totalAtHead(
  m: Manifold,
  head: Metres,
  ends: readonly Metres[],
  temperature: Celsius,
): CubicMetresPerSecond {
  const pieces = manifoldPieces(m, temperature);
  const flows = new Float64Array(ends.length);
  walk(
    pieces,
    root((last) => walk(pieces, last, ends, flows) - head, Math.min(...ends), head, 1e-10),
    ends,
    flows,
  );
  return total(flows);
}

/**
 * Head that a branched line asks of its pump for a flow of all branches together: the inverse of what
 * {@link branchFlows} solves, without a pump's curve.
 *
 * @param flow of all branches, > 0
 * @param ends height of each end or of the surface over it
 * @returns head at the pump over the datum of `ends`, m; Infinity where every tap is shut
 */
export function headForTotal(
  m: Manifold,
  flow: CubicMetresPerSecond,
  ends: readonly Metres[],
  temperature: Celsius,
): Metres {
  const pieces = manifoldPieces(m, temperature);
  const flows = new Float64Array(ends.length);
  const excess = (last: Metres): number => {
    walk(pieces, last, ends, flows);
    return total(flows) - flow;
  };
  if (m.outlets.every((o) => o.own.sumK === Infinity)) return Infinity;
  const low = Math.min(...ends);
  let reach = 0.1;
  while (excess(low + reach) < 0) reach *= 2;
  return walk(pieces, root(excess, low, low + reach, 1e-10), ends, flows) + pieces.trunk(flow);
}

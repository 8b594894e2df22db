import type { CubicMetres, Share } from '../quantity/si.ts';
import { luFactor, luSolve } from '../numerics/linear.ts';
import { drawing, type Steady } from '../network/steady.ts';
import type { Network } from '../network/types.ts';

/** Which vessels the water comes from that others take up as they fill. Vessels joined under their floors count as one. */

/** What a vessel takes up, what it can give, and how much of its bill it passes on to its own givers. */
export interface Uptake {
  /** Water that it takes up, m³. */
  readonly takes: CubicMetres;
  /** Water that it can give before its pumps draw air, m³. */
  readonly gives: CubicMetres;
  /** Share of what is drawn from it that those who feed it make good at once: all where it keeps its level. */
  readonly passedOn: Share;
}

/** How far the vessels can fill, and what the others give for it; by the index of a group's first vessel. */
export interface Supply {
  /** What each vessel takes up with the water that there is, m³. */
  readonly taken: Float64Array;
  /** What each gives for it, m³; the sum of all that is taken. */
  readonly given: Float64Array;
  /** What each would have to give for all to fill, m³. */
  readonly wanted: Float64Array;
}

/** Flow into each vessel from each other, as shares of all that it gets; row by row of the receiving vessel. */
function shares(net: Network, steady: Steady): Float64Array {
  const n = net.vessels.length;
  const head = (i: number) => net.vessels[i]!.joined[0]!;
  const into = new Float64Array(n * n);
  const add = (from: number, to: number, q: number) => {
    const at = head(to) * n + head(from);
    if (q > 0 && head(to) !== head(from)) into[at] = into[at]! + q;
  };
  net.paths.forEach((p, i) => {
    if (p.kind !== 'back') add(p.from, p.to, steady.flows[i]!);
  });
  net.vessels.forEach((v, i) => {
    if (v.rimTo >= 0) add(i, v.rimTo, steady.overRims[i]!);
  });
  for (let i = 0; i < n; i++) {
    let sum = 0;
    for (let g = 0; g < n; g++) sum += into[i * n + g]!;
    if (sum > 0) for (let g = 0; g < n; g++) into[i * n + g] = into[i * n + g]! / sum;
  }
  return into;
}

/**
 * Shares of its bill that each vessel passes on, less where it would lead nowhere: a vessel that nothing
 * feeds, and vessels that only pass the bill round among themselves, bear it.
 */
function passing(n: number, from: Float64Array, uptakes: readonly Uptake[]): Float64Array {
  const p = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const fed = from.subarray(i * n, i * n + n).some((s) => s > 0);
    p[i] = fed ? uptakes[i]!.passedOn : 0;
  }
  const ends = new Uint8Array(n);
  for (let i = 0; i < n; i++) ends[i] = p[i]! < 1 ? 1 : 0;
  for (let more = true; more;) {
    more = false;
    for (let i = 0; i < n; i++) {
      if (ends[i]) continue;
      for (let g = 0; g < n && !ends[i]; g++) if (from[i * n + g]! > 0 && ends[g]) ends[i] = 1;
      if (ends[i]) more = true;
    }
  }
  for (let i = 0; i < n; i++) if (!ends[i]) p[i] = 0;
  return p;
}

/** Steps of flow from the vessels that bear, to each vessel. */
function depths(n: number, from: Float64Array, p: Float64Array): Int32Array {
  const depth = new Int32Array(n);
  for (let i = 0; i < n; i++) depth[i] = p[i]! < 1 ? 0 : n;
  for (let turn = 0; turn < n; turn++) {
    let still = true;
    for (let i = 0; i < n; i++) {
      for (let g = 0; g < n; g++) {
        if (from[i * n + g]! > 0 && depth[g]! + 1 < depth[i]!) {
          depth[i] = depth[g]! + 1;
          still = false;
        }
      }
    }
    if (still) break;
  }
  return depth;
}

/**
 * Works out who gives the water that vessels take up as they fill: the bill of each goes to those that feed
 * it, in the shares in which they do, and on from those that keep their level. Linear in what is taken, so
 * one matrix answers for any make-up, loops included.
 *
 * Where a vessel has not that much to give, those furthest down the flow stay short first. All that is
 * taken is given: no water is made or lost.
 *
 * @param uptakes by vessel; of joined vessels the first one's counts
 */
export function supplyOf(net: Network, steady: Steady, uptakes: readonly Uptake[]): Supply {
  const n = net.vessels.length;
  const from = shares(net, steady);
  const p = passing(n, from, uptakes);
  const matrix = new Float64Array(n * n);
  for (let g = 0; g < n; g++) {
    for (let i = 0; i < n; i++) matrix[g * n + i] = (g === i ? 1 : 0) - p[i]! * from[i * n + g]!;
  }
  const pivots = new Int32Array(n);
  luFactor(matrix, n, pivots);
  /** What every vessel bears of some bills, by the receiving vessel. */
  const borne = (takes: Float64Array): Float64Array => {
    const bill = new Float64Array(n);
    for (let i = 0; i < n; i++) {
      if (takes[i]! === 0) continue;
      for (let g = 0; g < n; g++) bill[g] = bill[g]! + takes[i]! * from[i * n + g]!;
    }
    luSolve(matrix, n, pivots, bill);
    for (let g = 0; g < n; g++) bill[g] = Math.max(0, bill[g]! * (1 - p[g]!));
    return bill;
  };
  const taken = Float64Array.from(uptakes, (a) => a.takes);
  const wanted = borne(taken);
  let given = wanted;
  if (wanted.some((need, g) => need > uptakes[g]!.gives)) {
    stayShort(taken, uptakes, depths(n, from, p), borne);
    given = borne(taken);
  }
  return { taken, given, wanted };
}

/** Lessens what vessels take until no other has to give more than it can; those furthest down the flow first. */
function stayShort(
  taken: Float64Array,
  uptakes: readonly Uptake[],
  depth: Int32Array,
  borne: (takes: Float64Array) => Float64Array,
): void {
  const n = taken.length;
  const fillers = [...taken.keys()]
    .filter((i) => taken[i]! > 0)
    .sort((a, b) => depth[b]! - depth[a]!);
  /** For each that fills: what every vessel bears of one unit of it. */
  const bears = fillers.map((i) => {
    const unit = new Float64Array(n);
    unit[i] = 1;
    return borne(unit);
  });
  for (let g = 0; g < n; g++) {
    let excess = -uptakes[g]!.gives;
    bears.forEach((b, k) => (excess += b[g]! * taken[fillers[k]!]!));
    for (let k = 0; k < fillers.length && excess > 0;) {
      // Those equally far down stay short alike.
      const far = depth[fillers[k]!]!;
      const layer: number[] = [];
      while (k < fillers.length && depth[fillers[k]!]! === far) layer.push(k++);
      const bearing = layer.filter((f) => bears[f]![g]! > 0);
      const part = bearing.reduce((sum, f) => sum + bears[f]![g]! * taken[fillers[f]!]!, 0);
      if (part <= 0) continue;
      const left = Math.max(0, 1 - excess / part);
      for (const f of bearing) taken[fillers[f]!] = taken[fillers[f]!]! * left;
      excess -= part;
    }
  }
}

/** Share of what is drawn from a vessel that pumps which are always on bring back at once. */
export function refilled(net: Network, vessel: number, steady: Steady): Share {
  const drawn = steady.drawn[vessel]!;
  if (drawn <= 0) return 0;
  const group = net.vessels[vessel]!.joined;
  const fed = drawing(net).some(
    (p) => group.includes(p.to) && net.controls[p.control]!.spans === null,
  );
  return fed ? Math.min(1, steady.inflow[vessel]! / drawn) : 0;
}

import type { CubicMetresPerSecond, Metres } from '../quantity/si.ts';
import { branchFlows, manifoldPieces, type Pieces } from '../network/manifold.ts';
import type { Manifold, Network, PumpPath } from '../network/types.ts';
import { pumpCurve } from '../water/pump.ts';
import type { PathFlow } from './runner.ts';
import { lookUp, tabulate } from './table.ts';

/** Points of the table over the source's level. */
const POINTS = 64;

/**
 * Flows of a branched line for the simulation. While every end is above water they hang on the source's
 * level alone, and a table stands for the solution; else they are solved at the levels of the moment.
 *
 * @returns for a path of the line, its flow
 */
export function tabulateBranches(net: Network, m: Manifold): (path: number) => PathFlow {
  const lead = net.paths[m.lead] as PumpPath;
  const curve = pumpCurve(lead.figures);
  const source = net.vessels[lead.from]!;
  const n = m.outlets.length;
  const deliveries = m.outlets.map((o) => net.paths[o.path] as PumpPath);
  const sinks = deliveries.map((p) => p.to);
  const floors = deliveries.map((p) => net.vessels[p.to]!.floorZ);
  const free = deliveries.map((p) => p.topZ);
  const exact = manifoldPieces(m, net.temperature);
  const span = Math.max(0.05, curve.maxHead + source.floorZ + source.height - Math.min(...free));
  const pieces: Pieces = {
    trunk: exact.trunk,
    branches: exact.branches.map((b) => {
      const own = tabulate(b.own, span);
      return { header: b.header, own: (h) => lookUp(own, h) };
    }),
  };
  let last = NaN;
  const solve = (z: Metres, ends: readonly Metres[], into: Float64Array) =>
    (last = branchFlows(curve, pieces, z, ends, into, last));

  const step = (source.height + 0.3) / (POINTS - 1);
  const rows: (Float64Array | null)[] = new Array<Float64Array | null>(POINTS + 2).fill(null);
  /** Row of the table at one step below the floor, the floor, and so on up. */
  const row = (i: number): Float64Array => {
    const known = rows[i];
    if (known) return known;
    const flows = new Float64Array(n);
    solve(source.floorZ + (i - 1) * step, free, flows);
    rows[i] = flows;
    return flows;
  };
  const table = (k: number, from: Metres): CubicMetresPerSecond => {
    const x = Math.min(POINTS - 1.000001, Math.max(0, from / step));
    const i = Math.floor(x);
    const t = x - i;
    const y0 = row(i)[k]!;
    const y1 = row(i + 1)[k]!;
    const y2 = row(i + 2)[k]!;
    const y3 = i + 3 < POINTS + 2 ? row(i + 3)[k]! : 2 * y2 - y1;
    const m1 = (y2 - y0) / 2;
    const m2 = (y3 - y1) / 2;
    const d = y2 - y1;
    return Math.max(0, y1 + t * (m1 + t * (3 * d - 2 * m1 - m2 + t * (m1 + m2 - 2 * d))));
  };

  /** The solution asked for last, since every path of the line asks at the same levels. */
  const asked = new Float64Array(n + 1).fill(NaN);
  const answer = new Float64Array(n);
  const ends = new Array<Metres>(n).fill(0);
  return (path) => {
    const k = m.outlets.findIndex((o) => o.path === path);
    return (levels, out) => {
      const from = levels[lead.from]!;
      let drowned = false;
      for (let j = 0; j < n; j++) {
        const z = floors[j]! + levels[sinks[j]!]!;
        const end = free[j]!;
        if (z > end) drowned = true;
        ends[j] = z > end ? z : end;
      }
      if (!drowned) {
        out[path] = table(k, from);
        return;
      }
      let same = asked[n] === from;
      for (let j = 0; same && j < n; j++) same = asked[j] === ends[j];
      if (!same) {
        solve(source.floorZ + from, ends, answer);
        for (let j = 0; j < n; j++) asked[j] = ends[j]!;
        asked[n] = from;
      }
      out[path] = answer[k]!;
    };
  };
}

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyEdits, pumpedLines, type Edit, type SystemDocument } from '../system/index.ts';
import { pumpChain } from '../system/layouts/pump-chain.ts';
import { sumpLoop } from '../system/layouts/sump-loop.ts';
import { boreArea } from '../water/constants.ts';
import { headLoss } from '../water/pipe.ts';
import { dutyFlow, pumpCurve } from '../water/pump.ts';
import { assess } from '../assess/assess.ts';
import { compile } from '../assess/compile.ts';
import { branchFlows, manifoldPieces, totalAtHead } from './manifold.ts';
import { balanceBranches } from '../assess/split.ts';
import type { Manifold } from './types.ts';

const G = 9.80665;
const LH = 1 / 3.6e6;
const near = (value: number, wanted: number, share: number) =>
  expect(Math.abs(value / wanted - 1), `${value} against ${wanted}`).toBeLessThan(share);

/** So short and so wide that only what is given as ΣK takes head: the square law alone is left. */
const piece = (bore: number, sumK: number) => ({ bore, length: 1e-6, roughness: 0, sumK });
const manifold = (trunkK: number, ks: readonly number[], headerK: number | null): Manifold => ({
  lead: 0,
  trunk: piece(0.02, trunkK),
  outlets: ks.map((k, i) => ({
    path: i,
    header: i && headerK !== null ? piece(0.02, headerK) : null,
    own: piece(0.02, k),
  })),
});
const solve = (m: Manifold, ends: readonly number[], source = 0) => {
  const flows = new Float64Array(ends.length);
  const curve = pumpCurve({ maxHead: 2, maxFlow: 2000 * LH, wear: 0 });
  branchFlows(curve, manifoldPieces(m, 20), source, ends, flows);
  return { flows, curve };
};
/** ΣK as head per flow squared in a bore of 20 mm. */
const resistance = (k: number) => k / (2 * G * boreArea(0.02) ** 2);

describe('branches on paper: with losses that go by the square, they add like conductors', () => {
  it('two of the same height share as 1 ÷ √K, and the pump sees them as one', () => {
    const { flows, curve } = solve(manifold(4, [9, 36], null), [1, 1]);
    near(flows[0]! / flows[1]!, 2, 1e-4);
    // Conductors in parallel: 1/√9 + 1/√36 = ½, so together they are one of K 4; with the trunk 8.
    const r = resistance(4 + 4);
    const h0 = curve.maxHead;
    const q0 = curve.maxFlow;
    // H0·(1 − Q²/Q0²) = 1 + r·Q²
    const q = Math.sqrt((h0 - 1) / (r + h0 / q0 ** 2));
    near(flows[0]! + flows[1]!, q, 1e-3);
  });

  it('a branch whose end is above the head at its tee gives nothing, the other all', () => {
    const { flows, curve } = solve(manifold(4, [9, 9], null), [0.5, 1.9]);
    expect(flows[1]).toBe(0);
    const one = dutyFlow(curve, 0.5, piece(0.02, 4 + 9), 20);
    near(flows[0]!, one, 1e-3);
  });

  it('what the header takes is missing at the far tee', () => {
    const { flows } = solve(manifold(2, [10, 10], 8), [1, 1]);
    expect(flows[1]!).toBeLessThan(flows[0]!);
    // Same head at the first tee: r10·q0² = r8·q1² + r10·q1²
    near(10 * flows[0]! ** 2, 18 * flows[1]! ** 2, 1e-3);
  });

  it('nothing runs where the pump cannot lift to the lowest end', () => {
    expect([...solve(manifold(2, [10, 10], 8), [2.1, 3]).flows]).toEqual([0, 0]);
  });

  it('by head at the first tee the flows are those of each branch alone', () => {
    const m = manifold(2, [10, 40], null);
    const alone = Math.sqrt(0.7 / resistance(10)) + Math.sqrt(0.4 / resistance(40));
    near(totalAtHead(m, 1.7, [1, 1.3], 20), alone, 1e-3);
  });
});

describe('any branched line', () => {
  it('has one head at each tee, whichever way it is walked, and the pump gives it', () => {
    const k = fc.double({ min: 2, max: 80, noNaN: true });
    const end = fc.double({ min: 0.2, max: 1.8, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(fc.record({ k, end }), { minLength: 2, maxLength: 6 }),
        k,
        k,
        (outlets, trunkK, headerK) => {
          const m = manifold(
            trunkK,
            outlets.map((o) => o.k),
            headerK / 10,
          );
          const { flows, curve } = solve(
            m,
            outlets.map((o) => o.end),
            0.1,
          );
          const q = flows.reduce((a, b) => a + b, 0);
          let head = 0.1 + curve.headAt(q) - headLoss(q, m.trunk, 20);
          let rest = q;
          m.outlets.forEach((o, i) => {
            if (o.header) head -= headLoss(rest, o.header, 20);
            const own = outlets[i]!.end + headLoss(flows[i]!, o.own, 20);
            if (flows[i]! > 1e-9) expect(Math.abs(own - head)).toBeLessThan(2e-4);
            else expect(head).toBeLessThan(outlets[i]!.end + 2e-4);
            rest -= flows[i]!;
          });
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('an even split', () => {
  const flowsOf = (s: SystemDocument, line: string) =>
    assess(s)
      .duties.find((d) => d.id === line)!
      .branches.map((b) => b.flow);

  it('turns down the beds that are well placed and leaves the worst one open', () => {
    const s = pumpChain.make('c', 'C');
    const line = pumpedLines(s).find((l) => l.branches.length)!;
    const open: Edit[] = [
      { at: `paths.${line.id}.valve`, to: 1 },
      ...line.branches.map((b) => ({ at: `paths.${line.id}.branches.${b.id}.valve`, to: 1 })),
    ];
    const before = flowsOf(applyEdits(s, open), line.id);
    const edits = balanceBranches(s, line);
    const after = flowsOf(applyEdits(s, edits), line.id);
    const mean = after.reduce((a, b) => a + b, 0) / after.length;
    for (const q of after) near(q, mean, 0.04);
    // The one that got least with every tap open is not turned down.
    const worst = before.indexOf(Math.min(...before));
    expect(edits[worst]!.to).toBeGreaterThan(0.97);
    expect(Math.max(...before) / Math.min(...before)).toBeGreaterThan(
      Math.max(...after) / Math.min(...after),
    );
  });

  it('asks nothing of a line with one end, nor of a pump that does not reach', () => {
    const s = sumpLoop.make('s', 'S');
    const single = pumpedLines(s).find((l) => !l.branches.length);
    if (single) expect(balanceBranches(s, single)).toEqual([]);
    const chain = pumpChain.make('c', 'C');
    const line = pumpedLines(chain).find((l) => l.branches.length)!;
    const weak = applyEdits(chain, [{ at: `paths.${line.id}.pump.maxHead`, to: 0.05 }]);
    expect(
      balanceBranches(
        weak,
        pumpedLines(weak).find((l) => l.id === line.id)!,
      ),
    ).toEqual([]);
  });
});

describe('pinholes', () => {
  it('n holes of d pass what n orifices under the head behind them do', () => {
    const s = pumpChain.make('c', 'C');
    const line = pumpedLines(s).find((l) => l.branches.length)!;
    const holes = applyEdits(s, [
      { at: `paths.${line.id}.valve`, to: 1 },
      { at: `paths.${line.id}.pinholes`, to: { count: 20, diameter: 0.002 } },
    ]);
    const net = compile(holes);
    const a = assess(holes);
    const q = a.duties.find((d) => d.id === line.id)!.branches[0]!.flow;
    const m = net.manifolds.find((x) => net.paths[x.lead]!.id === line.id)!;
    const { own } = m.outlets[0]!;
    // What the last piece takes is nearly all in the holes: Q = 0.61·20·π/4·2²·√2gh
    const h = headLoss(q, own, net.temperature);
    near(q, 0.61 * 20 * boreArea(0.002) * Math.sqrt(2 * G * h), 0.05);
  });
});

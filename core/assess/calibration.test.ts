import { describe, expect, test } from 'vitest';
import { LAYOUTS, applyEdits, isSiphon, pumpedLines, type Measurement } from '../system/index.ts';
import { assess, compile, bedCycle } from './index.ts';

/** Whatever a grower measures, the calibrated system gives it back: of every layout, filled higher and lower. */

const m = (measurement: Measurement) => ({
  at: `measurements.${measurement.id}`,
  to: measurement,
});
const cases = LAYOUTS.flatMap((l) =>
  // Filled above its overflows a store settles before anything is measured.
  [0.8, 1, 1.3].map((share) => {
    const s = l.make('x', 'X');
    return [
      `${l.id}, filled ${share} times`,
      applyEdits(
        s,
        s.vessels.map((v) => ({ at: `vessels.${v.id}.fill`, to: v.fill * share })),
      ),
    ] as const;
  }),
);

describe('the calibrated system gives back what was measured', () => {
  test.each(cases)('flows of %s', (_, s) => {
    const before = assess(s);
    for (const line of pumpedLines(s)) {
      const own = before.duties.find((d) => d.id === line.id)!.branches[0]!.flow;
      if (own <= 0) continue;
      for (const share of [0.7, 1.15]) {
        const flow = own * share;
        const a = assess(applyEdits(s, [m({ id: 'm', kind: 'flow', path: line.id, flow })]));
        const now = a.duties.find((d) => d.id === line.id)!.branches[0]!.flow;
        expect(Math.abs(now / flow - 1), `${line.id} × ${share}`).toBeLessThan(1e-5);
      }
    }
  });

  test.each(cases.filter(([name]) => name.includes('filled 1 ')))('times of %s', (_, s) => {
    const net = compile(s);
    for (const v of s.vessels) {
      if (v.role !== 'bed' || (!v.media && !v.pots)) continue;
      const c = bedCycle(net, v.id);
      if (Number.isFinite(c.fill)) {
        const time = 0.92 * c.fill;
        const now = compile(applyEdits(s, [m({ id: 'm', kind: 'fill-time', vessel: v.id, time })]));
        expect(Math.abs(bedCycle(now, v.id).fill / time - 1), `${v.id} fill`).toBeLessThan(2e-3);
      }
      if (Number.isFinite(c.drain)) {
        const time = 1.06 * c.drain;
        const now = compile(
          applyEdits(s, [m({ id: 'm', kind: 'drain-time', vessel: v.id, time })]),
        );
        expect(Math.abs(bedCycle(now, v.id).drain / time - 1), `${v.id} drain`).toBeLessThan(5e-3);
      }
    }
  });

  test.each(LAYOUTS.map((l) => [l.id, l.make('x', 'X')] as const))('sizes of %s', (_, s) => {
    for (const p of s.paths) {
      if (!isSiphon(p)) continue;
      const flow = 2e-4;
      const a = assess(
        applyEdits(s, [
          m({ id: 'f', kind: 'starting-flow', path: p.id, flow }),
          m({ id: 'b', kind: 'bore', path: p.id, bore: 0.9 * p.bore }),
        ]),
      );
      expect(a.siphons.find((w) => w.id === p.id)!.start.expected).toBe(flow);
      const net = a.net.paths.find((x) => x.id === p.id)!;
      expect(net.kind === 'drain' && net.bore).toBeCloseTo(0.9 * p.bore, 12);
    }
  });
});

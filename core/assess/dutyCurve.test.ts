import { describe, expect, test } from 'vitest';
import { demo } from '../test/demo.ts';
import { LAYOUTS, applyEdits } from '../system/index.ts';
import { assess, dutyCurve } from './index.ts';

/** Where a polyline of the difference of two curves passes zero. */
function crossing(points: ReturnType<typeof dutyCurve>): { flow: number; head: number } {
  const i = points.findIndex((p) => p.pump < p.line);
  const [a, b] = [points[i - 1]!, points[i]!];
  const t = (a.pump - a.line) / (a.pump - a.line + b.line - b.pump);
  return { flow: a.flow + t * (b.flow - a.flow), head: a.pump + t * (b.pump - a.pump) };
}

const systems = [
  ...LAYOUTS.map((l) => [l.id, l.make('x', 'X')] as const),
  ['a demo with three branches', demo('polytunnel-three')] as const,
];

describe('the curves of pump and line', () => {
  test.each(systems)('cross at the duty point in %s', (_, s) => {
    const a = assess(s);
    for (const d of a.duties) {
      const points = dutyCurve(a.net, d.id);
      if (d.airLift) {
        expect(points).toEqual([]);
        continue;
      }
      const step = points[1]!.flow;
      const at = crossing(points);
      // Forty straight pieces: near the crossing each is within a few thousandths of the curve.
      expect(Math.abs(at.flow - d.flow)).toBeLessThan(0.05 * step);
      expect(Math.abs(at.head - d.head)).toBeLessThan(0.02 * d.maxHead);
      expect(d.head).toBeCloseTo(d.staticHead + d.losses, 9);
    }
  });

  test.each(systems)('the one falls and the other rises in %s', (_, s) => {
    const a = assess(s);
    for (const d of a.duties) {
      dutyCurve(a.net, d.id).forEach((p, i, all) => {
        const before = all[i - 1];
        if (!before) return;
        expect(p.pump).toBeLessThanOrEqual(before.pump);
        expect(p.line).toBeGreaterThan(before.line);
      });
    }
  });

  test('a line whose ends stand at different heights begins at the lower one', () => {
    const s = demo('polytunnel-three');
    const line = assess(s).duties.find((d) => d.branches.length > 1)!;
    const end = `paths.${line.id}.branches.${line.branches[1]!.id}.end`;
    const a = assess(applyEdits(s, [{ at: end, to: 0.6 }]));
    const d = a.duties.find((x) => x.id === line.id)!;
    expect(dutyCurve(a.net, line.id)[0]!.line).toBeLessThan(d.staticHead - 0.05);
  });

  test('with every tap of a branched line shut no head is enough for any flow', () => {
    const s = demo('polytunnel-three');
    const line = assess(s).duties.find((d) => d.branches.length > 1)!;
    const taps = line.branches.map((b) =>
      b.id === line.id ? `paths.${b.id}.valve` : `paths.${line.id}.branches.${b.id}.valve`,
    );
    const shut = assess(
      applyEdits(
        s,
        taps.map((at) => ({ at, to: 0 })),
      ),
    );
    const [still, ...flowing] = dutyCurve(shut.net, line.id);
    expect(Number.isFinite(still!.line)).toBe(true);
    expect(flowing.every((p) => p.line === Infinity)).toBe(true);
  });

  test('what is no pumped line has none', () => {
    expect(dutyCurve(assess(demo('potting-shed-pair')).net, 'siphon')).toEqual([]);
  });
});

import katex from 'katex';
import { describe, expect, it, test } from 'vitest';
import { demo } from '../test/demo.ts';
import { judgeWhole } from './judge.ts';
import { keyOf } from './types.ts';
import { assess, type Assessment } from '../assess/assess.ts';
import { STOCKING_RULE_IDS, applyEdits, type SystemDocument } from '../system/index.ts';
import { boreArea } from '../water/constants.ts';
import { frictionFactor, headLoss } from '../water/pipe.ts';
import { kinematicViscosity } from '../water/fluid.ts';
import type { Derivation } from '../quantity/derivation.ts';
import { derivationOfFinding } from './derivation.ts';
import type { DayMetrics } from '../day/metrics.ts';
import { derivationAt, QUANTITIES, type QuantityKey } from '../derived/index.ts';

const pair = demo('potting-shed-pair');
const tray = demo('under-stairs-tray');

const derivationOf = (
  system: SystemDocument,
  a: Assessment,
  key: QuantityKey,
  metrics: DayMetrics | null = null,
) => derivationAt({ system, a, day: metrics && { metrics } }, key);

function working(
  s: SystemDocument,
  key: QuantityKey,
): { w: Derivation; v: (symbol: string) => number } {
  const w = derivationOf(s, assess(s), key)!;
  return { w, v: (symbol) => w.given.find((g) => g.symbol === symbol)!.value };
}
const near = (value: number, wanted: number, share = 1e-6) =>
  expect(Math.abs(value / wanted - 1), `${value} against ${wanted}`).toBeLessThan(share);

describe('the working shown beside a number gives that number', () => {
  it('lift', () => {
    const { w, v } = working(pair, 'static-head/lift');
    near(w.value, v('z_\\mathrm{end}') - v('z_\\mathrm{water}'));
  });

  it('flow: both sides of its equation agree', () => {
    const { w, v } = working(pair, 'flow/lift');
    const pump = v('H_0') * (1 - (w.value / v('Q_0')) ** 2);
    const line = { bore: v('D'), length: v('L'), sumK: v('\\Sigma K'), roughness: 1.5e-6 };
    near(pump, v('H_\\mathrm{static}') + headLoss(w.value, line, pair.site.waterTemperature), 1e-4);
    near(v('v'), w.value / boreArea(v('D')));
  });

  it('losses', () => {
    const { w, v } = working(pair, 'losses/lift');
    const f = frictionFactor((v('v') * v('D')) / kinematicViscosity(18), 1.5e-6 / v('D'));
    near(w.value, (((f * v('L')) / v('D') + v('\\Sigma K')) * v('v') ** 2) / (2 * 9.80665), 1e-4);
  });

  it('velocity', () => {
    const { w, v } = working(pair, 'velocity/lift');
    near(w.value, v('Q') / boreArea(v('D')));
  });

  it('turnover', () => {
    for (const [s, key] of [
      [pair, 'turnover/tank'],
      [tray, 'turnover/reservoir'],
    ] as const) {
      const { w, v } = working(s, key);
      near(w.value, (v('Q') * v('s')) / v('V'));
    }
  });

  it('reserve: what is left and what was taken make the whole', () => {
    const { w, v } = working(pair, 'reserve/tank');
    const tankArea = Math.PI * 0.55 ** 2;
    near(w.value, v('V_\\mathrm{rest}') - v('V_\\mathrm{swing}') - tankArea * (0.27 + 0.025), 1e-6);
    expect(w.range![0]).toBeLessThan(w.value);
    expect(w.range![1]).toBeGreaterThan(w.value);
  });

  it('days without topping up', () => {
    const { w, v } = working(pair, 'days/tank');
    near(w.value, (86400 * v('V_\\mathrm{reserve}')) / v('V_\\mathrm{loss}'));
  });

  it('bed to tank', () => {
    const { w, v } = working(pair, 'bed-to-tank/tank');
    near(w.value, v('V_\\mathrm{bed}') / v('V'));
    near(v('V_\\mathrm{bed}'), 1.2 * 0.7 * 0.33);
  });

  it('starting flow, with its range', () => {
    const { w, v } = working(pair, 'start/siphon');
    near(w.value, v('\\mathrm{Fr}') * v('A') * Math.sqrt(v('g') * v('d')));
    expect(w.range).toEqual([w.value * 0.6, w.value * 1.5].map((x) => expect.closeTo(x, 9)));
  });

  it('flow at the break', () => {
    const { w, v } = working(pair, 'stop/siphon');
    // f differs a little between bores; 0.02 to 0.03 brackets it.
    const with_ = (f: number) =>
      v('\\eta') *
      boreArea(0.02664) *
      Math.sqrt((2 * 9.80665 * v('H')) / (1 + v('\\Sigma K') + (f * v('L')) / 0.02664));
    expect(w.value).toBeLessThan(with_(0.02));
    expect(w.value).toBeGreaterThan(with_(0.03));
    near(v('A_n'), 6 * 0.012 * 0.03);
  });

  it('weight', () => {
    const { w, v } = working(pair, 'weight/tank');
    near(w.value, v('m') / (Math.PI * 0.55 ** 2));
    near(v('m_f'), 14 * 0.06);
  });

  it('fill time: of the size that volume over flow gives', () => {
    const { w, v } = working(pair, 'fill/bed');
    const volume = v('\\varphi') * 1.2 * 0.7 * (v('h_1') - v('h_0'));
    near(w.value, volume / v('Q_\\mathrm{in}'), 0.05);
  });
});

describe('the working of what only the day can say', () => {
  const whole = judgeWhole(pair);
  const of = (key: QuantityKey) => {
    const w = derivationOf(pair, whole.a, key, whole.day.metrics)!;
    return { w, v: (symbol: string) => w.given.find((g) => g.symbol === symbol)!.value };
  };

  it('floods a day: 24 h over the period', () => {
    const { w, v } = of('cycles/bed');
    near(v('t_\\mathrm{fill}') + v('t_\\mathrm{drain}'), v('T'), 0.001);
    near(w.value, 86400 / v('T'), 0.01);
  });

  it('flooded share', () => {
    const { w, v } = of('flooded/bed');
    near(w.value, v('t') / 86400);
  });

  it('air drawn: what drains out, flood by flood', () => {
    const { w, v } = of('air/bed');
    near(w.value, v('n') * v('V_\\mathrm{swing}'));
    // From 244 mm down to the break's 30 mm: 0.437 × 0.84 m² of stones, and 0.56 × the guard's 95 cm²
    near(v('V_\\mathrm{swing}'), (0.437 * 0.84 + 0.563 * 0.0095) * (0.244 - 0.03), 0.01);
  });

  it('energy: 22 W all day', () => {
    const { w, v } = of('energy/lift');
    near(w.value, 22 * 86400);
    near(w.value, v('P') * v('t_\\mathrm{on}'));
    expect(v('t_\\mathrm{dry}')).toBe(0);
  });

  it('is not there before the day is', () => {
    for (const key of ['cycles/bed', 'flooded/bed', 'air/bed', 'energy/lift'] as const) {
      expect(derivationOf(pair, whole.a, key)).toBeNull();
    }
  });

  it('what a vessel holds is its shape', () => {
    const { w, v } = working(pair, 'holds/tank');
    near(w.value, v('A') * v('H'));
    near(w.value, Math.PI * 0.55 ** 2 * 0.75);
  });
});

describe('ranges', () => {
  it('follow from the media’s range, and are gone once the voids are measured', () => {
    const before = derivationOf(pair, assess(pair), 'fill/bed')!;
    expect(before.range![0]).toBeLessThan(before.value);
    expect(before.range![1]).toBeGreaterThan(before.value);
    const known = applyEdits(pair, [{ at: 'vessels.bed.media.voids', to: 0.45 }]);
    expect(derivationOf(known, assess(known), 'fill/bed')!.range).toBeUndefined();
    const timed = applyEdits(pair, [
      { at: 'measurements.t', to: { id: 't', kind: 'fill-time', vessel: 'bed', time: 240 } },
    ]);
    expect(derivationOf(timed, assess(timed), 'drain/bed')!.range).toBeUndefined();
  });
});

describe('the working of findings', () => {
  const first = demo('the-first-attempt');
  const cases = [pair, tray, first].flatMap((s) => {
    const whole = judgeWhole(s);
    return whole.findings.map((f) => [`${s.name}: ${keyOf(f)}`, s, whole, f] as const);
  });

  it('covers every finding that there is', () => {
    expect(new Set(cases.map(([, , , f]) => f.id)).size).toBeGreaterThanOrEqual(20);
  });

  test.each(cases)('%s', (_, s, whole, f) => {
    const w = derivationOfFinding({ ...whole, system: s }, f)!;
    expect(w.value).toBe(f.measured);
    expect(w.limit).toBe(f.limit);
    expect(new Set(w.given.map((g) => g.symbol)).size).toBe(w.given.length);
    for (const g of w.given) expect(Number.isNaN(g.value), g.symbol).toBe(false);
    const v = (symbol: string) => w.given.find((g) => g.symbol === symbol)!.value;
    const share = 1e-6;
    // What is plain arithmetic is done again from the values shown.
    if (f.id === 'reserve')
      near(w.value, v('V_\\mathrm{rest}') - v('V_\\mathrm{swing}') - v('V(h)'), share);
    if (f.id === 'dry-layer') near(w.value, v('h_\\mathrm{media}') - v('h_\\mathrm{flood}'), share);
    if (f.id === 'duty-range') near(w.value, v('Q') / v('Q_0'), share);
    if (f.id === 'bed-to-tank') near(w.value, v('V_\\mathrm{bed}') / v('V'), share);
    if (f.id === 'loose-delivery')
      near(w.value, v('V_\\mathrm{left}') / (v('V_\\mathrm{left}') + v('V_\\mathrm{lost}')), share);
    if (f.id === 'tank-swing' && f.kind === 'share')
      near(w.value, v('V_\\mathrm{swing}') / v('V_\\mathrm{rest}'), share);
    if (f.id === 'turnover') near(w.value, v('V_\\mathrm{day}') / 86400 / v('V'), 1e-3);
    if (f.id === 'floor-load') near(w.value, v('m') / v('A'), share);
    if (f.part === 'notches') near(w.value, v('A_n') / boreArea(v('d')), share);
    if (f.part === 'ring') near(w.limit!, Math.hypot(v('d'), v('D_m')), share);
  });

  it('carries a range where it hangs on voids that were not measured', () => {
    const of = (s: SystemDocument, id: string) => {
      const whole = judgeWhole(s);
      return derivationOfFinding(
        { ...whole, system: s },
        whole.findings.find((f) => f.id === id)!,
      )!;
    };
    for (const id of ['reserve', 'tank-swing']) {
      const { range, value } = of(pair, id);
      expect(range![0]).toBeLessThan(value);
      expect(range![1]).toBeGreaterThan(value);
      // Lava rock: 0.40 to 0.52 drain, a twentieth of it lost.
      if (id === 'tank-swing') near(range![1] / range![0], 0.52 / 0.4, 0.05);
    }
    for (const id of ['static-head', 'floor-load']) {
      const { range, value } = of(pair, id);
      if (range) expect(range[1] / range[0]).toBeLessThan(1.2);
      else expect(value).toBeGreaterThan(0);
    }
    const known = applyEdits(pair, [{ at: 'vessels.bed.media.voids', to: 0.45 }]);
    expect(of(known, 'reserve').range).toBeUndefined();
  });

  it('is nothing for a finding of another system', () => {
    const f = cases[0]![3];
    expect(
      derivationOfFinding(
        { system: pair, a: assess(pair), day: null },
        { ...f, id: 'reserve', about: 'x' },
      ),
    ).toBeNull();
  });
});

describe('every formula and symbol', () => {
  const tex = new Set<string>();
  for (const s of [pair, tray, demo('the-first-attempt')]) {
    const { a, day, findings } = judgeWhole(s);
    const ids = [...s.vessels, ...s.paths].map((p) => p.id);
    const c = { system: s, a, day };
    const all = [
      ...QUANTITIES.flatMap((q) => [...ids, ''].map((id) => q.derive(c, id))),
      ...findings.map((f) => derivationOfFinding(c, f)),
    ];
    for (const w of all) {
      if (!w) continue;
      tex.add(w.formula);
      for (const g of w.given) tex.add(g.symbol);
    }
  }

  it('there are many', () => expect(tex.size).toBeGreaterThan(60));
  test.each([...tex])('%s is set without a fault', (t) => {
    const html = katex.renderToString(t, { strict: 'error', throwOnError: true });
    expect(html).toContain('<math');
  });
});

describe('every working', () => {
  const read = applyEdits(pair, [
    { at: 'water.ph', to: 7.2 },
    { at: 'water.tan', to: 0.5 },
    { at: 'water.alkalinity', to: 60 },
  ]);
  const whole = judgeWhole(read);
  const c = { ...whole, system: read };
  const parts = [...read.vessels, ...read.paths, ...read.fish]
    .map((p) => p.id)
    .concat(STOCKING_RULE_IDS);
  const cases = QUANTITIES.flatMap((q) =>
    [...parts, ''].flatMap((part) => (q.value(c, part) === null ? [] : [[q, part] as const])),
  );

  it('there is one of each kind but those of branched lines', () => {
    const shown = new Set(cases.map(([q]) => q.id));
    expect(QUANTITIES.filter((q) => !shown.has(q.id)).map((q) => q.id)).toEqual(['leg']);
    expect(new Set(QUANTITIES.map((q) => q.id)).size).toBe(QUANTITIES.length);
  });

  test.each(cases)('$id of %s has a formula, values and a source', (q, part) => {
    const w = q.derive(c, part)!;
    expect(w.value).toBe(q.value(c, part));
    expect(w.kind).toBe(q.kind);
    expect(q.label.length).toBeGreaterThan(2);
    expect(w.title.length).toBeGreaterThan(3);
    expect(w.formula.length).toBeGreaterThan(5);
    expect(w.given.length).toBeGreaterThan(0);
    expect(w.source.length).toBeGreaterThan(5);
    for (const g of w.given) expect(Number.isFinite(g.value), g.symbol).toBe(true);
    expect(new Set(w.given.map((g) => g.symbol)).size).toBe(w.given.length);
  });

  it('names a bucket test as its source once there is one', () => {
    const s = applyEdits(pair, [
      { at: 'measurements.m', to: { id: 'm', kind: 'flow', path: 'lift', flow: 2.5e-4 } },
    ]);
    const w = derivationOf(s, assess(s), 'flow/lift')!;
    expect(w.given[0]!.from).toMatch(/bucket test/);
    near(w.value, 2.5e-4, 1e-4);
  });

  it('is nothing for what the system does not have', () => {
    for (const key of ['flow/none', 'start/none', 'reserve/bed', 'fill/'] as const) {
      expect(derivationOf(pair, assess(pair), key)).toBeNull();
    }
    expect(() => derivationOf(pair, assess(pair), 'nonsense' as QuantityKey)).toThrow(
      'No derived quantity “nonsense”.',
    );
  });
});

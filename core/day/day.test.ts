import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { compile } from '../assess/compile.ts';
import { quadratureDrainTime, quadratureFillTime } from '../test/quadrature.ts';
import { pair as pairOf } from '../test/pair.ts';
import { trayOverReservoir } from '../system/layouts/tray-over-reservoir.ts';
import { applyEdits } from '../system/edit.ts';
import check from '../test/check-values.json' with { type: 'json' };
import { checkNetwork } from '../test/networks.ts';
import { anySystem } from '../test/systems.ts';
import { metricsOf } from './metrics.ts';
import { simulate } from './simulate.ts';
import { lookUp, tabulate } from './table.ts';
import { luFactor, luSolve } from '../numerics/linear.ts';
import { fixedSteps } from './test/fixedStep.ts';
import { cases } from '../test/cases.ts';

const KIND: Record<string, string> = {
  'siphon primes': 'siphon-starts',
  'siphon breaks': 'siphon-stops',
  'pump on': 'pump-on',
  'pump off': 'pump-off',
};

describe('the published check cycles', () => {
  test.each(check.cycles)('$name', (cycle) => {
    const net = checkNetwork(cycle);
    const last = cycle.events[cycle.events.length - 1]!.t_s;
    const trace = simulate(net, last + 60);
    const metrics = metricsOf(net, trace);
    const got = trace.events.filter((e) => e.t > 0);
    let previous = 0;
    cycle.events.forEach((wanted, i) => {
      expect(got[i]!.kind).toBe(KIND[wanted.what]);
      expect(Math.abs(got[i]!.t - wanted.t_s)).toBeLessThan(
        0.01 * (wanted.t_s - previous) + 0.005 * previous,
      );
      const level = wanted.what.startsWith('pump') ? bedLevelAt(trace, got[i]!.t) : got[i]!.level;
      expect(Math.abs(level - wanted.bed_level_m)).toBeLessThan(0.002);
      previous = wanted.t_s;
    });
    expect(Math.abs(metrics.vessels[1]!.highest - cycle.highest_bed_level_m)).toBeLessThan(0.002);
    expect(Math.abs(metrics.vessels[0]!.lowest - cycle.lowest_reservoir_surface_m)).toBeLessThan(
      0.002,
    );
  });
});

function bedLevelAt(trace: ReturnType<typeof simulate>, t: number): number {
  let level = 0;
  for (let r = 0; r < trace.rows && trace.times[r]! <= t + 1e-6; r++)
    level = trace.levels[r * 2 + 1]!;
  return level;
}

const HOURS = 3600;

describe('water is neither made nor lost', () => {
  it('over a day of any system', () => {
    fc.assert(
      fc.property(anySystem, (system) => {
        const trace = simulate(compile(system));
        expect(trace.truncated).toBe(false);
        expect(Math.abs(trace.balanceError)).toBeLessThan(1e-9);
        expect(trace.volumes.reduce((a, b) => Math.min(a, b), 0)).toBeGreaterThan(-1e-9);
        let last = 0;
        for (const e of trace.events) {
          expect(e.t).toBeGreaterThanOrEqual(last);
          last = e.t;
        }
      }),
      { numRuns: cases(40, 300) },
    );
  });

  it('and does not depend on the order in which the vessels are listed', () => {
    fc.assert(
      fc.property(anySystem, (system) => {
        const a = simulate(compile(system), 4 * HOURS);
        const b = simulate(
          compile({ ...system, vessels: [...system.vessels].reverse() }),
          4 * HOURS,
        );
        expect(b.events.map((e) => e.kind)).toEqual(a.events.map((e) => e.kind));
        a.events.forEach((e, i) => expect(Math.abs(e.t - b.events[i]!.t)).toBeLessThan(0.05));
      }),
      { numRuns: 25 },
    );
  });
});

describe('a second method: plain fixed steps, every flow solved afresh', () => {
  it('agrees within 1 % on cycle times, levels and spills of random systems', () => {
    fc.assert(
      fc.property(anySystem, (system) => {
        const net = compile(system);
        const end = 1.5 * HOURS;
        const fast = simulate(net, end);
        const plain = fixedSteps(net, end, 0.25);
        const n = net.vessels.length;
        const m = metricsOf(net, fast);
        m.vessels.forEach((v, i) => {
          expect(Math.abs(v.highest - plain.highest[i]!)).toBeLessThan(0.002);
          expect(Math.abs(v.lowest - plain.lowest[i]!)).toBeLessThan(0.003);
        });
        expect(Math.abs(fast.spilled - plain.spilled)).toBeLessThan(0.001 + 0.01 * plain.spilled);
        for (const kind of ['siphon-starts', 'siphon-stops'] as const) {
          const f = fast.events.filter((e) => e.kind === kind);
          const p = plain.events.filter((e) => e.kind === kind);
          expect(Math.abs(f.length - p.length)).toBeLessThanOrEqual(1);
          for (let i = 0; i < Math.min(f.length, p.length); i++) {
            expect(Math.abs(f[i]!.t - p[i]!.t)).toBeLessThan(0.01 * p[i]!.t + 0.5);
          }
        }
        expect(fast.levels.length).toBe(fast.rows * n);
      }),
      { numRuns: cases(4, 60) },
    );
  });
});

describe('metrics', () => {
  const pair = compile(pairOf('a', 'A'));
  const tray = compile(trayOverReservoir.make('b', 'B'));

  it('fill and drain times of the simulation are those of the quadrature', () => {
    for (const [net, bed] of [
      [pair, 1],
      [tray, 1],
    ] as const) {
      const m = metricsOf(net, simulate(net)).beds[0]!;
      expect(Math.abs(m.fill! / quadratureFillTime(net, bed) - 1)).toBeLessThan(0.005);
      expect(Math.abs(m.drain! / quadratureDrainTime(net, bed) - 1)).toBeLessThan(0.02);
    }
  });

  it('a siphon bed’s period is its fill and its drain', () => {
    const m = metricsOf(pair, simulate(pair)).beds[0]!;
    expect(m.fill! + m.drain!).toBeCloseTo(m.period!, 1);
    expect(Math.abs(m.cyclesPerDay - 86400 / m.period!)).toBeLessThan(1);
    expect(m.airDrawn).toBeGreaterThan(0);
  });

  it('a timer’s pump runs as long as its programs and uses that much energy', () => {
    const m = metricsOf(tray, simulate(tray));
    expect(m.pumps[0]!.running).toBeCloseTo(8 * 360, 3);
    expect(m.pumps[0]!.dry).toBe(0);
    expect(m.pumps[0]!.energy).toBeCloseTo(14 * 8 * 360, 3);
    expect(m.beds[0]!.cyclesPerDay).toBe(8);
  });

  it('what the pump delivers is what the tank lost and got back', () => {
    const trace = simulate(pair, 200);
    const m = metricsOf(pair, trace);
    const rows = trace.rows - 1;
    const held = trace.volumes[rows * 2 + 1]! - trace.volumes[1]!;
    expect(m.pumps[0]!.delivered).toBeCloseTo(held, 5);
  });
});

describe('dry running and spills', () => {
  const dry = applyEdits(pairOf('d', 'D'), [
    { at: 'vessels.tank.fill', to: 0.3 },
    { at: 'vessels.bed.shape.length', to: 2 },
    { at: 'vessels.bed.shape.width', to: 1.2 },
  ]);

  it('a pump whose intake is uncovered delivers nothing, and that is counted', () => {
    const net = compile(dry);
    const trace = simulate(net);
    const m = metricsOf(net, trace);
    const at = trace.events.find((e) => e.kind === 'pump-dry')!;
    expect(at.level).toBeCloseTo(0.27, 6);
    expect(m.pumps[0]!.dry).toBeGreaterThan(0);
    expect(m.pumps[0]!.dry + m.pumps[0]!.running).toBeCloseTo(86400, 3);
    expect(m.vessels[0]!.lowest).toBeGreaterThan(0.27 - 1e-6);
  });

  it('a bed without a drain spills over its rim, exactly what is missing', () => {
    const system = applyEdits(pairOf('s', 'S'), [
      { at: 'paths.siphon', to: undefined },
      { at: 'paths.spare', to: undefined },
    ]);
    const net = compile(system);
    const trace = simulate(net);
    const rows = trace.rows - 1;
    const left = trace.volumes[rows * 2]! + trace.volumes[rows * 2 + 1]!;
    expect(trace.spilled).toBeGreaterThan(0.05);
    expect(left + trace.spilled).toBeCloseTo(0.62, 9);
    expect(trace.events.some((e) => e.kind === 'rim-over' && e.where === 'bed')).toBe(true);
  });

  it('a rim that leans towards the tank gives it back', () => {
    const system = applyEdits(pairOf('s', 'S'), [
      { at: 'paths.siphon', to: undefined },
      { at: 'paths.spare', to: undefined },
      { at: 'vessels.bed.rimTo', to: 'tank' },
    ]);
    expect(simulate(compile(system)).spilled).toBe(0);
  });
});

describe('tools of the solver', () => {
  it('the flow table is close to the function it stands for, also between its points', () => {
    const f = (h: number) => 3e-4 * Math.sqrt(h) * (1 - 0.1 * h);
    const table = tabulate(f, 2);
    for (let h = 0.01; h < 2; h += 0.0137)
      expect(Math.abs(lookUp(table, h) / f(h) - 1)).toBeLessThan(1e-4);
    expect(lookUp(table, 0)).toBe(0);
    expect(lookUp(table, -1)).toBe(0);
  });

  it('a small linear system is solved', () => {
    const a = Float64Array.from([0, 2, 1, 1, 1, 1, 4, 1, 3]);
    const b = Float64Array.from([7, 6, 15]);
    const pivots = new Int32Array(3);
    luFactor(a, 3, pivots);
    luSolve(a, 3, pivots, b);
    // x = (1, 2, 3): 2·2+3 = 7, 1+2+3 = 6, 4+2+9 = 15
    expect(Array.from(b).map((x) => Math.round(x * 1e9) / 1e9)).toEqual([1, 2, 3]);
  });
});

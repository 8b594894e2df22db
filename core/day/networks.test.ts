import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { switchesInOrder } from '../test/switches.ts';
import { anyNetwork } from '../test/anyNetwork.ts';
import { plainPump, straight } from '../test/networks.ts';
import type { NetPath, Network } from '../network/types.ts';
import { SQRT_2G, boreArea } from '../water/constants.ts';
import { volumeAt } from '../water/vessel.ts';
import { simulate } from './simulate.ts';
import { fixedSteps } from './test/fixedStep.ts';
import { cases } from '../test/cases.ts';

const HOUR = 3600;

describe('networks of any make-up', () => {
  it('keep their water, to the drop and below, for a day', () => {
    fc.assert(
      fc.property(anyNetwork, (net) => {
        const trace = simulate(net);
        const poured = net.vessels.reduce((sum, v) => sum + v.initial, 0);
        expect(Math.abs(trace.balanceError)).toBeLessThan(1e-9 * Math.max(1, poured));
        expect(trace.volumes.reduce((a, b) => Math.min(a, b), 0)).toBeGreaterThan(-1e-9);
        expect(trace.spilled).toBeGreaterThanOrEqual(0);
      }),
      { numRuns: cases(25, 400) },
    );
  });

  it('have rows in order, one volume for one level, and flows that explain the change', () => {
    fc.assert(
      fc.property(anyNetwork, (net) => {
        const trace = simulate(net, 2 * HOUR);
        const n = net.vessels.length;
        for (let r = 0; r < trace.rows; r++) {
          if (r > 0) expect(trace.times[r]!).toBeGreaterThanOrEqual(trace.times[r - 1]!);
          net.vessels.forEach((v, i) => {
            const volume = trace.volumes[r * n + i]!;
            expect(Math.abs(volumeAt(v.storage, trace.levels[r * n + i]!) - volume)).toBeLessThan(
              1e-9,
            );
          });
        }
        expect(trace.times[trace.rows - 1]).toBe(trace.end);
      }),
      { numRuns: 40 },
    );
  });

  it('never send water up a path by itself', () => {
    fc.assert(
      fc.property(anyNetwork, (net) => {
        const trace = simulate(net, 2 * HOUR);
        const width = net.paths.length + net.vessels.length;
        for (let i = 0; i < trace.rows * width; i++) {
          // An open pipe between two vessels is the one path that has no way up.
          if (net.paths[i % width]?.kind === 'link') continue;
          expect(trace.flows[i]!).toBeGreaterThanOrEqual(0);
        }
      }),
      { numRuns: 30 },
    );
  });

  it('tell their events in order', () => {
    fc.assert(
      fc.property(anyNetwork, (net) => {
        const trace = simulate(net, 6 * HOUR);
        trace.events.forEach((e, i) => {
          if (i) expect(e.t).toBeGreaterThanOrEqual(trace.events[i - 1]!.t);
          expect(e.t).toBeLessThanOrEqual(trace.end);
        });
      }),
      { numRuns: 40 },
    );
  });

  it('do not mind the order in which their vessels are listed', () => {
    fc.assert(
      fc.property(anyNetwork, (net) => {
        const n = net.vessels.length;
        const to = (i: number) => (i < 0 ? i : n - 1 - i);
        const turned: Network = {
          ...net,
          vessels: [...net.vessels]
            .reverse()
            .map((v) => ({ ...v, rimTo: to(v.rimTo), joined: v.joined.map(to) })),
          paths: net.paths.map((p) => ({
            ...p,
            from: to(p.from),
            to: to(p.to),
            ...(p.kind === 'pump' && p.float
              ? { float: { ...p.float, vessel: to(p.float.vessel) } }
              : {}),
          })),
        };
        const a = simulate(net, 2 * HOUR);
        const b = simulate(turned, 2 * HOUR);
        // Two switches that nearly meet may fall either way by the last digit.
        fc.pre(switchesInOrder(a.events) === switchesInOrder(b.events));
        for (let i = 0; i < n; i++) {
          const x = a.volumes[(a.rows - 1) * n + i]!;
          const y = b.volumes[(b.rows - 1) * n + to(i)]!;
          expect(Math.abs(x - y)).toBeLessThan(1e-4 + 0.002 * x);
        }
      }),
      { numRuns: 40 },
    );
  });

  it('come out as by plain fixed steps', () => {
    fc.assert(
      fc.property(anyNetwork, (net) => {
        const end = 1500;
        const fast = simulate(net, end);
        const plain = fixedSteps(net, end, 0.05);
        // Two switches that nearly meet may fall either way; such a case is no measure of accuracy.
        fc.pre(switchesInOrder(fast.events) === switchesInOrder(plain.events));
        const n = net.vessels.length;
        const last = (trace: typeof fast, i: number) => trace.volumes[(trace.rows - 1) * n + i]!;
        net.vessels.forEach((_, i) => {
          const scale = Math.max(0.01, plain.volumes[i]!);
          expect(Math.abs(last(fast, i) - plain.volumes[i]!)).toBeLessThan(0.01 * scale + 1e-3);
        });
        expect(Math.abs(fast.spilled - plain.spilled)).toBeLessThan(0.01 * plain.spilled + 1e-3);
      }),
      { numRuns: cases(1, 24) },
    );
  });
});

/** Two straight vessels, the upper one emptying into the lower. */
function pairOf(
  path: NetPath,
  upper: { area: number; initial: number },
  spans: [number, number][] | null = [],
): Network {
  const common = { rimWidth: 4, rimTo: -1, floodLevel: null, voids: 1, waterUse: 0 };
  return {
    temperature: 20,
    controls: [{ id: 'c', spans, period: 86400 }],
    paths: [path],
    manifolds: [],
    vessels: [
      {
        id: 'up',
        name: 'Upper',
        floorZ: 2,
        height: 1,
        storage: straight(upper.area, 1),
        initial: upper.initial,
        bed: true,
        joined: [0],
        ...common,
      },
      {
        id: 'low',
        name: 'Lower',
        floorZ: 0,
        height: 1.5,
        storage: straight(1, 1.5),
        initial: 0.2,
        bed: false,
        joined: [1],
        ...common,
      },
    ],
  };
}

/**
 * A pump from the lower vessel up with so strong a head that lift and losses hardly matter: its flow is
 * the box's greatest.
 */
const steadyPump = (flow: number, intake: number): NetPath =>
  plainPump(
    { maxHead: 4000, maxFlow: flow, wear: 0 },
    {
      id: 'p',
      from: 1,
      to: 0,
      line: { bore: 0.03, length: 3, roughness: 1.5e-6, sumK: 2 },
      intake,
      endZ: 2.9,
      topZ: 2.9,
    },
  );

describe('cases with a solution on paper', () => {
  it('a vessel empties through a hole by Torricelli', () => {
    const d = 0.012;
    const area = 0.5;
    const net = pairOf(
      {
        kind: 'hole',
        id: 'h',
        name: 'Hole',
        from: 0,
        to: 1,
        level: 0,
        diameter: d,
        inFloor: false,
      },
      { area, initial: 0.25 },
    );
    // √h falls in a straight line: t = 2A/(C·a·√2g)·(√h₀ − √h₁), h to the hole's centre
    const k = (0.61 * boreArea(d) * SQRT_2G) / (2 * area);
    const h0 = 0.5 - d / 2;
    for (const t of [200, 600, 1000]) {
      const trace = simulate(net, t, [0.25, 0.2]);
      const level = trace.levels[(trace.rows - 1) * 2]!;
      expect(level).toBeCloseTo((Math.sqrt(h0) - k * t) ** 2 + d / 2, 3);
    }
  });

  it('a covered pump on a flat line fills at its own rate: level rises in a straight line', () => {
    const q = 1e-4;
    const net = pairOf(steadyPump(q, 0.01), { area: 0.5, initial: 0 }, [[100, 700]]);
    const trace = simulate(net, 1000);
    const rows = trace.rows - 1;
    expect(trace.volumes[rows * 2]!).toBeCloseTo(600 * q, 4);
    expect(trace.events.map((e) => [e.kind, e.t])).toEqual([
      ['pump-on', 100],
      ['pump-off', 700],
    ]);
  });

  it('a pump stops at the very moment its intake is uncovered', () => {
    const q = 2e-4;
    const net = pairOf(steadyPump(q, 0.12), { area: 0.5, initial: 0 }, null);
    const dry = simulate(net, 1000).events.find((e) => e.kind === 'pump-dry')!;
    // 0.2 m³ on 1 m² down to 0.12 m: 0.08 m³ at 0.2 L/s
    expect(dry.t).toBeCloseTo(400, 0);
    expect(dry.level).toBeCloseTo(0.12, 7);
  });

  it('an overflow settles where weir and inflow agree', () => {
    const q = 2e-4;
    const mouth = 0.06;
    const drain: NetPath = {
      kind: 'drain',
      entry: 'ring',
      id: 'd',
      name: 'Drain',
      from: 0,
      to: 1,
      crest: 0.2,
      mouth,
      bore: mouth,
      pipe: { bore: mouth, length: 0.5, roughness: 1.5e-6, sumK: 0.5 },
      outletZ: 1.5,
      siphon: false,
      open: 1,
      stallLevel: null,
      prime: null,
    };
    const net = pairOf(drain, { area: 0.4, initial: 0.08 }, null);
    const fed: Network = {
      ...net,
      paths: [drain, steadyPump(q, 0)],
    };
    const trace = simulate(fed, 2 * HOUR);
    // h = (Q/(⅔·0.6·√2g·π·D))^(2/3)
    const head = (q / (0.4 * SQRT_2G * Math.PI * mouth)) ** (2 / 3);
    expect(trace.levels[(trace.rows - 1) * 2]!).toBeCloseTo(0.2 + head, 4);
    // Held steady by a weir the solver takes long strides.
    expect(trace.steps).toBeLessThan(120);
  });

  it('a siphon empties a vessel in the time that the integral gives', () => {
    const bore = 0.025;
    const area = 0.3;
    const pipe = { bore, length: 0.8, roughness: 1.5e-6, sumK: 2 };
    const start = 1e-5;
    const net = pairOf(
      {
        kind: 'drain',
        entry: 'ring',
        id: 's',
        name: 'Siphon',
        from: 0,
        to: 1,
        crest: 0.3,
        mouth: 0.04,
        bore,
        pipe,
        outletZ: 1.6,
        siphon: true,
        open: 1,
        stallLevel: null,
        prime: {
          start: { low: start, expected: start, high: start },
          breakLevel: 0.05,
          efficiency: 0.85,
        },
      },
      { area, initial: 0.31 * area },
    );
    const events = simulate(net, HOUR, [0.31 * area, 0.2]).events.filter((e) => e.where === 's');
    expect(events.map((e) => e.kind)).toEqual(['siphon-starts', 'siphon-stops']);
    // With f held at 0.024: Q = η·A·√(2gH/(3 + f·L/d)), t = area/(η·A·√(2g/(3+fL/d)))·2(√H₀ − √H₁)
    const k = 0.85 * boreArea(bore) * Math.sqrt((2 * 9.80665) / (3 + (0.024 * 0.8) / bore));
    const wanted = ((2 * area) / k) * (Math.sqrt(0.31 + 0.4) - Math.sqrt(0.05 + 0.4));
    const took = events[1]!.t - events[0]!.t;
    expect(Math.abs(took / wanted - 1)).toBeLessThan(0.02);
  });

  it('what stands above the rim runs off at once, and only that', () => {
    const net = pairOf(
      {
        kind: 'hole',
        id: 'h',
        name: 'Hole',
        from: 0,
        to: 1,
        level: 0.9,
        diameter: 0.004,
        inFloor: false,
      },
      { area: 0.5, initial: 0.6 },
    );
    const trace = simulate(net, HOUR, [0.6, 0.2]);
    expect(trace.spilled).toBeGreaterThan(0.09);
    expect(trace.spilled).toBeLessThan(0.1001);
    expect(trace.events.map((e) => e.kind)).toContain('rim-over');
  });
});

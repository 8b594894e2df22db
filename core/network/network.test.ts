import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demo } from '../test/demo.ts';
import { applyEdits } from '../system/index.ts';
import { LAYOUTS } from '../system/index.ts';
import { bedOverTank } from '../system/layouts/bed-over-tank.ts';
import { anySystem } from '../test/systems.ts';
import guide from '../test/small-unit-guide.json' with { type: 'json' };
import { assess, compile, bedCycle, rhythmOf, weightsOf } from '../assess/index.ts';
import { lineK, lineLength, spansOf } from './index.ts';
import { pumpedLines } from '../system/find.ts';

const LH = 1 / 3.6e6;
const near = (value: number, wanted: number, share: number) =>
  expect(Math.abs(value / wanted - 1), `${value} against ${wanted}`).toBeLessThan(share);

describe('Potting-shed pair, worked by hand', () => {
  const s = demo('potting-shed-pair');
  const a = assess(s);

  it('at rest the tank of π·0.55² = 0.950 m² holds 620 L at 652 mm', () => {
    near(a.balance.rest[0]!.level, 0.62 / (Math.PI * 0.55 ** 2), 1e-9);
    expect(a.balance.rest[1]!.volume).toBe(0);
  });

  it('the bed floods to its crest and 9.3 mm: voids 0.46 less 5 % of 0.84 m², the guard open', () => {
    // Start at Fr 0.5: 1.425e-4 m³/s through a 26.64 mm orifice needs (1.425e-4/(0.6·5.574e-4))²/2g = 9.26 mm
    const level = 0.235 + 0.00926;
    near(a.balance.deepest[1]!.level, level, 0.001);
    const phi = 0.46 * 0.95;
    const guard = (Math.PI * 0.11 ** 2) / 4;
    near(a.balance.deepest[1]!.volume, level * (phi * 0.84 + (1 - phi) * guard), 0.001);
  });

  it('what the bed and the hose took is missing in the tank', () => {
    const hose = ((Math.PI * 0.019 ** 2) / 4) * (0.95 + 0.32 - 0.27 + 0.9);
    near(a.balance.deepest[0]!.volume, 0.62 - a.balance.deepest[1]!.volume - hose, 1e-9);
  });

  it('after a power cut the bed keeps what stands under the break, 30 mm', () => {
    expect(a.balance.afterPowerCut[1]!.level).toBeCloseTo(0.03, 9);
    const all = a.balance.afterPowerCut.reduce((sum, r) => sum + r.volume, 0);
    expect(all).toBeCloseTo(0.62, 9);
  });

  it('the lift is from the water to the end of the pipe', () => {
    near(a.duties[0]!.staticHead, 0.95 + 0.32 - 0.62 / (Math.PI * 0.55 ** 2), 1e-9);
  });

  it('line losses: entrance, exit, two elbows and the tap at 90 %', () => {
    near(lineK(s, pumpedLines(s)[0]!), 0.5 + 1 + 2 * 0.9 + 0.1 * Math.exp(1.15), 1e-9);
    near(lineLength(s, pumpedLines(s)[0]!), 0.95 + 0.32 - 0.27 + 0.9, 1e-9);
  });

  it('a loose delivery leaves the tank down to the intake: 270 mm of 652 mm', () => {
    near(a.loose[0]!.shareLeft, 0.27 / (0.62 / (Math.PI * 0.55 ** 2)), 1e-6);
  });

  it('weights: 620 kg of water, 18 kg of tank, 0.84 kg of fish', () => {
    near(weightsOf(s, a.balance)[0]!.mass, 620 + 18 + 14 * 0.06, 1e-6);
  });
});

describe('Under-stairs tray, worked by hand', () => {
  const a = assess(demo('under-stairs-tray'));

  it('the flood stands a weir head over the crest', () => {
    const head = a.beds[0]!.highest - 0.11;
    // Ring weir of 45.2 mm at the pump's flow: h = (Q/(⅔·0.6·√2g·π·0.0452))^(2/3)
    near(
      head,
      (a.beds[0]!.inflow / (0.4 * Math.sqrt(19.6133) * Math.PI * 0.0452)) ** (2 / 3),
      0.001,
    );
  });

  it('fill time is the voids to 95 % of the crest over the flow', () => {
    const volume = 0.44 * 0.72 * 0.95 * 0.11;
    const mean = (a.duties[0]!.flow + a.beds[0]!.inflow) / 2;
    near(a.beds[0]!.fill, volume / mean, 0.02);
  });

  it('after a power cut everything is back in the reservoir', () => {
    expect(a.balance.afterPowerCut[0]!.volume).toBeCloseTo(0.13, 9);
    expect(a.balance.afterPowerCut[1]!.volume).toBe(0);
  });

  it('with a check valve and no weep hole the tray keeps its water', () => {
    const held = assess(
      applyEdits(demo('under-stairs-tray'), [{ at: 'paths.lift.checkValve', to: true }]),
    );
    expect(held.balance.afterPowerCut[1]!.level).toBeCloseTo(0.11, 9);
    expect(held.beds[0]!.drain).toBe(Infinity);
  });
});

describe('The first attempt, worked by hand', () => {
  const a = assess(demo('the-first-attempt'));
  it('the bed wants 0.42 of 450 L and more, the tank holds 200 L: the reserve is missing', () => {
    expect(a.balance.reserves[0]!.volume).toBeLessThan(0);
    expect(a.balance.rest[0]!.freeboard).toBeCloseTo(0, 9);
    expect(a.siphons[0]!.starts).toBe('no');
  });
});

describe('measurements override tables', () => {
  it('a bucket test becomes the flow at rest', () => {
    const s = applyEdits(bedOverTank.make('m', 'M'), [
      { at: 'measurements.m1', to: { id: 'm1', kind: 'flow', path: 'lift', flow: 800 * LH } },
    ]);
    near(assess(s).duties[0]!.flow / LH, 800, 1e-4);
  });

  it('a fill time by stopwatch becomes the fill time, by correcting the voids', () => {
    const plain = compile(bedOverTank.make('m', 'M'));
    const measured = bedCycle(plain, 'bed').fill * 0.9;
    const s = applyEdits(bedOverTank.make('m', 'M'), [
      { at: 'measurements.m1', to: { id: 'm1', kind: 'fill-time', vessel: 'bed', time: measured } },
    ]);
    const net = compile(s);
    near(bedCycle(net, 'bed').fill, measured, 0.001);
    expect(net.vessels[1]!.voids).toBeLessThan(plain.vessels[1]!.voids);
  });

  it('a measured bore and a measured starting flow win', () => {
    const s = applyEdits(bedOverTank.make('m', 'M'), [
      { at: 'measurements.b', to: { id: 'b', kind: 'bore', path: 'lift', bore: 0.0155 } },
      {
        at: 'measurements.f',
        to: { id: 'f', kind: 'starting-flow', path: 'siphon', flow: 600 * LH },
      },
    ]);
    const a = assess(s);
    expect(a.duties[0]!.bore).toBe(0.0155);
    expect(a.duties[0]!.flow).toBeLessThan(assess(bedOverTank.make('m', 'M')).duties[0]!.flow);
    near(a.siphons[0]!.start.expected / LH, 600, 1e-9);
  });
});

describe('timers', () => {
  it('programs that touch are one run, and midnight is no pause', () => {
    const { spans, period } = spansOf({
      id: 't',
      kind: 'programs',
      device: 'digital-8',
      own: null,
      rows: [
        { start: 86400 - 300, on: 600 },
        { start: 3600, on: 600 },
        { start: 4200, on: 300 },
      ],
    });
    expect(spans).toEqual([
      [0, 300],
      [3600, 4500],
      [86100, 86400],
    ]);
    const r = rhythmOf({ id: 't', spans, period });
    expect(r.on).toBe(600);
    expect(r.off).toBe(3300);
    near(r.onShare, 1500 / 86400, 1e-9);
  });

  it('an interval runs on through midnight: the pause is the one that was set, whatever the day leaves', () => {
    const timer = spansOf({
      id: 't',
      kind: 'interval',
      device: 'repeat-cycle',
      own: null,
      on: 900,
      off: 6301,
    });
    expect(rhythmOf({ id: 't', ...timer })).toMatchObject({ on: 900, off: 6301 });
    near(rhythmOf({ id: 't', ...timer }).onShare, 900 / 7201, 1e-12);
    expect(rhythmOf({ id: 't', spans: null, period: 86400 }).onShare).toBe(1);
    expect(rhythmOf({ id: 't', spans: [], period: 86400 }).onShare).toBe(0);
  });
});

describe('any system', () => {
  it('keeps its water in every account', () => {
    fc.assert(
      fc.property(anySystem, (s) => {
        const a = assess(s);
        const sum = (rows: typeof a.balance.rest) => rows.reduce((t, r) => t + r.volume, 0);
        const filled = s.vessels.reduce((t, v) => t + v.fill, 0);
        expect(sum(a.balance.rest)).toBeCloseTo(filled, 9);
        expect(sum(a.balance.afterPowerCut)).toBeGreaterThan(filled - 1e-9);
      }),
      { numRuns: 80 },
    );
  });

  it('a higher intake leaves less reserve and more for the fish', () => {
    const low = assess(bedOverTank.make('x', 'X'));
    const high = assess(
      applyEdits(bedOverTank.make('x', 'X'), [{ at: 'paths.lift.pump.intake', to: 0.35 }]),
    );
    expect(high.balance.reserves[0]!.volume).toBeLessThan(low.balance.reserves[0]!.volume);
    expect(high.loose[0]!.left).toBeGreaterThan(low.loose[0]!.left);
  });
});

describe('beside the published guide for small media-bed units (FAO 589)', () => {
  it('its pumps turn each tank over once to four times an hour, so ours are of the same size', () => {
    for (const row of guide.rows) {
      const perHour = row.pump_l_h / row.tank_l;
      expect(perHour).toBeGreaterThanOrEqual(1);
      expect(perHour).toBeLessThanOrEqual(4);
    }
    const pair = assess(bedOverTank.make('x', 'X'));
    const row = guide.rows.find((r) => r.tank_l === 500)!;
    near(pair.duties[0]!.flow / LH, row.pump_l_h, 0.25);
  });
});

describe('service', () => {
  it.each(['flooded', 'drained'] as const)(
    '%s: every layout is judged, and holds what it says',
    (state) => {
      for (const l of LAYOUTS) {
        const s = applyEdits(l.make('x', 'X'), [{ at: 'service', to: state }]);
        const net = compile(s);
        const a = assess(s);
        if (state === 'drained')
          expect(
            a.duties.every((d) => d.onShare === 0),
            l.id,
          ).toBe(true);
        else {
          expect(net.controls.every((c) => c.spans === null)).toBe(true);
          expect(net.paths.some((p) => p.kind === 'drain' && p.siphon && p.prime)).toBe(false);
          for (const b of a.beds)
            if (b.floods)
              expect(b.highest, l.id).toBeGreaterThan(
                0.9 * net.vessels.find((v) => v.id === b.id)!.floodLevel!,
              );
        }
      }
    },
  );
});

import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import check from '../test/check-values.json' with { type: 'json' };
import { ballValveK, SMOOTH_ROUGHNESS } from '../catalogue/index.ts';
import {
  GRAVITY,
  barbK,
  boreArea,
  dutyFlow,
  calibratedPump,
  flowAtFroude,
  frictionFactor,
  fullPipeFlow,
  fullPipeNeeds,
  headLoss,
  holeFlow,
  openWaterEvaporation,
  pchip,
  pipeFroude,
  pumpCurve,
  ringWeirFlow,
  root,
  saturationPressure,
  selfVentingBore,
  siphonK,
  startRange,
  startVerdict,
  stopVerdict,
  waterDensity,
  waterViscosity,
} from './index.ts';

const LH = 1 / 3.6e6;
const near = (value: number, wanted: number, share: number) =>
  expect(Math.abs(value / wanted - 1), `${value} against ${wanted}`).toBeLessThan(share);

describe('pipes', () => {
  test.each(check.friction)('friction factor at Re $re, roughness $relative_roughness', (row) => {
    expect(Math.abs(frictionFactor(row.re, row.relative_roughness) - row.darcy_f)).toBeLessThan(
      1e-4,
    );
  });

  it('laminar flow has f = 64/Re', () => near(frictionFactor(400, 0), 0.16, 1e-3));

  it('water at 20 °C has the density and viscosity of the tables', () => {
    near(waterDensity(20), 998.2, 1e-4);
    near(waterDensity(4), 999.97, 1e-4);
    near(waterViscosity(20), 1.002e-3, 0.01);
  });

  it('flow under a head and the head for a flow are inverse', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.005, max: 5, noNaN: true }),
        fc.double({ min: 0.006, max: 0.1, noNaN: true }),
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        (head, bore, length, sumK) => {
          const pipe = { bore, length, roughness: SMOOTH_ROUGHNESS, sumK };
          const q = fullPipeFlow(head, pipe, 20);
          return Math.abs(fullPipeNeeds(q, pipe, 20) / head - 1) < 1e-6;
        },
      ),
    );
  });

  it('a barb as wide as its hose costs nothing, half as wide costs dearly', () => {
    expect(barbK(0.02, 0.02)).toBe(0);
    // β² = 0.25: (0.5·0.75 + 0.75²)/0.0625 = 15
    near(barbK(0.01, 0.02), 15, 1e-9);
  });

  it('a ball valve costs 0.1 open, about 31 half open, and is shut below 0.05', () => {
    near(ballValveK(1), 0.1, 1e-9);
    near(ballValveK(0.5), 0.1 * Math.exp(5.75), 1e-9);
    expect(ballValveK(0.04)).toBe(Infinity);
  });
});

describe('pumps', () => {
  const lineOf = (r: (typeof check.duty_points)[number]) => ({
    bore: r.bore_m,
    length: r.length_m,
    roughness: SMOOTH_ROUGHNESS,
    sumK: r.sum_k,
  });
  test.each(check.duty_points)('duty of $pump_max_flow_l_h L/h at $static_head_m m', (r) => {
    const curve = pumpCurve({
      maxHead: r.pump_max_head_m,
      maxFlow: r.pump_max_flow_l_h * LH,
      wear: 0,
    });
    near(dutyFlow(curve, r.static_head_m, lineOf(r), 20) / LH, r.flow_l_h, 0.005);
  });

  it('duty falls as the head rises, and stops at the greatest head', () => {
    const curve = pumpCurve({ maxHead: 2, maxFlow: 2000 * LH, wear: 0 });
    const line = { bore: 0.019, length: 2, roughness: SMOOTH_ROUGHNESS, sumK: 4 };
    fc.assert(
      fc.property(
        fc.double({ min: -1, max: 1.9, noNaN: true }),
        fc.double({ min: 0.01, max: 0.5, noNaN: true }),
        (h, d) => dutyFlow(curve, h, line, 20) > dutyFlow(curve, h + d, line, 20),
      ),
    );
    expect(dutyFlow(curve, 2, line, 20)).toBe(0);
    expect(dutyFlow(curve, 1, { ...line, sumK: Infinity }, 20)).toBe(0);
  });

  it('wear takes a share of the flow', () => {
    expect(pumpCurve({ maxHead: 2, maxFlow: 1, wear: 0.2 }).maxFlow).toBeCloseTo(0.8, 12);
  });

  it('points of the box curve give what they say', () => {
    const points = [
      [0, 2],
      [500 * LH, 1.6],
      [1000 * LH, 0.9],
      [1400 * LH, 0],
    ] as const;
    const curve = pumpCurve({ maxHead: 0, maxFlow: 0, points, wear: 0 });
    for (const [q, h] of points) expect(curve.headAt(q)).toBeCloseTo(h, 9);
    expect(curve.maxHead).toBeCloseTo(2, 9);
    near(curve.maxFlow / LH, 1400, 1e-6);
  });

  it('a bucket test moves the duty point onto what was measured', () => {
    const line = { bore: 0.013, length: 1.5, roughness: SMOOTH_ROUGHNESS, sumK: 4 };
    const box = { maxHead: 1.4, maxFlow: 900 * LH, wear: 0 };
    for (const measured of [200, 400, 520]) {
      const fitted = calibratedPump(box, measured * LH, 0.6, line, 20);
      near(dutyFlow(pumpCurve(fitted), 0.6, line, 20) / LH, measured, 1e-4);
    }
    // More than the box's head allows: the water did flow, so the head is stretched.
    const fitted = calibratedPump(box, 300 * LH, 1.5, line, 20);
    near(dutyFlow(pumpCurve(fitted), 1.5, line, 20) / LH, 300, 1e-4);
  });
});

describe('drains and siphons', () => {
  test.each(check.siphons)('running flow of a $bore_m m siphon', (r) => {
    const pipe = { bore: r.bore_m, length: r.length_m, roughness: SMOOTH_ROUGHNESS, sumK: r.sum_k };
    near((r.eta * fullPipeFlow(r.head_at_crest_m, pipe, 20)) / LH, r.flow_at_crest_l_h, 0.005);
    near((r.eta * fullPipeFlow(r.head_at_break_m, pipe, 20)) / LH, r.flow_at_break_l_h, 0.005);
    near(flowAtFroude(0.5, r.bore_m) / LH, r.start_flow_l_h_at_fr_0_5, 0.001);
  });

  test.each([
    [300, 26],
    [600, 35],
    [1000, 43],
    [2000, 56],
  ])('%i L/h vents itself in a pipe of %i mm', (flow, mm) => {
    expect(Math.round(selfVentingBore(flow * LH) * 1000)).toBe(mm);
    near(pipeFroude(flow * LH, selfVentingBore(flow * LH)), 0.3, 1e-9);
  });

  it('a ring weir of 50 mm under 10 mm of water passes what the formula gives by hand', () => {
    // ⅔·0.6·√19.6133·π·0.05·0.01^1.5 = 2.783e-4 m³/s
    near(ringWeirFlow(0.01, 0.05), 2.783e-4, 1e-3);
    expect(ringWeirFlow(-0.01, 0.05)).toBe(0);
  });

  it('a weep hole passes nothing above water, and grows without a jump as it is covered', () => {
    expect(holeFlow(0, 0.01)).toBe(0);
    near(holeFlow(0.01 - 1e-9, 0.01), holeFlow(0.01 + 1e-9, 0.01), 1e-5);
    // 8 mm hole under 100 mm to its centre: 0.61·5.027e-5·√(2g·0.1) = 4.294e-5
    near(holeFlow(0.104, 0.008), 4.294e-5, 1e-3);
  });

  it.each([0.05, 0.2, 0.5, 0.9, 1, 1.3, 3])(
    'a hole covered to %f of its diameter gives what its strips give, one by one',
    (share) => {
      const d = 0.02;
      const h = share * d;
      const n = 20_000;
      let sum = 0;
      for (let k = 0; k < n; k++) {
        // Strips that crowd where the chord or the head vanishes.
        const [a, b] = [k, k + 1].map(
          (x) => (Math.min(h, d) * (1 - Math.cos((Math.PI * x) / n))) / 2,
        );
        const y = (a! + b!) / 2;
        sum += 2 * Math.sqrt(y * (d - y)) * Math.sqrt(h - y) * (b! - a!);
      }
      near(holeFlow(h, d), 0.61 * Math.sqrt(19.6133) * sum, 1e-4);
    },
  );

  it('start is no, maybe, yes; stop is yes, maybe, no', () => {
    const r = startRange('wide-mouth', 0.02664);
    near(r.low / LH, 307.7, 1e-3);
    near(r.high / LH, 769.2, 1e-3);
    expect([200, 500, 800].map((q) => startVerdict(q * LH, r))).toEqual(['no', 'maybe', 'yes']);
    expect([500, 700, 1100].map((q) => stopVerdict(q * LH, 1000 * LH))).toEqual([
      'yes',
      'maybe',
      'no',
    ]);
    expect(startRange('plain', 0.02664).high).toBeCloseTo(flowAtFroude(0.9, 0.02664), 12);
    expect(startRange('plain', 0.03, 5).expected).toBe(5);
  });

  it('losses of a roomy bell are near the usual 2.3 with one elbow and a tight gap', () => {
    const g = {
      bore: 0.02664,
      mouth: 0.02664,
      mouthOutside: 0.0334,
      bellBore: 0.0525,
      gap: 0.00666,
      notchArea: boreArea(0.02664),
      elbows: 0,
    };
    // curtain = π·d·d/4 = bore area: 0.5 + 1.5 = 2.0
    near(siphonK(g), 2, 1e-3);
    near(siphonK({ ...g, elbows: 1 }), 2.9, 1e-3);
  });
});

describe('numerics and air', () => {
  it('a monotone curve stays between its points', () => {
    const f = pchip([0, 1, 2, 4], [0, 1, 1.1, 5]);
    for (let x = 0; x <= 4; x += 0.01) {
      expect(f(x + 0.01)).toBeGreaterThanOrEqual(f(x) - 1e-12);
    }
    expect(() => pchip([0, 0], [1, 2])).toThrow(RangeError);
    // By hand: weighted harmonic means of the chords 1, 0.1 and 1.95 are 6/33 and 9/(50 + 4/1.95);
    // half-way, a cubic is the mean of its ends and an eighth of the step times what its slopes differ by.
    const [first, second] = [6 / 33, 9 / (50 + 4 / 1.95)];
    near(f(0.5), 0.5 + (1 - first) / 8, 1e-12);
    near(f(1.5), 1.05 + (first - second) / 8, 1e-12);
    near(f(3), 3.05 + (2 * (second - 1.95)) / 8, 1e-12);
    near(f(5), 5 + 1.95, 1e-12);
  });

  it('the root of a function is found on the rising side', () => {
    near(
      root((x) => x * x - 2, 0, 2, 1e-12),
      Math.SQRT2,
      1e-11,
    );
    expect(root((x) => x - 5, 0, 2, 1e-9)).toBe(2);
    expect(root((x) => x + 5, 0, 2, 1e-9)).toBe(0);
  });

  it('vapour pressure at 20 °C is that of the tables, and wet air takes up nothing', () => {
    near(saturationPressure(20), 2339, 0.005);
    expect(openWaterEvaporation(18, 22, 1, 0.1)).toBe(0);
    // x_s(20) = 0.01469, x = 0.00726 at half humidity: 26.9·0.00743
    near(openWaterEvaporation(20, 20, 0.5, 0.1), 0.2, 0.02);
  });

  it('gravity is the standard one', () => expect(GRAVITY).toBe(9.80665));
  it('nothing is lost where nothing flows', () =>
    expect(headLoss(0, { bore: 0.02, length: 1, roughness: 0, sumK: 1 }, 20)).toBe(0));
});

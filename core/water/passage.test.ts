import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { HOLE_DISCHARGE, boreArea } from './constants.ts';
import {
  FLOAT_TRAVEL,
  ROUND_ENTRY_RANGE,
  filmFlow,
  floatOpening,
  floorHoleFlow,
  orificeK,
  roundEntryFlow,
  seepRate,
  submergedShare,
  venturiK,
  venturiSuction,
} from './passage.ts';
import { fullPipeFlow } from './pipe.ts';

const G = 9.80665;
const near = (value: number, wanted: number, share: number) =>
  expect(Math.abs(value / wanted - 1), `${value} against ${wanted}`).toBeLessThan(share);

/** Area and top width of the water in a round pipe, by the angle it wets. */
function segment(depth: number, bore: number) {
  const half = Math.acos(1 - (2 * depth) / bore);
  return {
    area: (bore * bore * (half - Math.sin(half) * Math.cos(half))) / 4,
    width: bore * Math.sin(half),
  };
}

describe('water that runs into a lying pipe', () => {
  /** Critical flow from its definition: Q²·T = g·A³ at the mouth, energy head depth + A ÷ 2T. */
  const critical = (bore: number, share: number) => {
    const { area, width } = segment(share * bore, bore);
    return { head: share * bore + area / (2 * width), flow: Math.sqrt((G * area ** 3) / width) };
  };

  it.each([0.2, 0.35, 0.5, 0.65, 0.75])(
    'filled to %f of its bore passes critical flow, as its definition gives it',
    (share) => {
      const { head, flow } = critical(0.05, share);
      near(roundEntryFlow(head, 0.05), flow, 0.05);
    },
  );

  it.each([0.01, 0.04, 0.1])(
    'barely wetted, to %f of its bore, fades with the square of the head as critical flow does',
    (share) => {
      const { head, flow } = critical(0.05, share);
      near(roundEntryFlow(head, 0.05), flow, 0.1);
    },
  );

  it('grows with the head, has no jump where the mouth drowns, and nothing comes from below', () => {
    expect(roundEntryFlow(0, 0.04)).toBe(0);
    expect(roundEntryFlow(-0.1, 0.04)).toBe(0);
    let last = 0;
    for (let h = 0.001; h < 0.2; h += 0.0005) {
      const q = roundEntryFlow(h, 0.04);
      expect(q).toBeGreaterThanOrEqual(last);
      last = q;
    }
    // Above the range the orifice is no more than the critical formula carried on.
    const over = ROUND_ENTRY_RANGE[1] * 0.04;
    expect(roundEntryFlow(over * 1.5, 0.04)).toBeLessThan(
      0.46 * Math.sqrt(G) * 0.04 ** 2.5 * (1.5 * ROUND_ENTRY_RANGE[1]) ** 1.82,
    );
  });
});

describe('tail water', () => {
  it('takes nothing below the crest, all at the same level, and by Villemonte between', () => {
    expect(submergedShare(0.1, -0.02)).toBe(1);
    expect(submergedShare(0.1, 0)).toBe(1);
    expect(submergedShare(0.1, 0.1)).toBe(0);
    // Half drowned: 1 − 0.5^1.5 = 0.6464, to the 0.385th 0.8454
    near(submergedShare(0.1, 0.05), 0.8454, 1e-3);
  });
});

describe('float valves', () => {
  it('are shut at their mark, open over their travel below it, half way half', () => {
    expect(floatOpening(0.3, 0.3)).toBe(0);
    expect(floatOpening(0.35, 0.3)).toBe(0);
    expect(floatOpening(0.3 - FLOAT_TRAVEL, 0.3)).toBe(1);
    expect(floatOpening(0, 0.3)).toBe(1);
    expect(floatOpening(0.3 - FLOAT_TRAVEL / 2, 0.3)).toBeCloseTo(0.5, 9);
  });

  it('a seat of 4 mm under a metre passes what the plain orifice does, whatever short pipe leads to it', () => {
    const sumK = orificeK(0.013, boreArea(0.004));
    const pipe = { bore: 0.013, length: 0.01, roughness: 1.5e-6, sumK: sumK - 1 };
    // 0.61 · π/4 · 4² mm² · √(2·9.80665·1) = 33.9 mL/s
    near(fullPipeFlow(1, pipe, 20), 33.95e-6, 0.01);
  });
});

describe('holes', () => {
  it('n holes together are one of their area; no hole is a shut end', () => {
    near(orificeK(0.02, 12 * boreArea(0.003)), orificeK(0.02, boreArea(0.003)) / 144, 1e-12);
    expect(orificeK(0.02, 0)).toBe(Infinity);
    // A hole as wide as the pipe: 1 ÷ 0.61² = 2.69 velocity heads
    near(orificeK(0.02, boreArea(0.02)), 1 / HOLE_DISCHARGE ** 2, 1e-12);
  });

  it('in a floor pass by Torricelli, and fade without a jump as the last of it runs off', () => {
    // 0.61 · 50.27 mm² · √(2g·0.25) = 67.9 mL/s
    near(floorHoleFlow(0.25, 0.008), 67.9e-6, 0.002);
    expect(floorHoleFlow(0, 0.008)).toBe(0);
    near(floorHoleFlow(0.004 - 1e-9, 0.008), floorHoleFlow(0.004 + 1e-9, 0.008), 1e-5);
    expect(floorHoleFlow(0.0005, 0.008)).toBeLessThan(floorHoleFlow(0.001, 0.008));
  });
});

describe('films and felt', () => {
  it('a film 3 mm deep in a channel of 100 mm at 1 in 50 runs as by Manning on paper', () => {
    // 0.1 · √0.02 · 0.003^(5/3) ÷ 0.013 = 67.9 mL/s: 244 L/h
    near(filmFlow(0.003, 0.1, 0.02), 67.9e-6, 0.002);
    expect(filmFlow(0, 0.1, 0.02)).toBe(0);
  });

  it('a film of n times the flow is n^0.6 times as deep', () =>
    near(filmFlow(0.003 * 2 ** 0.6, 0.1, 0.02), 2 * filmFlow(0.003, 0.1, 0.02), 1e-9));

  it('felt has given off 95 % of what moves in it after its drain-down time', () => {
    const rate = seepRate(1200);
    near(1 - Math.exp(-rate * 1200), 0.95, 0.001);
  });
});

describe('a venturi', () => {
  it('throat of half the bore: 15 velocity heads of suction, a fifth of them lost', () => {
    near(venturiK(0.01, 0.02), 0.2 * 15, 1e-12);
    // 0.8 · 15 · 1²/2g = 0.612 m, less 0.2 m behind it
    near(venturiSuction(1, 0.01, 0.02, 0.2), 0.612 - 0.2, 0.002);
  });

  it('draws no air where water stands over it and the flow is slow, nor without a throat', () => {
    expect(venturiSuction(0.2, 0.01, 0.02, 0.3)).toBeLessThan(0);
    expect(venturiSuction(2, 0.02, 0.02, 0.1)).toBeCloseTo(-0.1, 12);
    expect(venturiK(0.03, 0.02)).toBe(0);
  });

  it('narrower draws more and costs more, at any speed', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 0.9, noNaN: true }),
        fc.double({ min: 0.1, max: 3, noNaN: true }),
        (beta, v) => {
          const bore = 0.02;
          const wide = beta * bore;
          const narrow = 0.9 * wide;
          expect(venturiK(narrow, bore)).toBeGreaterThan(venturiK(wide, bore));
          expect(venturiSuction(v, narrow, bore, 0)).toBeGreaterThan(
            venturiSuction(v, wide, bore, 0),
          );
        },
      ),
    );
  });
});

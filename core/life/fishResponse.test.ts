import { describe, expect, it, test } from 'vitest';
import { FISH } from '../catalogue/index.ts';
import { fishState, mortality, unshieldedNitrite, waterAppetite, type FishWater } from './index.ts';

/** Limits of the kinds are those of their rows: perch 0.5 and 1 mg/L nitrite, pH 6.5–8.5, oxygen 5/3/1.5 mg/L. */

const kindOf = (id: string) => FISH.find((f) => f.id === id)!;
const perch = kindOf('european-perch');
const calm: FishWater = {
  t: 18,
  oxygen: 9,
  saturation: 9.5,
  ph: 7.2,
  ammonia: 0,
  nitrite: 0,
  chloride: 0,
  chlorine: 0,
  share: 1,
};

describe('appetite', () => {
  // By hand: each falls along a line from where it is at ease to where it is gone.
  test.each([
    ['calm water', {}, 1],
    ['oxygen at 60 % of saturation', { oxygen: 5.7 }, 1],
    ['oxygen half way from 60 to 30 %', { oxygen: 4.275 }, 0.5],
    ['oxygen at 30 %', { oxygen: 2.85 }, 0],
    ['un-ionised ammonia at caution', { ammonia: 0.02 }, 1],
    ['half way from 0.02 to 0.2', { ammonia: 0.11 }, 0.5],
    ['four times the acting limit', { ammonia: 0.2 }, 0],
    ['nitrite half way from 0.5 to 4', { nitrite: 2.25 }, 0.5],
    ['the same shielded by ten times its chloride', { nitrite: 2.25, chloride: 22.5 }, 1],
    ['pH half way from 6.5 to 5.5', { ph: 6 }, 0.5],
    ['pH half way from 8.5 to 9.5', { ph: 9 }, 0.5],
    ['two stresses together', { ph: 6, ammonia: 0.11 }, 0.25],
  ] as const)('%s', (_, change, share) => {
    expect(waterAppetite(perch, { ...calm, ...change })).toBeCloseTo(share, 9);
  });
  it('is between none and all for every kind in any water, and finite at the edges', () => {
    for (const kind of FISH)
      for (const ph of [4, kind.ph[0], 5.5, 6, 7, kind.ph[1], 9.2, 9.5, 11])
        for (const oxygen of [0, 3, 9]) {
          const x = waterAppetite(kind, { ...calm, ph, oxygen });
          expect(x >= 0 && x <= 1).toBe(true);
        }
  });
});

describe('death', () => {
  test.each([
    ['nothing in calm water', {}, 0],
    ['no oxygen', { oxygen: 0 }, 0.4],
    ['half of the lethal oxygen', { oxygen: 0.75 }, 0.225],
    ['twice the deadly ammonia', { ammonia: 0.4 }, 0.16],
    ['never more than four times as fast', { ammonia: 8 }, 0.32],
    ['nitrite of ten times its acting limit', { nitrite: 10 }, 0.04],
    ['pH 5.4', { ph: 5.4 }, 0.05],
    ['30.5 °C', { t: 30.5 }, 0.1],
    ['a tank that ran dry', { share: 0.05 }, 0.5],
  ] as const)('%s', (_, change, rate) => {
    expect(mortality(perch, { ...calm, ...change })).toBeCloseTo(rate, 9);
  });
  it('is preceded by stress: whatever kills has taken the appetite or the ease before', () => {
    for (const kind of FISH)
      for (const change of [{ oxygen: 0.5 }, { ammonia: 0.3 }, { nitrite: 20 }, { ph: 5 }]) {
        const w = { ...calm, t: (kind.best[0] + kind.best[1]) / 2, ...change };
        expect(fishState(kind, w).stress).toBe(true);
        expect(waterAppetite(kind, w)).toBeLessThan(0.3);
      }
  });
});

it('chloride shields from ten times its weight of nitrite nitrogen', () => {
  expect(unshieldedNitrite(2, 10)).toBe(1);
  expect(unshieldedNitrite(2, 25)).toBe(0);
});

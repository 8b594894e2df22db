import { readFileSync } from 'node:fs';
import { describe, expect, it, test } from 'vitest';
import {
  airPressure,
  fallEffect,
  hoursUntil,
  oxygenByHour,
  restingUse,
  saturation,
  saturationAtSea,
  stoneExchange,
  useByHour,
} from './oxygen.ts';
import { bedTemperature, wetBulb } from './bedTemperature.ts';
import { heatLoss, warmUpTime } from './heat.ts';
import { dayLength, extraterrestrial, lampLight, sunLight } from './light.ts';

const { saturation: table } = JSON.parse(readFileSync('core/test/life-values.json', 'utf8')) as {
  saturation: [number, number][];
};

describe('oxygen at saturation', () => {
  test.each(table)('at %d °C is %d mg/L', (t, c) => {
    expect(Math.abs(saturationAtSea(t) / c - 1)).toBeLessThan(1e-4);
  });
  it('falls with altitude: at 1600 m and 20 °C 7.5 mg/L, the pressure 83.5 kPa', () => {
    expect(airPressure(1600)).toBeCloseTo(83.5, 0);
    expect(saturation(20, 1600)).toBeCloseTo((9.09243 * (83.52 - 2.34)) / (101.325 - 2.34), 2);
  });
});

describe('what brings oxygen in', () => {
  it('a fall of 0.3 m at 24 °C mends 18.8 % of the deficit', () => {
    expect(fallEffect(0.3, 24, 1, 1)).toBeCloseTo(0.188, 3);
    expect(1 / (1 - fallEffect(0.3, 24, 1, 1))).toBeCloseTo(1.232, 3);
  });
  it('a stone with 4 L/min at 0.5 m, by hand', () => {
    // 0.24 m³/h · 280 g/m³ · 0.04/m · 0.5 m = 1.344 g/h at 20 °C in clean water, 0.8 of it here.
    expect(stoneExchange(0.004 / 60, 0.5, 20)).toBeCloseTo((1.344 * 0.8) / 9.09, 4);
  });
});

describe('what uses it', () => {
  it('doubles with ten degrees', () => {
    expect(restingUse(2, 30) / restingUse(2, 20)).toBeCloseTo(2, 9);
  });
  it('keeps its mean over the day, and peaks after feeding', () => {
    const use = useByHour([8, 18]);
    expect(use.reduce((a, b) => a + b, 0) / 24).toBeCloseTo(1, 9);
    expect(Math.max(...use)).toBeCloseTo(1.4, 9);
    expect(use[9]).toBeGreaterThan(use[5]!);
    expect(useByHour([])).toEqual(new Array(24).fill(1));
  });
});

describe('the day’s oxygen', () => {
  it('settles where supply meets use: C_s − D/K', () => {
    const day = oxygenByHour(0.5, new Array(24).fill(1), new Array(24).fill(2), 9);
    for (const c of day) expect(c).toBeCloseTo(7, 5);
  });
  it('repeats itself: explicit small steps over ten days end on the same curve', () => {
    const exchange = Array.from({ length: 24 }, (_, h) => (h < 8 ? 0.1 : 0.9));
    const use = useByHour([7, 17]).map((x) => 1.5 * x);
    const day = oxygenByHour(0.6, exchange, use, 8.8);
    let c = 8.8;
    const steps = 400;
    for (let d = 0; d < 10; d++)
      for (let h = 0; h < 24; h++)
        for (let i = 0; i < steps; i++) c += (exchange[h]! * (8.8 - c) - use[h]!) / 0.6 / steps;
    expect(day[23]).toBeCloseTo(c, 2);
  });
  it('after a cut: 10 kg/m³ at 28 °C fall from 7 to 3 mg/L in about 35 min', () => {
    // 200 mg/kg·h at 20 °C, doubled by ten degrees, and as much again by the solids.
    const use = 2 * 10 * 0.2 * 2 ** 0.8;
    expect(hoursUntil(3, 7, 1, 0.01, use, 7.8) * 60).toBeCloseTo(34.7, 0);
  });
  it('after a cut with some surface: as the closed formula, step by step', () => {
    const [k, v, d, cs] = [0.02, 0.4, 1.1, 8.5];
    let c = 7;
    let t = 0;
    while (c > 3) {
      c += ((k * (cs - c) - d) / v) * 1e-4;
      t += 1e-4;
    }
    expect(hoursUntil(3, 7, v, k, d, cs)).toBeCloseTo(t, 3);
    expect(hoursUntil(3, 7, v, 1, d, cs)).toBe(Infinity);
    expect(hoursUntil(3, 2, v, k, d, cs)).toBe(0);
  });
});

describe('heat', () => {
  it('of a bare tank: 2 m² of wall at 5.5 W/m²K and 8 K is 88 W, the lid lets little evaporate', () => {
    const v = { walls: 1.6, surface: 0.4, lid: true, insulated: false };
    const loss = heatLoss(v, 26, 18, 1, 0);
    expect(loss).toBeGreaterThan(88);
    expect(loss).toBeLessThan(110);
    expect(heatLoss({ ...v, lid: false }, 26, 18, 0.5, 0.1)).toBeGreaterThan(loss + 40);
    expect(heatLoss(v, 18, 18, 1, 0)).toBeCloseTo(0, 6);
  });
  it('300 W warm 500 kg by 5 K in 9.7 h where nothing is lost', () => {
    expect(warmUpTime(500, 18, 23, 300, 0) / 3600).toBeCloseTo(9.69, 1);
    expect(warmUpTime(500, 18, 23, 100, 120)).toBe(Infinity);
  });
});

describe('light', () => {
  it('outside the air: 12.2 MJ/m² on 15 April at 43° N is the textbook’s 33.8', () => {
    // Duffie & Beckman, example 1.10.1: day 105, latitude 43°: 33.8 MJ/m², solar constant 1367.
    expect((extraterrestrial(43, 105) * 1367) / 1361 / 1e6).toBeCloseTo(33.8, 0);
  });
  it('days are 12 h long at the equinox and have no night in a polar summer', () => {
    expect(dayLength(50, 81) / 3600).toBeCloseTo(12, 1);
    expect(dayLength(66, 172) / 3600).toBeGreaterThan(21);
  });
  it('is more in summer, less behind glass and cloth', () => {
    const open = { glazing: 1, shade: 0, sunHours: null, sky: 1 };
    expect(sunLight(50, 172, open)).toBeGreaterThan(35);
    expect(sunLight(50, 172, open)).toBeLessThan(50);
    expect(sunLight(50, 355, open)).toBeLessThan(9);
    expect(sunLight(50, 172, { ...open, glazing: 0.7, shade: 0.5 })).toBeCloseTo(
      0.35 * sunLight(50, 172, open),
      6,
    );
  });
  it('of 100 W at 2.5 µmol/J for 14 h on 0.8 m² is 12.6 mol/m²', () => {
    expect(lampLight(100, 2.5e-6, 14 * 3600, 0.8)).toBeCloseTo(
      (100 * 2.5e-6 * 50400 * 0.8) / 0.8,
      6,
    );
  });
});

describe('a bed’s temperature', () => {
  it('wet bulb at 20 °C and 50 % is 13.7 °C', () => {
    expect(wetBulb(20, 0.5)).toBeCloseTo(13.7, 1);
  });
  it('lies between wet bulb and air', () => {
    const [low, mid, high] = bedTemperature(24, 0.6);
    expect(low).toBeLessThan(mid);
    expect(mid).toBeLessThan(high);
    expect(high).toBe(24);
  });
});

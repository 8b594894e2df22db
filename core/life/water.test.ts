import { describe, expect, test } from 'vitest';
import { ACIDS } from '../catalogue/index.ts';
import { acidStrength, correction, millilitresFor } from './dosing.ts';
import { pressureOf, renewed, waterStates, waterByPh } from './water.ts';

/**
 * Two waters mixed, in every state, and acid for one step of pH; calculated apart from the program from the constants
 * of Plummer & Busenberg (1982) and Emerson (1975), with 420 ppm of carbon dioxide in the air.
 */

// prettier-ignore
const MIXING: readonly (readonly [
  water: readonly [ph: number, alk: number, t: number, tan: number], tap: readonly [ph: number, alk: number, t: number], share: number,
  before: readonly [unionised: number, air: number, airUnionised: number],
  after: readonly [t: number, closed: number, closedU: number, settled: number, settledU: number, air: number, airU: number],
])[] = [
  [[7.6, 50, 26, 2], [9.3, 260, 24], 0.368, [0.0473, 8.195, 0.17421], [25.26, 9.018, 0.47478, 7.999, 0.06883, 8.587, 0.23084]],
  [[6.8, 30, 24, 6], [8.6, 250, 20], 0.3, [0.01993, 7.964, 0.27801], [22.8, 7.506, 0.0643, 7.297, 0.03996, 8.454, 0.50909]],
  [[8.4, 180, 24, 2], [7.4, 120, 22], 0.4, [0.23428, 8.725, 0.43789], [23.2, 7.885, 0.04427, 8.334, 0.11671, 8.661, 0.22315]],
  [[7.9, 160, 22, 1], [6.5, 8, 20], 0.4, [0.03508, 8.665, 0.17454], [21.2, 7.66, 0.01162, 7.689, 0.01239, 8.459, 0.0663]],
  [[7.6, 90, 22, 0.25], [5.6, 8, 20], 0.35, [0.00447, 8.422, 0.02698], [21.3, 6.847, 0.0005, 7.429, 0.00188, 8.254, 0.01178]],
  [[6.2, 12, 18, 4], [7.4, 120, 18], 0.2, [0.00216, 7.532, 0.04597], [18, 6.68, 0.00522, 6.646, 0.00483, 7.977, 0.1004]],
  [[5, 1, 20, 3], [7.8, 200, 20], 0.15, [0.00012, 6.473, 0.00352], [20, 6.364, 0.00233, 6.313, 0.00207, 7.952, 0.08722]],
  [[7.2, 80, 30.4, 1.5], [7.4, 120, 14], 0.11, [0.01936, 8.423, 0.26895], [28.6, 7.222, 0.01603, 7.211, 0.01564, 8.434, 0.22081]],
  [[10.2, 150, 22, 0.5], [7.4, 120, 22], 0.5, [0.43942, 8.638, 0.08288], [22, 9.592, 0.16035, 10.17, 0.21785, 8.593, 0.03804]],
  [[7.4, 120, 10, 3], [7.4, 120, 10], 0.25, [0.01392, 8.481, 0.15946], [10, 7.4, 0.01044, 7.4, 0.01044, 8.481, 0.1196]],
];
/** pH 0.03 closed, 0.05 settled and in air; un-ionised ammonia 5 %, or half a unit of its last digit. */
const near = (value: number, expected: number) =>
  expect(Math.abs(value - expected)).toBeLessThanOrEqual(Math.max(0.05 * expected, 6e-6));

describe('two waters mixed', () => {
  test.each(MIXING)('%j with %j, share %d', ([ph, alk, t, tan], tap, share, before, after) => {
    const water = waterByPh(ph, alk, t, { tan });
    const pressure = pressureOf(water);
    const was = waterStates(water, pressure);
    near(was.closed.unionised, before[0]);
    expect(was.settled.ph).toBeCloseTo(ph, 4);
    expect(Math.abs(was.air.ph - before[1])).toBeLessThan(0.05);
    near(was.air.unionised, before[2]);
    const mix = renewed(water, waterByPh(...tap), share);
    const is = waterStates(mix, pressure);
    expect(mix.t).toBeCloseTo(after[0], 1);
    expect(Math.abs(is.closed.ph - after[1])).toBeLessThan(0.03);
    expect(Math.abs(is.settled.ph - after[3])).toBeLessThan(0.05);
    expect(Math.abs(is.air.ph - after[5])).toBeLessThan(0.05);
    near(is.closed.unionised, after[2]);
    near(is.settled.unionised, after[4]);
    near(is.air.unionised, after[6]);
  });
});

describe('acid for one step of pH', () => {
  test.each([
    [8.4, 200, 20, 'phosphoric-10', 8.2, 1.843],
    [9.2, 60, 28, 'phosphoric-10', 9, 1.713],
    [7.6, 120, 25, 'phosphoric-10', 7.1, 16.223],
    [8, 100, 20, 'phosphoric-85', 7.8, 0.116],
    [8.6, 180, 22, 'citric-10', 8.4, 2.285],
    [7.8, 90, 24, 'vinegar-5', 7.6, 4.57],
    [8.2, 150, 18, 'nitric-38', 8, 0.458],
  ] as const)(
    'pH %d, alkalinity %d, %d °C: %s to pH %d is %d mL in 100 L',
    (ph, alkalinity, t, id, to, ml) => {
      const acid = ACIDS.find((a) => a.id === id)!;
      const c = correction({ ph, alkalinity, temperature: t }, { ph: to }, 0, false)!;
      const given = millilitresFor(acid, c.now, 0.1, c.phNow);
      expect(Math.abs(given - ml) / ml).toBeLessThan(0.05);
      expect(acidStrength(acid, c.phNow)).toBeGreaterThan(0);
    },
  );
});

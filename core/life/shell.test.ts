import { describe, expect, it } from 'vitest';
import {
  CACO3_PER_EQUIVALENT,
  CO2_IN_AIR,
  alkalinityAtPressure,
  calciteSolubility,
  carbonateConstants,
  inorganicCarbon,
  phAtPressure,
  shellConstants,
  shellDissolved,
  shellSurface,
} from './index.ts';

describe('shell in a bed', () => {
  it('has the solubility of calcite', () => {
    // Plummer & Busenberg (1982), table 4: log K 8.480 at 25 °C, 8.387 at 5 °C.
    expect(Math.log10(calciteSolubility(25))).toBeCloseTo(-8.48, 2);
    expect(Math.log10(calciteSolubility(5))).toBeCloseTo(-8.39, 2);
  });

  it('dissolves by the published rates far from saturation', () => {
    // By hand at 25 °C, pH 7, 1 mmol/L of carbon: k₁ 0.0511, k₂ 3.45e-5, k₃ 1.19e-7; free CO₂ is 18.3 % of the carbon.
    const c = carbonateConstants(25);
    const forward = 0.0511 * 1e-7 + 3.45e-5 * 1.83e-4 + 1.19e-7;
    const expected = forward * 1e4 * 86400 * 0.100087;
    const got = shellDissolved(1, 7, 1, 0, c, shellConstants(25));
    expect(Math.abs(got / expected - 1)).toBeLessThan(0.02);
    // A kilogram of grit shows some 0.2 m².
    expect(shellSurface(1)).toBeCloseTo(0.222, 3);
  });

  it('dissolves faster in acid water, and not at all in saturated water', () => {
    const t = 20;
    const c = carbonateConstants(t);
    const s = shellConstants(t);
    const rates = [6, 6.5, 7, 7.5, 8].map((ph) => shellDissolved(1, ph, 1, 50, c, s));
    expect([...rates].sort((a, b) => b - a)).toEqual(rates);
    expect(shellDissolved(1, 9, 2, 200, c, s)).toBe(0);
    expect(shellDissolved(0, 6, 1, 0, c, s)).toBe(0);
  });

  it('leads aerated water to about pH 8.2 to 8.4 and stops there', () => {
    // Water in air that dissolves calcite takes calcium with its alkalinity: followed until it no longer rises.
    const c = carbonateConstants(20);
    const s = shellConstants(20);
    let alk = 5;
    for (let i = 0; i < 4000; i++) {
      const ph = phAtPressure(alk, CO2_IN_AIR, c);
      alk += 0.5 * shellDissolved(1, ph, inorganicCarbon(ph, alk, c), alk, c, s);
    }
    const ph = phAtPressure(alk, CO2_IN_AIR, c);
    expect(ph).toBeGreaterThan(8.15);
    expect(ph).toBeLessThan(8.45);
    // The alkalinity is what air of that carbon dioxide holds at this pH.
    expect(alkalinityAtPressure(ph, CO2_IN_AIR, c)).toBeCloseTo(alk, 3);
    expect(CACO3_PER_EQUIVALENT).toBeCloseTo(50.04, 2);
  });
});

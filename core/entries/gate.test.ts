import { describe, expect, it, test } from 'vitest';
import { tell } from '../quantity/index.ts';
import { inSi, takeTime, takeValue } from './gate.ts';

describe('a value from outside', () => {
  test.each([
    ['temperature', 68, '°F', 20],
    ['temperature', 68, 'F', 20],
    ['temperature', 20, 'C', 20],
    ['temperature', 293.15, 'K', 20],
    ['conductivity', 1.2, 'mS/cm', 0.12],
    ['conductivity', 1200, 'µS/cm', 0.12],
    ['conductivity', 0.12, 'S/m', 0.12],
    ['conductivity', 0.12, '', 0.12],
    ['level', 42, 'cm', 0.42],
    ['flow', 600, 'L/h', 600 / 3.6e6],
    ['flow', 1e-4, 'm3/s', 1e-4],
    ['alkalinity', 6, 'dKH', 107.088],
    ['tan', 250, 'µg/L', 0.25],
    ['ph', 7.2, '', 7.2],
  ] as const)('%s of %d %s is taken in SI', (id, value, unit, si) => {
    const taken = takeValue(id, value, unit);
    expect(taken.ok && taken.value).toBeCloseTo(si, 9);
  });

  test.each([
    ['temperature', 68, 'furlong', '“furlong” is not a known unit of temperature.'],
    ['temperature', -1e9, '', /^Water temperature cannot be -1000000000 °C\.$/],
    ['ph', -5, '', 'pH cannot be -5.'],
    ['oxygen', 1e308, 'mg/L', /^Dissolved oxygen cannot be /],
    ['level', Number.NaN, 'm', 'This is not a number.'],
    ['conductivity', 1200, 'mS/cm', /^EC at 25 °C cannot be /],
  ] as const)('%s of %d %s is shown, not taken', (id, value, unit, why) => {
    const taken = takeValue(id, value, unit);
    expect(taken.ok).toBe(false);
    if (!taken.ok) expect(tell(taken.why, 'metric')).toMatch(why);
  });

  it('keeps its figures, however small or large', () => {
    expect(inSi(1.234567890123, 'mg/L', 'concentration')).toBe(1.234567890123);
    expect(inSi(1e-7, 'm³/s', 'flow')).toBe(1e-7);
  });
});

describe('the clock of a source', () => {
  const NOW = Date.UTC(2026, 11, 1);
  it('is believed where it can be right, and else ours counts and it is told', () => {
    const hours = (h: number) => NOW - h * 3_600_000;
    expect(takeTime(hours(2), NOW)).toEqual({ at: hours(2), off: null });
    expect(takeTime(null, NOW)).toEqual({ at: NOW, off: null });
    expect(takeTime(Number.NaN, NOW)).toEqual({ at: NOW, off: null });
    expect(takeTime(NOW + 30_000, NOW)).toEqual({ at: NOW + 30_000, off: null });
    expect(takeTime(NOW + 3_600_000, NOW)).toEqual({ at: NOW, off: 3_600_000 });
    expect(takeTime(0, NOW)).toEqual({ at: NOW, off: -NOW });
    expect(takeTime(hours(100), NOW)).toEqual({ at: NOW, off: -360_000_000 });
  });
});

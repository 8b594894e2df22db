import { describe, expect, it, test } from 'vitest';
import { doseHold, doseNow, type Dosed } from './index.ts';

const plan = { target: 2, again: 0.5 };
const at = (x: Partial<Dosed>): Dosed => ({ tan: 0.3, nitrite: 0, ph: 7.4, ...x });

describe('ammonia of a start without fish', () => {
  test.each([
    [{}, null, 1.7],
    [{ tan: 0.5 }, 'enough', 0],
    [{ tan: 0.49 }, null, 1.51],
    [{ tan: 4 }, 'tan', 0],
    [{ nitrite: 5 }, null, 1.7],
    [{ nitrite: 5.1 }, 'nitrite', 0],
    [{ ph: 6.5 }, null, 1.7],
    [{ ph: 6.4 }, 'ph', 0],
    [{ tan: null, nitrite: null, ph: null }, null, 2],
  ] as const)('%o', (now, hold, dose) => {
    expect(doseHold(plan, at(now))).toBe(hold);
    expect(doseNow(plan, at(now))).toBeCloseTo(dose, 9);
  });
  it('never leads over its target', () => {
    for (let tan = 0; tan < 6; tan += 0.1) {
      const dose = doseNow(plan, at({ tan }));
      expect(dose === 0 || tan + dose <= plan.target + 1e-9).toBe(true);
    }
  });
});

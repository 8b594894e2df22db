import { readdirSync } from 'node:fs';
import { describe, expect, it, test } from 'vitest';
import { judgeWhole } from '../findings/judge.ts';
import { demo } from '../test/demo.ts';
import { givesOf } from './gives.ts';

const of = (id: string) => {
  const system = demo(id);
  const { a, day } = judgeWhole(system);
  return { system, gives: givesOf({ system, a, day }) };
};

describe('what a system gives', () => {
  it('is what its parts add up to', () => {
    const { system, gives } = of('potting-shed-pair');
    expect(gives.water).toBeCloseTo(0.62, 2);
    const pump = system.paths.find((p) => p.kind === 'pumped-line')!;
    const others = system.devices.reduce((sum, d) => sum + d.power, 0);
    expect(gives.power).toBe(pump.pump.power + others);
    // The strictest rule of the demo: feed to planting.
    expect(gives.fish).toBeGreaterThan(1);
    expect(gives.fish).toBeLessThan(2.5);
  });
  test.each(readdirSync('demo').map((f) => f.replace('.json', '')))(
    '%s: fish where there are any, and work that a week has room for',
    (id) => {
      const { system, gives } = of(id);
      expect(gives.fish === null).toBe(system.fish.length === 0);
      // A look a day alone is more than a quarter of an hour a week; a garden is no full-time job.
      expect(gives.work).toBeGreaterThan(15 * 60);
      expect(gives.work).toBeLessThan(10 * 3600);
      expect(gives.water).toBeGreaterThan(0);
    },
  );
});

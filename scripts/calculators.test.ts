import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it, test } from 'vitest';
import { calculatorSheet } from './calculators.ts';
import { ENTRY_KINDS } from '../core/entries/types.ts';
import { substances } from '../core/log/index.ts';
import { judgeWhole } from '../core/findings/judge.ts';
import { tell, UNIT_SYSTEMS } from '../core/quantity/index.ts';
import { NO_OWN } from '../core/system/index.ts';
import { demo } from '../core/test/demo.ts';
import {
  CALCULATORS,
  CALCULATOR_GROUPS,
  cautionOf,
  isAnswer,
  calculatorOf,
  usualValues,
  valuesFor,
  type Answer,
  type Calculator,
} from '../core/calculators/index.ts';

const answer = (id: string, values: Record<string, number | string>): Answer => {
  const calculator = calculatorOf(id)!;
  const a = calculator.work({ ...usualValues(calculator), ...values }, NO_OWN);
  if (!isAnswer(a)) throw new Error(tell(a, 'metric'));
  return a;
};
const result = (a: Answer, key: string) => a.results.find((r) => r.key === key)!.value;

describe('every calculator', () => {
  test.each(CALCULATORS.map((s) => [s.id, s as Calculator] as const))(
    '%s has its working, a caution, a source, and an answer to what is usual',
    (_, calculator) => {
      const a = answer(calculator.id, {});
      expect(a.results.some((r) => r.main)).toBe(true);
      expect(a.steps.length).toBeGreaterThan(0);
      expect(a.explained.given.length).toBeGreaterThan(0);
      expect(tell(cautionOf(calculator), 'metric').length).toBeGreaterThan(20);
      expect(calculator.source.length).toBeGreaterThan(10);
      for (const s of [...a.steps, ...a.results.flatMap((r) => r.measures ?? [])])
        for (const u of UNIT_SYSTEMS)
          expect(tell(typeof s === 'string' ? [s] : 'kind' in s ? [s] : s, u)).not.toMatch(
            /NaN|undefined/,
          );
    },
  );

  /** A picture lies within its scale, and what is logged is what the answer says. */
  const drawn = (calculator: Calculator, a: Answer) => {
    const p = a.picture;
    if (p.what === 'water') {
      expect(p.part, calculator.id).toBeGreaterThanOrEqual(0);
      expect(p.whole, calculator.id).toBeGreaterThan(0);
    } else {
      expect(p.to, calculator.id).toBeGreaterThan(p.from);
      for (const x of [p.value, p.before ?? p.value]) {
        expect(x, calculator.id).toBeGreaterThanOrEqual(p.from);
        expect(x, calculator.id).toBeLessThanOrEqual(p.to);
      }
      const ends = p.zones.map((z) => z.to);
      expect(
        [...ends].sort((x, y) => x - y),
        calculator.id,
      ).toEqual(ends);
    }
    const { mass, volume } = a.entry ?? {};
    const said = mass ?? volume;
    if (said !== undefined && !['ec-top-up', 'solution-change'].includes(calculator.id))
      expect(
        a.results.map((r) => r.value),
        calculator.id,
      ).toContain(said);
  };
  test.each(CALCULATORS.map((s) => [s.id, s as Calculator] as const))(
    '%s has its question, its group, and a picture of its answer within its scale at the ends of every input',
    (_, calculator) => {
      expect(calculator.question).toMatch(/^[A-Z].*\?$/);
      expect(Object.keys(CALCULATOR_GROUPS)).toContain(calculator.group);
      for (const i of calculator.inputs)
        for (const value of i.kind === 'choice' ? i.options.map((o) => o.id) : [i.min, i.max]) {
          const a = calculator.work({ ...usualValues(calculator), [i.key]: value }, NO_OWN);
          if (isAnswer(a)) drawn(calculator, a);
        }
    },
  );
  it('what is logged is a kind of entry and a substance that the log can name', () => {
    const system = demo('potting-shed-pair');
    for (const calculator of CALCULATORS as readonly Calculator[]) {
      const { entry } = answer(calculator.id, {});
      if (!entry) continue;
      expect(ENTRY_KINDS).toContain(entry.kind);
      if (entry.what && calculator.concerns !== 'solution')
        expect(
          substances(system).map((x) => x.id),
          calculator.id,
        ).toContain(entry.what);
    }
  });

  test.each(readdirSync('demo'))('fills what it needs from %s, and answers', (file) => {
    const system = demo(file.replace('.json', ''));
    const { a, day } = judgeWhole(system);
    for (const calculator of CALCULATORS as readonly Calculator[]) {
      const v = valuesFor(calculator, { system, a, day });
      for (const i of calculator.inputs) {
        if (i.kind === 'choice')
          expect(
            i.options.some((o) => o.id === v[i.key]),
            `${calculator.id} ${i.key}`,
          ).toBe(true);
        else {
          expect(v[i.key], `${calculator.id} ${i.key}`).toBeGreaterThanOrEqual(i.min);
          expect(v[i.key]).toBeLessThanOrEqual(i.max);
        }
      }
      calculator.work(v, system.own);
    }
  });
});

describe('their numbers by hand', () => {
  it('a dose of lime for 0.2 pH: 7.75 mg/L of alkalinity in 500 L are 2.87 g', () => {
    const a = answer('ph-up', {
      volume: 0.5,
      ph: 7,
      alkalinity: 100,
      target: 7.2,
      substance: 'calcium-hydroxide',
    });
    expect(result(a, 'now') * 1000).toBeCloseTo(7.75 * 0.5 * 0.7403, 1);
  });
  it('a larger correction is taken in steps of 0.2 with fish, and of 0.5 without', () => {
    const v = { ph: 6, alkalinity: 20, target: 7 };
    const fish = answer('ph-up', { ...v, fish: 'yes' });
    const none = answer('ph-up', { ...v, fish: 'no' });
    expect(result(fish, 'ph')).toBeCloseTo(6.2, 3);
    expect(result(none, 'ph')).toBeCloseTo(6.5, 3);
    expect(fish.wait).toBe(12 * 3600);
    expect(none.wait).toBe(1800);
    expect(result(fish, 'whole')).toBeCloseTo(result(none, 'whole'), 9);
  });
  it('ammonia 0.5 at pH 8.2 and 26 °C is dangerous, at pH 6.8 it is not', () => {
    const bad = answer('ammonia', { low: 0.5, high: 0.5, ph: 8.2, temperature: 26 });
    const good = answer('ammonia', { low: 0.5, high: 0.5, ph: 6.8, temperature: 26 });
    expect(tell(bad.steps[0]!, 'metric')).toBe('Be careful.');
    expect(tell(good.steps[0]!, 'metric')).toMatch(/Safe/);
    // 0.5 · 1/(1 + 10^(9.214 − 8.2)), pKa at 26 °C 0.09018 + 2729.92/299.15.
    expect(result(bad, 'unionised')).toBeCloseTo(
      0.5 / (1 + 10 ** (0.09018 + 2729.92 / 299.15 - 8.2)),
      6,
    );
  });
  it('a band of colours is answered from end to end', () => {
    const a = answer('ammonia', { low: 0.25, high: 0.5, ph: 8, temperature: 25 });
    expect(result(a, 'unionised') / result(a, 'unionised_low')).toBeCloseTo(2, 9);
  });
  it('the change that it asks for brings the ammonia down to what is safe', () => {
    const a = answer('ammonia', { low: 2, high: 2, ph: 8, temperature: 25, volume: 1 });
    const each = result(a, 'change');
    const times = Math.round(Math.log(result(a, 'safe') / 2) / Math.log(1 - each));
    expect(2 * (1 - each) ** times).toBeCloseTo(result(a, 'safe'), 6);
    expect(each).toBeLessThanOrEqual(0.5 + 1e-9);
  });
  it('salt: 1.65 · (20 · 0.5 − 4) mg/L in 200 L', () => {
    const a = answer('salt', { scale: 'n', nitrite: 0.5, chloride: 4, volume: 0.2, ratio: 20 });
    expect(result(a, 'salt') * 1000).toBeCloseTo(1.648 * 6 * 0.2, 2);
  });
  it('feed: 14 perch of 60 g at 22 °C eat about 2 % of their mass', () => {
    const a = answer('feed', { kind: 'european-perch', count: 14, mass: 0.06, temperature: 22 });
    expect((result(a, 'feed') * 1000) / (14 * 60)).toBeCloseTo(0.0196, 3);
  });
  it('pH down says when too little alkalinity is left for fish', () => {
    const a = answer('ph-down', { ph: 7.6, alkalinity: 25, target: 6.4 });
    expect(a.steps.some((s) => /crashes/.test(tell(s, 'metric')))).toBe(true);
  });
  it('bicarbonate does not reach pH 9, and says so', () => {
    const calculator = calculatorOf('ph-up')!;
    const a = calculator.work(
      { ...usualValues(calculator), ph: 8, target: 9, substance: 'sodium-bicarbonate' },
      NO_OWN,
    );
    expect(isAnswer(a)).toBe(false);
  });
});

describe('calculators without a screen', () => {
  it('answer as JSON, in metric units', () => {
    const r = calculatorSheet(['water-change', 'volume=200', 'now=80', 'target=40', '--json']);
    expect(r.status).toBe(0);
    const body = JSON.parse(r.stdout) as {
      results: Record<string, { value: number; unit: string }>;
    };
    expect(body.results.each).toEqual({ value: expect.closeTo(58.58, 1), unit: 'L' });
    expect(body.results.times!.value).toBe(2);
  });
  it('take units', () => {
    const us = calculatorSheet(['salt', 'volume=100 US gal', 'nitrite=1', '--json']);
    const metric = calculatorSheet(['salt', 'volume=378.5412', 'nitrite=1', '--json']);
    const of = (x: string) =>
      (JSON.parse(x) as { results: { salt: { value: number } } }).results.salt.value;
    expect(of(us.stdout)).toBeCloseTo(of(metric.stdout), 4);
  });
  it('list themselves, and refuse what they do not know', () => {
    for (const s of CALCULATORS) expect(calculatorSheet([]).stdout).toContain(s.id);
    expect(calculatorSheet(['toads']).stderr).toMatch(/no calculator “toads”/);
    expect(calculatorSheet(['salt', 'sugar=1']).stderr).toMatch(/asks: scale, nitrite/);
    expect(calculatorSheet(['salt', 'nitrite=500']).stderr).toMatch(/allowed from/);
    expect(calculatorSheet(['salt', 'scale=x']).stderr).toMatch(/one of/);
    expect(calculatorSheet(['salt', '--loud']).status).toBe(2);
  });
});

it('no file of the folder is left out', () => {
  const text = readFileSync('core/calculators/index.ts', 'utf8');
  for (const f of readdirSync('core/calculators'))
    if (!/test|index|measures/.test(f)) expect(text).toContain(`./${f}`);
});

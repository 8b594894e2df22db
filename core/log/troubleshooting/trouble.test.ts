import { describe, expect, it, test } from 'vitest';
import { FAULTS } from '../../faultTests/faults/index.ts';
import { judge } from '../../findings/judge.ts';
import { tell } from '../../quantity/index.ts';
import { CALCULATORS } from '../../calculators/index.ts';
import { tendedDemo, type TestEntry } from '../../test/tended.ts';
import type { Edit } from '../../system/index.ts';
import { TASKS } from '../tasks/index.ts';
import { SIGNS, type SignId } from '../../entries/signs.ts';
import { CAUSES, SYMPTOMS, diagnose } from './index.ts';

const diagnosis = (
  sign: SignId,
  noted: readonly TestEntry[],
  demo = 'potting-shed-pair',
  edits: readonly Edit[] = [],
) => {
  const t = tendedDemo(demo, noted, edits);
  return diagnose(t, sign, judge(t.system, null, t.c.a))!;
};
const first = (...args: Parameters<typeof diagnosis>) => diagnosis(...args).causes[0]!;
const filled: Edit = { at: 'care.filled', to: Date.parse('2025-06-01T08:00:00Z') };
const HOURS = 24;

describe('the tables of trouble', () => {
  it('know every sign of trouble, and no cause that is not there', () => {
    const trouble = SIGNS.filter((x) => !('well' in x)).map((x) => x.id);
    expect(SYMPTOMS.map((x) => x.sign).sort()).toEqual([...trouble].sort());
    const ids = new Set(CAUSES.map((x) => x.id));
    for (const s of SYMPTOMS) for (const [id] of s.causes) expect(ids).toContain(id);
    const used = new Set(SYMPTOMS.flatMap((s) => s.causes.map(([id]) => id)));
    for (const id of ids) expect(used).toContain(id);
  });

  it('leave what is done to living water to the plan of care', () => {
    const orders =
      /\b(aerate|more air|bring air|stop feeding|less feed|feed (little|the|less)|change( the)? water|top up|dissolve|dose|salt shields|warm(er)? by|acid|correct)\b/i;
    for (const x of CAUSES) expect(tell(x.then, 'metric')).not.toMatch(orders);
  });

  it('end in tasks, fault tests and calculators that there are', () => {
    for (const { end } of CAUSES) {
      if (end.kind === 'task') expect(TASKS.map((x) => x.id)).toContain(end.task);
      if (end.kind === 'faultTest') expect(FAULTS.map((x) => x.id)).toContain(end.fault);
      if (end.kind === 'calculator') expect(CALCULATORS.map((x) => x.id)).toContain(end.calculator);
    }
  });
});

describe('what is behind a sign', () => {
  test.each<
    [
      string,
      SignId,
      readonly TestEntry[],
      string,
      Partial<{ demo: string; edits: readonly Edit[] }>,
    ]
  >([
    ['gasping after a power cut', 'fish-gasp', [{ h: 3, kind: 'power-cut' }], 'oxygen', {}],
    [
      'gasping with nitrite of 3',
      'fish-gasp',
      [{ h: 5, nitrite: [3, 3], tan: [0, 0], ph: 7, temperature: 20, oxygen: 8 }],
      'nitrite',
      {},
    ],
    [
      'gasping with much ammonia',
      'fish-gasp',
      [{ h: 5, nitrite: [0, 0], tan: [2, 2], ph: 8.2, temperature: 24, oxygen: 8 }],
      'ammonia',
      {},
    ],
    [
      'hiding, three days in the tank',
      'fish-hide',
      [{ h: 3 * HOURS, kind: 'fish-in', count: 6 }],
      'newcomers',
      {},
    ],
    [
      'hiding in water of 9 °C',
      'fish-hide',
      [{ h: 2, temperature: 9, ph: 7, tan: [0, 0] }],
      'cold',
      {},
    ],
    [
      'darting after a change from a chlorinated tap',
      'fish-dart',
      [{ h: 2, kind: 'water-change', volume: 0.2 }],
      'chlorine',
      {},
    ],
    ['spots', 'fish-marks', [], 'disease', {}],
    [
      'pale young leaves, no iron in the log',
      'leaves-pale-veins',
      [{ h: 2, ph: 6.8, temperature: 20 }],
      'iron',
      {},
    ],
    [
      'pale young leaves at pH 8, iron given',
      'leaves-pale-veins',
      [
        { h: 10 * HOURS, kind: 'dose', what: 'iron' },
        { h: 2, ph: 8.6, temperature: 20 },
      ],
      'high-ph',
      { edits: [filled] },
    ],
    [
      'pale old leaves with nitrate of 1',
      'leaves-pale-old',
      [{ h: 2, nitrate: [0, 1] }],
      'hungry',
      {},
    ],
    ['a weak flow, timed', 'flow-weak', [{ h: 2, about: 'lift', flow: 1.5e-4 }], 'pump', {}],
    [
      'a siphon that sleeps with a weak flow',
      'siphon-sleeps',
      [{ h: 2, about: 'lift', flow: 1.2e-4 }],
      'inflow-low',
      {},
    ],
    [
      'a bed that drains slowly, guards long not rinsed',
      'bed-slow',
      [],
      'guard',
      { edits: [filled] },
    ],
    [
      'a level that falls, twice the water topped up',
      'level-falls',
      [6, 4, 2].map((d) => ({ h: d * HOURS, kind: 'top-up' as const, volume: 0.05 })),
      'leak',
      {},
    ],
    [
      'cloudy in its second week',
      'water-cloudy',
      [{ h: 2, kind: 'look', seen: ['feed-left'] }],
      'bloom',
      { edits: [{ at: 'care.filled', to: Date.parse('2026-05-30T08:00:00Z') }] },
    ],
    [
      'brown edges, salt dissolved',
      'leaf-edges-brown',
      [
        { h: 9 * HOURS, kind: 'dose', what: 'salt', mass: 0.2 },
        { h: 2, conductivity: 0.2 },
      ],
      'strong',
      {},
    ],
  ])('%s', (_, sign, noted, cause, { demo, edits }) => {
    const d = diagnosis(sign, noted, demo, edits);
    expect(d.causes[0]!.cause.id).toBe(cause);
    for (const c of d.causes)
      for (const e of [...c.for, ...c.against])
        expect(tell(e.because, 'metric').length).toBeGreaterThan(3);
  });

  it('weighs the log: a reading that is well speaks against', () => {
    const before = first('fish-gasp', []);
    expect(before.cause.id).toBe('oxygen');
    const after = diagnosis('fish-gasp', [
      { h: 1, oxygen: 8.5, temperature: 18, nitrite: [0, 0], tan: [0, 0], ph: 7 },
    ]);
    const oxygen = after.causes.find((c) => c.cause.id === 'oxygen')!;
    expect(oxygen.against.length).toBeGreaterThan(0);
    expect(oxygen.points).toBeLessThan(before.points);
  });

  it('asks for the reading that would tell most, and not for one just taken', () => {
    expect(diagnosis('fish-gasp', []).tell).not.toBeNull();
    expect(diagnosis('fish-gasp', [{ h: 1, oxygen: 8 }]).tell).not.toBe('oxygen');
    expect(diagnosis('leaves-pale-veins', []).tell).toBe('ph');
  });
});

import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { BUFFERS, ACIDS } from '../../catalogue/index.ts';
import { phAfter, unionisedShare } from '../../life/index.ts';
import { format, tell } from '../../quantity/index.ts';
import { cases } from '../../test/cases.ts';
import { tendedDemo, type Noted } from '../../test/tended.ts';
import type { Edit } from '../../system/index.ts';
import { fishKindOf } from '../../system/index.ts';
import { mixed, waterNow } from './mixing.ts';
import { adviceOf, movedToday, type ActionKind, type Advice, type Urgency } from './index.ts';

/** The pair with a tap of which nothing is known, so that a change of water dilutes and does nothing else: 620 L. */
const PLAIN_TAP: Edit[] = [
  { at: 'site.tap.chlorine', to: 'none' },
  { at: 'site.tap.alkalinity', to: null },
  { at: 'site.tap.ph', to: null },
];
const V = 0.62;
/** The balcony’s tilapia: 330 L. The tray’s rocket and beans: 130 L of solution. */
const BALCONY = 0.33;
const TRAY = 0.13;

interface Situation {
  readonly name: string;
  readonly demo?: string;
  readonly edits?: readonly Edit[];
  readonly noted: readonly Noted[];
  /** Rule and action of the first advice; nothing where there is none of the rule. */
  readonly first?: readonly [id: string, kind: ActionKind, urgency: Urgency];
  readonly none?: string;
  readonly amount?: number;
  readonly tolerance?: number;
  readonly hours?: number;
}

const fine: Noted = {
  temperature: 20,
  ph: 7,
  alkalinity: 60,
  tan: [0, 0],
  nitrite: [0, 0],
  nitrate: [10, 10],
};
const read = (values: Noted): Noted[] => [{ ...fine, ...values }];
/** Share of un-ionised ammonia of the published table; what of it is safe to leave, in hundredths upwards. */
const change = (tan: number, share: number, volume: number) =>
  (Math.ceil((1 - 0.02 / share / tan) * 100 - 1e-9) / 100) * volume;
const potassiumBicarbonate = (alkalinity: number, volume: number) =>
  (alkalinity * 2.0008 * volume) / 1000;
const salt = (nitrite: number, chloride: number) => (1.6485 * (20 * nitrite - chloride) * V) / 1000;
/** Perch of 60 g: 1.9606 % between 2 % at 55 g and 1 % at 500 g along the logarithm; 14 of them. */
const RATION = 14 * 0.06 * 0.019606;

const SITUATIONS: readonly Situation[] = [
  // Ammonia: limits of 0.02 and 0.05 mg/L un-ionised; shares after Emerson and others (1975).
  { name: 'a calm tank asks for nothing', noted: read({}), none: 'ammonia' },
  {
    name: 'ammonia 0.25 at pH 8 is under caution',
    noted: read({ ph: 8, tan: [0.25, 0.25] }),
    none: 'ammonia',
  },
  {
    name: 'ammonia 0.8 at pH 8, 20 °C',
    noted: read({ ph: 8, tan: [0.8, 0.8] }),
    first: ['ammonia', 'change-water', 'today'],
    amount: change(0.8, 0.038071257, V),
    hours: 12,
  },
  {
    name: 'ammonia 2 at pH 8, 20 °C: the most at once',
    noted: read({ ph: 8, tan: [2, 2] }),
    first: ['ammonia', 'change-water', 'now'],
    amount: 0.4 * V,
    hours: 12,
  },
  {
    name: 'ammonia 0.2 at pH 8.5, 25 °C',
    noted: read({ ph: 8.5, temperature: 25, tan: [0.2, 0.2] }),
    first: ['ammonia', 'change-water', 'today'],
    amount: change(0.2, 0.15205216, V),
    hours: 12,
  },
  {
    name: 'ammonia 1 at pH 8, 25 °C',
    noted: read({ ph: 8, temperature: 25, tan: [1, 1] }),
    first: ['ammonia', 'change-water', 'now'],
    amount: 0.4 * V,
    hours: 12,
  },
  {
    name: 'ammonia 0.5 at pH 8.5, 10 °C',
    noted: read({ ph: 8.5, temperature: 10, tan: [0.5, 0.5] }),
    first: ['ammonia', 'change-water', 'today'],
    amount: change(0.5, 0.055437119, V),
    hours: 12,
  },
  {
    name: 'ammonia 0.3 at pH 8.5, 15 °C',
    noted: read({ ph: 8.5, temperature: 15, tan: [0.3, 0.3] }),
    first: ['ammonia', 'change-water', 'today'],
    amount: change(0.3, 0.079419514, V),
    hours: 12,
  },
  {
    name: 'ammonia 1 at pH 7.5, 30 °C, tilapia',
    demo: 'warm-balcony',
    noted: read({ ph: 7.5, temperature: 30, tan: [1, 1] }),
    first: ['ammonia', 'change-water', 'today'],
    amount: change(1, 0.024760106, BALCONY),
    hours: 12,
  },
  {
    name: 'a colour band counts by its upper end',
    noted: read({ ph: 8.5, tan: [0.25, 0.5] }),
    first: ['ammonia', 'change-water', 'now'],
    amount: 0.4 * V,
  },
  {
    name: 'much ammonia in sour water: half the feed',
    noted: read({ ph: 6.5, tan: [3, 3] }),
    first: ['ammonia', 'feed', 'today'],
    amount: RATION / 2,
    hours: 24,
  },
  {
    name: 'ammonia without a pH: read it',
    noted: [{ temperature: 20, tan: [1, 1] }],
    first: ['ammonia', 'read', 'now'],
  },
  {
    name: 'little ammonia without a pH',
    noted: [{ temperature: 20, tan: [0.2, 0.2] }],
    none: 'ammonia',
  },
  {
    name: 'ammonia with a pH of three weeks ago: read it',
    noted: [
      { h: 504, ph: 8 },
      { temperature: 20, tan: [2, 2] },
    ],
    first: ['ammonia', 'read', 'now'],
  },
  {
    name: 'two hours after a change of water: wait ten more',
    noted: [...read({ ph: 8, tan: [2, 2], h: 3 }), { h: 2, kind: 'water-change', volume: 0.2 }],
    first: ['ammonia', 'wait', 'now'],
    hours: 10,
  },
  {
    name: 'thirteen hours after a change, not read since: read',
    noted: [...read({ ph: 8, tan: [2, 2], h: 14 }), { h: 13, kind: 'water-change', volume: 0.2 }],
    first: ['ammonia', 'read', 'now'],
  },
  {
    name: 'thirteen hours after a change and read: change again',
    noted: [{ h: 13, kind: 'water-change', volume: 0.2 }, ...read({ ph: 8, tan: [1, 1] })],
    first: ['ammonia', 'change-water', 'today'],
    amount: 0.4 * V,
  },
  {
    name: 'a tap of pH 8.8 and 300 of alkalinity would make more of it poisonous',
    edits: [
      { at: 'site.tap.ph', to: 8.8 },
      { at: 'site.tap.alkalinity', to: 300 },
    ],
    noted: read({ ph: 7.4, temperature: 25, alkalinity: 30, tan: [3, 3] }),
    first: ['ammonia', 'stop-feeding', 'today'],
  },
  // Nitrite: caution 0.5, act 1 mg/L; 1.6485 g of salt per g of chloride, 20 to 1.
  { name: 'nitrite 0.4 is under caution', noted: read({ nitrite: [0.4, 0.4] }), none: 'nitrite' },
  {
    name: 'nitrite 0.6',
    noted: read({ nitrite: [0.6, 0.6] }),
    first: ['nitrite', 'change-water', 'today'],
    amount: (1 - 0.4 / 0.6) * V,
    hours: 12,
  },
  {
    name: 'nitrite 0.9: the most at once',
    noted: read({ nitrite: [0.9, 0.9] }),
    first: ['nitrite', 'change-water', 'today'],
    amount: 0.4 * V,
  },
  {
    name: 'nitrite 2: salt',
    noted: read({ nitrite: [2, 2] }),
    first: ['nitrite', 'dose', 'now'],
    amount: salt(2, 0),
    hours: 12,
  },
  {
    name: 'nitrite 2 with chloride 15: less salt',
    noted: read({ nitrite: [2, 2], chloride: 15 }),
    first: ['nitrite', 'dose', 'now'],
    amount: salt(2, 15),
  },
  {
    name: 'nitrite 2 with chloride 20 is shielded',
    noted: read({ nitrite: [2, 2], chloride: 20 }),
    none: 'nitrite',
  },
  {
    name: 'nitrite 12: no more salt than 300 mg/L at once',
    noted: read({ nitrite: [12, 12] }),
    first: ['nitrite', 'dose', 'now'],
    amount: 0.3 * V,
  },
  {
    name: 'salt three hours ago: wait nine',
    noted: [...read({ nitrite: [12, 12], h: 4 }), { h: 3, kind: 'dose', what: 'salt', mass: 0.05 }],
    first: ['nitrite', 'wait', 'now'],
    hours: 9,
  },
  {
    name: 'trout act on nitrite of 0.3',
    edits: [{ at: 'fish.fish.kind', to: 'rainbow-trout' }],
    noted: read({ temperature: 15, nitrite: [0.35, 0.35] }),
    first: ['nitrite', 'dose', 'now'],
    amount: salt(0.35, 0),
  },
  // Chlorine: 2.8 mg of sodium ascorbate per mg.
  {
    name: 'chlorine 0.3 in the tank',
    noted: read({ chlorine: 0.3 }),
    first: ['chlorine', 'dose', 'now'],
    amount: (2.8 * 0.3 * V) / 1000,
    hours: 0.5,
  },
  { name: 'no chlorine', noted: read({ chlorine: 0 }), none: 'chlorine' },
  {
    name: 'chlorine treated ten minutes ago',
    noted: [
      ...read({ chlorine: 0.3, h: 0.5 }),
      { h: 1 / 6, kind: 'dose', what: 'sodium-ascorbate', mass: 0.0005 },
    ],
    first: ['chlorine', 'wait', 'now'],
    hours: 1 / 3,
  },
  // Warmth: perch thrive at 20 to 24 °C and live from 2 to 30.
  { name: '26 °C is borne', noted: read({ temperature: 26 }), none: 'temperature' },
  {
    name: '28 °C: cool today',
    noted: read({ temperature: 28 }),
    first: ['temperature', 'cool', 'today'],
    hours: 12,
  },
  {
    name: '29.5 °C with a tap of 15 °C: two degrees',
    edits: [{ at: 'site.tap.temperature', to: 15 }],
    noted: read({ temperature: 29.5 }),
    first: ['temperature', 'change-water', 'now'],
    amount: (2 / 14.5) * V,
    hours: 3,
  },
  {
    name: '29.5 °C and no cool water',
    noted: read({ temperature: 29.5 }),
    first: ['temperature', 'cool', 'now'],
    hours: 3,
  },
  {
    name: '12 °C: three sevenths of the appetite',
    noted: read({ temperature: 12 }),
    first: ['temperature', 'feed', 'today'],
    amount: (RATION * 6) / 14,
    hours: 24,
  },
  {
    name: '5 °C: no feed',
    noted: read({ temperature: 5 }),
    first: ['temperature', 'stop-feeding', 'today'],
  },
  { name: '3 °C: warm', noted: read({ temperature: 3 }), first: ['temperature', 'warm', 'now'] },
  // Carbonate: 11.7 mg/L of bicarbonate move pH 6.4 at alkalinity 20 by 0.2; 59.0 do so from pH 7 at 100.
  {
    name: 'pH 6.4, alkalinity 20: one step',
    noted: read({ ph: 6.4, alkalinity: 20 }),
    first: ['carbonate', 'dose', 'week'],
    amount: potassiumBicarbonate(11.7, V),
    tolerance: 0.02,
    hours: 12,
  },
  {
    name: 'pH 7.5, alkalinity 25: to 40 in one',
    noted: read({ ph: 7.5, alkalinity: 25 }),
    first: ['carbonate', 'dose', 'week'],
    amount: potassiumBicarbonate(15, V),
    hours: 12,
  },
  {
    name: 'alkalinity 15 is for today',
    noted: read({ ph: 7.4, alkalinity: 15 }),
    first: ['carbonate', 'dose', 'today'],
  },
  {
    name: 'sour with carbon dioxide: air first',
    noted: read({ ph: 6.3, alkalinity: 60 }),
    first: ['carbonate', 'aerate', 'today'],
    hours: 24,
  },
  {
    name: 'pH 6.2 and no alkalinity read: read it',
    noted: [{ temperature: 20, ph: 6.2 }],
    first: ['carbonate', 'read', 'today'],
  },
  {
    name: 'pH 5.8 and no alkalinity read: today',
    noted: [{ temperature: 20, ph: 5.8 }],
    first: ['carbonate', 'read', 'today'],
  },
  {
    name: 'a buffer three hours ago: wait nine',
    noted: [
      ...read({ ph: 6.4, alkalinity: 15, h: 4 }),
      { h: 3, kind: 'dose', what: 'potassium-bicarbonate', mass: 0.012 },
    ],
    first: ['carbonate', 'wait', 'today'],
    hours: 9,
  },
  {
    name: 'a buffer thirteen hours ago, not read since: read',
    noted: [
      ...read({ ph: 6.4, alkalinity: 15, h: 14 }),
      { h: 13, kind: 'dose', what: 'potassium-bicarbonate', mass: 0.012 },
    ],
    first: ['carbonate', 'read', 'today'],
  },
  {
    name: 'ammonia of 8 mg/L at pH 6.8: no buffer before it falls',
    noted: read({ ph: 6.8, alkalinity: 15, tan: [8, 8] }),
    first: ['ammonia', 'feed', 'today'],
  },
  {
    name: 'pH 8.9 with 200 of alkalinity: acid',
    noted: read({ ph: 8.9, alkalinity: 200 }),
    first: ['carbonate', 'dose', 'today'],
    hours: 12,
  },
  {
    name: 'pH 9.2 with 30 of alkalinity: no acid',
    noted: read({ ph: 9.2, alkalinity: 30 }),
    first: ['carbonate', 'aerate', 'today'],
  },
  // Nitrate: 150 mg/L as NO₃⁻ are 33.89 as N.
  {
    name: 'nitrate 42.5 as N',
    noted: read({ nitrate: [42.5, 42.5] }),
    first: ['nitrate', 'change-water', 'week'],
    amount: (1 - 33.886 / 42.5) * V,
  },
  {
    name: 'nitrate 80 as N: today',
    noted: read({ nitrate: [80, 80] }),
    first: ['nitrate', 'change-water', 'today'],
    amount: 0.4 * V,
  },
  {
    name: 'nitrate of half a mg/L',
    noted: read({ nitrate: [0, 0.5] }),
    first: ['nitrate', 'look', 'week'],
  },
  // Oxygen: perch at ease from 5, under stress below 3.
  { name: 'oxygen 7', noted: read({ oxygen: 7 }), none: 'oxygen' },
  {
    name: 'oxygen 4.5',
    noted: read({ oxygen: 4.5 }),
    first: ['oxygen', 'aerate', 'today'],
    hours: 12,
  },
  {
    name: 'oxygen 2.5',
    noted: read({ oxygen: 2.5 }),
    first: ['oxygen', 'aerate', 'now'],
    hours: 1,
  },
  {
    name: 'gasping fish',
    noted: [...read({ h: 20 }), { kind: 'look', seen: ['fish-gasp'] }],
    first: ['oxygen', 'aerate', 'now'],
    hours: 1,
  },
  {
    name: 'gasping fish, oxygen read since',
    noted: [{ h: 2, kind: 'look', seen: ['fish-gasp'] }, ...read({ oxygen: 8 })],
    none: 'oxygen',
  },
  {
    name: 'gasping and ammonia: air first',
    noted: [...read({ ph: 8, tan: [2, 2] }), { kind: 'look', seen: ['fish-gasp'] }],
    first: ['oxygen', 'aerate', 'now'],
  },
  // Fish and feed.
  {
    name: 'one death',
    noted: [...read({}), { h: 5, kind: 'fish-dead', count: 1 }],
    first: ['deaths', 'read', 'now'],
    hours: 12,
  },
  {
    name: 'one death among many',
    edits: [{ at: 'fish.fish.count', to: 40 }],
    noted: [...read({}), { h: 5, kind: 'fish-dead', count: 1 }],
    first: ['deaths', 'read', 'today'],
  },
  {
    name: 'feed left over',
    noted: [...read({}), { h: 5, kind: 'look', seen: ['feed-left'] }],
    first: ['feeding', 'feed', 'today'],
    amount: RATION / 2,
  },
  {
    name: 'three days of 50 g',
    noted: [...read({}), ...[60, 36, 12].map((h) => ({ h, kind: 'feed' as const, mass: 0.05 }))],
    first: ['feeding', 'feed', 'today'],
    amount: RATION,
  },
  {
    name: 'three days of 16 g',
    noted: [...read({}), ...[60, 36, 12].map((h) => ({ h, kind: 'feed' as const, mass: 0.016 }))],
    none: 'feeding',
  },
  {
    name: 'a power cut',
    noted: [...read({}), { h: 2, kind: 'power-cut' }],
    first: ['power', 'look', 'now'],
    hours: 1,
  },
  {
    name: 'a power cut, the pump seen running since',
    noted: [...read({}), { h: 2, kind: 'power-cut' }, { h: 1, kind: 'look', seen: ['pump-well'] }],
    none: 'power',
  },
  // Solution: rocket and beans want 1.5 to 1.8 mS/cm; a full dose of the label raises it by 1.8.
  {
    name: 'a weak solution',
    demo: 'under-stairs-tray',
    noted: [{ temperature: 20, ph: 6.4, conductivity: 0.06 }],
    first: ['strength', 'dose', 'today'],
    amount: ((0.165 - 0.06) / 0.18) * 3 * TRAY * 1e-3,
    hours: 0.5,
  },
  {
    name: 'a weak solution by what the last dose did',
    demo: 'under-stairs-tray',
    noted: [
      { h: 5, conductivity: 0.1 },
      { h: 4, kind: 'dose', what: 'two-part', count: 0.5 },
      { h: 3, conductivity: 0.16 },
      { h: 2, kind: 'top-up', volume: 0.04 },
      { h: 1, temperature: 20, ph: 6.4, conductivity: 0.1 },
    ],
    first: ['strength', 'dose', 'today'],
    amount: (0.065 / 0.12) * 3 * TRAY * 1e-3,
  },
  {
    name: 'a strong solution',
    demo: 'under-stairs-tray',
    noted: [{ temperature: 20, ph: 6.4, conductivity: 0.2 }],
    first: ['strength', 'top-up', 'today'],
    amount: (0.035 / 0.125) * TRAY,
  },
  {
    name: 'a very strong solution',
    demo: 'under-stairs-tray',
    noted: [{ temperature: 20, ph: 6.4, conductivity: 0.3 }],
    first: ['strength', 'top-up', 'today'],
    amount: 0.4 * TRAY,
  },
  {
    name: 'dosed twelve minutes ago',
    demo: 'under-stairs-tray',
    noted: [
      { h: 0.5, temperature: 20, ph: 6.4, conductivity: 0.06 },
      { h: 0.2, kind: 'dose', what: 'two-part', count: 0.5 },
    ],
    first: ['strength', 'wait', 'today'],
    hours: 0.3,
  },
  {
    name: 'a sharp pH waits for the strength',
    demo: 'under-stairs-tray',
    noted: [{ temperature: 20, ph: 7.6, conductivity: 0.06 }],
    none: 'carbonate',
  },
  {
    name: 'a solution of pH 7.6',
    demo: 'under-stairs-tray',
    noted: [{ temperature: 20, ph: 7.6, conductivity: 0.165 }],
    first: ['carbonate', 'dose', 'today'],
    hours: 0.5,
  },
  {
    name: 'a warm solution',
    demo: 'under-stairs-tray',
    noted: [{ temperature: 25.5, ph: 6.4, conductivity: 0.165 }],
    first: ['temperature', 'cool', 'today'],
  },
  {
    name: 'a solution of five weeks',
    demo: 'under-stairs-tray',
    noted: [
      { h: 35 * 24, kind: 'water-change', volume: TRAY },
      { temperature: 20, ph: 6.4, conductivity: 0.165 },
    ],
    first: ['solution-age', 'change-solution', 'week'],
    amount: TRAY,
  },
  {
    name: 'topped up by more than it holds',
    demo: 'under-stairs-tray',
    noted: [
      { h: 660, kind: 'water-change', volume: TRAY },
      ...[600, 400, 200].map((h) => ({ h, kind: 'top-up' as const, volume: 0.05 })),
      { temperature: 20, ph: 6.4, conductivity: 0.165 },
    ],
    first: ['solution-age', 'change-solution', 'week'],
    amount: TRAY,
  },
  // What was not read.
  {
    name: 'nothing read for three weeks',
    noted: read({ h: 504 }),
    first: ['stale', 'read', 'today'],
  },
];

const adviceFor = (x: Situation): Advice[] => {
  const plain = x.demo === undefined ? PLAIN_TAP : [];
  return adviceOf(
    tendedDemo(x.demo ?? 'potting-shed-pair', x.noted, [...plain, ...(x.edits ?? [])]),
  );
};

describe('advice in a situation', () => {
  it('is worked out by hand for sixty and more', () => {
    expect(SITUATIONS.length).toBeGreaterThanOrEqual(60);
  });
  test.each(SITUATIONS)('$name', (x) => {
    const advice = adviceFor(x);
    if (x.none) expect(advice.map((a) => a.id)).not.toContain(x.none);
    if (!x.first) return;
    const [first] = advice;
    expect([first?.id, first?.kind, first?.urgency]).toEqual(x.first);
    if (x.amount !== undefined)
      expect(Math.abs(first!.amount! / x.amount - 1)).toBeLessThan(x.tolerance ?? 0.003);
    if (x.hours !== undefined) expect(first!.wait! / 3600).toBeCloseTo(x.hours, 2);
  });
});

describe('the small-step rule', () => {
  it('raises no pH while that would turn ammonia poisonous', () => {
    // 8 mg/L at 20 °C reach 0.02 un-ionised at pH 6.80: not one step is left.
    const t = tendedDemo(
      'potting-shed-pair',
      read({ ph: 6.8, alkalinity: 15, tan: [8, 8] }),
      PLAIN_TAP,
    );
    const carbonate = adviceOf(t).filter((a) => a.id === 'carbonate');
    expect(carbonate.map((a) => a.kind)).toEqual(['wait']);
  });

  it('leaves a tenth of a pH after a step of two tenths on the same day', () => {
    const dosed: Noted[] = [
      { h: 13, kind: 'dose', what: 'potassium-bicarbonate', mass: potassiumBicarbonate(11.7, V) },
      ...read({ ph: 6.4, alkalinity: 20 }),
    ];
    const t = tendedDemo('potting-shed-pair', dosed, PLAIN_TAP);
    expect(movedToday(t)).toBeCloseTo(0.2, 1);
    const [first] = adviceOf(t);
    expect(first!.kind).toBe('dose');
    const now = waterNow(t);
    const alk = (first!.amount! * 1000) / 2.0008 / V;
    expect(phAfter(now, alk, 1) - now.ph).toBeCloseTo(0.3 - movedToday(t), 2);
  });

  it('is not got round by pressing twice: the second press finds the wait', () => {
    const before = read({ ph: 6.4, alkalinity: 20 });
    const [dose] = adviceOf(tendedDemo('potting-shed-pair', before, PLAIN_TAP));
    const pressed: Noted[] = [
      ...before,
      { h: 0, kind: 'dose', what: dose!.substance!, mass: dose!.amount! },
    ];
    const after = adviceOf(tendedDemo('potting-shed-pair', pressed, PLAIN_TAP));
    expect(after.filter((a) => a.kind === 'dose')).toEqual([]);
    expect(after.some((a) => a.id === 'carbonate' && a.kind === 'wait')).toBe(true);
  });
});

/** Any readings a kit may show. */
const anyReading = fc.record({
  temperature: fc.integer({ min: 2, max: 34 }),
  ph: fc.integer({ min: 50, max: 92 }).map((x) => x / 10),
  alkalinity: fc.integer({ min: 1, max: 300 }),
  tan: fc.constantFrom(0, 0.25, 0.5, 1, 2, 4, 8).map((x) => [x, x] as const),
  nitrite: fc.constantFrom(0, 0.25, 0.5, 1, 5, 20).map((x) => [x, x] as const),
  nitrate: fc.integer({ min: 0, max: 200 }).map((x) => [x, x] as const),
});
const anyTap = fc.record({
  ph: fc.constantFrom(null, 6.5, 7.4, 8.2, 9),
  alkalinity: fc.constantFrom(null, 20, 120, 300),
  chlorine: fc.constantFrom('none', 'chlorine', 'chloramine'),
  chlorineLevel: fc.constantFrom(null, 0.3, 2),
});
const tapEdits = (tap: Record<string, unknown>): Edit[] =>
  Object.entries(tap).map(([key, to]) => ({ at: `site.tap.${key}`, to }));

describe('advice of any readings', () => {
  it('moves the pH by no more than a step, and makes no ammonia poisonous that was not', () => {
    fc.assert(
      fc.property(anyReading, anyTap, (values, tap) => {
        const t = tendedDemo('potting-shed-pair', [values], tapEdits(tap));
        const now = waterNow(t);
        for (const a of adviceOf(t)) {
          if (a.kind !== 'dose') continue;
          const buffer = BUFFERS.find((b) => b.id === a.substance);
          const acid = ACIDS.find((x) => x.id === a.substance);
          if (!buffer && !acid) continue;
          const change = buffer
            ? ((a.amount! * 1000) / buffer.gramsPerEquivalent / t.volume) * 50.043
            : -1;
          if (!buffer) continue;
          const then = phAfter(now, change, buffer.carbonPerEquivalent);
          expect(Math.abs(then - now.ph)).toBeLessThanOrEqual(0.2 + 2e-3);
          const before = values.tan[1] * unionisedShare(now.temperature, now.ph);
          const after = values.tan[1] * unionisedShare(now.temperature, then);
          if (before < 0.02) expect(after).toBeLessThanOrEqual(0.02 + 1e-4);
        }
      }),
      { numRuns: cases(60, 2000) },
    );
  });

  it('changes no more than two fifths of the water, and never so that more ammonia is un-ionised', () => {
    fc.assert(
      fc.property(anyReading, anyTap, (values, tap) => {
        const t = tendedDemo('potting-shed-pair', [values], tapEdits(tap));
        const changes = adviceOf(t).filter((a) => a.kind === 'change-water');
        expect(changes.length).toBeLessThanOrEqual(1);
        for (const a of changes) {
          expect(a.amount! / t.volume).toBeLessThanOrEqual(0.4 + 1e-9);
          const before = mixed(t, 0, values.tan[1]).unionised;
          const after = mixed(t, a.amount! / t.volume, values.tan[1]).unionised;
          expect(after).toBeLessThanOrEqual(Math.max(before, 0.02) + 1e-6);
        }
      }),
      { numRuns: cases(60, 2000) },
    );
  });

  it('grows with the water: twice the volume, twice the amount', () => {
    fc.assert(
      fc.property(anyReading, (values) => {
        const one = tendedDemo('potting-shed-pair', [values], PLAIN_TAP);
        const two = { ...one, volume: 2 * one.volume };
        const scaled = new Set<ActionKind>(['dose', 'change-water', 'top-up']);
        const amounts = (t: typeof one) =>
          adviceOf(t).flatMap((a) => (scaled.has(a.kind) && a.amount ? [[a.id, a.amount]] : []));
        const first = amounts(one);
        expect(amounts(two)).toHaveLength(first.length);
        amounts(two).forEach(([id, amount], i) => {
          expect(id).toBe(first[i]![0]);
          expect((amount as number) / (first[i]![1] as number)).toBeCloseTo(2, 4);
        });
      }),
      { numRuns: cases(40, 1000) },
    );
  });

  it('says in whole sentences what, why, on what it rests, and what would change it', () => {
    fc.assert(
      fc.property(
        anyReading,
        fc.constantFrom('metric' as const, 'us' as const),
        (values, units) => {
          for (const a of adviceOf(tendedDemo('potting-shed-pair', [values]))) {
            for (const phrase of [a.say, a.because, a.unless, ...a.also]) {
              const text = tell(phrase, units);
              expect(text).toMatch(/[.?]$/);
              expect(text).not.toMatch(/NaN|undefined|Infinity|null/);
            }
            expect(a.rests.length).toBeGreaterThan(0);
          }
        },
      ),
      { numRuns: cases(30, 500) },
    );
  });
});

it('names the kind of perch whose limits it goes by', () => {
  const t = tendedDemo('potting-shed-pair', []);
  expect(fishKindOf(t.system, t.system.fish[0]!.kind)?.id).toBe('european-perch');
  expect(format(t.volume, 'volume', 'metric')).toBe('620 L');
});

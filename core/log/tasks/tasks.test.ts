import fc from 'fast-check';
import ICAL from 'ical.js';
import { describe, expect, it, test } from 'vitest';
import { tasksIcs } from '../../formats/tasksIcs.ts';
import { tell } from '../../quantity/index.ts';
import {
  NOW,
  demoDocument,
  entriesOf,
  tendedDemo,
  tendedOf,
  type TestEntry,
} from '../../test/tended.ts';
import { applyEdits, type Edit } from '../../system/index.ts';
import { addDays } from '../../calendar/time.ts';
import { cases } from '../../test/cases.ts';
import { daysOf, nextAfter, ruleText, tasksOf, weekOf, type Task } from './index.ts';

/** NOW is Wednesday, 10 June 2026, 10 o’clock in Vienna. */
const TODAY = '2026-06-10';
const DAY = 24;
const filled = (daysAgo: number): Edit => ({ at: 'care.filled', to: NOW - daysAgo * 86_400_000 });
const tasks = (name: string, noted: readonly TestEntry[], edits: readonly Edit[] = []): Task[] =>
  tasksOf(tendedDemo(name, noted, edits));
const find = (all: readonly Task[], id: string) => all.find((t) => t.id === id);
const dueOf = (all: readonly Task[], id: string) => find(all, id)?.due;

describe('days that repeat', () => {
  test.each([
    [
      'every 7 days',
      { every: 7, unit: 'day' as const },
      '2026-03-25',
      ['2026-03-25', '2026-04-01', '2026-04-08'],
    ],
    [
      'at the end of the month',
      { every: 1, unit: 'month' as const },
      '2027-12-31',
      ['2027-12-31', '2028-01-31', '2028-02-29', '2028-03-31', '2028-04-30'],
    ],
    [
      'on the 30th',
      { every: 1, unit: 'month' as const },
      '2026-12-30',
      ['2026-12-30', '2027-01-30', '2027-02-28', '2027-03-30'],
    ],
    [
      'on leap days',
      { every: 1, unit: 'year' as const },
      '2024-02-29',
      ['2024-02-29', '2025-02-28', '2026-02-28', '2027-02-28', '2028-02-29'],
    ],
    [
      'every second week',
      { every: 2, unit: 'week' as const },
      '2026-10-19',
      ['2026-10-19', '2026-11-02', '2026-11-16'],
    ],
    [
      'every third month',
      { every: 3, unit: 'month' as const },
      '2026-11-30',
      ['2026-11-30', '2027-02-28', '2027-05-31'],
    ],
  ])('%s fall where a calendar made by hand has them', (_, every, begins, days) => {
    expect(daysOf(every, begins, begins, days.at(-1)!)).toEqual(days);
    days.slice(1).forEach((d, i) => expect(nextAfter(every, begins, days[i]!)).toBe(d));
  });

  it('that began long ago fall on the same days as counted from their beginning', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('day', 'week', 'month', 'year') as fc.Arbitrary<'day'>,
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 0, max: 800 }),
        fc.integer({ min: 0, max: 3000 }),
        (unit, every, offset, later) => {
          const begins = addDays('2015-12-20', offset);
          const from = addDays(begins, later);
          const to = addDays(from, 800);
          const all = daysOf({ every, unit }, begins, begins, to);
          const wanted = all.filter((d) => d >= from);
          expect(daysOf({ every, unit }, begins, from, to)).toEqual(wanted);
          const next = wanted.find((d) => d > from);
          if (next) expect(nextAfter({ every, unit }, begins, from)).toBe(next);
        },
      ),
      { numRuns: cases(200, 4000) },
    );
  });

  it('of the year 26 are as quick as those of this one', () => {
    const days = daysOf({ every: 1, unit: 'day' }, '0026-02-05', '2026-06-01', '2026-06-03');
    expect(days).toEqual(['2026-06-01', '2026-06-02', '2026-06-03']);
    expect(nextAfter({ every: 2, unit: 'month' }, '0026-02-05', '2026-06-07')).toBe('2026-08-05');
  });

  it('are the calendar’s days, an hour lost or won in the night between', () => {
    // 29 March and 25 October 2026 are the changes in Vienna.
    expect(
      daysOf({ every: 1, unit: 'day' }, '2026-03-27', '2026-03-27', '2026-03-31'),
    ).toHaveLength(5);
    expect(
      daysOf({ every: 1, unit: 'day' }, '2026-10-23', '2026-10-23', '2026-10-27'),
    ).toHaveLength(5);
  });
});

describe('tasks', () => {
  it('of a new system with fish begin today with feeding, looking and testing', () => {
    const all = tasks('potting-shed-pair', [], [filled(0)]);
    for (const id of ['feed', 'look', 'test-water']) expect(dueOf(all, id)).toBe(TODAY);
    expect(find(all, 'feed')!.at).toBe(Date.parse('2026-06-10T06:00:00Z'));
    expect(dueOf(all, 'guards')).toBe(addDays(TODAY, 14));
    expect(dueOf(all, 'weigh-fish')).toBe(addDays(TODAY, 30));
    expect(dueOf(all, 'worms')).toBe(addDays(TODAY, 42));
    expect(tell(find(all, 'feed')!.title, 'metric')).toContain('Feed 14.1 g a day');
  });

  it('are tested daily while it cycles, weekly after', () => {
    const test = { tan: [0, 0], nitrite: [0, 0], ph: 7, temperature: 20 } as const;
    expect(dueOf(tasks('potting-shed-pair', [test], [filled(20)]), 'test-water')).toBe(
      addDays(TODAY, 1),
    );
    expect(dueOf(tasks('potting-shed-pair', [test], [filled(80)]), 'test-water')).toBe(
      addDays(TODAY, 7),
    );
  });

  it('are done by what was noted, not only by a tick', () => {
    const all = tasks('potting-shed-pair', [{ h: 2, kind: 'feed', mass: 0.016 }], [filled(80)]);
    expect(dueOf(all, 'feed')).toBe(addDays(TODAY, 1));
    const ticked = tasks(
      'potting-shed-pair',
      [{ h: 2, kind: 'task', what: 'guards', outcome: 'done' }],
      [filled(80)],
    );
    expect(dueOf(ticked, 'guards')).toBe(addDays(TODAY, 30));
  });

  it('stay overdue until they are done, put off or skipped', () => {
    const at = (outcome: 'later' | 'skipped', until?: number): TestEntry[] => [
      { h: 60 * DAY, kind: 'task', what: 'guards', outcome: 'done' },
      { h: 1, kind: 'task', what: 'guards', outcome, ...(until ? { until } : {}) },
    ];
    expect(
      find(tasks('potting-shed-pair', at('later').slice(0, 1), [filled(90)]), 'guards'),
    ).toMatchObject({ due: '2026-05-11', state: 'overdue' });
    expect(
      find(tasks('potting-shed-pair', at('later', NOW + 3 * 86_400_000), [filled(90)]), 'guards'),
    ).toMatchObject({ due: '2026-06-13', state: 'ahead', later: true });
    expect(dueOf(tasks('potting-shed-pair', at('skipped'), [filled(90)]), 'guards')).toBe(
      addDays(TODAY, 30),
    );
  });

  it('come with a power cut, new fish and new plants', () => {
    const quiet = tasks('under-stairs-tray', [], [filled(80)]);
    expect(find(quiet, 'after-cut')).toBeUndefined();
    expect(
      dueOf(tasks('under-stairs-tray', [{ h: 3, kind: 'power-cut' }], [filled(80)]), 'after-cut'),
    ).toBe(TODAY);
    const seen = tasks(
      'under-stairs-tray',
      [
        { h: 3, kind: 'power-cut' },
        { h: 1, kind: 'look', seen: ['pump-well'] },
      ],
      [filled(80)],
    );
    expect(find(seen, 'after-cut')).toBeUndefined();
    const fish = tasks(
      'potting-shed-pair',
      [
        { h: 2 * DAY, kind: 'fish-in', count: 4 },
        { h: DAY, kind: 'look', seen: ['fish-well'] },
      ],
      [filled(80)],
    );
    expect(dueOf(fish, 'new-fish')).toBe(addDays(TODAY, 1));
    expect(dueOf(fish, 'new-fish-test')).toBe(TODAY);
    expect(
      dueOf(
        tasks('potting-shed-pair', [{ h: 1, kind: 'planting', what: 'kale' }], [filled(80)]),
        'new-crop',
      ),
    ).toBe(addDays(TODAY, 2));
  });

  it('of a solution are EC, pH and its change', () => {
    const all = tasks('under-stairs-tray', [], [filled(10)]);
    expect(dueOf(all, 'test-solution')).toBe(TODAY);
    expect(find(all, 'change-solution')!.due > TODAY).toBe(true);
    expect(find(all, 'feed')).toBeUndefined();
    expect(find(all, 'test-water')).toBeUndefined();
  });

  it('set the timers when the clocks change', () => {
    const t = tendedDemo('under-stairs-tray', [], [filled(80)]);
    expect(t.system.controls.some((c) => c.kind === 'programs')).toBe(true);
    expect(dueOf(tasksOf(t), 'clocks')).toBe('2026-10-25');
    expect(find(tasksOf({ ...t, zone: 'UTC' }), 'clocks')).toBeUndefined();
  });

  it('follow the planting plan: sow, plant, harvest, clear', () => {
    const planting: Edit = { at: 'crops.mizuna.from', to: 170 };
    const all = tasks(
      'potting-shed-pair',
      [],
      [filled(80), planting, { at: 'crops.mizuna.to', to: 240 }],
    );
    expect(dueOf(all, 'plant-mizuna')).toBe('2026-06-18');
    expect(dueOf(all, 'clear-mizuna')).toBe('2026-08-27');
    const early = tasks(
      'potting-shed-pair',
      [{ h: 2, kind: 'planting', about: 'mizuna' }],
      [filled(80), planting],
    );
    expect(dueOf(early, 'plant-mizuna')).toBe('2027-06-18');
  });

  it('follow the planned season from the day on which the water went in', () => {
    const events: Edit = {
      at: 'plan.events',
      to: [
        { id: 'a', day: 85, kind: 'stock', count: 5, fish: 'fish', mass: 0.02 },
        { id: 'b', day: 90, kind: 'water-change', share: 0.25 },
        { id: 'c', day: 95, kind: 'fish-out', share: 0.5 },
        { id: 'd', day: 96, kind: 'heater-off', days: 3 },
        { id: 'e', day: 10, kind: 'shell', mass: 1 },
        { id: 'f', day: 97, kind: 'alkalinity', amount: 30 },
      ],
    };
    const all = tasks('potting-shed-pair', [], [filled(80), events]);
    const start = addDays(TODAY, -80);
    for (const [id, day] of [
      ['a', 85],
      ['b', 90],
      ['c', 95],
      ['f', 97],
    ] as const)
      expect(dueOf(all, `season-${id}`)).toBe(addDays(start, day));
    expect(find(all, 'season-d')).toBeUndefined();
    expect(find(all, 'season-start')).toBeUndefined();
    // Long gone.
    expect(find(all, 'season-e')).toBeUndefined();
    const stock = find(all, 'season-a')!;
    expect(tell(stock.title, 'metric')).toMatch(/^Add 5 fish: .+ of about 20 g each$/);
    expect(stock).toMatchObject({ minutes: 30, records: 'fish-in', about: ['tank'] });
    expect(tell(find(all, 'season-b')!.title, 'metric')).toBe('Change 25 % of the water');
    expect(tell(find(all, 'season-c')!.title, 'metric')).toBe('Remove 50 % of the fish');

    const ticked = tasks(
      'potting-shed-pair',
      [{ h: -120, kind: 'task', what: 'season-a', outcome: 'done' }],
      [filled(80), events],
    );
    expect(find(ticked, 'season-b')).toBeDefined();
  });

  it('of a season that has not begun fall on its days from the next day of the year on', () => {
    const t = tendedDemo(
      'potting-shed-pair',
      [],
      [
        { at: 'plan.begins', to: 200 },
        { at: 'care.filled', to: null },
        {
          at: 'plan.events',
          to: [{ id: 'a', day: 60, kind: 'stock', count: 3, fish: null, mass: null }],
        },
      ],
    );
    const due = dueOf(tasksOf(t), 'season-a')!;
    expect(due).toBe(addDays('2026-07-18', 60));
    const begin = find(tasksOf(t), 'season-start')!;
    expect(begin.due).toBe('2026-07-18');
    expect(tell(begin.title, 'metric')).toBe('Fill the system and start cycling it without fish');
  });

  it('are the grower’s own as well, switched off, or at their own pace', () => {
    const own: Edit = {
      at: 'care.own.nets',
      to: {
        id: 'nets',
        title: 'Close the nets',
        why: '',
        minutes: 5,
        every: 1,
        unit: 'week',
        begins: '2026-06-01',
      },
    };
    expect(dueOf(tasks('potting-shed-pair', [], [filled(80), own]), 'nets')).toBe('2026-06-01');
    const done: TestEntry = { h: 30, kind: 'task', what: 'nets', outcome: 'done' };
    expect(dueOf(tasks('potting-shed-pair', [done], [filled(80), own]), 'nets')).toBe('2026-06-15');
    const off: Edit = { at: 'care.tasks.guards', to: { id: 'guards', off: true, every: null } };
    expect(find(tasks('potting-shed-pair', [], [filled(80), off]), 'guards')).toBeUndefined();
    const pace: Edit = { at: 'care.tasks.guards', to: { id: 'guards', off: false, every: 10 } };
    const rinsed: TestEntry = { h: DAY, kind: 'task', what: 'guards', outcome: 'done' };
    expect(dueOf(tasks('potting-shed-pair', [rinsed], [filled(80), pace]), 'guards')).toBe(
      addDays(TODAY, 9),
    );
  });

  it('hold a test of the plan of care until it is taken, at its own hour, by night too', () => {
    // Ammonia that burns: changed at 19:00, tested six hours later, at one in the night.
    const noted: TestEntry[] = [
      { h: 2, tan: [2, 2], nitrite: [0, 0], ph: 8, temperature: 20, alkalinity: 100 },
      { h: 1, kind: 'water-change', volume: 0.3 },
    ];
    const at = (now: number) =>
      tasksOf(
        tendedOf(
          applyEdits(demoDocument('potting-shed-pair'), [filled(80)]),
          entriesOf(noted),
          [],
          now,
        ),
      );
    const retest = at(NOW).find((x) => x.id === 'retest/tan+ph');
    expect(tell(retest!.title, 'metric')).toBe('Read ammonia and pH again');
    expect(retest!.at).toBe(NOW + 5 * 3_600_000);
    const ics = ICAL.parse(
      tasksIcs(
        'pair',
        'Pair',
        [{ ...retest!, at: NOW + 15 * 3_600_000, due: addDays(TODAY, 1) }],
        'metric',
        'Europe/Vienna',
      ),
    ) as unknown[];
    expect(JSON.stringify(ics)).toContain('2026-06-11T01:00:00');
    const taken = tasks(
      'potting-shed-pair',
      [...noted, { h: 0.5, tan: [0, 0], ph: 7, nitrite: [0, 0], temperature: 20 }],
      [filled(80)],
    );
    expect(taken.some((x) => x.reads.includes('tan') && x.id.startsWith('retest/'))).toBe(false);
  });

  it('feed by the plan of care: none where it says stop, half where it says half', () => {
    const fed = (tan: number) =>
      find(
        tasks('potting-shed-pair', [
          { tan: [tan, tan], nitrite: [0, 0], ph: 8, temperature: 20, alkalinity: 100 },
        ]),
        'feed',
      );
    expect(fed(2)).toBeUndefined();
    // Half of 14 perch of 60 g at 1.9606 %.
    expect(tell(fed(0.8)!.title, 'metric')).toMatch(/^Feed 8\.2 g a day in two or three meals,/);
    expect(tell(fed(0)!.title, 'metric')).toMatch(/^Feed 16\.5 g a day in two or three meals,/);
  });
});

describe('the week', () => {
  it('has what is overdue on its first day and repeats what repeats', () => {
    const t = tendedDemo(
      'potting-shed-pair',
      [{ h: 60 * DAY, kind: 'task', what: 'guards', outcome: 'done' }],
      [filled(90)],
    );
    const week = weekOf(t, tasksOf(t));
    expect(week.map((d) => d.day)).toEqual(Array.from({ length: 7 }, (_, i) => addDays(TODAY, i)));
    expect(week[0]!.tasks.map((x) => x.id)).toContain('guards');
    for (const day of week) expect(day.tasks.map((x) => x.id)).toContain('feed');
    expect(week.filter((d) => d.tasks.some((x) => x.id === 'test-water'))).toHaveLength(1);
  });
});

describe('the calendar of tasks', () => {
  const t = tendedDemo('potting-shed-pair', [], [filled(80)]);
  const all = tasksOf(t);
  const calendar = new ICAL.Component(
    ICAL.parse(tasksIcs('pair', 'Pair, shed', all, 'metric', 'Europe/Vienna')) as string[],
  );
  const events = calendar.getAllSubcomponents('vevent');

  it('is read by another program, one event a task, with its alarm', () => {
    expect(events).toHaveLength(all.length);
    for (const e of events) expect(e.getAllSubcomponents('valarm')).toHaveLength(1);
    expect(new Set(events.map((e) => e.getFirstPropertyValue('uid'))).size).toBe(all.length);
  });

  test.each(all.filter((x) => x.repeats).map((x) => [x.id, x] as const))(
    'repeats %s on the same days',
    (id, task) => {
      const event = new ICAL.Event(
        events.find((e) => e.getFirstPropertyValue('uid') === `pair-${id}`)!,
      );
      const days = daysOf(task.repeats!, task.due, task.due, addDays(task.due, 120)).slice(0, 12);
      const iterator = event.iterator();
      for (const day of days) {
        const next = iterator.next() as { toString(): string };
        expect(next.toString()).toBe(`${day}T08:00:00`);
      }
    },
  );

  it('writes the end of the month as calendars read it', () => {
    const rule = ICAL.Recur.fromString(ruleText({ every: 1, unit: 'month' }, '2027-12-31'));
    const iterator = rule.iterator(ICAL.Time.fromString('2027-12-31T08:00:00', undefined as never));
    const days = Array.from({ length: 4 }, () => iterator.next().toString().slice(0, 10));
    expect(days).toEqual(['2027-12-31', '2028-01-31', '2028-02-29', '2028-03-31']);
  });
});

it('edits of tasks are edits of the document', () => {
  const { system } = tendedDemo('potting-shed-pair', []);
  const off: Edit = { at: 'care.tasks.guards', to: { id: 'guards', off: true, every: null } };
  expect(applyEdits(system, [off]).care.tasks).toEqual([{ id: 'guards', off: true, every: null }]);
});

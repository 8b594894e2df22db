import { describe, expect, it } from 'vitest';
import { fitSeason, runSeason, seasonBasis } from '../season/index.ts';
import { readWithLog } from '../formats/file.ts';
import { readFileSync } from 'node:fs';
import type { Edit } from '../system/index.ts';
import { NOW, tendedDemo, type TestEntry, tendedOf } from '../test/tended.ts';
import {
  FINE_TEST,
  cycledOn,
  fishBeforeSafe,
  readingsOf,
  startCourse,
  stockingOf,
  todaysDose,
  treatmentOf,
  workOf,
} from './startup.ts';

const DAY = 24;
const V = 0.62;
const filled = (daysAgo: number): Edit => ({ at: 'care.filled', to: NOW - daysAgo * 86_400_000 });
const EMPTY: Edit[] = [
  { at: 'care.stocked', to: false },
  { at: 'plan.dose', to: { target: 0.5, again: 0.2 } },
];
const start = (noted: readonly TestEntry[], edits: readonly Edit[] = []) =>
  tendedDemo('potting-shed-pair', noted, [...EMPTY, filled(10), ...edits]);

describe('the first water', () => {
  it('is treated by the tap’s chlorine and the water really in the system', () => {
    // 0.3 mg/L in 620 L by ascorbic acid, 2.5 mg per mg.
    expect(treatmentOf(start([])).dose! * 1000).toBeCloseTo(2.5 * 0.3 * V, 6);
    expect(treatmentOf(start([])).state).toBe('open');
    expect(treatmentOf(start([], [{ at: 'site.tap.chlorine', to: 'none' }])).state).toBe('none');
  });

  it('is not proved by a coarse test before four more half-lives', () => {
    const zero: TestEntry = { h: 2 * DAY, chlorine: 0 };
    expect(treatmentOf(start([{ h: 3 * DAY, chlorine: 0.2 }])).state).toBe('in');
    const waits = treatmentOf(start([zero]));
    expect(waits.state).toBe('waits');
    expect((waits.until! - NOW) / 3_600_000).toBeCloseTo(4 * 24 - 2 * DAY, 6);
    expect(treatmentOf(start([{ h: 5 * DAY, chlorine: 0 }])).state).toBe('proved');
    const dose: TestEntry = { h: 3 * DAY, kind: 'dose', what: 'ascorbic-acid', mass: 0.0005 };
    expect(treatmentOf(start([dose, zero])).state).toBe('proved');
    const fine: TestEntry = { h: 1, kind: 'task', what: FINE_TEST, outcome: 'done' };
    expect(treatmentOf(start([zero, fine])).state).toBe('proved');
    const chloramine: Edit = { at: 'site.tap.chlorine', to: 'chloramine' };
    expect(treatmentOf(start([{ h: 9 * DAY, chlorine: 0 }], [chloramine])).state).toBe('open');
  });
});

describe('cycling', () => {
  it('doses ammonia by the water: as salt, or by the millilitre', () => {
    const d = todaysDose(start([]))!;
    // 0.5 mg/L in 620 L is 0.31 g of nitrogen; NH₄Cl 53.491 to 14.007; 10 % ammonia holds 78.71 g/L.
    expect(d.nitrogen * 1000).toBeCloseTo(0.31, 6);
    expect(d.salammoniac * 1000).toBeCloseTo(1.1839, 3);
    expect(d.ammonia * 1e6).toBeCloseTo(3.939, 2);
    expect(d.state).toBe('due');
    expect(todaysDose(start([{ h: 1, kind: 'dose', what: 'ammonia', mass: 0.00031 }]))!.state).toBe(
      'given',
    );
    expect(todaysDose(start([{ h: 20, tan: [4, 8] }]))!.state).toBe('held');
    expect(todaysDose(tendedDemo('potting-shed-pair', [], [filled(3)]))).toBeNull();
  });

  it('takes the log’s readings by the day since the water went in', () => {
    const t = start([
      { h: 7 * DAY, tan: [1, 2], nitrite: [0, 0] },
      { h: 2 * DAY, ph: 7 },
      { h: 20 * DAY, tan: [0, 0] },
      { h: 1, nitrate: [5, 10] },
    ]);
    const read = readingsOf(t);
    expect(read.map((r) => [r.tan, r.nitrite, r.nitrate])).toEqual([
      [[1, 2], [0, 0], null],
      [null, null, [5, 10]],
    ]);
    // Ten days since: seven days ago was day 3, an hour ago 23 hours of day 9, each just before what was given then.
    expect(read[0]!.day).toBeCloseTo(3, 3);
    expect(read[1]!.day).toBeCloseTo(9 + 23 / 24, 3);
    expect(read[0]!.day).toBeLessThan(3);
    expect(startCourse(t)).toMatchObject({
      days: 70,
      start: 'fishless',
      dosing: { target: 0.5, again: 0.2 },
      dosingFrom: 10,
      begins: 152,
      logged: { t: [], ph: [[8, 7]] },
    });
  });

  it('is over when a dose of 1 mg/L is gone within a day', () => {
    const dose: TestEntry = { h: 30, kind: 'dose', what: 'ammonia', mass: V / 1000 };
    const clear: TestEntry = { h: 6, tan: [0, 0.25], nitrite: [0, 0] };
    expect(cycledOn(start([dose, clear]))).toBe('2026-06-10');
    expect(cycledOn(start([dose, { ...clear, nitrite: [0.5, 1] }]))).toBeNull();
    expect(cycledOn(start([{ ...dose, mass: (0.5 * V) / 1000 }, clear]))).toBeNull();
    expect(
      workOf(
        start([
          dose,
          clear,
          { h: 200, chlorine: 0 },
          { h: 210, kind: 'dose', what: 'ascorbic-acid' },
        ]),
      ),
    ).toBe('stock');
  });

  it('forecasts the day within its band from three weeks of colour bands', () => {
    const read = readWithLog(readFileSync('demo/spring-start.json', 'utf8'));
    if (!read.ok) throw new Error(read.message);
    const entries = read.log;
    const now = entries.at(-1)!.at + 3_600_000;
    const t = tendedOf(read.system, entries, [], now);
    const readings = readingsOf(t);
    expect(readings.length).toBeGreaterThan(6);
    const fit = fitSeason(seasonBasis(t.c), startCourse(t), readings)!;
    // The log was made with these: masses of the start 10^0.3 and 10^0.2, rates 5 % up.
    expect(fit.enough).toBe(true);
    const made = { x1: 0.3, x2: 0.2, rate: 1.05 };
    const truth = runSeason(seasonBasis(t.c), { ...startCourse(t), fitted: made }).cycledDay!;
    expect(fit.cycled[0]!).toBeLessThanOrEqual(truth);
    expect(fit.cycled[1]!).toBeGreaterThanOrEqual(truth);
    expect(fit.cycled[1]! - fit.cycled[0]!).toBeLessThanOrEqual(14);
    expect(workOf(t)).toBe('cycle');
  });
});

describe('the first fish', () => {
  it('come in thirds, a shoal together', () => {
    expect(
      stockingOf(
        tendedDemo('potting-shed-pair', [], [{ at: 'fish.fish.count', to: 14 }]),
      )!.steps.reduce((x, y) => x + y),
    ).toBe(14);
    // Fourteen perch: five, five, four.
    expect(stockingOf(start([]))!.steps).toEqual([5, 5, 4]);
    expect(stockingOf(start([], [{ at: 'fish', to: [] }]))).toBeNull();
    expect(stockingOf(tendedDemo('under-stairs-tray', []))).toBeNull();
  });

  it('in water that is not safe yet are told, without scolding', () => {
    expect(fishBeforeSafe(tendedDemo('potting-shed-pair', [], [filled(10)]))).toBe(true);
    expect(fishBeforeSafe(tendedDemo('potting-shed-pair', [], [filled(200)]))).toBe(false);
    expect(fishBeforeSafe(start([]))).toBe(false);
  });
});

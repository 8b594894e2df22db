import { describe, expect, it, test } from 'vitest';
import { CLIMATES } from '../catalogue/index.ts';
import { tell } from '../quantity/index.ts';
import type { Edit } from '../system/index.ts';
import { NOW, demoDocument, tendedDemo, type TestEntry } from '../test/tended.ts';
import { applyEdits } from '../system/index.ts';
import { tasksOf } from '../log/tasks/index.ts';
import { addDays, isDay } from '../calendar/time.ts';
import { placeOf, readWeather, type WeatherDay } from './weather.ts';

/** Weather of the days ahead: how it is read, and the tasks that it makes. NOW is Wednesday, 10 June 2026. */

const TODAY = '2026-06-10';
const spell = (...days: readonly (readonly [low: number, high: number])[]): WeatherDay[] =>
  days.map(([low, high], i) => ({ date: addDays(TODAY, i), low, high }));
const OPEN: Edit[] = [
  { at: 'site.kind', to: 'open' },
  { at: 'care.filled', to: NOW - 90 * 86_400_000 },
];
function taskOf(
  id: string,
  weather: WeatherDay[],
  noted: readonly TestEntry[] = [],
  more: Edit[] = [],
) {
  const all = tasksOf(tendedDemo('potting-shed-pair', noted, [...OPEN, ...more], weather));
  return all.find((x) => x.id === id) ?? null;
}

describe('a day', () => {
  test.each([
    ['2026-06-10', true],
    ['2024-02-29', true],
    ['2026-02-29', false],
    ['2026-13-01', false],
    ['2026-6-1', false],
    ['soon', false],
    [20260610, false],
    [null, false],
  ])('%s is one of the calendar: %s', (x, is) => expect(isDay(x)).toBe(is));
});

describe('what a gateway tells of the weather', () => {
  it('is read in order, and what is no day of weather is left out', () => {
    expect(
      readWeather({
        days: [
          { date: '2026-06-11', low_c: 20, high_c: 9 },
          { date: '2026-06-10', low_c: 8, high_c: 19 },
          { date: 'tomorrow', low_c: 8, high_c: 19 },
          { date: '2026-06-12', low_c: null, high_c: 19 },
          { date: '2026-06-12', low_c: -300, high_c: 19 },
          7,
          null,
        ],
      }),
    ).toEqual([
      { date: '2026-06-10', low: 8, high: 19 },
      { date: '2026-06-11', low: 9, high: 20 },
    ]);
    for (const bad of [null, 'rain', { days: 'rain' }, [], { error: 'No.' }])
      expect(readWeather(bad)).toEqual([]);
  });

  it('is asked for by the kind of place whose months are the system’s', () => {
    for (const c of CLIMATES.filter((x) => !x.inside)) {
      const outside = { day: c.day.map((x) => x + 0.4), night: c.night.map((x) => x - 0.4) };
      const s = applyEdits(demoDocument('potting-shed-pair'), [
        { at: 'site.outside', to: outside },
      ]);
      expect(placeOf(s)).toBe(c.id);
    }
    const inside = [{ at: 'site.outside', to: null }];
    expect(placeOf(applyEdits(demoDocument('potting-shed-pair'), inside))).toBeNull();
  });
});

describe('frost ahead', () => {
  const frost = spell([6, 15], [5, 12], [1, 9], [-2, 6], [4, 11]);

  it('is a task of the day before the first freezing night, and says how cold it gets', () => {
    const task = taskOf('frost-night', frost)!;
    expect(task.due).toBe(addDays(TODAY, 1));
    expect(tell(task.title, 'metric')).toContain('Frost of -2 °C is coming');
    expect(tell(task.title, 'us')).toContain('28.4 °F');
  });

  it('once done, counts for the nights that follow at once', () => {
    const done: TestEntry = { kind: 'task', what: 'frost-night', outcome: 'done', h: 1 };
    expect(taskOf('frost-night', frost, [done])).toBeNull();
    const later = spell([6, 15], [1, 12], [6, 9], [6, 9], [6, 9], [1, 11]);
    expect(taskOf('frost-night', later, [done])!.due).toBe(addDays(TODAY, 4));
  });

  it('is due today where tonight freezes already, needs more under glass, and is none indoors or in the past', () => {
    expect(taskOf('frost-night', spell([0, 5]))!.due).toBe(TODAY);
    const glass: Edit[] = [{ at: 'site.kind', to: 'glasshouse' }];
    expect(taskOf('frost-night', frost, [], glass)).toBeNull();
    expect(taskOf('frost-night', spell([3, 8], [-4, 3]), [], glass)!.due).toBe(TODAY);
    expect(taskOf('frost-night', frost, [], [{ at: 'site.kind', to: 'indoor' }])).toBeNull();
    const gone = frost.map((d) => ({ ...d, date: addDays(d.date, -10) }));
    expect(taskOf('frost-night', gone)).toBeNull();
    expect(taskOf('frost-night', [])).toBeNull();
  });
});

describe('heat ahead', () => {
  it('is told where two days together are warmer than the fish like; one warm day is not', () => {
    // These fish do well up to 27 °C. Means 20, 32, 20: of two days 26 at most; with 32 after 32 it is 32.
    const one = spell([14, 26], [24, 40], [14, 26]);
    const two = spell([14, 26], [24, 40], [24, 40], [14, 26]);
    expect(taskOf('hot-days', one)).toBeNull();
    const task = taskOf('hot-days', two)!;
    expect(task.due).toBe(addDays(TODAY, 1));
    expect(tell(task.title, 'metric')).toContain('Heat of 40 °C is coming');
    expect(taskOf('hot-days', two, [], [{ at: 'site.kind', to: 'indoor' }])).toBeNull();
  });
});

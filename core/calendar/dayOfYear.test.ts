import { describe, expect, it, test } from 'vitest';
import { dayOf, formatDay } from '../quantity/index.ts';
import { addDays } from './time.ts';
import { DAYS_OF_YEAR, dateIn, dayAfter, dayOfYear, daysAcross, monthsAfter } from './dayOfYear.ts';

// Counted by hand: 31 days of January, 29 of February, 31 of March, 10 of April.
test.each([
  ['2026-01-01', 1],
  ['2026-02-28', 59],
  ['2026-03-01', 61],
  ['2028-02-29', 60],
  ['2028-03-01', 61],
  ['2026-04-10', 101],
  ['2028-04-10', 101],
  ['2026-12-31', 366],
] as const)('%s is day %d in every year', (date, day) => {
  expect(dayOfYear(date)).toBe(day);
  if (date !== '2028-02-29') expect(dateIn(Number(date.slice(0, 4)), day)).toBe(date);
});

it('has one number for a date as it is typed, shown, and found on the calendar', () => {
  for (let day = 1; day <= DAYS_OF_YEAR; day++) {
    expect(dayOf(formatDay(day))).toBe(day);
    for (const year of [2026, 2027, 2028])
      if (day !== 60 || year === 2028) expect(dayOfYear(dateIn(year, day))).toBe(day);
  }
  expect(dateIn(2026, 60)).toBe('2026-03-01');
});

it('counts on over the new year and back', () => {
  expect(dayAfter(366, 1)).toBe(1);
  expect(dayAfter(1, -1)).toBe(366);
  expect(dayAfter(101, -21)).toBe(80);
  expect(daysAcross(350, 40)).toBe(56);
  for (let day = 1; day <= DAYS_OF_YEAR; day += 13)
    for (const n of [0, 1, 40, 200]) expect(daysAcross(day, dayAfter(day, n))).toBe(n);
  expect(addDays(dateIn(2028, 101), -21)).toBe(dateIn(2028, 80));
});

describe('months from a day', () => {
  it('are counted over the new year, and over whole years', () => {
    // 31 March is day 91 and 1 April 92, in years with 29 February.
    expect(monthsAfter(91, 0)).toBe(0);
    expect(monthsAfter(91, 1)).toBe(1);
    expect(monthsAfter(92, 29)).toBe(0);
    expect(monthsAfter(92, 30)).toBe(1);
    expect(monthsAfter(366, 1)).toBe(1);
    expect(monthsAfter(100, 365)).toBe(12);
    expect(monthsAfter(100, 366 + 30)).toBe(13);
  });
});

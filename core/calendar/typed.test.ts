import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { fieldMoment, typedDay, typedMoment } from './typed.ts';

const NOW = Date.UTC(2026, 11, 1, 12);
const ZONE = 'Europe/Vienna';

describe('a date that is typed', () => {
  test.each([
    ['2026-02-05', '2026-02-05'],
    // A year of two digits is one of this century.
    ['0026-02-05', '2026-02-05'],
    ['26-02-05', '2026-02-05'],
  ])('%s is %s', (text, day) => expect(typedDay(text)).toEqual({ ok: true, day }));

  test.each([
    ['', 'Enter a whole date: day, month and year.'],
    ['2026-02-30', 'Enter a whole date: day, month and year.'],
    ['0202-02-05', '0202-02-05 is before 1980-01-01. Is the year right?'],
    ['20266-02-05', 'Enter a whole date: day, month and year.'],
    ['2206-02-05', '2206-02-05 is after 2099-12-31. Is the year right?'],
  ])('%s is refused with a sentence', (text, message) =>
    expect(typedDay(text)).toEqual({ ok: false, message }),
  );

  it('is kept within what can be meant', () => {
    expect(typedDay('2026-12-02', undefined, '2026-12-01')).toMatchObject({ ok: false });
    expect(typedDay('2026-12-01', undefined, '2026-12-01')).toMatchObject({ ok: true });
  });
});

describe('a moment that is typed', () => {
  it('is up to now, by the clock on the wall', () => {
    expect(typedMoment('2026-12-01T13:00', ZONE, NOW)).toEqual({ ok: true, at: NOW });
    expect(typedMoment('0026-06-01T13:00', ZONE, NOW)).toEqual({
      ok: true,
      at: Date.UTC(2026, 5, 1, 11),
    });
    expect(typedMoment('2026-12-01T13:02', ZONE, NOW)).toEqual({
      ok: false,
      message: 'This date is in the future. The log holds what has happened until now.',
    });
    expect(typedMoment('2026-12-01', ZONE, NOW)).toEqual({
      ok: false,
      message: 'The time of day is missing.',
    });
  });

  it('comes back from its field to the minute', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: Date.UTC(1981, 0, 1) / 60_000, max: NOW / 60_000 }),
        fc.constantFrom(ZONE, 'UTC', 'America/St_Johns', 'Pacific/Auckland'),
        (minutes, zone) => {
          const text = fieldMoment(minutes * 60_000, zone);
          const read = typedMoment(text, zone, NOW);
          // An hour that stands twice is the first of the two.
          return read.ok && [0, 3_600_000, 1_800_000].includes(minutes * 60_000 - read.at);
        },
      ),
    );
  });
});

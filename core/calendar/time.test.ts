import { describe, expect, it } from 'vitest';
import { addDays, daysBetween, knowsZone, localDay, localMinutes, momentOf } from './time.ts';

const utc = (text: string) => Date.parse(text);

describe('the wall clock', () => {
  it('shows the day of its zone, not of Greenwich', () => {
    expect(localDay(utc('2026-03-01T23:30:00Z'), 'Europe/Vienna')).toBe('2026-03-02');
    expect(localDay(utc('2026-03-01T03:30:00Z'), 'America/Denver')).toBe('2026-02-28');
    expect(localMinutes(utc('2026-07-01T06:15:00Z'), 'Europe/Vienna')).toBe(8 * 60 + 15);
  });

  it('keeps eight in the morning through the changes of daylight saving', () => {
    // Hand-made: Vienna is UTC+1 until 29 March 2026 and from 25 October, UTC+2 between.
    const eight = (day: string) => new Date(momentOf(day, 480, 'Europe/Vienna')).toISOString();
    expect(eight('2026-03-28')).toBe('2026-03-28T07:00:00.000Z');
    expect(eight('2026-03-29')).toBe('2026-03-29T06:00:00.000Z');
    expect(eight('2026-10-24')).toBe('2026-10-24T06:00:00.000Z');
    expect(eight('2026-10-25')).toBe('2026-10-25T07:00:00.000Z');
  });

  it('takes a time that the spring change skips an hour later, and the first of one that stands twice', () => {
    expect(new Date(momentOf('2026-03-29', 150, 'Europe/Vienna')).toISOString()).toBe(
      '2026-03-29T01:30:00.000Z',
    );
    expect(new Date(momentOf('2026-10-25', 150, 'Europe/Vienna')).toISOString()).toBe(
      '2026-10-25T00:30:00.000Z',
    );
  });

  it('agrees with the calendar of each zone at any moment', () => {
    for (const zone of [
      'Europe/Vienna',
      'America/Denver',
      'Australia/Lord_Howe',
      'Asia/Kolkata',
      'UTC',
    ])
      for (let i = 0; i < 400; i++) {
        const at = utc('2020-01-01T00:00:00Z') + i * 5.3 * 86_400_000 + i * 977_000;
        const shown = new Intl.DateTimeFormat('sv', {
          timeZone: zone,
          dateStyle: 'short',
          timeStyle: 'short',
        }).format(at);
        const minutes = localMinutes(at, zone);
        const two = (n: number) => String(n).padStart(2, '0');
        expect(`${localDay(at, zone)} ${two(Math.floor(minutes / 60))}:${two(minutes % 60)}`).toBe(
          shown,
        );
      }
  });

  it('counts leap days', () => {
    expect(addDays('2028-02-28', 1)).toBe('2028-02-29');
    expect(addDays('2028-02-28', 2)).toBe('2028-03-01');
    expect(daysBetween('2027-02-28', '2027-03-01')).toBe(1);
  });

  it('takes UTC for a zone that it does not know', () => {
    expect(knowsZone('Moon/Tranquillity')).toBe(false);
    expect(localDay(utc('2026-03-01T23:30:00Z'), 'Moon/Tranquillity')).toBe('2026-03-01');
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../test/cases.ts';
import {
  correct,
  living,
  mergeEntry,
  mergeLogs,
  newEntry,
  newsOf,
  remove,
  restore,
  writesOf,
} from './entries.ts';
import type { Entry } from './types.ts';

const reading = (id: string, ph: number, written = 1000): Entry =>
  newEntry(id, { kind: 'reading', at: 500, zone: 'UTC', ph }, written);

/** A log as some hand may have kept it: entries of few ids, corrected, taken out and put back. */
const hand = fc
  .array(
    fc.record({
      id: fc.constantFrom('a', 'b', 'c', 'd'),
      act: fc.constantFrom('new', 'correct', 'clear', 'remove', 'restore'),
      ph: fc.integer({ min: 50, max: 90 }),
      now: fc.integer({ min: 1, max: 40 }),
    }),
    { maxLength: 14 },
  )
  .map((acts) => {
    const log = new Map<string, Entry>();
    for (const { id, act, ph, now } of acts) {
      const e = log.get(id);
      if (!e) log.set(id, reading(id, ph / 10, now));
      else if (act === 'correct') log.set(id, correct(e, { ph: ph / 10, note: `n${ph}` }, now));
      else if (act === 'clear') log.set(id, correct(e, { ph: undefined } as never, now));
      else if (act === 'remove') log.set(id, remove(e, now));
      else log.set(id, restore(e, now));
    }
    return [...log.values()];
  });

describe('merging logs', () => {
  it('does not depend on whose file comes first, how files are grouped, or how often one comes', () => {
    fc.assert(
      fc.property(hand, hand, hand, (a, b, c) => {
        expect(mergeLogs(a, b)).toEqual(mergeLogs(b, a));
        expect(mergeLogs(mergeLogs(a, b), c)).toEqual(mergeLogs(a, mergeLogs(b, c)));
        expect(mergeLogs(mergeLogs(a, b), b)).toEqual(mergeLogs(a, b));
      }),
      { numRuns: cases(60, 2000) },
    );
  });

  it('changes nothing of a log that is merged with itself', () => {
    fc.assert(
      fc.property(hand, (a) => {
        expect(newsOf(a, a)).toEqual({ added: [], removed: [], changed: [], write: [] });
        expect(mergeLogs(a, a).map((e) => e.ph)).toEqual(mergeLogs(a, []).map((e) => e.ph));
      }),
      { numRuns: cases(60, 2000) },
    );
  });

  it('comes to the same log when what was announced is written', () => {
    fc.assert(
      fc.property(hand, hand, (a, b) => {
        const { write } = newsOf(a, b);
        const ids = new Set(write.map((e) => e.id));
        const after = [...a.filter((e) => !ids.has(e.id)), ...write];
        expect(mergeLogs(after, [])).toEqual(mergeLogs(a, b));
      }),
      { numRuns: cases(60, 2000) },
    );
  });

  it('lets the latest edit win field by field', () => {
    const base = reading('x', 7.0);
    const phone = correct(base, { ph: 7.2 }, 2000);
    const desk = correct(correct(base, { ph: 7.4 }, 1500), { note: 'after feeding' }, 3000);
    const merged = mergeEntry(phone, desk);
    expect(merged.ph).toBe(7.2);
    expect(merged.note).toBe('after feeding');
    expect(writesOf(merged, 'ph').map((w) => w.value)).toEqual([7, 7.4, 7.2]);
  });
});

describe('an entry', () => {
  it('keeps what it was when it is corrected', () => {
    const e = correct(reading('x', 7.0), { ph: 6.8 }, 2000);
    expect(e.ph).toBe(6.8);
    expect(writesOf(e, 'ph')).toEqual([
      { field: 'ph', value: 7, written: 1000 },
      { field: 'ph', value: 6.8, written: 2000 },
    ]);
  });

  it('counts a later correction even where the clock has been set back', () => {
    const e = correct(correct(reading('x', 7.0), { ph: 6.8 }, 5000), { ph: 6.6 }, 10);
    expect(e.ph).toBe(6.6);
  });

  it('is left as it is by a correction that says the same', () => {
    const e = reading('x', 7.0);
    expect(correct(e, { ph: 7 }, 2000)).toBe(e);
  });

  it('is not counted when taken out, and counts again when put back', () => {
    const e = reading('x', 7.0);
    const gone = remove(e, 2000);
    expect(living([gone])).toEqual([]);
    const back = restore(gone, 3000);
    expect(living([back])).toHaveLength(1);
    expect(back.deleted).toBeUndefined();
    // Another device that only knew of the deletion learns that it was put back.
    expect(mergeEntry(gone, back).deleted).toBeUndefined();
  });

  it('takes a field out, and knows what it was', () => {
    const e = correct(reading('x', 7.0), { ph: undefined } as never, 2000);
    expect('ph' in e).toBe(false);
    expect(writesOf(e, 'ph').map((w) => w.value)).toEqual([7, null]);
  });
});

describe('what a file brings', () => {
  it('is told as added, changed and taken out', () => {
    const mine = [reading('a', 7), reading('b', 7), reading('c', 7)];
    const theirs = [
      correct(mine[0]!, { ph: 6.9 }, 2000),
      remove(mine[1]!, 2000),
      reading('d', 7.1),
      mine[2]!,
    ];
    const news = newsOf(mine, theirs);
    expect(news.added.map((e) => e.id)).toEqual(['d']);
    expect(news.removed.map((e) => e.id)).toEqual(['b']);
    expect(news.changed.map((c) => [c.before.ph, c.after.ph, c.fields])).toEqual([
      [7, 6.9, ['ph']],
    ]);
    expect(news.write).toHaveLength(3);
  });
});

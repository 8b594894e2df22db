import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { cases } from '../test/cases.ts';
import { MOST_WRITES, correct, mergeEntry, newEntry } from './entries.ts';
import { READ_FIELDS } from './fields.ts';
import { entrySchema, readLog } from './schema.ts';
import { isShaped } from './shape.ts';
import type { Change, Entry } from './types.ts';

const AT = Date.UTC(2026, 5, 3, 6);
const reading = (ph = 7): Entry =>
  newEntry('e1', { kind: 'reading', at: AT, zone: 'Europe/Vienna', ph }, AT);
const changed = (...changes: { field: string; value: unknown; written: number }[]): Entry => ({
  ...reading(),
  changes: changes as Change[],
});

describe('an entry of a file', () => {
  test.each([
    ['an object for a pH', { field: 'ph', value: {}, written: AT + 1 }],
    ['a number among what was seen', { field: 'seen', value: [5], written: AT + 1 }],
    ['no moment', { field: 'at', value: null, written: AT + 1 }],
    ['a count that is none', { field: 'count', value: 'NaN', written: AT + 1 }],
    ['a volume beyond any tank', { field: 'volume', value: 1e308, written: AT + 1 }],
    ['a pH that it had before', { field: 'ph', value: 'seven', written: AT - 1 }],
    ['another id', { field: 'id', value: 'x', written: AT + 1 }],
  ])('is refused with what stood there where it was corrected to %s', (_, change) => {
    const raw = changed(change);
    const { entries, refused } = readLog([raw, { ...reading(), id: 'e2' }]);
    expect(entries.map((e) => e.id)).toEqual(['e2']);
    expect(refused).toHaveLength(1);
    expect(refused[0]!.raw).toBe(raw);
    expect(refused[0]!.why).toMatch(/^Entry 1 of the log: .+\.$/);
  });

  it('that is damaged in any way is one that can be, or refused: none vanishes, none stays odd', () => {
    const junk = fc.oneof(
      fc.jsonValue(),
      fc.constantFrom<unknown>(1e308, -1e9, -5, [], [2, 1], [1, 'a'], {}, true, 'NaN', null),
    );
    const field = fc.oneof(
      fc.constantFrom(...READ_FIELDS.map((f) => f.id)),
      fc.constantFrom('at', 'kind', 'zone', 'seen', 'count', 'mass', 'until', 'note', 'deleted'),
    );
    const anyEntry = fc
      .record({
        id: fc.constantFrom('a', 'b', 'c'),
        direct: fc.option(fc.tuple(field, junk), { nil: null }),
        changes: fc.array(
          fc.record({ field, value: junk, written: fc.integer({ min: AT - 5, max: AT + 5 }) }),
          { maxLength: 3 },
        ),
      })
      .map(({ id, direct, changes }) => ({
        ...reading(),
        id,
        ...(direct ? { [direct[0]]: direct[1] } : {}),
        ...(changes.length ? { changes } : {}),
      }));
    fc.assert(
      fc.property(fc.array(anyEntry, { maxLength: 6 }), (raw) => {
        const { entries, refused } = readLog(JSON.parse(JSON.stringify(raw)));
        const known = new Set(raw.map((e) => e.id));
        const kept = new Set(entries.map((e) => e.id));
        // Each is taken, merged into one of its id, or told.
        expect(entries.length + refused.length).toBeLessThanOrEqual(raw.length);
        for (const id of known)
          expect(kept.has(id) || refused.some((r) => (r.raw as Entry).id === id)).toBe(true);
        for (const e of entries) {
          expect(entrySchema.validate(e, { convert: false }).error).toBeUndefined();
          expect(isShaped(e)).toBe(true);
          for (const { id, banded } of READ_FIELDS) {
            const v = e[id];
            if (banded && Array.isArray(v)) expect(v[0]).toBeLessThanOrEqual(v[1] as number);
          }
        }
        // What was read can be written and read again.
        expect(readLog(JSON.parse(JSON.stringify(entries)))).toEqual({ entries, refused: [] });
      }),
      { numRuns: cases(300, 6000) },
    );
  });

  it('corrected more often than a file takes keeps the latest values, and is read again', () => {
    let e = reading();
    for (let i = 0; i < 700; i++) e = correct(e, { ph: 6 + (i % 20) / 10 }, AT + i);
    expect(e.changes!.filter((c) => c.field === 'ph')).toHaveLength(MOST_WRITES);
    expect(readLog([e])).toEqual({ entries: [e], refused: [] });
    // However its copies meet, the latest of all are kept.
    const [a, b] = [correct(e, { ph: 5 }, AT + 900), correct(e, { ph: 5.5 }, AT + 901)];
    expect(mergeEntry(a, b)).toEqual(mergeEntry(b, a));
    expect(mergeEntry(a, b).ph).toBe(5.5);
  });

  test.each(['0026-02-05', '1970-01-01', '2038-01-19', '9999-12-30'])(
    'dated %s is read as it was written: it is asked about, not lost',
    (day) => {
      const e = newEntry('odd', { kind: 'reading', at: Date.parse(day), zone: 'UTC', ph: 7 }, AT);
      expect(readLog(JSON.parse(JSON.stringify([e])))).toEqual({ entries: [e], refused: [] });
    },
  );
});

describe('a row of a store', () => {
  test.each([
    null,
    7,
    {},
    { ...reading(), at: null },
    { ...reading(), ph: {} },
    { ...reading(), tan: [1] },
    { ...reading(), seen: 5 },
    { ...reading(), kind: 'gone' },
    changed({ field: 'ph', value: {}, written: AT }),
  ])('that is damaged is told from one that is whole: %j', (row) => {
    expect(isShaped(row)).toBe(false);
    expect(isShaped(reading())).toBe(true);
  });
});

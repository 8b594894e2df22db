import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { correct, byTime, mergeLogs, newEntry, remove } from '../entries/entries.ts';
import { READ_FIELDS } from '../entries/fields.ts';
import { SIGNS } from '../entries/signs.ts';
import { ENTRY_KINDS, TASK_OUTCOMES, type Entry, type EntryValues } from '../entries/types.ts';
import { MOST_SEED } from '../practice/classList.ts';
import { stepBetween, applyEdits } from '../system/index.ts';
import { anySystem } from '../test/systems.ts';
import { cases } from '../test/cases.ts';
import { readAnyFile } from './file.ts';
import { MOST_PHOTOS, SMALL_PHOTO } from './limits.ts';
import {
  logWithin,
  photosWithin,
  byteSize,
  writeBackup,
  writeWith,
  type FiledPhoto,
} from './write.ts';

/** Whatever is kept comes back from its file as it was: at every limit, and in between. */

const LAST = Date.UTC(2026, 11, 1);
const atLimit = (min: number, max: number) =>
  fc.oneof(fc.constantFrom(min, max), fc.double({ min, max, noNaN: true }));
const text = (maxLength: number) =>
  fc.oneof(
    fc.string({ unit: 'grapheme', maxLength }).filter((x) => !/[\p{Cc}\u2028\u2029]/u.test(x)),
    fc.constant('x'.repeat(maxLength)),
  );

const reading = fc.record(
  Object.fromEntries(
    READ_FIELDS.map((f) => {
      const number = atLimit(f.min, f.max);
      return [
        f.id,
        f.banded
          ? fc.tuple(number, number).map(([a, b]) => [Math.min(a, b), Math.max(a, b)])
          : number,
      ];
    }),
  ),
  { requiredKeys: [] },
);
const values = fc
  .record(
    {
      kind: fc.constantFrom(...ENTRY_KINDS),
      // Years that clocks have shown, and the moment itself.
      at: fc.oneof(
        fc.constantFrom(0, Date.parse('0026-02-05'), Date.parse('9999-12-30'), LAST),
        fc.integer({ min: LAST - 4e10, max: LAST }),
      ),
      zone: fc.constantFrom('Europe/Vienna', 'UTC', 'Pacific/Auckland', ''),
      about: fc.constantFrom('', 'tank', 'x'.repeat(128)),
      what: fc.constantFrom('', 'salt', 'retest/ph+tan'),
      mass: atLimit(0, 10_000),
      volume: atLimit(0, 1000),
      count: atLimit(0, 1_000_000),
      outcome: fc.constantFrom(...TASK_OUTCOMES),
      until: fc.integer({ min: 0, max: LAST }),
      seen: fc.subarray(SIGNS.map((x) => x.id)),
      note: text(120).map((x) => x.slice(0, 4000)),
      device: fc.constantFrom('', 'probe-1'),
    },
    { requiredKeys: ['kind', 'at', 'zone'] },
  )
  .chain((v) => reading.map((r) => ({ ...v, ...r }) as EntryValues));
const entry = (id: string): fc.Arbitrary<Entry> =>
  fc
    .tuple(values, values, fc.constantFrom('new', 'corrected', 'taken out'))
    .map(([v, w, state]) => {
      const e = newEntry(id, v, LAST);
      if (state === 'new') return e;
      return state === 'corrected'
        ? correct(e, w, LAST + 1)
        : remove(correct(e, w, LAST), LAST + 5);
    });
const log = fc
  .integer({ min: 0, max: 8 })
  .chain((n) => fc.tuple(...Array.from({ length: n }, (_, i) => entry(`e${i}`))))
  .map((all): Entry[] => [...all].sort(byTime));
const photos = fc.array(
  fc.record({
    step: fc.constantFrom('log-Ab_9-x', 'wall-hole-tank', 'x'.repeat(128)),
    taken: fc.integer({ min: 0, max: LAST }),
    image: fc
      .constantFrom(0, 3, 40, (SMALL_PHOTO - 40) / 4)
      .map((n) => `data:image/jpeg;base64,/9j/${'AAAA'.repeat(n)}`),
  }),
  { maxLength: 3 },
);
const runs = fc.uniqueArray(fc.oneof(fc.constant(MOST_SEED), fc.integer({ min: 1, max: 999 })), {
  maxLength: 30,
});
const underWay = fc.option(
  fc.tuple(anySystem, anySystem).chain(([document, other]) =>
    fc.record({
      begun: fc.integer({ min: 0, max: LAST }),
      seed: fc.constantFrom(1, MOST_SEED),
      scenario: fc.constantFrom(null, 'pump-dead'),
      lesson: fc.constantFrom('', 'siphon'),
      water: fc.constantFrom(null, document.water, other.water),
      document: fc.constant(document),
      acts: fc.array(
        fc.record({
          at: fc.integer({ min: 0, max: LAST }),
          act: fc.constantFrom('look', 'x'.repeat(64)),
          about: fc.constantFrom('', 'tank'),
        }),
        { maxLength: 4 },
      ),
    }),
  ),
);
const same = (x: unknown): unknown => JSON.parse(JSON.stringify(x));

describe('what is kept', () => {
  it('comes back from a system’s file as it was: design, log, photographs, runs', () => {
    fc.assert(
      fc.property(anySystem, log, photos, runs, (system, l, p, r) => {
        const file = readAnyFile(writeWith(system, { log: l, photos: p, runs: r }));
        expect(file).toEqual({
          ...{ ok: true, what: 'system', system: same(system), photos: p, runs: r },
          ...{ log: same(mergeLogs(l, [])), refused: [] },
        });
      }),
      { numRuns: cases(40, 600) },
    );
  });

  it('comes back from a backup as it was, with the steps that were made and their entries', () => {
    fc.assert(
      fc.property(anySystem, log, photos, underWay, (system, l, p, run) => {
        const next = applyEdits(system, [{ at: 'site.humidity', to: 0.41 }]);
        const noted = [{ id: 'e1', undo: { deleted: true }, redo: { deleted: null } }];
        const past = [{ ...stepBetween(system, next, 'drier'), noted }];
        const kept = { document: next, past, future: [], log: l, photos: p, underWay: run };
        const file = readAnyFile(writeBackup([kept], { units: 'us' }, '2026-12-01T00:00:00Z'));
        if (!file.ok || file.what !== 'backup') throw new Error('no backup');
        expect(file.backup.refused).toEqual([]);
        const [back] = file.backup.systems;
        expect({ log: [], photos: [], underWay: null, ...back }).toEqual(
          same({ ...kept, log: mergeLogs(l, []) }),
        );
      }),
      { numRuns: cases(20, 300) },
    );
  });
});

describe('a file that would be too large to be opened', () => {
  const many = Array.from({ length: 1000 }, (_, i) =>
    newEntry(`e${i}`, { kind: 'note', at: i, zone: 'UTC', note: 'ä'.repeat(40) }, i),
  );
  it('carries the newest entries that fit, and tells how many are left', () => {
    const { taken, left } = logWithin(many, 20_000);
    expect(taken.length + left).toBe(1000);
    expect(taken).toEqual(many.slice(left));
    const size = (all: readonly Entry[]) =>
      all.reduce((n, e) => n + byteSize(JSON.stringify(e)) + 4, 0);
    expect(size(taken)).toBeLessThanOrEqual(20_000);
    expect(size(many.slice(left - 1))).toBeGreaterThan(20_000);
    expect(logWithin(many, 1e6)).toEqual({ taken: many, left: 0 });
    // Letters of two bytes count as two.
    expect(byteSize('ä')).toBe(2);
  });
  it('carries the newest photographs, and none that no program opens', () => {
    const photo = (taken: number, n: number): FiledPhoto => ({
      step: 's',
      taken,
      image: `data:image/jpeg;base64,/9j/${'A'.repeat(n)}`,
    });
    const huge = photo(9, 9_000_000);
    const list = Array.from({ length: MOST_PHOTOS + 2 }, (_, i) => photo(i, 4));
    const got = photosWithin([...list, huge]);
    expect(got.taken).toHaveLength(MOST_PHOTOS);
    expect(got.left).toBe(3);
    expect(got.taken[0]!.taken).toBe(MOST_PHOTOS + 1);
    expect(photosWithin(list, 70).taken).toHaveLength(2);
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { carePlan } from '../care/index.ts';
import { ENTRY_KINDS, type Entry, type EntryValues } from '../entries/types.ts';
import { correct, newEntry, remove, restore } from '../entries/entries.ts';
import { applyEdits, takeBack, type HistoryStep } from '../system/index.ts';
import { cases } from '../test/cases.ts';
import { NOW, demoDocument, entriesOf, tendedOf } from '../test/tended.ts';
import { fishEdits, notedValues } from './fish.ts';
import { tasksOf } from './tasks/index.ts';

const pair = demoDocument('potting-shed-pair');
const HOUR = 3_600_000;
const base = entriesOf([
  { h: 30, ph: 7.1, tan: [0, 0.25], nitrite: [0, 0], temperature: 20, alkalinity: 60 },
  { h: 20, kind: 'feed', mass: 0.02 },
  { h: 5, kind: 'look', seen: ['fish-well'] },
]);
const told = (log: readonly Entry[]) => {
  const t = tendedOf(pair, log);
  return { known: t.known, plan: carePlan(t), tasks: tasksOf(t), system: t.system };
};

describe('an entry that is taken back', () => {
  it('takes all with it that followed from it: water, advice, tests and tasks', () => {
    const before = told(base);
    const anyEntry = fc.record({
      kind: fc.constantFrom(...ENTRY_KINDS),
      h: fc.integer({ min: 0, max: 200 }),
      ph: fc.option(fc.integer({ min: 50, max: 90 }), { nil: null }),
      tan: fc.option(fc.integer({ min: 0, max: 16 }), { nil: null }),
      what: fc.constantFrom('', 'bicarbonate', 'salt', 'retest/ph', 'feed', 'mizuna'),
      outcome: fc.constantFrom('done', 'later', 'skipped'),
      amount: fc.integer({ min: 0, max: 100 }),
    });
    fc.assert(
      fc.property(anyEntry, (r) => {
        const at = NOW - r.h * HOUR;
        const values = {
          kind: r.kind,
          at,
          zone: 'Europe/Vienna',
          ...(r.what ? { what: r.what } : {}),
          ...(r.kind === 'reading'
            ? {
                ...(r.ph === null ? {} : { ph: r.ph / 10 }),
                ...(r.tan === null ? {} : { tan: [r.tan / 4, r.tan / 4] as const }),
              }
            : { mass: r.amount / 1000, volume: r.amount / 1000, count: r.amount }),
          ...(r.kind === 'task' ? { outcome: r.outcome, until: NOW + 20 * HOUR } : {}),
        } as EntryValues;
        const e = newEntry('new', values, at);
        const gone = remove(e, NOW);
        expect(told([...base, gone])).toEqual(before);
        const back = restore(gone, NOW + 1);
        expect(told([...base, back])).toEqual(told([...base, e]));
      }),
      { numRuns: cases(12, 400) },
    );
  });
});

describe('fish of the design', () => {
  const fish = pair.fish[0]!;
  const died = (count: number): EntryValues => ({
    kind: 'fish-dead',
    at: NOW,
    zone: 'UTC',
    what: fish.id,
    count,
  });
  const countAfter = (s: typeof pair) => s.fish[0]!.count;

  it('follow what died, its correction and its taking back to the fish', () => {
    const e = newEntry('d', died(3), NOW);
    const three = applyEdits(pair, fishEdits(pair, null, e));
    expect(countAfter(three)).toBe(fish.count - 3);
    const two = correct(e, { count: 2 }, NOW + 1);
    const corrected = applyEdits(three, fishEdits(three, e, two));
    expect(countAfter(corrected)).toBe(fish.count - 2);
    const gone = remove(two, NOW + 2);
    expect(countAfter(applyEdits(corrected, fishEdits(corrected, two, gone)))).toBe(fish.count);
  });

  it('come to the same number in whatever order entries are noted, corrected and taken back', () => {
    const act = fc.record({
      kind: fc.constantFrom('fish-in', 'fish-out', 'fish-dead'),
      first: fc.integer({ min: 0, max: 5 }),
      then: fc.option(fc.integer({ min: 0, max: 5 }), { nil: null }),
      gone: fc.boolean(),
    });
    // So many that none is taken from nothing.
    const many = applyEdits(pair, [{ at: `fish.${fish.id}.count`, to: 200 }]);
    fc.assert(
      fc.property(fc.array(act, { maxLength: 8 }), (acts) => {
        let s = many;
        let sum = 200;
        for (const [i, a] of acts.entries()) {
          let e = newEntry(`e${i}`, { ...died(a.first), kind: a.kind } as EntryValues, NOW);
          s = applyEdits(s, fishEdits(s, null, e));
          const next = (after: Entry) => {
            s = applyEdits(s, fishEdits(s, e, after));
            e = after;
          };
          if (a.then !== null) next(correct(e, { count: a.then }, NOW + 1));
          if (a.gone) next(remove(e, NOW + 2));
          else sum += (a.kind === 'fish-in' ? 1 : -1) * (a.then ?? a.first);
        }
        expect(countAfter(s)).toBe(sum);
      }),
    );
  });

  it('are not changed by what is of no fish of theirs, or takes none', () => {
    expect(fishEdits(pair, null, { ...died(3), what: 'gone' })).toEqual([]);
    expect(fishEdits(pair, null, { ...died(0) })).toEqual([]);
    const weighed = { ...died(1), kind: 'fish-weighed', mass: 0.08 } as const;
    expect(fishEdits(pair, null, weighed)).toEqual([{ at: `fish.${fish.id}.meanMass`, to: 0.08 }]);
    expect(fishEdits(pair, weighed, { ...weighed, deleted: true })).toEqual([]);
  });
});

describe('a step of a design that went on', () => {
  const fish = pair.fish[0]!;
  const COUNT = `fish.${fish.id}.count`;
  const MASS = `fish.${fish.id}.meanMass`;
  const step: HistoryStep = {
    label: 'Fish in',
    edits: [
      { at: COUNT, to: fish.count + 4 },
      { at: MASS, to: 0.02 },
    ],
    inverse: [
      { at: MASS, to: fish.meanMass },
      { at: COUNT, to: fish.count },
    ],
  };
  const done = applyEdits(pair, step.edits);

  it('is taken back where it still stands, and done once more', () => {
    expect(applyEdits(done, takeBack(done, step))).toEqual(pair);
    expect(applyEdits(pair, takeBack(pair, step, true))).toEqual(done);
  });
  it('takes its count by the difference, and leaves what was set anew since', () => {
    const later = applyEdits(done, [
      { at: COUNT, to: fish.count + 1 },
      { at: MASS, to: 0.03 },
    ]);
    expect(takeBack(later, step)).toEqual([{ at: COUNT, to: fish.count - 3 }]);
  });
  it('takes nothing where its place is gone', () => {
    const none = applyEdits(done, [{ at: `fish.${fish.id}`, to: undefined }]);
    expect(takeBack(none, step)).toEqual([]);
  });
  it('sets only such fields of an entry as an undoing may', () => {
    expect(notedValues({ deleted: true, count: 3, mass: 0.1 })).toEqual({
      deleted: true,
      count: 3,
      mass: 0.1,
    });
    expect(notedValues({ deleted: null })).toEqual({ deleted: undefined });
    expect(notedValues({ deleted: 'no', count: -1, mass: 'x', id: 'y', ph: 3 })).toEqual({});
  });
});

import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it, test } from 'vitest';
import { madeUp, madeUpFurther } from '../test/makeups.ts';
import { anySystem } from '../test/systems.ts';
import {
  DOCUMENT_VERSION,
  WHOLE,
  applyEdits,
  diff,
  invertEdits,
  merge,
  readAt,
  removeVessel,
  same,
  upToDate,
  type Edit,
  type SavedHistory,
  type SystemDocument,
} from './index.ts';
import { checkSystem } from './schema/index.ts';
import { bedOverTank } from './layouts/bed-over-tank.ts';
import { sumpLoop } from './layouts/sump-loop.ts';
import { cases } from '../test/cases.ts';

const base = bedOverTank.make('pair', 'Pair');
const edited = (...edits: Edit[]) => applyEdits(base, edits);
const CREST = 'paths.siphon.crest';

/** Changes that people make, each at a place of its own. */
const EDITS: Edit[] = [
  { at: CREST, to: 0.22 },
  { at: 'paths.siphon.breakHeight', to: 0.025 },
  { at: 'vessels.tank.fill', to: 0.5 },
  { at: 'vessels.bed.shape', to: { kind: 'half-barrel', diameter: 0.7, length: 1, height: 0.35 } },
  { at: 'vessels.bed.media.medium', to: 'pumice' },
  { at: 'paths.spare', to: undefined },
  {
    at: 'controls.mains',
    to: { id: 'mains', kind: 'interval', device: 'dial-15', own: null, on: 900, off: 900 },
  },
  { at: 'measurements.m1', to: { id: 'm1', kind: 'flow', path: 'lift', flow: 2e-4 } },
  { at: 'paths.lift.fittings', to: [] },
  { at: 'name', to: 'Other' },
  { at: 'site.humidity', to: 0.5 },
];
const some = fc.subarray(EDITS);

describe('the difference of two documents', () => {
  it('applied to the one gives the other, whatever they are', () =>
    fc.assert(
      fc.property(anySystem, anySystem, (a, b) => same(applyEdits(a, diff(a, b)), b)),
      { numRuns: cases(200, 2000) },
    ));

  it('is nothing between equals, and each edit names the smallest place', () => {
    expect(diff(base, structuredClone(base))).toEqual([]);
    expect(diff(base, edited({ at: CREST, to: 0.2 }))).toEqual([{ at: CREST, to: 0.2 }]);
    expect(diff(base, edited(EDITS[5]!))).toEqual([{ at: 'paths.spare', to: undefined }]);
    expect(diff(base, edited(EDITS[3]!)).map((e) => e.at)).toEqual(['vessels.bed.shape']);
    expect(diff(base, edited(EDITS[7]!)).map((e) => e.at)).toEqual(['measurements.m1']);
  });

  it('sees that a list was put in another order', () => {
    const turned = { ...base, vessels: [...base.vessels].reverse() };
    expect(applyEdits(base, diff(base, turned))).toEqual(turned);
  });
});

describe('two people’s changes of one system', () => {
  it('in different places all go in, in whichever order they come', () =>
    fc.assert(
      fc.property(some, (mine) => {
        const theirs = EDITS.filter((e) => !mine.includes(e));
        const a = merge(base, edited(...mine), edited(...theirs));
        const b = merge(base, edited(...theirs), edited(...mine));
        expect(a.conflicts).toEqual([]);
        expect(same(a.document, edited(...EDITS))).toBe(true);
        expect(same(b.document, a.document)).toBe(true);
      }),
    ));

  it('of which one did nothing are the other’s', () =>
    fc.assert(
      fc.property(some, (edits) => {
        const x = edited(...edits);
        return (
          same(merge(base, x, base).document, x) &&
          same(merge(base, base, x).document, x) &&
          same(merge(base, x, x).document, x)
        );
      }),
    ));

  it('to one place are told, both values beside each other, and theirs stays', () => {
    const r = merge(base, edited({ at: CREST, to: 0.2 }), edited({ at: CREST, to: 0.21 }));
    expect(r.conflicts).toEqual([{ at: CREST, mine: 0.2, theirs: 0.21 }]);
    expect(readAt(r.document, CREST)).toBe(0.21);
  });

  it('to the same value are no quarrel', () => {
    const x = edited({ at: CREST, to: 0.2 });
    expect(merge(base, x, x).conflicts).toEqual([]);
  });

  it('a part that one took out and the other changed is asked about, as a choice between systems', () => {
    const changed = edited({ at: 'paths.spare.crest', to: 0.27 }, EDITS[9]!);
    const without = edited(EDITS[5]!, EDITS[2]!);
    for (const [mine, theirs] of [
      [changed, without],
      [without, changed],
    ] as const) {
      const r = merge(base, mine, theirs);
      expect(r).toEqual({ document: theirs, edits: [], conflicts: [{ at: WHOLE, mine, theirs }] });
    }
  });

  it('a part that one took out and a new part of the other leads to: likewise', () => {
    const loop = sumpLoop.make('loop', 'Loop');
    const bed = loop.vessels.filter((v) => v.role === 'bed').at(-1)!;
    const taken = removeVessel(loop, bed.id);
    if (!taken.ok) throw new Error(taken.why);
    const without = applyEdits(loop, taken.edits);
    const measured = applyEdits(loop, [
      { at: 'measurements.m9', to: { id: 'm9', kind: 'fill-time', vessel: bed.id, time: 300 } },
    ]);
    for (const [mine, theirs] of [
      [measured, without],
      [without, measured],
    ] as const) {
      const r = merge(loop, mine, theirs);
      expect(r.conflicts.map((c) => c.at)).toEqual([WHOLE]);
      expect(r.document).toBe(theirs);
    }
  });

  it('of the make-up, whatever they are, leave a whole system', () =>
    fc.assert(
      fc.property(madeUp(2), madeUpFurther(3), madeUpFurther(3), (from, mine, theirs) => {
        const r = merge(from, mine(from), theirs(from));
        expect(checkSystem(r.document)).toMatchObject({ ok: true });
      }),
      { numRuns: cases(80, 1500) },
    ));

  it('that would not fit together are asked about, though the places differ', () => {
    // 25 mm of crest in one window, a break at 215 mm in the other.
    const mine = edited({ at: CREST, to: 0.06 });
    const theirs = edited({ at: 'paths.siphon.breakHeight', to: 0.2 });
    const r = merge(base, mine, theirs);
    expect(r.conflicts.map((c) => c.at)).toEqual([CREST]);
    expect(readAt(r.document, CREST)).toBe(0.235);
  });
});

describe('a kept system of an older version', () => {
  const old = JSON.parse(
    readFileSync('core/system/versions/version-1-potting-shed-pair.json', 'utf8'),
  ) as SystemDocument;
  const step = (from: SystemDocument, label: string, edits: Edit[]) => ({
    label,
    edits,
    inverse: invertEdits(from, edits),
  });
  const media = { medium: 'pumice', top: 0.28, voids: null, clogging: 0 };
  const first = step(old, 'pumice', [{ at: 'vessels.bed.media', to: media }]);
  const one = applyEdits(old, first.edits);
  const second = step(one, 'no spare', [{ at: 'paths.spare', to: undefined }]);
  const two = applyEdits(one, second.edits);
  const third = step(two, 'shorter', [{ at: CREST, to: 0.2 }]);
  const kept: SavedHistory = { document: two, past: [first, second], future: [third] };

  it('comes up with its whole history', () => {
    const now = upToDate(kept)!;
    expect(now.document.version).toBe(DOCUMENT_VERSION);
    expect(now.past.map((s) => s.label)).toEqual(['pumice', 'no spare']);
    let d = now.document;
    for (const s of [...now.past].reverse()) d = applyEdits(d, s.inverse);
    expect(same(d, upToDate({ document: old, past: [], future: [] })!.document)).toBe(true);
    for (const s of [...now.past, ...now.future]) d = applyEdits(d, s.edits);
    expect(readAt(d, CREST)).toBe(0.2);
    expect(readAt(d, 'vessels.bed.media.layers')).toEqual([]);
  });

  it('keeps what can be walked of a broken history', () => {
    const broken = { ...first, inverse: [{ at: 'paths.nowhere.crest', to: 1 }] };
    const now = upToDate({ ...kept, past: [broken, second] })!;
    expect(now.past.map((s) => s.label)).toEqual(['no spare']);
  });

  test.each([DOCUMENT_VERSION + 1, 99])('of version %i is left alone', (version) => {
    const document = { ...old, version };
    expect(upToDate({ document, past: [], future: [] })).toBeNull();
  });
});

import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { PIPES, MEDIA, FITTINGS, TIMERS } from '../catalogue/index.ts';
import { LARGEST_FILE, readSystem, writeSystem } from '../formats/file.ts';
import { anySystem } from '../test/systems.ts';
import {
  LAYOUTS,
  applyEdits,
  fieldAt,
  invertEdits,
  migrate,
  rangeOf,
  readAt,
  vesselOf,
  type Edit,
} from './index.ts';
import { pair as pairOf } from '../test/pair.ts';
import { checkSystem } from './schema/index.ts';

const base = pairOf('pair', 'Pair');

describe('edits', () => {
  it('change one place and leave the given system alone', () => {
    const after = applyEdits(base, [{ at: 'paths.siphon.crest', to: 0.2 }]);
    expect(readAt(after, 'paths.siphon.crest')).toBe(0.2);
    expect(readAt(base, 'paths.siphon.crest')).toBe(0.235);
    expect(after.vessels).toBe(base.vessels);
  });

  it('add by a new id, remove by undefined, and are undone by their inverse', () => {
    const edits: Edit[] = [
      { at: 'paths.spare', to: undefined },
      { at: 'vessels.bed.shape.length', to: 1.5 },
      { at: 'measurements.m', to: { id: 'm', kind: 'bore', path: 'lift', bore: 0.02 } },
      { at: 'vessels.bed.shape.length', to: 1.7 },
    ];
    const after = applyEdits(base, edits);
    expect(after.paths).toHaveLength(2);
    expect(after.measurements).toHaveLength(1);
    const back = applyEdits(after, invertEdits(base, edits));
    expect(back.vessels).toEqual(base.vessels);
    expect([...back.paths].sort((a, b) => a.id.localeCompare(b.id))).toEqual(
      [...base.paths].sort((a, b) => a.id.localeCompare(b.id)),
    );
  });

  it('refuse places that do not exist, and never reach a prototype', () => {
    expect(() => applyEdits(base, [{ at: 'vessels.nowhere.floor', to: 1 }])).toThrow(RangeError);
    expect(() => applyEdits(base, [{ at: '__proto__.x', to: 1 }])).toThrow(RangeError);
    expect(({} as Record<string, unknown>).x).toBeUndefined();
    expect(() => vesselOf(base, 'nowhere')).toThrow(RangeError);
  });
});

describe('fields', () => {
  it('ranges follow the system: a crest stays in its bed and over its break', () => {
    expect(rangeOf(base, 'paths.siphon.crest')).toEqual({ min: 0.05, max: 0.33 });
    expect(rangeOf(base, 'paths.siphon.breakHeight').max).toBeCloseTo(0.215, 9);
    expect(rangeOf(base, 'vessels.bed.media.top').max).toBe(0.33);
    expect(fieldAt('paths.siphon.crest')?.label).toMatch(/Standpipe height/);
    expect(fieldAt('paths.siphon.name')).toBeUndefined();
  });
});

describe('files', () => {
  it('come back as they were, unknown keys and all', () => {
    fc.assert(
      fc.property(anySystem, (s) => {
        const more = { ...s, notes: { mine: ['kept'] } };
        const r = readSystem(writeSystem(more));
        if (!r.ok) throw new Error(r.message);
        expect(r.system).toEqual(more);
      }),
      { numRuns: 40 },
    );
  });

  test.each([
    ['', /empty/],
    ['{', /is cut off/],
    ['[1,2]', /it is not a Mizuna system/],
    ['"text"', /it is not a Mizuna system/],
    ['{"kind":"something else"}', /it is not a Mizuna system/],
    ['{"kind":"mizuna-system"}', /version/],
    ['{"kind":"mizuna-system","version":99}', /newer version/],
    ['{"kind":"mizuna-system","version":-1}', /version/],
    ['x'.repeat(LARGEST_FILE + 1), /larger/],
    [writeSystem(base).slice(0, 900), /is cut off/],
  ])('%#: refused with the reason', (text, reason) => {
    const r = readSystem(text);
    expect(r.ok).toBe(false);
    if (!r.ok) expect(r.message).toMatch(reason);
  });

  test.each<[string, Edit[], RegExp]>([
    [
      'a negative length',
      [{ at: 'vessels.tank.shape.diameter', to: -1 }],
      /“Diameter” of “Fish tank” is below/,
    ],
    ['a text for a number', [{ at: 'paths.siphon.crest', to: '240' }], /not a number/],
    ['an unknown shape', [{ at: 'vessels.tank.shape', to: { kind: 'sphere' } }], /shape/],
    ['an unknown path', [{ at: 'paths.siphon.kind', to: 'bucket' }], /type of water path/],
    [
      'a path to nowhere',
      [{ at: 'paths.siphon.to', to: 'pond' }],
      /“pond” that is not in the file/,
    ],
    ['a pump without its switch', [{ at: 'paths.lift.control', to: 'x' }], /switched by/],
    [
      'a break over the crest',
      [{ at: 'paths.siphon.breakHeight', to: 0.3 }],
      /height at which “Bell siphon” stops/,
    ],
    ['fish nowhere', [{ at: 'fish.fish.vessel', to: 'pond' }], /fish in a vessel/],
    ['an unknown medium', [{ at: 'vessels.bed.media.medium', to: 'marbles' }], /does not know/],
    ['a rim to itself', [{ at: 'vessels.bed.rimTo', to: 'bed' }], /spills into/],
    [
      'a pump curve that rises',
      [
        {
          at: 'paths.lift.pump.points',
          to: [
            [0, 1],
            [0.0001, 2],
          ],
        },
      ],
      /does not fall/,
    ],
  ])('%s is refused in the grower’s words', (_, edits, reason) => {
    const r = readSystem(writeSystem(applyEdits(base, edits)));
    expect(r.ok).toBe(false);
    if (!r.ok) expect(r.message).toMatch(reason);
  });

  it('a hostile key does not pollute anything', () => {
    const text = writeSystem(base).replace('"layout"', '"__proto__": {"polluted": true}, "layout"');
    const r = readSystem(text);
    expect(r.ok).toBe(true);
    expect(({} as Record<string, unknown>).polluted).toBeUndefined();
  });

  it('mutated files are read or refused, never thrown on', () => {
    const text = writeSystem(base);
    fc.assert(
      fc.property(
        fc.nat(text.length - 1),
        fc.string({ maxLength: 4 }),
        fc.nat(30),
        (at, insert, cut) => {
          const r = readSystem(text.slice(0, at) + insert + text.slice(at + cut));
          return r.ok || r.message.length > 10;
        },
      ),
      { numRuns: 400 },
    );
  });
});

describe('versions', () => {
  it('older documents are brought up step by step', () => {
    const steps = {
      1: (d: Record<string, unknown>) => ({ ...d, title: d.name }),
      2: (d: Record<string, unknown>) => ({ ...d, both: `${String(d.title)}!` }),
    };
    const r = migrate({ version: 1, name: 'Old' }, steps, 3);
    expect(r).toEqual({
      ok: true,
      document: { version: 3, name: 'Old', title: 'Old', both: 'Old!' },
    });
    expect(migrate({ version: 4 }, steps, 3).ok).toBe(false);
    expect(migrate({ version: 'one' }, steps, 3).ok).toBe(false);
  });
});

describe('layouts and catalogues', () => {
  test.each(LAYOUTS.map((l) => [l.name, l] as const))(
    '%s starts as a valid system',
    (_, layout) => {
      expect(checkSystem(layout.make('new', 'New'))).toMatchObject({ ok: true });
    },
  );

  it('ids are used once, ranges contain their usual value', () => {
    for (const list of [PIPES, MEDIA, FITTINGS, TIMERS, LAYOUTS]) {
      expect(new Set(list.map((x) => x.id)).size).toBe(list.length);
    }
    for (const m of MEDIA) {
      expect(m.voids[0]).toBeLessThanOrEqual(m.voids[1]);
      expect(m.voids[1]).toBeLessThanOrEqual(m.voids[2]);
    }
    for (const p of PIPES) if (p.outside) expect(p.outside).toBeGreaterThan(p.bore);
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from '../../core/assess';
import { anySystem } from '../../core/test/systems';
import { LAYOUTS, SITES, addSite, applyEdits } from '../../core/system';
import { largest } from '../../core/test/largest';
import { bedOverTank } from '../../core/system/layouts/bed-over-tank';
import { alikeOnce, handlesOf, sharedHandles, snapped, spread } from './handles';
import { cutTo, LETTER, roomFor, type Label } from './labels';
import { PX_PER_MM, paperSize } from './paper';
import { halfWidthAt, sceneOf, shared } from './scene';

describe('the tags of a float switch', () => {
  const row = LAYOUTS.find((l) => l.id === 'bucket-row')!.make('r', 'Row');
  const tags = (line: string) =>
    handlesOf(row, assess(row), sceneOf(row), 'drain')
      .filter((h) => h.at.startsWith(`paths.${line}.float.`))
      .map((h) => [h.value, h.word, h.name.split(', ')[1]]);

  it('of one that fills: the lower starts the pump, the upper says full', () =>
    expect(tags('fill')).toEqual([
      [0.255, 'full', 'stops the pump'],
      [0.225, 'fill on', 'starts the pump'],
    ]));

  it('of one that empties: the upper starts the pump, the lower says empty', () =>
    expect(tags('empty')).toEqual([
      [0.05, 'empty on', 'starts the pump'],
      [0.02, 'empty', 'stops the pump'],
    ]));
});

describe('the drawing', () => {
  it('stands to scale: sizes and heights are those of the document', () => {
    const s = bedOverTank.make('a', 'A');
    const scene = sceneOf(s);
    const [tank, bed] = scene.vessels;
    expect(tank!.right - tank!.left).toBeCloseTo(1.1, 9);
    expect(bed!.right - bed!.left).toBeCloseTo(1.2, 9);
    expect(scene.maxZ).toBeGreaterThan(0.95 + 0.33);
    expect(scene.lines[0]!.pump.z).toBeCloseTo(0.27, 9);
    expect(scene.drains[0]!.outlet.z).toBeCloseTo(0.95 - 0.25, 9);
  });

  it('lets every drain end over the vessel it runs to, and every part stay in the picture', () => {
    fc.assert(
      fc.property(anySystem, (s) => {
        const scene = sceneOf(s);
        for (const d of scene.drains) {
          const to = scene.vessels.find((v) => v.vessel.id === d.path.to)!;
          expect(d.outlet.x).toBeGreaterThan(to.left);
          expect(d.outlet.x).toBeLessThan(to.right);
        }
        for (const l of scene.lines) {
          for (const p of l.points) {
            expect(p.x).toBeGreaterThanOrEqual(scene.minX);
            expect(p.x).toBeLessThanOrEqual(scene.maxX);
            expect(p.z).toBeLessThanOrEqual(scene.maxZ + 1e-9);
          }
        }
      }),
    );
  });

  it.each([
    ...LAYOUTS.map((l) => [l.id, l.make('x', 'X')] as const),
    ['eight beds', largest('l', 'L')] as const,
    [
      '24 buckets',
      applyEdits(LAYOUTS.find((l) => l.id === 'bucket-row')!.make('b', 'B'), [
        { at: 'vessels.buckets.count', to: 24 },
      ]),
    ] as const,
    [
      'a raft, a channel and a seed box more',
      SITES.reduce(
        (s, site) => {
          const made = addSite(s, site.id);
          return made.ok ? applyEdits(s, made.edits) : s;
        },
        bedOverTank.make('a', 'A'),
      ),
    ] as const,
  ])('%s: no vessel covers another, all stand in the picture', (_, s) => {
    const scene = sceneOf(s);
    const list = scene.vessels;
    for (const [i, p] of list.entries()) {
      expect(p.cells).toHaveLength(p.vessel.count);
      expect(p.left).toBeGreaterThanOrEqual(scene.minX);
      expect(p.end).toBeLessThanOrEqual(scene.maxX);
      for (const q of list.slice(i + 1)) {
        const across = p.left < q.end && q.left < p.end;
        const up =
          p.vessel.floor < q.vessel.floor + q.vessel.shape.height &&
          q.vessel.floor < p.vessel.floor + p.vessel.shape.height;
        expect(across && up, `${p.vessel.name} and ${q.vessel.name}`).toBe(false);
      }
    }
  });

  it('a bed that does not stand over its tank is drawn beside it', () => {
    const s = applyEdits(bedOverTank.make('a', 'A'), [{ at: 'vessels.bed.floor', to: 0.2 }]);
    const [tank, bed] = sceneOf(s).vessels;
    expect(bed!.left).toBeGreaterThan(tank!.right);
  });

  it('a tapered tub narrows towards its floor', () => {
    const s = applyEdits(bedOverTank.make('a', 'A'), [
      {
        at: 'vessels.tank.shape',
        to: {
          kind: 'tapered-box',
          bottomLength: 0.8,
          bottomWidth: 0.5,
          topLength: 1,
          topWidth: 0.6,
          height: 0.6,
        },
      },
    ]);
    const tank = sceneOf(s).vessels[0]!;
    expect(halfWidthAt(tank, 0)).toBeCloseTo(0.4, 9);
    expect(halfWidthAt(tank, 0.3)).toBeCloseTo(0.45, 9);
  });
});

describe('handles', () => {
  const s = bedOverTank.make('a', 'A');
  const all = (['vessels', 'lift', 'drain'] as const).flatMap((stage) =>
    handlesOf(s, assess(s), sceneOf(s), stage),
  );

  it('there is one for everything that the grower pulls', () => {
    const ats = all.map((h) => h.at);
    for (const at of [
      'vessels.tank.floor',
      'vessels.bed.floor',
      'vessels.tank.shape.height',
      'vessels.bed.shape.height',
      'vessels.tank.fill',
      'vessels.bed.media.top',
      'paths.lift.pump.intake',
      'paths.lift.end',
      'paths.siphon.crest',
      'paths.siphon.breakHeight',
      'paths.spare.crest',
    ]) {
      expect(ats).toContain(at);
    }
  });

  it('stands where its value is', () => {
    for (const h of all) expect(Math.abs(h.valueAt(h.z) - h.value), h.at).toBeLessThan(1e-9);
  });

  it('snaps to its step and stays in its range', () => {
    const h = { min: 0.05, max: 0.33, step: 0.005 };
    expect(snapped(h, 0.2371)).toBe(0.235);
    expect(snapped(h, 9)).toBe(0.33);
    expect(snapped(h, -1)).toBe(0.05);
  });

  it('tags never cover one another', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 500, noNaN: true }), { minLength: 1, maxLength: 9 }),
        (ys) => {
          const out = spread(
            [...ys].sort((a, b) => a - b),
            30,
            10,
            500,
          );
          for (let i = 1; i < out.length; i++)
            expect(out[i]! - out[i - 1]!).toBeGreaterThan(29.999);
        },
      ),
    );
  });

  it('pumps and drains stand inside the vessel that holds them, whatever its shape', () => {
    fc.assert(
      fc.property(anySystem, (s) => {
        const scene = sceneOf(s);
        const inside = (id: string, x: number, h: number) => {
          const p = scene.vessels.find((v) => v.vessel.id === id)!;
          return Math.abs(x - p.centre) <= halfWidthAt(p, h) + 1e-9;
        };
        for (const l of scene.lines)
          expect(inside(l.path.from, l.pump.x, l.path.pump.intake)).toBe(true);
        for (const d of scene.drains) expect(inside(d.path.from, d.x, d.path.crest)).toBe(true);
      }),
    );
  });

  it('a line over a peak rises to it before it comes down to its end', () => {
    const s = applyEdits(bedOverTank.make('a', 'A'), [
      { at: 'paths.lift.peak', to: { height: 0.6, vented: true } },
      { at: 'paths.lift.end', to: 0 },
    ]);
    const [line] = sceneOf(s).lines;
    expect(Math.max(...line!.points.map((p) => p.z))).toBeCloseTo(0.95 + 0.6, 9);
    expect(line!.points[line!.points.length - 1]!.z).toBeCloseTo(0.95, 9);
  });

  it('what is dug in goes below the ground', () => {
    const s = applyEdits(bedOverTank.make('a', 'A'), [{ at: 'vessels.tank.floor', to: -0.5 }]);
    expect(sceneOf(s).minZ).toBeCloseTo(-0.5, 9);
    expect(sceneOf(bedOverTank.make('a', 'A')).minZ).toBe(0);
  });

  it('on paper it is of the largest common scale that fits', () => {
    fc.assert(
      fc.property(
        anySystem,
        fc.double({ min: 90, max: 280, noNaN: true }),
        fc.double({ min: 60, max: 190, noNaN: true }),
        (s, wide, high) => {
          const p = paperSize(s, wide, high);
          // A metre is 1000/scale mm, and a millimetre 96/25.4 px.
          expect(p.perMetre).toBeCloseTo((1000 / p.scale) * (96 / 25.4), 9);
          expect(p.width).toBeLessThanOrEqual(wide * PX_PER_MM + 1);
          expect(p.height).toBeLessThanOrEqual(high * PX_PER_MM + 1);
          const scene = sceneOf(s);
          expect(p.width).toBeGreaterThan((scene.maxX - scene.minX) * p.perMetre);
        },
      ),
      { numRuns: 60 },
    );
    expect(paperSize(bedOverTank.make('a', 'A'), 186, 104).scale).toBe(15);
    // A low and long row has room for its tags all the same.
    const row = LAYOUTS.find((l) => l.id === 'bucket-row')!.make('r', 'R');
    expect(paperSize(row, 186, 104, 9).height).toBeGreaterThanOrEqual(9 * 27);
    expect(paperSize(row, 186, 104, 60).height).toBeLessThanOrEqual(104 * PX_PER_MM + 1);
  });

  it('on paper beds that are alike are told once', () => {
    const s = largest('x', 'X');
    const all = handlesOf(s, assess(s), sceneOf(s), 'vessels');
    const once = alikeOnce(all);
    expect(once.length).toBeLessThan(all.length / 2);
    for (const h of all)
      expect(once.filter((x) => x.word === h.word && x.value === h.value)).toHaveLength(1);
  });

  it('what did not change stays the same object, and what did is new', () => {
    const a = bedOverTank.make('a', 'A');
    const b = applyEdits(a, [{ at: 'paths.siphon.crest', to: 0.2 }]);
    const before = sceneOf(a);
    const now = shared(before, sceneOf(b));
    expect(now.vessels[0]).toBe(before.vessels[0]);
    expect(now.lines[0]).toBe(before.lines[0]);
    expect(now.drains[0]).not.toBe(before.drains[0]);
    expect(now.drains[1]).toBe(before.drains[1]);
    expect(now).toEqual(sceneOf(b));

    const first = handlesOf(a, assess(a), before, 'drain');
    const next = sharedHandles(first, handlesOf(b, assess(b), now, 'drain'));
    const at = (list: typeof first, place: string) => list.find((h) => h.at === place)!;
    expect(at(next, 'paths.spare.crest')).toBe(at(first, 'paths.spare.crest'));
    expect(at(next, 'paths.siphon.crest').value).toBe(0.2);
    // A crest that is pulled past the stones keeps its place in the page.
    const over = applyEdits(a, [{ at: 'paths.siphon.crest', to: 0.3 }]);
    const passed = sharedHandles(first, handlesOf(over, assess(over), sceneOf(over), 'drain'));
    expect(passed.map((h) => h.at)).toEqual(first.map((h) => h.at));
    // A bed that stands lower gives every height in it another meaning.
    const low = applyEdits(a, [{ at: 'vessels.bed.floor', to: 0.8 }]);
    const moved = sharedHandles(first, handlesOf(low, assess(low), sceneOf(low), 'drain'));
    expect(at(moved, 'paths.spare.crest').valueAt(1.06)).toBeCloseTo(0.26, 9);
  });
});

describe('labels', () => {
  const label = fc.record({
    x: fc.integer({ min: 0, max: 400 }),
    y: fc.integer({ min: 0, max: 120 }),
    text: fc.string({ minLength: 1, maxLength: 20 }),
  });
  const covers = (a: Label, b: Label) => {
    const [left, right] = a.x < b.x ? [a, b] : [b, a];
    return Math.abs(a.y - b.y) < 13 && right.x < left.x + left.text.length * LETTER;
  };

  it('that are kept never cover each other, and none is left out without one that it would cover', () => {
    fc.assert(
      fc.property(fc.array(label, { maxLength: 30 }), (raw) => {
        const labels = raw.map((l, i) => ({ ...l, key: String(i) }));
        const kept = roomFor(labels);
        const shown = labels.filter((l) => kept.has(l.key));
        for (const a of shown)
          for (const b of shown) if (a.key < b.key) expect(covers(a, b)).toBe(false);
        for (const l of labels)
          if (!kept.has(l.key)) expect(shown.some((k) => covers(k, l))).toBe(true);
        if (labels.length) expect(kept).toContain('0');
      }),
    );
  });

  it('words give way to their number', () => {
    expect(cutTo('reservoir at', 200)).toBe('reservoir at');
    expect(cutTo('reservoir at', 55)).toBe('reservo…');
    expect(cutTo('bed rim', 1)).toBe('…');
  });
});

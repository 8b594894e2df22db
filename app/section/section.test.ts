import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from '../../core/assess';
import { anySystem } from '../../core/test/systems';
import { LAYOUTS, SITES, addSite, applyEdits } from '../../core/system';
import { largest } from '../../core/test/largest';
import { bedOverTank } from '../../core/system/layouts/bed-over-tank';
import { handlesOf } from './handles';
import { LETTER, placeLabels, type LabelRequest } from './labels';
import { findingMarks } from './marks';
import { judgeWhole } from '../../core/findings';
import { drawnBoxes, extentOf, pressParts } from './parts';
import { PX_PER_MM, paperSize } from './paper';
import { halfWidthAt, sceneOf, shared } from './scene';
import { alikeOnce, sharedHandles, snapped, spreadTags } from './tags';
import { isCrowded } from './useTags';

describe('the tags of a float switch', () => {
  const row = LAYOUTS.find((l) => l.id === 'bucket-row')!.make('r', 'Row');
  const tags = (line: string) =>
    handlesOf(row, assess(row), sceneOf(row), 'drain')
      .filter((h) => h.at.startsWith(`paths.${line}.float.`))
      .map((h) => [h.value, h.word, h.name.split(', ')[1]]);

  it('of one that fills: the lower starts the pump, the upper is where it is full', () =>
    expect(tags('fill')).toEqual([
      [0.255, 'filled at', 'stops the pump'],
      [0.225, 'fill from', 'starts the pump'],
    ]));

  it('of one that empties: the upper starts the pump, the lower is where it is empty', () =>
    expect(tags('empty')).toEqual([
      [0.05, 'empty from', 'starts the pump'],
      [0.02, 'emptied at', 'stops the pump'],
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
          const out = spreadTags(
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
    expect(paperSize(bedOverTank.make('a', 'A'), 186, 104).scale).toBe(20);
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
  const box = fc.record({
    x: fc.integer({ min: 0, max: 400 }),
    y: fc.integer({ min: 20, max: 120 }),
    w: fc.integer({ min: 1, max: 80 }),
    h: fc.integer({ min: 1, max: 30 }),
  });
  const label = fc.record({
    spots: fc.array(
      fc.record({ x: fc.integer({ min: 5, max: 400 }), y: fc.integer({ min: 15, max: 140 }) }),
      { minLength: 1, maxLength: 4 },
    ),
    text: fc.string({ minLength: 1, maxLength: 20 }),
    must: fc.boolean(),
  });
  const within = { x1: 0, y1: 0, x2: 600, y2: 200 };

  it('cover nothing unless they must stand, and what must stand does', () => {
    fc.assert(
      fc.property(fc.array(label, { maxLength: 20 }), fc.array(box), (raw, drawn) => {
        const taken = drawn.map((b) => ({ x1: b.x, y1: b.y, x2: b.x + b.w, y2: b.y + b.h }));
        const wanted = raw.map((l, i): LabelRequest => ({
          key: String(i),
          texts: [l.text],
          must: l.must,
          spots: () => l.spots,
        }));
        const placed = placeLabels(wanted, taken, within);
        const boxes = [...placed].map(([key, p]) => ({
          free: !raw[Number(key)]!.must,
          x1: p.x,
          x2: p.x + p.text.length * LETTER,
          y1: p.y - 10,
          y2: p.y + 3,
        }));
        const hit = (a: (typeof taken)[number], b: (typeof taken)[number]) =>
          a.x1 < b.x2 && b.x1 < a.x2 && a.y1 < b.y2 && b.y1 < a.y2;
        boxes.forEach((a, i) => {
          if (!a.free) return;
          for (const t of taken) expect(hit(a, t)).toBe(false);
          for (const b of boxes.slice(0, i)) expect(hit(a, b)).toBe(false);
        });
        raw.forEach((l, i) => {
          if (l.must) expect(placed.has(String(i))).toBe(true);
        });
      }),
    );
  });

  it('take a shorter text where the whole one has no room, and say nothing where none has', () => {
    const wanted = (width: number): LabelRequest => ({
      key: 'bed',
      texts: ['Bed 244 mm deep', 'Bed'],
      spots: (w) => (w <= width ? [{ x: 10, y: 50 }] : []),
    });
    const text = (width: number) => placeLabels([wanted(width)], [], within).get('bed')?.text;
    expect(text(200)).toBe('Bed 244 mm deep');
    expect(text(30)).toBe('Bed');
    expect(text(5)).toBeUndefined();
  });
});

describe('parts of the drawing', () => {
  const s = LAYOUTS.find((l) => l.id === 'sump-loop')!.make('a', 'A');
  const scene = sceneOf(s);

  it('can each be pressed, and looked at closely where they stand', () => {
    const parts = pressParts(scene);
    expect(parts.map((p) => p.at).sort()).toEqual(
      [...s.vessels.map((v) => `vessels.${v.id}`), ...s.paths.map((p) => `paths.${p.id}`)].sort(),
    );
    for (const p of parts) {
      const e = extentOf(scene, p.at)!;
      expect(e.maxX).toBeGreaterThan(e.minX);
      expect(e.maxZ).toBeGreaterThan(e.minZ);
    }
    expect(extentOf(scene, 'vessels.gone')).toBeNull();
  });

  it('of a row of buckets the first few are looked at closely', () => {
    const row = sceneOf(LAYOUTS.find((l) => l.id === 'bucket-row')!.make('r', 'R'));
    const many = row.vessels.find((p) => p.vessel.count > 4)!;
    const e = extentOf(row, `vessels.${many.vessel.id}`)!;
    expect(e.maxX).toBeLessThan(many.end);
    expect(e.minX).toBe(many.left);
  });

  it('walls, legs and pipes keep labels away', () => {
    const px = (x: number) => 100 * x;
    const boxes = drawnBoxes(scene, 100, 0, px, (z) => -100 * z);
    const bed = scene.vessels.find((p) => p.vessel.id === 'bed-1')!;
    const covered = (x: number, z: number) =>
      boxes.some((b) => b.x1 < px(x) && px(x) < b.x2 && b.y1 < -100 * z && -100 * z < b.y2);
    expect(covered(bed.left, bed.vessel.floor + 0.1)).toBe(true);
    expect(covered(bed.centre - bed.widest + 0.02, bed.vessel.floor - 0.3)).toBe(true);
    const line = scene.lines[0]!;
    expect(covered(line.pump.x, (line.pump.z + line.points[1]!.z) / 2)).toBe(true);
  });

  it('have one mark for all that is found about them, none over another', () => {
    const worse = applyEdits(s, [
      { at: 'paths.siphon-1.crest', to: 0.1 },
      { at: 'paths.siphon-2.crest', to: 0.1 },
      { at: 'paths.siphon-1.drop', to: 0.05 },
    ]);
    const { findings } = judgeWhole(worse);
    const at = sceneOf(worse);
    const marks = findingMarks(
      findings,
      at,
      (x) => 200 * x,
      (z) => -200 * z,
    );
    expect(new Set(marks.map((m) => m.id)).size).toBe(marks.length);
    const open = findings.filter(
      (f) => f.level !== 'fine' && pressParts(at).some((p) => p.at.endsWith(`.${f.about}`)),
    );
    expect(marks.flatMap((m) => m.findings)).toHaveLength(open.length);
    for (const a of marks)
      for (const b of marks)
        if (a !== b) expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeGreaterThanOrEqual(22);
  });
});

describe('which tags stand beside the drawing', () => {
  const handles = (id: string, chosen = '') => {
    const s = LAYOUTS.find((l) => l.id === id)!.make('a', 'A');
    return { s, all: handlesOf(s, assess(s), sceneOf(s), 'vessels', chosen) };
  };
  it('all of a small system, of a large one those of what is chosen', () => {
    const small = handles('bed-over-tank');
    const large = handles('sump-loop');
    expect(isCrowded(small.all, small.s.vessels.length, false)).toBe(false);
    expect(isCrowded(large.all, large.s.vessels.length, false)).toBe(true);
  });
  it('on a phone three vessels are too many for a column of tags', () => {
    const { all } = handles('bed-over-tank');
    expect(isCrowded(all, 2, true)).toBe(false);
    expect(isCrowded(all, 3, true)).toBe(true);
  });
  it('the chosen part has all its handles at every stage', () => {
    const { all } = handles('sump-loop', 'paths.siphon-1');
    const own = all.filter((h) => h.thing === 'paths.siphon-1');
    expect(own.map((h) => h.word).sort()).toEqual(['standpipe', 'stops at']);
    expect(own.every((h) => h.extra)).toBe(true);
  });
});

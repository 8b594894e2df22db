import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from '../assess/index.ts';
import { sectionById } from '../catalogue/index.ts';
import { tell } from '../quantity/index.ts';
import { applyEdits, LAYOUTS, vesselOf, type Edit, type SystemDocument } from '../system/index.ts';
import { cases } from '../test/cases.ts';
import { demo } from '../test/demo.ts';
import { madeUp } from '../test/makeups.ts';
import { outlineAt, type Shape } from '../water/shape.ts';
import { bendingUse, joistsApart, sag, SAG_SHARE } from './beams.ts';
import { buildPlan, type BuildPlan } from './index.ts';
import { footOf, layJoists, linerOf } from './support.ts';

/** Stands of any vessel: deck, joists, legs, what passes them and what stands under them. */

const planOf = (system: SystemDocument): BuildPlan =>
  buildPlan({ system, a: assess(system), day: null });
const pair = demo('potting-shed-pair');
const edited = (...edits: Edit[]) => planOf(applyEdits(pair, edits));
const said = (p: BuildPlan, id: string) => {
  const q = p.questions.find((x) => x.id === id);
  return q ? tell(q.sentence, 'metric') : null;
};

describe('the outline of a vessel', () => {
  const H = 0.5;
  const shapes: readonly (readonly [Shape, number, number, number])[] = [
    // Plan at 0.25 m: length and width by hand.
    [{ kind: 'box', length: 1.2, width: 0.7, height: H }, 0.25, 1.2, 0.7],
    [{ kind: 'cylinder', diameter: 1.2, height: H }, 0.25, 1.2, 1.2],
    [
      {
        ...{ kind: 'tapered-box', bottomLength: 1, bottomWidth: 0.4 },
        ...{ topLength: 1.2, topWidth: 0.6, height: H },
      },
      ...([0.25, 1.1, 0.5] as const),
    ],
    [{ kind: 'tapered-round', bottomDiameter: 0.2, topDiameter: 0.6, height: H }, 0.25, 0.4, 0.4],
    // 2·√(0.1·(0.6 − 0.1)) = 0.44721.
    [{ kind: 'half-barrel', diameter: 0.6, length: 0.9, height: 0.3 }, 0.1, 0.44721, 0.9],
  ];
  it.each(shapes)('is that of its shape at a height: %j', (shape, z, length, width) => {
    const o = outlineAt(shape, z);
    expect(o.length).toBeCloseTo(length, 4);
    expect(o.width).toBeCloseTo(width, 4);
    expect(o.round).toBe(shape.kind === 'cylinder' || shape.kind === 'tapered-round');
  });

  it('is the deck’s, round ones too, and holes of a wall are in its middle', () => {
    const drum = { kind: 'cylinder', diameter: 1.2, height: 0.35 };
    const p = edited(
      { at: 'vessels.bed.shape', to: drum },
      { at: 'vessels.tank.shape', to: { ...drum, height: 0.75 } },
      { at: 'paths.siphon.drop', to: -0.05 },
    );
    expect(p.stands[0]!.deck).toEqual({ length: 1.2, width: 1.2 });
    const hole = p.holes.find((h) => h.path === 'siphon')!;
    expect([hole.on, hole.x]).toEqual(['right', 0.6]);
  });

  it('keeps a flange on a bowl’s floor and off its slope', () => {
    const bowl = (bottomDiameter: number): Edit => ({
      at: 'vessels.bed.shape',
      to: { kind: 'tapered-round', bottomDiameter, topDiameter: 1.2, height: 0.35 },
    });
    const siphon = (p: BuildPlan) => p.holes.find((h) => h.path === 'siphon')!;
    const small = edited(bowl(0.12));
    expect(siphon(small)).toMatchObject({ x: 0.72 * 0.12, y: 0.06 });
    expect(said(small, 'siphon-hole-edge')).toMatch(/from an edge of “Bed”\. Its flange needs/);
    expect(said(edited(bowl(0.9)), 'siphon-hole-edge')).toBeNull();
  });

  it('of a pond is covered by its liner, on every side', () => {
    const terrace = demo('terrace-steps');
    const pond = vesselOf(terrace, 'pond');
    const top = outlineAt(pond.shape, pond.shape.height);
    const { length, width } = linerOf(terrace, pond)!;
    const over = 2 * (pond.shape.height + 0.15);
    expect(length).toBeCloseTo(top.length + over, 9);
    expect(width).toBeCloseTo(top.width + over, 9);
    if (pond.shape.kind !== 'pond') throw new Error('no pond');
    expect(top.width).toBeGreaterThan(pond.shape.width);
    expect(top.length / top.width).toBeCloseTo(pond.shape.length / pond.shape.width, 9);
  });
});

describe('joists', () => {
  it('are no farther apart than they bear, as a bearer is checked', () => {
    const beam = sectionById('timber-45x70')!;
    // 400 kg/m² on joists of 0.6 m: M = 1.35 · 400 · g · d · 0.6² / 8 = 238.30·d N·m;
    // W·f = 36 750 mm³ · 6.1538 MPa = 226.15 N·m: d = 0.949 m by strength.
    // w = 5 · 240·d · g · 0.6³ · 3 / (384 · 8 GPa · 1.28625·10⁶ mm⁴) = 1.9299·d mm; 3 mm: d = 1.5545 m by sag.
    expect(joistsApart(beam, 400, 0.6)).toBeCloseTo(226.15 / 238.3, 3);
    expect(sag(beam, 240, 0.6) * 1000).toBeCloseTo(1.9299, 3);
    const d = joistsApart(beam, 900, 1.3);
    const each = 900 * 1.3 * d;
    expect(
      Math.max(bendingUse(beam, each, 1.3), sag(beam, each, 1.3) / (1.3 * SAG_SHARE)),
    ).toBeCloseTo(1, 9);
  });

  it('step aside of what passes between them, never farther than they may be', () => {
    expect(layJoists(0, 1.2, 0.45, []).at).toEqual(
      [0, 0.4, 0.8, 1.2].map((x) => expect.closeTo(x, 9)),
    );
    // In the way of the second: beyond it, where that is near enough.
    const beside = layJoists(0, 1.2, 0.45, [{ id: 'h', at: 0.39, half: 0.05 }]);
    expect(beside.at[1]).toBeCloseTo(0.44, 9);
    // Else before it.
    const before = layJoists(0, 1.2, 0.45, [{ id: 'h', at: 0.42, half: 0.05 }]);
    expect(before.at[1]).toBeCloseTo(0.37, 9);
    expect(before.wide).toEqual([]);
    expect(layJoists(0, 0.4, 0.1, [{ id: 'h', at: 0.2, half: 0.2 }]).wide).toEqual(['h']);
  });
});

describe('a stand of any make-up', () => {
  const systems = [
    ...LAYOUTS.map((l) => demo(l.demo.file)),
    ...fc.sample(madeUp(12), { numRuns: cases(60, 1200), seed: 28 }),
  ];
  const stands = systems.flatMap((s) => {
    const p = planOf(s);
    return p.stands.filter((x) => x.kind === 'frame').map((stand) => ({ s, p, stand }));
  });

  it('bears with every member what stands on it, or says so with a section that does', () => {
    expect(stands.length).toBeGreaterThan(25);
    let weak = 0;
    for (const { p, stand } of stands) {
      const ids = stand.checks.map((c) => c.id);
      expect(ids).toEqual(['bending', 'sag', 'buckling', 'joist']);
      if (stand.checks.every((c) => c.use <= 1)) continue;
      weak++;
      expect(said(p, `${stand.vessel}-stand`)).toMatch(/is too weak/);
    }
    expect(weak).toBeLessThan(stands.length / 2);
  });

  it('has a deck under all of its vessel, joists beside every outlet, and outlets clear of the bearers', () => {
    let outlets = 0;
    for (const { s, p, stand } of stands) {
      const foot = footOf(vesselOf(s, stand.vessel));
      const breadth = sectionById(
        p.pieces.find((x) => x.about === stand.vessel && x.name === 'Joist')!.stock,
      )!.breadth;
      const beyond = Math.max(foot.length, foot.width) < 0.6 ? 2 * breadth : 0;
      expect(stand.deck.length).toBeCloseTo(foot.length + beyond, 9);
      expect(stand.deck.width).toBeCloseTo(foot.width + beyond, 9);
      const across = foot.width > foot.length;
      const holes = p.holes.filter((h) => h.vessel === stand.vessel && h.on === 'floor');
      expect(stand.cutOuts).toHaveLength(holes.length * vesselOf(s, stand.vessel).count);
      for (const x of stand.cutOuts) {
        outlets++;
        if (said(p, `${stand.vessel}-stand-${x.hole}`)) continue;
        const [along, over] = across ? [x.y, x.x] : [x.x, x.y];
        for (const j of stand.joistsAt)
          expect(Math.abs(j - along)).toBeGreaterThanOrEqual((x.diameter + breadth) / 2 - 1e-6);
        const half = x.diameter / 2 + breadth;
        expect(over).toBeGreaterThanOrEqual(half - 1e-6);
        expect(Math.min(stand.deck.length, stand.deck.width) - over).toBeGreaterThanOrEqual(
          half - 1e-6,
        );
      }
      const joists = p.pieces.filter((x) => x.about === stand.vessel && x.name === 'Joist');
      expect(joists).toHaveLength(stand.joistsAt.length);
    }
    expect(outlets).toBeGreaterThan(15);
  });

  it('stands on no other vessel, and is no taller than the floor it carries, or says so', () => {
    for (const { s, p, stand } of stands) {
      const v = vesselOf(s, stand.vessel);
      const bearer = p.pieces.find((x) => x.about === v.id && x.name === 'Bearer')!;
      const leg = p.pieces.find((x) => x.about === v.id && x.name === 'Leg')!;
      expect(bearer.cut * stand.frames).toBeCloseTo(stand.bearers, 9);
      const tall = leg.cut + sectionById(bearer.stock)!.depth + 0.018;
      if (said(p, `${v.id}-stand-low`)) expect(tall).toBeGreaterThan(v.floor);
      else expect(tall).toBeCloseTo(v.floor, 9);
    }
  });
});

describe('what stands under a bed', () => {
  it('is cleared by the legs: the bearers are longer than the bed', () => {
    // The tank is 1.1 m long: with a leg of 70 mm and 20 mm beside it at either end, 1.28 m; the bed is 1.2 m.
    const { stands, pieces } = planOf(pair);
    expect(stands[0]!.bearers).toBeCloseTo(1.1 + 2 * 0.09, 9);
    expect(stands[0]!.span - 0.07).toBeGreaterThanOrEqual(1.1 + 0.04 - 1e-9);
    const bearers = pieces.filter((p) => p.name === 'Bearer');
    expect(bearers.map((p) => p.cut)).toEqual([expect.closeTo(1.28, 9), expect.closeTo(1.28, 9)]);
    expect(tell(bearers[0]!.why, 'metric')).toContain('40 mm longer than the vessel at both ends');
  });
  it('that is far longer is said', () => {
    const long = edited({ at: 'vessels.tank.shape.diameter', to: 2.4 });
    expect(said(long, 'bed-stand-below')).toMatch(/“Fish tank” is 2400 mm long and is under “Bed”/);
    expect(long.stands[0]!.bearers).toBeCloseTo(1.2, 9);
  });
});

describe('a low stand', () => {
  const at = (floor: number, stand: 'frame' | 'blocks') =>
    edited(
      { at: 'vessels.bed.floor', to: floor },
      {
        at: 'build.vessels.bed',
        to: { id: 'bed', make: 'tub', stand, bearer: 'timber-45x95', leg: 'timber-70x70' },
      },
    );
  it('of a frame says that it is taller than the floor, and the fix is one on blocks', () => {
    const p = at(0.12, 'frame');
    expect(said(p, 'bed-stand-low')).toBe(
      'A frame with bearers of 45 × 95 mm softwood, a deck and the shortest legs is 163 mm high. The floor of “Bed” is at 120 mm.',
    );
    const { edits } = p.questions.find((q) => q.id === 'bed-stand-low')!.fix!;
    expect(edits).toEqual([
      { at: 'build.vessels.bed', to: expect.objectContaining({ stand: 'blocks' }) },
    ]);
    expect(said(at(0.163, 'frame'), 'bed-stand-low')).toBeNull();
  });
  it.each([
    // Courses of 190 mm, the rest in slabs: 1.2 m is 3 pairs.
    [0.15, 0, 0.15],
    [0.19, 6, 0],
    [0.25, 6, 0.06],
    [0.4, 12, 0],
  ])('of blocks is never taller than %d m', (floor, blocks, packed) => {
    const [stand] = at(floor, 'blocks').stands;
    expect(stand!.blocks).toBe(blocks);
    expect(stand!.packed).toBeCloseTo(packed, 9);
    expect(said(at(floor, 'blocks'), 'bed-stand-low')).toBeNull();
  });
});

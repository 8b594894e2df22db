import { describe, expect, it, test } from 'vitest';
import fc from 'fast-check';
import { sectionById, sectionFigures } from '../catalogue/index.ts';
import { judgeWhole } from '../findings/judge.ts';
import { tell } from '../quantity/index.ts';
import { assess } from '../assess/index.ts';
import { applyEdits, LAYOUTS, vesselOf, type Edit, type SystemDocument } from '../system/index.ts';
import { cases } from '../test/cases.ts';
import { madeUp } from '../test/makeups.ts';
import { checkSystem } from '../system/schema/index.ts';
import { demo } from '../test/demo.ts';
import { bendingUse, bucklingUse, sag } from './beams.ts';
import { energyAMonth } from './cost.ts';
import { holeQuestions } from './holes.ts';
import { buildPlan, buildKey, type BuildPlan } from './index.ts';
import { cutStates } from './plan.ts';
import { linerOf } from './support.ts';

/** Holes, stands, media, parts, cost and what was cut; numbers by hand beside them. */

const planOf = (s: SystemDocument): BuildPlan => {
  const { a, day } = judgeWhole(s);
  return buildPlan({ system: s, a, day });
};
const pair = demo('potting-shed-pair');
const plan = planOf(pair);
const edited = (...edits: Edit[]) => applyEdits(pair, edits);

describe('holes', () => {
  it('ask for the maker’s figure and never invent one', () => {
    expect(plan.holes.map((h) => h.diameter)).toEqual([null, null]);
    expect(plan.questions.map((q) => tell(q.sentence, 'metric'))).toEqual([
      'Which hole size does a bulkhead for 1 in schedule 40 need? Enter the size printed on its packet. One hole depends on it.',
      'Which hole size does a bulkhead for 1½ in schedule 40 need? Enter the size printed on its packet. One hole depends on it.',
    ]);
    const id = buildKey('bulkhead', 'sch40-1');
    const told = planOf(edited({ at: `build.holes.${id}`, to: { id, diameter: 0.045 } }));
    expect(told.holes.map((h) => h.diameter)).toEqual([0.045, null]);
    expect(told.questions).toHaveLength(1);
    expect(told.parts.find((p) => p.what === 'Hole saw')?.size).toEqual([
      { value: 0.045, kind: 'bore' },
    ]);
  });

  it('say whether water stands over them: a tank’s way out at rest, a bed’s in the flood', () => {
    const loop = planOf(demo('north-wall-lean-to'));
    const under = (vessel: string) =>
      new Set(loop.holes.filter((h) => h.vessel === vessel).map((h) => h.under));
    expect(under('tank')).toEqual(new Set(['rest']));
    expect(under('bed-1')).toEqual(new Set(['flood']));
    // A spare pipe in the wall lies over the flood that the first one keeps.
    const steps = planOf(demo('terrace-steps')).holes.filter((h) => h.vessel === 'bed-1');
    expect(steps.map((h) => [h.path, h.under])).toEqual([
      ['pass-1', 'flood'],
      ['spare-1', 'dry'],
      ['drip-1', 'flood'],
    ]);
  });

  it('too close to a wall or to each other are said', () => {
    const near = plan.holes.map((h, i) => ({ ...h, x: 0.03 + 0.05 * i, y: 0.35 }));
    const said = holeQuestions(pair, near).filter((q) => q.level === 'wrong');
    expect(said.map((q) => q.about)).toEqual(['bed', 'bed']);
    expect(tell(said[0]!.sentence, 'metric')).toContain('is 30 mm from an edge of “Bed”');
    expect(tell(said[1]!.sentence, 'metric')).toContain('are too close: 50 mm');
  });

  it('stand where the grower leads the drain', () => {
    const led = planOf(
      edited({
        at: 'build.routes.siphon',
        to: { id: 'siphon', seal: null, side: 'right', along: 0.2, inset: 0.15 },
      }),
    );
    expect(led.holes[0]).toMatchObject({ on: 'floor', x: 1.2 - 0.15, y: 0.2 });
  });
});

describe('a stand', () => {
  const beam = sectionById('timber-45x95')!;

  it('is checked as a beam on two supports', () => {
    // W = 45 · 95² / 6 = 67 688 mm³, I = 45 · 95³ / 12 = 3.215·10⁶ mm⁴.
    expect(sectionFigures(beam).modulus * 1e9).toBeCloseTo(67687.5, 1);
    expect(sectionFigures(beam).inertia * 1e12).toBeCloseTo(3215156, 0);
    // 172.4 kg over 1.2 m: M = 1.35 · 172.4 · 9.80665 · 1.2 / 8 = 342.4 N·m; 16 MPa · 0.5 / 1.3 = 6.154 MPa.
    expect(bendingUse(beam, 172.4, 1.2)).toBeCloseTo(342.4 / (67687.5e-9 * 6.1538e6), 3);
    // 5·W·L³ / (384·8 GPa·I) = 1.479 mm, threefold in the years.
    const first = (5 * 172.4 * 9.80665 * 1.2 ** 3) / (384 * 8e9 * 3215156e-12);
    expect(first).toBeCloseTo(0.001479, 6);
    expect(sag(beam, 172.4, 1.2)).toBeCloseTo(3 * first, 9);
  });

  it('has legs that buckle after EN 1995: 70 × 70 mm of C16, 2 m tall', () => {
    // i = 70/√12 = 20.21, λ = 98.97, λ_rel = 98.97/π·√(17/5400) = 1.7676,
    // k = 0.5·(1 + 0.2·1.4676 + 3.1245) = 2.2090, k_c = 1/(2.2090 + √(4.8797 − 3.1245)) = 0.2829.
    const strength = 4900e-6 * 17e6 * (0.5 / 1.3) * 0.2829;
    const use = bucklingUse(sectionById('timber-70x70')!, 100, 2);
    expect(use / ((1.35 * 100 * 9.80665) / strength)).toBeCloseTo(1, 3);
  });

  it('that is too weak says by what, and the fix passes', () => {
    const weak = edited({
      at: 'build.vessels.bed',
      to: { id: 'bed', make: 'tub', stand: 'frame', bearer: 'timber-45x70', leg: 'timber-70x70' },
    });
    const heavy = applyEdits(weak, [{ at: 'vessels.bed.media.medium', to: 'gravel' }]);
    // More legs are tried before it is called weak, but none in the tank that stands under it.
    expect(planOf(heavy).stands[0]!.legs).toBe(4);
    expect(planOf(heavy).questions.map((q) => q.id)).toContain('bed-stand');
    const away = applyEdits(heavy, [
      { at: 'paths.siphon.run', to: 2 },
      { at: 'paths.spare.run', to: 2 },
    ]);
    const stand = planOf(away).stands[0]!;
    expect(stand.legs).toBeGreaterThan(4);
    expect(stand.checks.every((x) => x.use <= 1)).toBe(true);
    const tall = applyEdits(away, [
      { at: 'vessels.bed.floor', to: 4 },
      { at: 'build.vessels.bed.leg', to: 'timber-45x70' },
    ]);
    const said = planOf(tall).questions.find((q) => q.id === 'bed-stand')!;
    expect(tell(said.sentence, 'metric')).toMatch(/too weak\. Legs of 45 × 70 mm softwood/);
    const mended = applyEdits(tall, said.fix!.edits);
    expect(planOf(mended).questions.some((q) => q.id === 'bed-stand')).toBe(false);
    expect(planOf(tall).stands[0]!.engineer).not.toBeNull();
  });

  test('bends and buckles more with load and length', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 900, noNaN: true }), (kg) => {
        expect(bendingUse(beam, kg * 1.1, 1)).toBeGreaterThan(bendingUse(beam, kg, 1));
        expect(bucklingUse(beam, kg, 1.2)).toBeGreaterThan(bucklingUse(beam, kg, 1));
      }),
    );
  });

  it('and a liner reaches over the rim all round', () => {
    const attic = demo('attic-frame');
    // 1.1 × 0.7 m, 140 deep, 150 over: + 2 · 290 mm.
    const liner = linerOf(attic, vesselOf(attic, 'frame'))!;
    expect(liner.length).toBeCloseTo(1.68, 9);
    expect(liner.width).toBeCloseTo(1.28, 9);
    expect(planOf(attic).pieces.filter((p) => p.stock === 'timber-22x145')).toHaveLength(4);
  });
});

describe('media', () => {
  it('are bought with what rinsing takes, and carried', () => {
    // 1.2 × 0.7 × 0.28 m = 235.2 L; ÷ 0.95 = 247.6 L: 5 bags of 50 L, 5 barrows; lava 0.95 kg/L wet.
    const [lava] = plan.media;
    expect(lava!.volume).toBeCloseTo(0.2352, 9);
    expect(lava!.bought).toBeCloseTo(0.2352 / 0.95, 9);
    expect(lava).toMatchObject({ bags: 5, barrows: 5 });
    expect(lava!.wet).toBeCloseTo(223.4, 1);
    // Gravel at 1.65 kg/L is 388 kg: by weight, not by volume.
    const gravel = planOf(edited({ at: 'vessels.bed.media.medium', to: 'gravel' })).media[0]!;
    expect(gravel.barrows).toBe(Math.ceil((235.2 * 1.65) / 80));
  });
});

describe('the parts list and its cost', () => {
  it('counts what the runs are made of, one in ten spare', () => {
    const row = planOf(demo('bean-buckets'));
    const of = (what: string, pipe: string) =>
      row.parts.find((p) => p.what === what && tell(p.size, 'metric') === pipe);
    expect(of('Tee', '1¼ in schedule 40')).toMatchObject({ count: 8, spare: 1 });
    expect(of('Rubber pipe seal', '1¼ in schedule 40')).toMatchObject({ count: 10, spare: 1 });
    expect(of('1¼ in schedule 40', '3 m long')).toMatchObject({ count: 1 });
  });

  it('has an id of its own for every line, which the document can keep', () => {
    for (const name of ['potting-shed-pair', 'bean-buckets', 'eight-beds', 'attic-frame']) {
      const ids = planOf(demo(name)).parts.map((p) => p.id);
      expect(new Set(ids).size, name).toBe(ids.length);
      for (const id of ids) expect(id).toMatch(/^[\w-]{1,64}$/);
    }
  });

  it('adds up what is priced and not there already', () => {
    expect(plan.cost).toMatchObject({ total: null, payback: null });
    const [a, b] = plan.parts.filter((p) => p.count === 1);
    const stones = plan.parts.find((p) => p.shop === 'stones')!;
    const note = (id: string, price: number | null, have = false): Edit => ({
      at: `build.parts.${id}`,
      to: { id, price, have, source: 'by the market' },
    });
    const priced = edited(note(a!.id, 20), note(b!.id, 99, true), note(stones.id, 12));
    expect(checkSystem(priced).ok).toBe(true);
    const { cost } = planOf(priced);
    // 20 for one, five bags at 12; what is there costs nothing.
    expect(cost.total).toBe(80);
    expect(cost.had).toBe(1);
    expect(cost.unpriced).toBe(plan.parts.length - 3);
  });

  it('says a month in the grower’s prices, and the payback as a range or not in money', () => {
    const running = { energy: 0.3, feed: 4, water: 2, solution: null, fish: null, harvest: 30 };
    const line = plan.parts[0]!.id;
    const s = edited(
      { at: 'build.running', to: running },
      { at: `build.parts.${line}`, to: { id: line, price: 240, have: false, source: '' } },
    );
    const { a, day } = judgeWhole(s);
    const { cost } = planOf(s);
    // Pump 22 W and air 4 W all day: 26 W · 24 h · 365/12 = 18.98 kWh.
    expect(energyAMonth({ system: s, a, day })! / 3.6e6).toBeCloseTo(18.98, 2);
    const of = (id: string) => cost.running.find((x) => x.id === id)!.cost!;
    expect(of('energy')).toBeCloseTo(0.3 * 18.98, 2);
    expect(cost.month).toBeCloseTo(of('energy') + of('feed') + of('water'), 9);
    const [soon, late] = cost.payback!;
    expect(soon).toBeCloseTo(240 / (30 - cost.month!), 9);
    expect(late).toBeCloseTo(240 / (15 - cost.month!), 9);
    const poor = planOf(applyEdits(s, [{ at: 'build.running.harvest', to: 5 }])).cost;
    expect(poor.payback).toBeNull();
    expect(tell(poor.verdict, 'metric')).toMatch(/^It does not pay in money:/);
  });
});

describe('pieces that were cut', () => {
  it('fit, are too long or too short, or have no place any more, when the design has changed', () => {
    const cut = plan.pieces
      .filter((p) => p.about === 'siphon')
      .map((p) => ({ id: p.id, length: p.cut }));
    const s = edited({ at: 'build.cut', to: cut });
    expect(new Set(planOf(s).cut.map((x) => x.state))).toEqual(new Set(['fits']));
    // 20 mm lower: what carries the crest is too long; the drop under the floor still fits.
    const lower = applyEdits(s, [{ at: 'paths.siphon.crest', to: 0.215 }]);
    const state = (x: SystemDocument) =>
      Object.fromEntries(planOf(x).cut.map((c) => [c.id, c.state]));
    expect(state(lower)).toEqual({
      'siphon-1': 'long',
      'siphon-2': 'fits',
      'siphon-3': 'fits',
      'siphon-bell': 'long',
      'siphon-guard': 'fits',
    });
    const higher = applyEdits(s, [{ at: 'paths.siphon.drop', to: 0.3 }]);
    expect(state(higher)).toMatchObject({ 'siphon-2': 'short', 'siphon-1': 'fits' });
    const bare = applyEdits(s, [{ at: 'paths.siphon.guard', to: null }]);
    expect(state(bare)).toMatchObject({ 'siphon-guard': 'gone' });
    expect(cutStates(s, [])).toHaveLength(cut.length);
  });
});

describe('what is bought', () => {
  const of = (s: SystemDocument) =>
    planOf(s)
      .questions.filter((q) => q.id.endsWith('-bought'))
      .map((q) => tell(q.sentence, 'metric'));
  it('lets the bell out of its guard, where no pipe of its width does', () => {
    // 4 in is 102.26 wide: (102.26 − 88.9) / 2 = 6.68 mm around a 3 in bell. A tube of 110 leaves 10.6.
    const stock = (s: SystemDocument) => planOf(s).pieces.find((p) => p.role === 'guard')!.stock;
    expect(stock(pair)).toBe('tube-110');
    // 88.9 + 2 · 10 = 108.9 mm.
    expect(stock(edited({ at: 'paths.siphon.guard.diameter', to: 0.095 }))).toBe('tube-109');
    const slim = { at: 'paths.siphon.bellBore', to: 0.0525 };
    expect(stock(edited(slim, { at: 'paths.siphon.guard.diameter', to: 0.1 }))).toBe('sch40-4');
    // 3 in binds a bell of 2 in by (77.93 − 60.33) / 2 = 8.8 mm: the next that clears is 4 in.
    expect(stock(edited(slim, { at: 'paths.siphon.guard.diameter', to: 0.085 }))).toBe('sch40-4');
  });
  it('is no bell that is tighter than the design’s around its mouth', () => {
    expect(of(pair)).toEqual([]);
    // Bore 26.64, mouth 74 outside: √(26.64² + 74²) = 78.6 mm; 3 in, bought for 82, is 77.93 wide.
    const tight = applyEdits(pair, [
      { at: 'paths.siphon.bellBore', to: 0.082 },
      { at: 'paths.siphon.mouthOutside', to: 0.074 },
    ]);
    expect(of(tight)).toEqual([
      '3 in schedule 40 is 77.9 mm wide inside. That is too narrow a bell for “Bell siphon”, which needs 78.6 mm around its mouth.',
    ]);
    const { edits } = planOf(tight).questions.find((q) => q.id === 'siphon-bell-bought')!.fix!;
    expect(edits).toEqual([{ at: 'paths.siphon.bellBore', to: 0.10226 }]);
    expect(of(applyEdits(tight, edits))).toEqual([]);
  });
});

describe('seals', () => {
  it('of holes are those of the joints, and those that are bought', () => {
    const systems = [
      ...LAYOUTS.map((l) => demo(l.demo.file)),
      demo('eight-beds'),
      demo('pair-and-more'),
      ...fc.sample(madeUp(10), { numRuns: cases(30, 150), seed: 4 }),
    ];
    let seals = 0;
    for (const s of systems) {
      const { holes, joints, parts } = buildPlan({ system: s, a: assess(s), day: null });
      const count = (rows: readonly (readonly [string, number])[]) => {
        const out: Record<string, number> = {};
        for (const [key, n] of rows) out[key] = (out[key] ?? 0) + n;
        return out;
      };
      // The thread of a float valve is its own seal.
      const asked = count(
        holes
          .filter((h) => h.seal && !h.asked?.includes('.float-valve--'))
          .map((h) => [buildKey(h.seal!, h.pipe!), h.count] as const),
      );
      const seal = (kind: string) => kind === 'bulkhead' || kind === 'rubber-seal';
      const joined = count(
        joints.filter((j) => seal(j.kind)).map((j) => [buildKey(j.kind, j.pipe), 1] as const),
      );
      expect(joined).toEqual(asked);
      for (const [key, n] of Object.entries(asked)) {
        const part = parts.find(
          (p) => p.id === buildKey('plumbing', ...key.split('--')) || p.id.endsWith(key),
        )!;
        expect(part.count! - (part.spare ?? 0), `${key} ${part.id}`).toBe(n);
        seals += n;
      }
    }
    expect(seals).toBeGreaterThan(100);
  });
  it('and a pipe that leaves a sleeve or a bell at its side has its opening', () => {
    const side = edited({ at: 'paths.siphon.drop', to: -0.06 });
    const why = (role: string) =>
      tell(planOf(side).pieces.find((p) => p.about === 'siphon' && p.role === role)!.why, 'metric');
    // 1 in is 33.4 mm outside, and 4 mm wider.
    for (const role of ['bell', 'guard'])
      expect(why(role)).toMatch(
        /Cut an opening of 37\.4 mm into its side for the pipe, centred \d+ mm above the floor/,
      );
    expect(tell(plan.pieces.find((p) => p.role === 'bell')!.why, 'metric')).not.toContain(
      'opening of',
    );
  });
});

import { describe, expect, it } from 'vitest';
import { demo } from '../test/demo.ts';
import { lineLength } from '../network/pipes.ts';
import { tell } from '../quantity/index.ts';
import { applyEdits, LAYOUTS, pumpedLines, type SystemDocument } from '../system/index.ts';
import { runOf } from './runs.ts';
import { stockLengthOf } from './stocks.ts';
import type { Piece, BuiltPipe } from './types.ts';

/**
 * Cut lists worked by hand, in mm. Sockets after ASTM D2466: ¾ in 18.3, 1 in 22.2, 1¼ in 23.8, 1½ in 27.8, 2 in
 * 29.4. Elbow and tee: half the outside diameter and 1 from centre to stop. Bulkhead: stop 5 over the floor inside
 * and 30 under it. A millimetre stays free at each stop.
 */

const runs = (s: SystemDocument): BuiltPipe[] =>
  s.paths.map((p) => runOf(s, p, (stock) => stockLengthOf(s, stock)));
const wrong = (s: SystemDocument) =>
  runs(s)
    .flatMap((r) => r.questions)
    .filter((q) => q.level === 'wrong');
const pieces = (s: SystemDocument): Piece[] => runs(s).flatMap((r) => r.pieces);
const cuts = (s: SystemDocument, path: string) =>
  Object.fromEntries(
    pieces(s)
      .filter((p) => p.about === path)
      .map((p) => [p.id, Math.round(p.cut * 1e4) / 10]),
  );

describe('the cut list of a siphon bed', () => {
  const s = demo('potting-shed-pair');

  it('is that of its heights and sockets', () => {
    // Crest 235. Its mouth is the large end of a reducer: 27.8 of a 1½ in socket, then 3 to the stop of the small one.
    // So the pipe ends 235 − 27.8 − 3 = 204.2 over the floor, less 1; and begins 5 + 1 over it in the bulkhead.
    const standpipe = 235 - 27.8 - 3 - 1 - (5 + 1);
    // Drop 250 to the elbow’s centre, whose stop lies 33.4 / 2 + 1 above; the bulkhead’s 30 under the floor.
    const drop = 250 - (33.4 / 2 + 1) - 1 - (30 + 1);
    // 50 to the side, from the elbow’s stop.
    const level = 50 - (33.4 / 2 + 1) - 1;
    expect(cuts(s, 'siphon')).toEqual({
      'siphon-1': Math.round(standpipe * 10) / 10,
      'siphon-2': Math.round(drop * 10) / 10,
      'siphon-3': Math.round(level * 10) / 10,
      // Crest 235 and gap 25 to the cap’s inside, one free.
      'siphon-bell': 235 + 25 - 1,
      // Stones to 280, and 30 out of them.
      'siphon-guard': 280 + 30,
    });
  });

  it('has a plain overflow that passes the floor in a bulkhead', () => {
    expect(cuts(s, 'spare')).toEqual({ 'spare-1': 260 - 5 - 1, 'spare-2': 200 - 30 - 1 });
  });

  it('has hose with slack, to the next centimetre', () => {
    const hose = pieces(s).filter((p) => p.about === 'lift');
    const way = lineLength(s, pumpedLines(s)[0]!);
    const cut = hose.reduce((sum, p) => sum + p.cut, 0);
    expect(cut).toBeGreaterThanOrEqual(1.05 * way - 1e-9);
    expect(cut).toBeLessThan(1.05 * way + 0.01 * hose.length);
  });

  it('has hose in one piece between its fittings, bent where it can be', () => {
    // 19 mm hose bends to 6 bores: 114 mm. The tap is its only fitting; it goes over in a bow of that radius.
    const line = runs(s).find((r) => r.path === 'lift')!;
    expect(line.joints.map((j) => j.kind)).toEqual(['pump', 'valve', 'open']);
    expect(cuts(s, 'lift')).toEqual({ 'lift-1': 1530, 'lift-2': 480 });
    expect(line.legs.map((l) => Math.round(l.length * 1000))).toEqual([1114, 672, 114]);
    const [long] = pieces(s).filter((p) => p.about === 'lift');
    expect(tell(long!.why, 'metric')).toContain(
      'Bend it to a radius of at least 114 mm, or it kinks.',
    );
    // 38 mm hose wants 228 mm on both sides of a corner: where the way to the side is shorter, it has elbows.
    const stiff = applyEdits(s, [
      { at: 'paths.lift.pipe', to: 'hose-38' },
      { at: 'paths.lift.run', to: 0.62 },
    ]);
    const kinds = runs(stiff)
      .find((r) => r.path === 'lift')!
      .joints.map((j) => j.kind);
    expect(kinds.filter((k) => k === 'elbow-90')).toHaveLength(1);
  });

  it('has elbows at the corners of an air-lift of rigid pipe', () => {
    const lift = runs(demo('bubble-lift')).find((r) => r.path === 'lift')!;
    expect(lift.joints.map((j) => j.kind)).toEqual(['pump', 'elbow-90', 'elbow-90', 'open']);
    expect(lift.pieces.map((p) => p.name)).toEqual([
      'Rising piece',
      'Level piece',
      'Falling piece',
    ]);
    const close = applyEdits(demo('bubble-lift'), [{ at: 'paths.lift.run', to: 0.3 }]);
    expect(wrong(close).map((q) => q.id)).toEqual(['lift-2-close']);
  });

  it('follows a socket that was measured', () => {
    // A bulkhead whose socket is 4 mm deeper at the same face: both pieces go in 4 mm farther.
    const deeper = applyEdits(s, [
      {
        at: 'build.fittings.bulkhead--sch40-1-1_2',
        to: { id: 'bulkhead--sch40-1-1_2', socket: 0.0318, face: null },
      },
    ]);
    expect(cuts(deeper, 'spare')).toEqual({ 'spare-1': 258, 'spare-2': 173 });
  });

  it('says of each piece why it is so long', () => {
    for (const p of pieces(s)) expect(tell(p.why, 'metric').length, p.id).toBeGreaterThan(10);
    expect(tell(pieces(s).find((p) => p.id === 'siphon-2')!.why, 'metric')).toBe(
      '250 mm from centre to centre, 158 mm between the faces. Add 22.2 mm into the bulkhead and 22.2 mm into the 90° elbow, then subtract 2 mm for the gaps at the stops.',
    );
  });
});

describe('the cut list of a sump loop', () => {
  const s = demo('north-wall-lean-to');

  it('leads the tank’s overflow through its wall', () => {
    // 2 in: half of 60.33 and 1 from centre to stop; crest 710, way out 280 under it… the elbow lies at 710 − 330.
    const stop = 60.33 / 2 + 1;
    expect(cuts(s, 'over-1')).toEqual({
      'over-1-1': Math.round((330 - stop - 1) * 10) / 10,
      // 100 from the elbow to the wall’s inside, the bulkhead’s stop 5 before it.
      'over-1-2': Math.round((100 - stop - 1 - 5 - 1) * 10) / 10,
      // 800 in all, 100 of them inside.
      'over-1-3': Math.round((700 - 30 - 1 - stop - 1) * 10) / 10,
      'over-1-4': Math.round((100 - stop - 1) * 10) / 10,
      // The sleeve ends 50 over the crest.
      'over-1-sleeve': 710 + 50,
    });
  });

  it('cuts both siphons alike', () => {
    const stop = 26.67 / 2 + 1;
    const lengths = [
      Math.round((235 - 27.8 - 3 - 1 - 6) * 10) / 10,
      Math.round((400 - stop - 1 - 31) * 10) / 10,
      Math.round((50 - stop - 1) * 10) / 10,
      235 + 25 - 1,
      275 + 30,
    ];
    expect(Object.values(cuts(s, 'siphon-1'))).toEqual(lengths);
    expect(Object.values(cuts(s, 'siphon-2'))).toEqual(lengths);
  });
});

describe('the cut list of a bucket row', () => {
  it('has a manifold with a tee at each bucket, an elbow at the last, and a stub into each', () => {
    const s = demo('bean-buckets');
    const stop = 42.16 / 2 + 1;
    const tenth = (x: number) => Math.round(x * 10) / 10;
    const between = tenth(300 - 2 * stop - 2);
    const list = cuts(s, 'manifold');
    expect(list['manifold-1']).toBe(tenth(300 - stop - 1));
    for (let i = 2; i <= 8; i++) expect(list[`manifold-${i}`]).toBe(between);
    for (let i = 1; i <= 8; i++) expect(list[`manifold-stub-${i}-1`]).toBe(tenth(100 - stop - 1));
    expect(Object.keys(list)).toHaveLength(16);
    const run = runs(s).find((r) => r.path === 'manifold')!;
    expect(run.joints.filter((j) => j.kind === 'tee')).toHaveLength(7);
    expect(run.joints.filter((j) => j.kind === 'elbow-90')).toHaveLength(1);
    expect(run.joints.filter((j) => j.kind === 'rubber-seal')).toHaveLength(9);
  });
});

const NAMES = [...LAYOUTS.map((l) => l.demo.file), 'eight-beds', 'pair-and-more', 'warm-balcony'];
describe.each(NAMES)('every path of %s', (name) => {
  const s = demo(name);
  const all = runs(s);

  it('is a complete run: no two pieces overlap and none is missing between fittings', () => {
    for (const r of all) {
      r.legs.forEach((leg, i) => {
        const spans = r.pieces
          .flatMap((p) => p.spans.filter((x) => x.leg === i).map((x) => ({ ...x, id: p.id })))
          .sort((x, y) => x.a - y.a);
        const at = [0, ...r.joints.filter((j) => j.at.leg === i).map((j) => j.at.a), 1].sort(
          (x, y) => x - y,
        );
        spans.forEach((x, k) => {
          const next = spans[k + 1];
          if (next) expect(x.b, `${x.id} before ${next.id}`).toBeLessThanOrEqual(next.a + 1e-9);
        });
        // What no piece covers is the fitting’s own: an open end that is a socket, or no length at all.
        for (let k = 0; k + 1 < at.length; k++) {
          const [from, to] = [at[k]!, at[k + 1]!];
          if ((to - from) * leg.length < 0.045) continue;
          const covered = spans.some((x) => x.a <= from + 1e-9 && x.b >= to - 1e-9);
          expect(covered, `${r.path} leg ${i} from ${from} to ${to}`).toBe(true);
        }
      });
      expect(
        r.questions.filter((q) => q.level === 'wrong').map((q) => tell(q.sentence, 'metric')),
      ).toEqual([]);
    }
  });

  it('is as long as the flow was reckoned with', () => {
    for (const p of s.paths) {
      if (!('pipe' in p) || p.kind === 'float-valve') continue;
      const r = all.find((x) => x.path === p.id)!;
      const sum = r.legs.reduce((x, l) => x + l.length, 0) + r.allowance;
      const branches =
        p.kind === 'pumped-line'
          ? p.branches.reduce((x, b) => {
              const z = s.vessels.find((v) => v.id === b.to)!.floor + b.end;
              const end = s.vessels.find((v) => v.id === p.to)!.floor + p.end;
              return x + b.along + b.run + Math.max(0, z - end);
            }, 0)
          : 0;
      const wanted =
        p.kind === 'pumped-line'
          ? lineLength(s, p) + branches
          : p.kind === 'link'
            ? p.run
            : p.kind === 'loop-siphon'
              ? p.crest - p.breakHeight + p.run + p.crest + p.drop
              : p.crest + p.drop + p.run;
      expect(sum, p.id).toBeCloseTo(wanted, 6);
    }
  });
});

describe('what stands in the way of cutting', () => {
  const s = demo('potting-shed-pair');

  it('is said where fittings sit too close, with what their sockets need', () => {
    const low = applyEdits(s, [{ at: 'paths.siphon.drop', to: 0.06 }]);
    expect(wrong(low).map((q) => tell(q.sentence, 'metric'))).toEqual([
      'Bulkhead and 90° elbow of 1 in schedule 40 are 60 mm apart. Their sockets need 92 mm.',
    ]);
  });

  it('is said where the way turns more often than the design counts, with the edit that mends it', () => {
    const rigid = applyEdits(s, [
      { at: 'paths.lift.pipe', to: 'sch40-3/4' },
      { at: 'paths.lift.fittings', to: [] },
    ]);
    const q = wrong(rigid)[0]!;
    expect(tell(q.sentence, 'metric')).toBe(
      '“Fill line” needs 2 elbows and the design counts none. Each elbow reduces the flow.',
    );
    const mended = applyEdits(rigid, q.fix!.edits);
    expect(wrong(mended)).toEqual([]);
    // Rigid pipe comes apart over its pump.
    const line = runs(mended).find((r) => r.path === 'lift')!;
    expect(line.joints.map((j) => j.kind)).toEqual([
      'pump',
      'union',
      'elbow-90',
      'valve',
      'elbow-90',
      'open',
    ]);
  });

  it('is said where a pipe would lie under the ground, and the fix raises what it leaves', () => {
    const deep = applyEdits(s, [
      { at: 'vessels.bed.floor', to: 0.1 },
      { at: 'paths.siphon.drop', to: 0.25 },
    ]);
    const q = wrong(deep).find((x) => x.id === 'siphon-ground')!;
    expect(tell(q.sentence, 'metric')).toBe(
      '“Bell siphon” reaches 150 mm below the ground. Raise “Bed”, or move the pipe higher.',
    );
    expect(q.fix!.edits).toEqual([{ at: 'vessels.bed.floor', to: 0.25 }]);
    expect(wrong(applyEdits(deep, q.fix!.edits)).some((x) => x.id === 'siphon-ground')).toBe(false);
    // A sump in the ground takes what falls below it.
    const sunk = applyEdits(deep, [{ at: 'vessels.tank.floor', to: -0.4 }]);
    expect(wrong(sunk).some((x) => x.id === 'siphon-ground')).toBe(false);
    const twin = demo('twin-beds');
    const link = twin.paths.find((p) => p.kind === 'link' && p.height < 0)!;
    const { floor } = twin.vessels.find((v) => v.id === link.from)!;
    const low = applyEdits(twin, [{ at: `paths.${link.id}.height`, to: -floor - 0.1 }]);
    expect(wrong(twin).map((x) => x.id)).not.toContain(`${link.id}-ground`);
    expect(wrong(low).map((x) => x.id)).toContain(`${link.id}-ground`);
  });

  it('is said where a crest lies under the mouth of its own elbow, and leads the way out lower', () => {
    const loop = applyEdits(demo('north-wall-lean-to'), [{ at: 'paths.over-1.drop', to: -0.58 }]);
    const q = wrong(loop)[0]!;
    expect(tell(q.sentence, 'metric')).toMatch(/but the fitting itself is \d+ mm taller/);
    expect(wrong(applyEdits(loop, q.fix!.edits))).toEqual([]);
  });

  it('joins what is longer than is sold with couplings', () => {
    const short = applyEdits(s, [
      { at: 'build.stock.sch40-1', to: { id: 'sch40-1', length: 0.15 } },
    ]);
    const run = runs(short).find((r) => r.path === 'siphon')!;
    const parts = run.pieces.filter((p) => p.id.startsWith('siphon-1-'));
    expect(parts).toHaveLength(2);
    expect(run.joints.filter((j) => j.kind === 'coupling')).toHaveLength(2);
    // Two stops 1.5 mm from a coupling’s middle and 1 mm free at each: 5 mm are not pipe.
    expect(parts.reduce((x, p) => x + p.cut, 0)).toBeCloseTo(0.1972 - 0.005, 9);
  });
});

import { describe, expect, it } from 'vitest';
import { buildPlan } from '../../core/construction';
import { assess } from '../../core/assess';
import { LAYOUTS } from '../../core/system';
import { demo } from '../../core/test/demo';
import { drawnCourse, coursesOf, pointOf, supportedVessel, standsAt } from './course';
import { sceneOf } from './scene';

/** Pieces and fittings in the drawing: along their pipes, around their drains, under their vessels. */

const NAMES = [...LAYOUTS.map((l) => l.demo.file), 'eight-beds', 'pair-and-more'];

describe.each(NAMES)('the build drawn on %s', (name) => {
  const s = demo(name);
  const scene = sceneOf(s);
  const plan = buildPlan({ system: s, a: assess(s), day: null });
  const inside = (p: { x: number; z: number }) =>
    p.x >= scene.minX - 0.3 &&
    p.x <= scene.maxX + 0.3 &&
    p.z >= scene.minZ - 0.3 &&
    p.z <= scene.maxZ + 0.3;

  it('has a course for every leg of every run, within the drawing', () => {
    for (const run of plan.runs) {
      if (!run.legs.length) continue;
      const course = drawnCourse(run, scene);
      expect(course, run.path).not.toBeNull();
      expect(course!.length, run.path).toBe(run.legs.length);
      for (const leg of course!) for (const p of leg) expect(inside(p), run.path).toBe(true);
    }
  });

  it('shows every piece somewhere, and fittings where pieces meet', () => {
    const courses = new Map(plan.runs.map((r) => [r.path, drawnCourse(r, scene)]));
    for (const p of plan.pieces) {
      const box = standsAt(p, scene) ?? supportedVessel(p, scene);
      if (box) {
        expect(inside({ x: box.x, z: box.z }), p.id).toBe(true);
        expect(box.width, p.id).toBeGreaterThan(0);
        continue;
      }
      const legs = courses.get(p.about);
      const parts = legs ? coursesOf(p, legs) : [];
      expect(parts.length, p.id).toBeGreaterThan(0);
      for (const q of parts.flat()) expect(inside(q), p.id).toBe(true);
    }
    for (const j of plan.joints) {
      const legs = courses.get(j.path)!;
      const at = pointOf(j.at, legs!);
      expect(at && inside(at), j.id).toBe(true);
    }
  });
});

describe('a standpipe in the drawing', () => {
  const s = demo('potting-shed-pair');
  const scene = sceneOf(s);
  const plan = buildPlan({ system: s, a: assess(s), day: null });
  const run = plan.runs.find((r) => r.path === 'siphon')!;
  const course = drawnCourse(run, scene)!;

  it('begins at its crest and passes the floor where its bulkhead sits', () => {
    const piece = plan.pieces.find((p) => p.id === 'siphon-1')!;
    const [[top, foot]] = coursesOf(piece, course) as [[{ z: number }, { z: number }]];
    // Bed’s floor at 950, crest 235 over it.
    expect(top.z).toBeCloseTo(1.185, 6);
    expect(foot.z).toBeCloseTo(0.95, 3);
    const seal = run.joints.find((j) => j.kind === 'bulkhead')!;
    expect(pointOf(seal.at, course)!.z).toBeCloseTo(0.95, 3);
  });

  it('has its bell and guard around it, as wide as their pipes', () => {
    const bell = standsAt(
      plan.pieces.find((p) => p.id === 'siphon-bell')!,
      scene,
    )!;
    expect(bell.width).toBeCloseTo(0.0889, 6);
    expect(bell.z).toBeCloseTo(0.95, 6);
    expect(bell.height).toBeCloseTo(0.26, 6);
    expect(bell.x + bell.width / 2).toBeCloseTo(course[0]![0].x, 6);
  });
});

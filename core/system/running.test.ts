import { describe, expect, it, test } from 'vitest';
import { judgeWhole } from '../findings/index.ts';
import { scaledTo, shapeArea, type Shape } from '../water/shape.ts';
import { grossVolume } from '../water/vessel.ts';
import { LAYOUTS } from './index.ts';
import { mainVessel, runningSystem, type RunningAnswers } from './running.ts';

const answers: RunningAnswers = {
  name: 'Mine',
  layout: 'bed-over-tank',
  water: 0.4,
  bed: { length: 1.1, width: 0.6 },
  pump: { maxFlow: 1500e-3 / 3600, maxHead: 2 },
  fish: { kind: 'nile-tilapia', count: 12, meanMass: 0.15 },
  filled: 1_700_000_000_000,
};

describe('a system that runs already', () => {
  test.each(LAYOUTS.map((l) => [l.id]))('is made of %s with the owner’s figures', (layout) => {
    const made = LAYOUTS.find((l) => l.id === layout)!.make('a', 'A');
    const main = mainVessel(made);
    const r = runningSystem('mine', {
      ...answers,
      layout,
      water: (main?.fill ?? 0.1) * 1.5,
      fish: made.fish.length ? answers.fish : null,
    });
    if (!r.ok) throw new Error(r.message);
    const s = r.system;
    expect(s).toMatchObject({ id: 'mine', name: 'Mine', care: { filled: answers.filled } });
    if (main && main.fill > 0) {
      const now = mainVessel(s)!;
      expect(now.fill).toBeCloseTo(main.fill * 1.5, 9);
      // As full as before: water and vessel grew together.
      expect(grossVolume(now.shape)).toBeCloseTo(grossVolume(main.shape) * 1.5, 9);
      expect(now.shape.height).toBe(main.shape.height);
    }
    expect(s.care.stocked).toBe(made.fish.length > 0);
    expect(judgeWhole(s).findings.length).toBeGreaterThan(0);
  });
  it('has its beds, pump and fish, and no fish where there are none', () => {
    const r = runningSystem('mine', answers);
    if (!r.ok) throw new Error(r.message);
    const bed = r.system.vessels.find((v) => v.role === 'bed')!;
    expect(bed.shape).toMatchObject({ length: 1.1, width: 0.6 });
    const lift = r.system.paths.find((p) => p.kind === 'pumped-line')!;
    expect(lift).toMatchObject({ pump: { maxFlow: 1500e-3 / 3600, maxHead: 2 } });
    expect(r.system.fish).toMatchObject([{ kind: 'nile-tilapia', count: 12, meanMass: 0.15 }]);
    const none = runningSystem('mine', { ...answers, fish: null });
    expect(none).toMatchObject({ ok: true, system: { fish: [], care: { stocked: false } } });
  });
  it('says what is no system, and knows every layout', () => {
    expect(runningSystem('mine', { ...answers, water: 5000 })).toMatchObject({ ok: false });
    expect(() => runningSystem('mine', { ...answers, layout: 'none' })).toThrow(RangeError);
  });
});

describe('a shape that holds more', () => {
  const shapes: readonly Shape[] = [
    { kind: 'box', length: 1, width: 0.6, height: 0.5 },
    { kind: 'cylinder', diameter: 0.8, height: 0.6 },
    {
      ...{ kind: 'tapered-box', bottomLength: 0.5, bottomWidth: 0.3 },
      ...{ topLength: 0.7, topWidth: 0.5, height: 0.4 },
    },
    { kind: 'tapered-round', bottomDiameter: 0.3, topDiameter: 0.5, height: 0.4 },
    { kind: 'half-barrel', diameter: 0.6, length: 0.9, height: 0.35 },
    { kind: 'pond', length: 2, width: 1.2, height: 0.6, factor: 0.75 },
    {
      kind: 'measured',
      width: 0.5,
      height: 0.4,
      points: [
        [0.2, 0.03],
        [0.4, 0.08],
      ],
    },
  ];
  test.each(shapes.map((s) => [s.kind, s] as const))(
    '%s has so many times the area at every level, and the same height',
    (_, shape) => {
      const more = scaledTo(shape, 2.25);
      expect(more.height).toBe(shape.height);
      for (const z of [0.05, 0.2, 0.34])
        expect(shapeArea(more, z)).toBeCloseTo(2.25 * shapeArea(shape, z), 9);
      expect(grossVolume(scaledTo(more, 1 / 2.25))).toBeCloseTo(grossVolume(shape), 9);
    },
  );
});

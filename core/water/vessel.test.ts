import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { similarShape } from './alike.ts';
import {
  areaAt,
  footprint,
  grossVolume,
  halfWidth,
  levelAt,
  pchip,
  profileHeights,
  rimLength,
  shapeArea,
  stageStorage,
  volumeAt,
  widest,
  type Filling,
  type Shape,
} from './index.ts';

const near = (value: number, wanted: number, share: number) =>
  expect(Math.abs(value - wanted), `${value} against ${wanted}`).toBeLessThanOrEqual(
    share * Math.abs(wanted),
  );

const m = (min: number, max: number) => fc.double({ min, max, noNaN: true });

/** Litres poured in by jug: levels and volumes that rise, in no particular proportion. */
const measured = fc
  .record({
    width: m(0.2, 1),
    rises: fc.array(fc.tuple(m(0.02, 0.2), m(0.002, 0.1)), { minLength: 1, maxLength: 6 }),
    over: m(0, 0.2),
  })
  .map(({ width, rises, over }): Shape => {
    let level = 0;
    let poured = 0;
    const points = rises.map(([h, v]) => [(level += h), (poured += v)] as const);
    return { kind: 'measured', width, height: level + over, points };
  });

const shapes: fc.Arbitrary<Shape> = fc.oneof(
  fc.record({
    kind: fc.constant('box' as const),
    length: m(0.1, 3),
    width: m(0.1, 3),
    height: m(0.1, 1.5),
  }),
  fc.record({ kind: fc.constant('cylinder' as const), diameter: m(0.1, 3), height: m(0.1, 1.5) }),
  fc.record({
    kind: fc.constant('tapered-box' as const),
    bottomLength: m(0.1, 2),
    bottomWidth: m(0.1, 2),
    topLength: m(0.1, 3),
    topWidth: m(0.1, 3),
    height: m(0.1, 1.5),
  }),
  fc.record({
    kind: fc.constant('tapered-round' as const),
    bottomDiameter: m(0.1, 2),
    topDiameter: m(0.1, 3),
    height: m(0.1, 1.5),
  }),
  fc.record({
    kind: fc.constant('half-barrel' as const),
    diameter: m(0.2, 1.2),
    length: m(0.3, 2),
    height: m(0.05, 0.8),
  }),
  fc.record({
    kind: fc.constant('pond' as const),
    length: m(0.5, 6),
    width: m(0.5, 4),
    height: m(0.2, 1.5),
    factor: m(0.4, 1),
  }),
  measured,
);

const stones = (top: number, voids: number, openArea = 0): Filling => ({
  layers: [{ top, voids }],
  openArea,
  pots: null,
});

/** Volume by the trapezium rule over many thin slices: nothing of the program's integrals in it. */
function summed(area: (z: number) => number, height: number, n = 20_000): number {
  let v = 0;
  for (let i = 0; i < n; i++) {
    v += ((area((i / n) * height) + area(((i + 1) / n) * height)) / 2) * (height / n);
  }
  return v;
}

describe('vessels of any shape', () => {
  it('volume(level(v)) = v, with and without stones and pots', () => {
    fc.assert(
      fc.property(shapes, m(0, 1.2), m(0.2, 1), fc.boolean(), (shape, fill, voids, potted) => {
        const room = stageStorage(shape, {
          ...stones(shape.height * 0.7, voids, 0.003),
          pots: potted ? { area: 0.02, top: shape.height * 0.4, voids: 0.5 } : null,
        });
        const v = fill * volumeAt(room, shape.height);
        return Math.abs(volumeAt(room, levelAt(room, v)) - v) < 1e-10 + 1e-9 * v;
      }),
      { numRuns: 400 },
    );
  });

  it('area is the slope of volume', () => {
    fc.assert(
      fc.property(shapes, m(0.05, 0.95), (shape, share) => {
        const room = stageStorage(shape, stones(shape.height * 0.7, 0.4));
        const h = share * shape.height;
        // The slope jumps where the stones end and where poured points meet; step around those.
        if (room.some((g) => Math.abs(g.z0 - h) < 3e-6)) return true;
        const slope = (volumeAt(room, h + 1e-6) - volumeAt(room, h - 1e-6)) / 2e-6;
        return Math.abs(slope - areaAt(room, h)) < 1e-4 * slope + 1e-7;
      }),
      { numRuns: 300 },
    );
  });

  it('more water stands higher, and the level of nothing is the floor', () => {
    fc.assert(
      fc.property(shapes, m(0, 1), m(1e-6, 0.2), (shape, fill, more) => {
        const room = stageStorage(shape, null);
        const v = fill * grossVolume(shape);
        return levelAt(room, v + more) > levelAt(room, v) && levelAt(room, 0) === 0;
      }),
    );
  });

  it('volume is the area summed slice by slice', () => {
    fc.assert(
      fc.property(shapes, (shape) => {
        const v = summed((z) => shapeArea(shape, z), shape.height, 2000);
        return Math.abs(v / grossVolume(shape) - 1) < 2e-3;
      }),
      { numRuns: 60 },
    );
  });
});

describe('half barrel', () => {
  const barrel: Shape = { kind: 'half-barrel', diameter: 0.58, length: 0.9, height: 0.29 };
  const room = stageStorage(barrel, null);

  it('cut at its middle holds half the cylinder', () =>
    near(grossVolume(barrel), (Math.PI * 0.29 ** 2 * 0.9) / 2, 1e-12));

  test.each([0.001, 0.02, 0.1, 0.2, 0.29])('at %f m: the segment formula', (h) => {
    const r = 0.29;
    const wanted = 0.9 * (r * r * Math.acos((r - h) / r) - (r - h) * Math.sqrt(2 * r * h - h * h));
    near(volumeAt(room, h), wanted, 1e-8);
    near(levelAt(room, wanted), h, 1e-8);
  });

  it('a spoonful lies in the lowest line', () => {
    // V ≈ 4/3·L·√(2R)·h^1.5 where h is small
    const v = 15e-6;
    near(levelAt(room, v), (v / ((4 / 3) * 0.9 * Math.sqrt(0.58))) ** (2 / 3), 2e-3);
  });

  it('boards above its middle go straight up', () => {
    const trough: Shape = { ...barrel, height: 0.4 };
    near(grossVolume(trough), (Math.PI * 0.29 ** 2 * 0.9) / 2 + 0.11 * 0.58 * 0.9, 1e-12);
    near(rimLength(trough), 2 * (0.9 + 0.58), 1e-12);
  });

  it('with stones holds their voids, slice by slice', () => {
    const filled = stageStorage(barrel, stones(0.25, 0.42));
    near(volumeAt(filled, 0.2), 0.42 * volumeAt(room, 0.2), 1e-12);
    near(
      volumeAt(filled, 0.29),
      0.42 * volumeAt(room, 0.25) + volumeAt(room, 0.29) - volumeAt(room, 0.25),
      1e-12,
    );
  });

  it('is seen from its end: as wide as its chord', () => {
    near(halfWidth(barrel, 0.29), 0.29, 1e-12);
    near(halfWidth(barrel, 0.1), Math.sqrt(0.29 ** 2 - 0.19 ** 2), 1e-12);
  });
});

describe('other shapes', () => {
  it('a tapered tub holds what the prismatoid formula says', () => {
    const tub: Shape = {
      kind: 'tapered-box',
      bottomLength: 0.4,
      bottomWidth: 0.3,
      topLength: 0.5,
      topWidth: 0.4,
      height: 0.3,
    };
    // H/6·(A₀ + 4·A_mid + A₁) = 0.05·(0.12 + 4·0.1575 + 0.2)
    near(grossVolume(tub), 0.05 * (0.12 + 4 * 0.1575 + 0.2), 1e-12);
  });

  it('a bucket holds what the frustum formula says', () => {
    const bucket: Shape = {
      kind: 'tapered-round',
      bottomDiameter: 0.24,
      topDiameter: 0.3,
      height: 0.32,
    };
    // π·H/12·(D₀² + D₀·D₁ + D₁²) = 18.4 L
    near(grossVolume(bucket), ((Math.PI * 0.32) / 12) * (0.0576 + 0.072 + 0.09), 1e-12);
    near(grossVolume(bucket), 0.0184, 5e-3);
    near(footprint(bucket), Math.PI * 0.15 ** 2, 1e-12);
  });

  it('a pond by its average sizes, and its drawn banks average its length', () => {
    const pond: Shape = { kind: 'pond', length: 3, width: 2, height: 0.8, factor: 0.75 };
    near(grossVolume(pond), 3.6, 1e-12);
    near(summed((z) => 2 * halfWidth(pond, z), 0.8) / 0.8, 3, 1e-4);
    expect(halfWidth(pond, 0)).toBeLessThan(halfWidth(pond, 0.4));
  });

  it('poured litres give the very level at which they were read, and PCHIP between', () => {
    const points = [
      [0.05, 0.008],
      [0.12, 0.021],
      [0.3, 0.06],
      [0.42, 0.09],
    ] as const;
    const shape: Shape = { kind: 'measured', width: 0.4, height: 0.45, points };
    const room = stageStorage(shape, null);
    for (const [level, poured] of points) {
      near(levelAt(room, poured), level, 1e-9);
      near(volumeAt(room, level), poured, 1e-12);
    }
    const curve = pchip([0, ...points.map((p) => p[0])], [0, ...points.map((p) => p[1])]);
    for (let z = 0.005; z < 0.42; z += 0.013) near(volumeAt(room, z), curve(z), 1e-9);
    // Above the last pouring it goes on as wide as there.
    near(volumeAt(room, 0.45), 0.09 + (0.03 * 0.03) / 0.12, 1e-9);
    near(2 * halfWidth(shape, 0.2) * 0.4, shapeArea(shape, 0.2), 1e-12);
  });

  test.each<[Shape, number]>([
    [{ kind: 'tapered-round', bottomDiameter: 0.3, topDiameter: 0.5, height: 0.4 }, 0.25],
    [{ kind: 'half-barrel', diameter: 0.6, length: 1, height: 0.2 }, Math.sqrt(0.09 - 0.01)],
    [{ kind: 'half-barrel', diameter: 0.6, length: 1, height: 0.5 }, 0.3],
  ])('%j is widest at its rim', (shape, half) => {
    near(widest(shape), half, 1e-12);
    const heights = profileHeights(shape);
    expect(heights[0]).toBe(0);
    expect(heights[heights.length - 1]).toBe(shape.height);
  });
});

describe('what stands in a bed', () => {
  const box: Shape = { kind: 'box', length: 1, width: 0.5, height: 0.3 };

  it('stones leave only their voids, the guard stays open', () => {
    const room = stageStorage(box, stones(0.25, 0.4, 0.01));
    near(volumeAt(room, 0.2), 0.2 * (0.4 * 0.5 + 0.6 * 0.01), 1e-12);
    near(volumeAt(room, 0.3), 0.25 * (0.4 * 0.5 + 0.6 * 0.01) + 0.05 * 0.5, 1e-12);
  });

  it('a guard wider than the floor of a narrow tub leaves it no more than there is', () => {
    const tub: Shape = {
      kind: 'tapered-round',
      bottomDiameter: 0.1,
      topDiameter: 0.4,
      height: 0.3,
    };
    const guarded = stageStorage(tub, stones(0.3, 0.4, (Math.PI / 4) * 0.2 ** 2));
    const bare = stageStorage(tub, null);
    for (const level of [0.02, 0.05, 0.1, 0.2, 0.3])
      expect(volumeAt(guarded, level)).toBeLessThanOrEqual(volumeAt(bare, level));
  });

  it('layers each leave their own', () => {
    const room = stageStorage(box, {
      layers: [
        { top: 0.05, voids: 0.36 },
        { top: 0.25, voids: 0.42 },
      ],
      openArea: 0,
      pots: null,
    });
    near(volumeAt(room, 0.3), 0.5 * (0.05 * 0.36 + 0.2 * 0.42 + 0.05), 1e-12);
  });

  it('pots in a bare tray take the place of water and hold their own voids', () => {
    // 20 pots of 0.01 m², 0.12 m high, 45 % voids: water between them and in them.
    const room = stageStorage(box, {
      layers: [],
      openArea: 0,
      pots: { area: 0.2, top: 0.12, voids: 0.45 },
    });
    near(volumeAt(room, 0.12), 0.12 * (0.3 + 0.2 * 0.45), 1e-12);
    near(volumeAt(room, 0.2), 0.12 * (0.3 + 0.2 * 0.45) + 0.08 * 0.5, 1e-12);
  });

  it('more pots than the floor has room for leave water somewhere', () => {
    const room = stageStorage(box, {
      layers: [],
      openArea: 0,
      pots: { area: 9, top: 0.12, voids: 0.1 },
    });
    expect(areaAt(room, 0.06)).toBeGreaterThan(0);
  });
});

describe('a shape put in place of another', () => {
  it('is as wide, as broad and as high; a tub narrows to 85 % at its bottom, and back to a box it is the same', () => {
    const box: Shape = { kind: 'box', length: 1.2, width: 0.5, height: 0.4 };
    const tub = similarShape(box, 'tapered-box');
    expect(tub).toEqual({
      kind: 'tapered-box',
      bottomLength: 1.02,
      bottomWidth: 0.425,
      topLength: 1.2,
      topWidth: 0.5,
      height: 0.4,
    });
    expect(similarShape(tub, 'box')).toEqual(box);
    expect(similarShape(box, 'tapered-round')).toMatchObject({
      bottomDiameter: 1.02,
      topDiameter: 1.2,
    });
  });

  it('a measured one holds what the tub holds at each of its levels', () => {
    const tub: Shape = {
      kind: 'tapered-round',
      bottomDiameter: 0.2,
      topDiameter: 0.4,
      height: 0.4,
    };
    const poured = similarShape(tub, 'measured');
    for (const level of [0.1, 0.2, 0.3, 0.4])
      near(
        volumeAt(stageStorage(poured, null), level),
        volumeAt(stageStorage(tub, null), level),
        1e-9,
      );
  });
});

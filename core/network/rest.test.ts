import { describe, expect, it } from 'vitest';
import { straight } from '../test/networks.ts';
import { jointSurface, jointVolume, restVolumes, equilibrate } from './equilibrium.ts';
import type { NetPath, NetVessel, Network } from './types.ts';
import { linkEnds } from './gravityPaths.ts';

const vessel = (
  id: string,
  floorZ: number,
  area: number,
  more: Partial<NetVessel> = {},
): NetVessel => ({
  id,
  name: id,
  floorZ,
  height: 1,
  storage: straight(area, 1),
  voids: 1,
  initial: 0,
  rimWidth: 2,
  rimTo: -1,
  bed: false,
  floodLevel: null,
  joined: [0],
  waterUse: 0,
  ...more,
});
const run = { bore: 0.03, length: 1, roughness: 1.5e-6, sumK: 1 };
const net = (vessels: NetVessel[], paths: NetPath[]): Network => ({
  temperature: 20,
  vessels: vessels.map((v, i) => (v.joined.length > 1 ? v : { ...v, joined: [i] })),
  paths,
  controls: [],
  manifolds: [],
});
const linkAt = (z: number, floors: readonly [number, number]): NetPath => ({
  kind: 'link',
  id: 'l',
  name: 'Link',
  from: 0,
  to: 1,
  ...linkEnds(z, ...floors),
  bore: 0.03,
  pipe: run,
});

describe('where water comes to rest', () => {
  it('two tanks with a pipe near the floor stand at one level: 300 L over 1 and 0.5 m² is 200 mm', () => {
    const n = net(
      [vessel('a', 0, 1, { initial: 0.3 }), vessel('b', 0, 0.5)],
      [linkAt(0.02, [0, 0])],
    );
    const [a, b] = restVolumes(n);
    expect(a).toBeCloseTo(0.2, 6);
    expect(b).toBeCloseTo(0.1, 6);
  });

  it('a pipe at mid height passes only what stands above it', () => {
    const n = net(
      [vessel('a', 0, 1, { initial: 0.5 }), vessel('b', -1, 0.5)],
      [linkAt(0.4, [0, -1])],
    );
    const [a, b] = restVolumes(n);
    expect(a).toBeCloseTo(0.4, 6);
    expect(b).toBeCloseTo(0.1, 6);
  });

  it('an overflow, a weep hole and a floor hole leave what stands below them', () => {
    const drain = (level: number): NetPath => ({
      kind: 'hole',
      id: 'h',
      name: 'Hole',
      from: 0,
      to: 1,
      level,
      diameter: 0.01,
      inFloor: level === 0,
    });
    for (const level of [0.25, 0.05, 0]) {
      const n = net([vessel('a', 1, 1, { initial: 0.4 }), vessel('b', 0, 2)], [drain(level)]);
      const [a, b] = restVolumes(n);
      expect(a).toBeCloseTo(level, 6);
      expect(a! + b!).toBeCloseTo(0.4, 9);
    }
  });

  it('a siphon at rest holds to its crest; after it ran, to its break', () => {
    const siphon: NetPath = {
      kind: 'drain',
      id: 's',
      name: 'Siphon',
      from: 0,
      to: 1,
      crest: 0.3,
      entry: 'ring',
      mouth: 0.04,
      bore: 0.03,
      pipe: run,
      outletZ: 0.8,
      prime: {
        start: { low: 1e-4, expected: 1.4e-4, high: 2e-4 },
        breakLevel: 0.04,
        efficiency: 0.8,
      },
      siphon: true,
      open: 1,
      stallLevel: null,
    };
    const n = net([vessel('bed', 1, 1, { initial: 0.35 }), vessel('tank', 0, 2)], [siphon]);
    expect(restVolumes(n)[0]).toBeCloseTo(0.3, 6);
    const after = [0.35, 0];
    equilibrate(n, after, true);
    expect(after[0]).toBeCloseTo(0.04, 6);
    expect(after[1]).toBeCloseTo(0.31, 6);
  });

  it('a chain runs all the way down', () => {
    const hole = (from: number, level: number): NetPath => ({
      kind: 'hole',
      id: `h${from}`,
      name: 'Hole',
      from,
      to: from + 1,
      level,
      diameter: 0.01,
      inFloor: false,
    });
    const n = net(
      [vessel('a', 2, 1, { initial: 0.5 }), vessel('b', 1, 1, { initial: 0.1 }), vessel('c', 0, 1)],
      [hole(0, 0.1), hole(1, 0.2)],
    );
    const rest = restVolumes(n);
    [0.1, 0.2, 0.3].forEach((v, i) => expect(rest[i]).toBeCloseTo(v, 6));
  });

  it('a float valve tops up to its mark while its bucket lasts', () => {
    const valve: NetPath = {
      kind: 'float',
      id: 'f',
      name: 'Float',
      from: 0,
      to: 1,
      level: 0.05,
      outletZ: 0.1,
      pipe: run,
      stuck: null,
    };
    const with_ = (initial: number, stuck: number | null = null) =>
      restVolumes(
        net([vessel('bucket', 1, 0.1, { initial }), vessel('tray', 0, 1)], [{ ...valve, stuck }]),
      );
    expect(with_(0.08)[1]).toBeCloseTo(0.05, 6);
    expect(with_(0.02)).toEqual([0, 0.02]);
    expect(with_(0.08, 0)).toEqual([0.08, 0]);
  });
});

describe('vessels joined under their floors', () => {
  const joined = [0, 1];
  const n = net(
    [vessel('a', 0.5, 1, { joined, initial: 0.6 }), vessel('b', 0.4, 0.5, { joined })],
    [],
  );

  it('hold a volume together: 650 L fill the lower one 100 mm, then both 400 mm', () => {
    expect(jointVolume(n, n.vessels[0]!, 0.9)).toBeCloseTo(0.4 * 1 + 0.5 * 0.5, 9);
    expect(jointSurface(n, n.vessels[0]!, 0.65)).toBeCloseTo(0.9, 6);
    // Up to the higher floor the lower one stands alone: 50 L are its 100 mm.
    expect(jointSurface(n, n.vessels[0]!, 0.05)).toBeCloseTo(0.5, 6);
  });

  it('level out at rest, to the drop', () => {
    const [a, b] = restVolumes(n);
    expect(a! + b!).toBeCloseTo(0.6, 7);
    expect(0.5 + a!).toBeCloseTo(0.4 + b! / 0.5, 6);
  });
});

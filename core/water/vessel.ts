import type { CubicMetres, Metres, Share, SquareMetres } from '../quantity/si.ts';
import {
  arcArea,
  arcVolume,
  sliceArea,
  slicesOf,
  type Arc,
  type Shape,
  type Slice,
} from './shape.ts';

/**
 * A slice of a vessel between two heights in which the free water area is a + b·s + c·s²,
 * s = z − z0, and where the bottom is round also its arc's area times φ.
 */
export interface Segment {
  readonly z0: Metres;
  readonly z1: Metres;
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly arc: Arc | null;
  readonly phi: Share;
  /** Volume below the slice. */
  readonly v0: CubicMetres;
}

/** Room for water in a vessel, from its floor up; the last slice goes on upwards without end. */
export type StageStorage = readonly Segment[];

/** Volume of the empty shape up to its rim, m³. */
export const grossVolume = (shape: Shape): CubicMetres =>
  volumeAt(stageStorage(shape, null), shape.height);

/** Volume up to the rim of all that stand side by side, m³. */
export const wholeVolume = (v: { readonly shape: Shape; readonly count: number }): CubicMetres =>
  v.count * grossVolume(v.shape);

/**
 * Room of several vessels alike that fill as one.
 *
 * @param count how many, 1 or more
 */
export const manyOf = (storage: StageStorage, count: number): StageStorage =>
  count === 1
    ? storage
    : storage.map((g) => ({
        ...g,
        a: g.a * count,
        b: g.b * count,
        c: g.c * count,
        arc: g.arc && { ...g.arc, length: g.arc.length * count },
        v0: g.v0 * count,
      }));

/** What stands in a vessel and leaves room between its grains. */
export interface Filling {
  /** Layers of media from the floor up, each to its top with its drainable voids. */
  readonly layers: readonly { readonly top: Metres; readonly voids: Share }[];
  /** Kept clear of media by the siphon's guard. */
  readonly openArea: SquareMetres;
  /** Pots on the floor: the area they cover, their height and the voids of what is in them. */
  readonly pots: {
    readonly area: SquareMetres;
    readonly top: Metres;
    readonly voids: Share;
  } | null;
}

/** Share of a slice's smallest area that pots can cover at most. */
const POTS_AT_MOST = 0.95;

/**
 * Room for water in a vessel: V(h) = ∫ A(z)·φ dz inside the media, φ = 1 above it and in the guard;
 * pots take the place of media or water and hold their own voids.
 *
 * @param filling nothing where the vessel holds water only
 */
export function stageStorage(shape: Shape, filling: Filling | null): StageStorage {
  const slices = slicesOf(shape);
  const cuts = new Set<Metres>();
  for (const layer of filling?.layers ?? []) cuts.add(layer.top);
  if (filling?.pots) cuts.add(filling.pots.top);
  const out: Segment[] = [];
  let v0 = 0;
  for (const whole of slices) {
    const inner = [...cuts].filter((z) => z > whole.z0 + 1e-9 && z < whole.z1 - 1e-9);
    const ends = [whole.z0, ...inner.sort((x, y) => x - y), whole.z1];
    for (let i = 0; i + 1 < ends.length; i++) {
      const segment = segmentOf(whole, ends[i]!, ends[i + 1]!, filling, v0);
      out.push(segment);
      v0 = segmentVolume(segment, segment.z1 - segment.z0);
    }
  }
  const top = slices[slices.length - 1]!;
  out.push({
    z0: shape.height,
    z1: Infinity,
    a: sliceArea(top, top.z1 - top.z0),
    b: 0,
    c: 0,
    arc: null,
    phi: 1,
    v0,
  });
  return out;
}

function segmentOf(
  g: Slice,
  z0: Metres,
  z1: Metres,
  filling: Filling | null,
  v0: CubicMetres,
): Segment {
  const middle = (z0 + z1) / 2;
  const layer = filling?.layers.find((l) => middle < l.top);
  const phi = layer?.voids ?? 1;
  const pots = filling?.pots && middle < filling.pots.top ? filling.pots : null;
  const s = z0 - g.z0;
  const least = Math.min(sliceArea(g, s), sliceArea(g, z1 - g.z0));
  const covered = pots ? Math.min(pots.area, POTS_AT_MOST * least) : 0;
  const open = layer ? (1 - phi) * Math.min(filling!.openArea, least) : 0;
  return {
    z0,
    z1,
    a: phi * (g.a + s * (g.b + s * g.c)) + open + covered * ((pots?.voids ?? 1) - phi),
    b: phi * (g.b + 2 * g.c * s),
    c: phi * g.c,
    arc: g.arc,
    phi,
    v0,
  };
}

function segmentVolume(g: Segment, s: Metres): CubicMetres {
  const v = g.v0 + s * (g.a + s * (g.b / 2 + (s * g.c) / 3));
  return g.arc ? v + g.phi * (arcVolume(g.arc, g.z0 + s) - arcVolume(g.arc, g.z0)) : v;
}

function segmentArea(g: Segment, s: Metres): SquareMetres {
  const area = g.a + s * (g.b + s * g.c);
  return g.arc ? area + g.phi * arcArea(g.arc, g.z0 + s) : area;
}

/** Volume of water up to a level above the floor, m³; 0 at or below the floor. */
export function volumeAt(storage: StageStorage, level: Metres): CubicMetres {
  if (level <= 0) return 0;
  let i = 0;
  while (level > storage[i]!.z1) i++;
  const g = storage[i]!;
  return segmentVolume(g, level - g.z0);
}

/** A round bottom has no area at its lowest line; the area a hair above it stands in, so that it can be divided by. */
const HAIR: Metres = 1e-4;

/** Free water area at a level, m²: dV/dh, above zero. */
export function areaAt(storage: StageStorage, level: Metres): SquareMetres {
  let i = 0;
  while (level > storage[i]!.z1) i++;
  const g = storage[i]!;
  const s = Math.max(0, level - g.z0);
  return segmentArea(g, g.arc && g.z0 === 0 ? Math.max(HAIR, s) : s);
}

/**
 * Level above the floor that a volume reaches, m; the inverse of {@link volumeAt}.
 *
 * @param volume m³; at or below 0 the level is 0
 */
export function levelAt(storage: StageStorage, volume: CubicMetres): Metres {
  if (volume <= 0) return 0;
  let i = 0;
  while (i + 1 < storage.length && volume > storage[i + 1]!.v0) i++;
  const g = storage[i]!;
  const rest = volume - g.v0;
  if (g.b === 0 && g.c === 0 && g.arc === null) return g.z0 + rest / g.a;
  const full = g.z1 - g.z0;
  // Near a round bottom the volume goes as h^1.5; elsewhere the area at the floor is a good start.
  let s =
    g.a > 0
      ? Math.min(full, rest / g.a)
      : Math.min(
          full,
          ((0.75 * rest) / (g.phi * g.arc!.length)) ** (2 / 3) / (2 * g.arc!.radius) ** (1 / 3),
        );
  // Newton between closing bounds; the volume rises with s, so this settles in a few steps.
  let low = 0;
  let high = full;
  for (let k = 0; k < 60; k++) {
    const miss = segmentVolume(g, s) - volume;
    if (miss > 0) high = s;
    else low = s;
    const straight = s - miss / segmentArea(g, s);
    const next = straight >= low && straight <= high ? straight : (low + high) / 2;
    if (Math.abs(next - s) < 1e-13) return g.z0 + next;
    s = next;
  }
  return g.z0 + s;
}

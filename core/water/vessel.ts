import type { CubicMetres, Metres, Share, SquareMetres } from '../quantity/si.ts';

/** Inside shape of a vessel, m. */
export type Shape =
  | {
      readonly kind: 'box';
      readonly length: Metres;
      readonly width: Metres;
      readonly height: Metres;
    }
  | { readonly kind: 'cylinder'; readonly diameter: Metres; readonly height: Metres }
  | {
      readonly kind: 'tapered-box';
      readonly bottomLength: Metres;
      readonly bottomWidth: Metres;
      readonly topLength: Metres;
      readonly topWidth: Metres;
      readonly height: Metres;
    };

/** A slice of a vessel between two heights in which the free water area is a + b·s + c·s², s = z − z0. */
export interface Segment {
  readonly z0: Metres;
  readonly z1: Metres;
  readonly a: number;
  readonly b: number;
  readonly c: number;
  /** Volume below the slice. */
  readonly v0: CubicMetres;
}

/** Room for water in a vessel, from its floor up; the last slice goes on upwards without end. */
export type Storage = readonly Segment[];

/** Area of the open shape at height z above its floor, m²; above the rim the rim's area. */
export function shapeArea(shape: Shape, z: Metres): SquareMetres {
  switch (shape.kind) {
    case 'box':
      return shape.length * shape.width;
    case 'cylinder':
      return (Math.PI * shape.diameter ** 2) / 4;
    case 'tapered-box': {
      const t = Math.min(1, Math.max(0, z / shape.height));
      return (
        (shape.bottomLength + (shape.topLength - shape.bottomLength) * t) *
        (shape.bottomWidth + (shape.topWidth - shape.bottomWidth) * t)
      );
    }
  }
}

/** Coefficients of the area in powers of z above the floor. */
function areaPolynomial(shape: Shape): readonly [number, number, number] {
  if (shape.kind !== 'tapered-box') return [shapeArea(shape, 0), 0, 0];
  const dl = (shape.topLength - shape.bottomLength) / shape.height;
  const dw = (shape.topWidth - shape.bottomWidth) / shape.height;
  return [
    shape.bottomLength * shape.bottomWidth,
    shape.bottomLength * dw + shape.bottomWidth * dl,
    dl * dw,
  ];
}

/** Rim length around the top, m: what a spilling vessel spills over. */
export function rimLength(shape: Shape): Metres {
  switch (shape.kind) {
    case 'box':
      return 2 * (shape.length + shape.width);
    case 'cylinder':
      return Math.PI * shape.diameter;
    case 'tapered-box':
      return 2 * (shape.topLength + shape.topWidth);
  }
}

/** Volume of the empty shape up to its rim, m³. */
export const grossVolume = (shape: Shape): CubicMetres =>
  volumeAt(storage(shape, null), shape.height);

/** Footprint on the floor, m²: the larger of bottom and top. */
export const footprint = (shape: Shape): SquareMetres =>
  Math.max(shapeArea(shape, 0), shapeArea(shape, shape.height));

/** Width as seen from the side, at the floor and at the rim, m. */
export function sideWidths(shape: Shape): { bottom: Metres; top: Metres } {
  switch (shape.kind) {
    case 'box':
      return { bottom: shape.length, top: shape.length };
    case 'cylinder':
      return { bottom: shape.diameter, top: shape.diameter };
    case 'tapered-box':
      return { bottom: shape.bottomLength, top: shape.topLength };
  }
}

/** Media in a vessel: its top, the drainable voids, and the open area inside the siphon's guard. */
export interface MediaFill {
  readonly top: Metres;
  readonly voids: Share;
  readonly openArea: SquareMetres;
}

/**
 * Room for water in a vessel: V(h) = ∫ A(z)·φ dz inside the media, φ = 1 above it and in the guard.
 *
 * @param media nothing where the vessel holds water only
 */
export function storage(shape: Shape, media: MediaFill | null): Storage {
  const [a, b, c] = areaPolynomial(shape);
  const height = shape.height;
  const cuts = [0];
  if (media && media.top > 0 && media.top < height) cuts.push(media.top);
  cuts.push(height);
  const out: Segment[] = [];
  let v0 = 0;
  for (let i = 0; i < cuts.length - 1; i++) {
    const z0 = cuts[i]!;
    const z1 = cuts[i + 1]!;
    const inMedia = media !== null && z1 <= media.top + 1e-12;
    const phi = inMedia ? media.voids : 1;
    const open = inMedia ? (1 - phi) * media.openArea : 0;
    // Powers of s = z − z0.
    const segment: Segment = {
      z0,
      z1,
      a: phi * (a + b * z0 + c * z0 * z0) + open,
      b: phi * (b + 2 * c * z0),
      c: phi * c,
      v0,
    };
    out.push(segment);
    v0 = segmentVolume(segment, z1 - z0);
  }
  out.push({ z0: height, z1: Infinity, a: shapeArea(shape, height), b: 0, c: 0, v0 });
  return out;
}

const segmentVolume = (g: Segment, s: Metres): CubicMetres =>
  g.v0 + s * (g.a + s * (g.b / 2 + (s * g.c) / 3));

/** Volume of water up to a level above the floor, m³; 0 at or below the floor. */
export function volumeAt(room: Storage, level: Metres): CubicMetres {
  if (level <= 0) return 0;
  let i = 0;
  while (level > room[i]!.z1) i++;
  const g = room[i]!;
  return segmentVolume(g, level - g.z0);
}

/** Free water area at a level, m²: dV/dh. */
export function areaAt(room: Storage, level: Metres): SquareMetres {
  let i = 0;
  while (level > room[i]!.z1) i++;
  const g = room[i]!;
  const s = Math.max(0, level - g.z0);
  return g.a + s * (g.b + s * g.c);
}

/**
 * Level above the floor that a volume reaches, m; the inverse of {@link volumeAt}.
 *
 * @param volume m³; at or below 0 the level is 0
 */
export function levelAt(room: Storage, volume: CubicMetres): Metres {
  if (volume <= 0) return 0;
  let i = 0;
  while (i + 1 < room.length && volume > room[i + 1]!.v0) i++;
  const g = room[i]!;
  const rest = volume - g.v0;
  if (g.b === 0 && g.c === 0) return g.z0 + rest / g.a;
  // Newton from the mean area; the volume is a rising cubic in s, so this settles in a few steps.
  const full = g.z1 - g.z0;
  let s = Math.min(full, rest / g.a);
  for (let k = 0; k < 30; k++) {
    const miss = segmentVolume(g, s) - volume;
    const area = g.a + s * (g.b + s * g.c);
    const next = Math.min(full, Math.max(0, s - miss / area));
    if (Math.abs(next - s) < 1e-13) {
      s = next;
      break;
    }
    s = next;
  }
  return g.z0 + s;
}

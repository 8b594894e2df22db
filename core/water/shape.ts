import type { CubicMetres, Metres, Share, SquareMetres } from '../quantity/si.ts';
import { pchipSlopes } from '../numerics/pchip.ts';

/** Inside shape of a vessel, m. Heights are above its floor. */
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
    }
  | {
      readonly kind: 'tapered-round';
      readonly bottomDiameter: Metres;
      readonly topDiameter: Metres;
      readonly height: Metres;
    }
  /** A barrel cut along its length and lying on its round side; above its middle the walls go straight up. */
  | {
      readonly kind: 'half-barrel';
      readonly diameter: Metres;
      readonly length: Metres;
      readonly height: Metres;
    }
  /** A pond by its average length and width; the factor takes off what banks and round corners lack. */
  | {
      readonly kind: 'pond';
      readonly length: Metres;
      readonly width: Metres;
      readonly height: Metres;
      readonly factor: Share;
    }
  /** Litres poured in by jug and the level that each pouring reached; nothing at the floor goes without saying. */
  | {
      readonly kind: 'measured';
      /** Breadth away from the looker, for the drawing and the rim. */
      readonly width: Metres;
      readonly height: Metres;
      readonly points: readonly (readonly [level: Metres, poured: CubicMetres])[];
    };

export type ShapeKind = Shape['kind'];

/** The round bottom of a lying barrel: its area is 2·L·√(2Rz − z²), which is no polynomial. */
export interface Arc {
  readonly radius: Metres;
  readonly length: Metres;
}

/** A slice of an open shape between two heights, its area a + b·s + c·s² with s = z − z0, or an arc's. */
export interface Slice {
  readonly z0: Metres;
  readonly z1: Metres;
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly arc: Arc | null;
}

const slice = (z0: Metres, z1: Metres, a: number, b = 0, c = 0): Slice => ({
  z0,
  z1,
  a,
  b,
  c,
  arc: null,
});

/** The product of two straight tapers as powers of the height. */
function taper(l0: Metres, l1: Metres, w0: Metres, w1: Metres, height: Metres, factor: number) {
  const dl = (l1 - l0) / height;
  const dw = (w1 - w0) / height;
  return slice(0, height, factor * l0 * w0, factor * (l0 * dw + w0 * dl), factor * dl * dw);
}

/** Slices of the monotone cubic through (level, poured): its slope is the area, a quadratic between points. */
function measuredSlices(height: Metres, points: readonly (readonly [Metres, CubicMetres])[]) {
  const zs = [0, ...points.map((p) => p[0])];
  const vs = [0, ...points.map((p) => p[1])];
  const m = pchipSlopes(zs, vs);
  const out: Slice[] = [];
  for (let i = 0; i + 1 < zs.length && zs[i]! < height; i++) {
    const h = zs[i + 1]! - zs[i]!;
    const d = (vs[i + 1]! - vs[i]!) / h;
    const [m0, m1] = [m[i]!, m[i + 1]!];
    out.push(
      slice(
        zs[i]!,
        Math.min(height, zs[i + 1]!),
        m0,
        (2 * (3 * d - 2 * m0 - m1)) / h,
        (3 * (m0 + m1 - 2 * d)) / (h * h),
      ),
    );
  }
  const last = zs[zs.length - 1]!;
  if (last < height) out.push(slice(last, height, m[m.length - 1]!));
  return out;
}

/** Slices of an open shape from its floor to its rim, in order and without gaps. */
export function slicesOf(shape: Shape): readonly Slice[] {
  switch (shape.kind) {
    case 'box':
      return [slice(0, shape.height, shape.length * shape.width)];
    case 'cylinder':
      return [slice(0, shape.height, (Math.PI * shape.diameter ** 2) / 4)];
    case 'tapered-box':
      return [
        taper(
          shape.bottomLength,
          shape.topLength,
          shape.bottomWidth,
          shape.topWidth,
          shape.height,
          1,
        ),
      ];
    case 'tapered-round': {
      const { bottomDiameter: d0, topDiameter: d1 } = shape;
      return [taper(d0, d1, d0, d1, shape.height, Math.PI / 4)];
    }
    case 'half-barrel': {
      const { length, height } = shape;
      const radius = shape.diameter / 2;
      const round: Slice = {
        ...slice(0, Math.min(radius, height), 0),
        arc: { radius, length },
      };
      return height > radius ? [round, slice(radius, height, shape.diameter * length)] : [round];
    }
    case 'pond':
      return [slice(0, shape.height, shape.length * shape.width * shape.factor)];
    case 'measured':
      return measuredSlices(shape.height, shape.points);
  }
}

/** Area of a slice at height s above its lower end, m². */
export const sliceArea = (g: Slice, s: Metres): SquareMetres =>
  g.a + s * (g.b + s * g.c) + (g.arc ? arcArea(g.arc, s) : 0);

/** Area of the open shape at height z above its floor, m²; above the rim the rim's area. */
export function shapeArea(shape: Shape, z: Metres): SquareMetres {
  const slices = slicesOf(shape);
  const at = Math.min(shape.height, Math.max(0, z));
  const g = slices.find((x) => at <= x.z1) ?? slices[slices.length - 1]!;
  return sliceArea(g, at - g.z0);
}

/** Area of the water in a lying barrel's round bottom at a height above its lowest line, m². */
export const arcArea = ({ radius, length }: Arc, z: Metres): SquareMetres =>
  z <= 0 ? 0 : 2 * length * Math.sqrt(z * (2 * radius - z));

/**
 * Volume in a lying barrel up to a height not above its middle, m³:
 * L·[R²·acos((R−h)/R) − (R−h)·√(2Rh−h²)].
 */
export function arcVolume({ radius, length }: Arc, z: Metres): CubicMetres {
  if (z <= 0) return 0;
  // acos loses digits near the lowest line; the same angle by its half sine does not.
  const half = Math.asin(Math.sqrt(Math.min(1, z / (2 * radius))));
  return length * radius * radius * (2 * half - Math.sin(4 * half) / 2);
}

/** Rim length around the top, m: what a spilling vessel spills over. */
export function rimLength(shape: Shape): Metres {
  switch (shape.kind) {
    case 'box':
    case 'pond':
      return 2 * (shape.length + shape.width);
    case 'cylinder':
      return Math.PI * shape.diameter;
    case 'tapered-box':
      return 2 * (shape.topLength + shape.topWidth);
    case 'tapered-round':
      return Math.PI * shape.topDiameter;
    case 'half-barrel':
      return 2 * (shape.length + 2 * halfWidth(shape, shape.height));
    case 'measured':
      return 2 * (shape.width + 2 * halfWidth(shape, shape.height));
  }
}

/** Footprint on the floor, m²: the largest area of any height. */
export const footprint = (shape: Shape): SquareMetres =>
  Math.max(...slicesOf(shape).flatMap((g) => [sliceArea(g, 0), sliceArea(g, g.z1 - g.z0)]));

/** Share of a pond's depth over which its drawn banks run out from the bottom to their full width. */
const BANK = 0.6;
/** Narrowest drawn width of a pond's bottom, as a share of its average. */
const POND_BOTTOM = 0.55;

/**
 * Half of the width that is seen from the side at a height above the floor, m.
 *
 * A lying barrel is looked at from its end, a measured vessel has the width that its area and breadth
 * leave; a pond is drawn with banks whose mean width is its average length.
 */
export function halfWidth(shape: Shape, z: Metres): Metres {
  const h = Math.min(shape.height, Math.max(0, z));
  const t = h / shape.height;
  switch (shape.kind) {
    case 'box':
      return shape.length / 2;
    case 'cylinder':
      return shape.diameter / 2;
    case 'tapered-box':
      return (shape.bottomLength + (shape.topLength - shape.bottomLength) * t) / 2;
    case 'tapered-round':
      return (shape.bottomDiameter + (shape.topDiameter - shape.bottomDiameter) * t) / 2;
    case 'half-barrel': {
      const r = shape.diameter / 2;
      return h >= r ? r : Math.sqrt(h * (2 * r - h));
    }
    case 'pond': {
      const u = Math.min(1, t / BANK);
      // Sine banks: their mean is 2/π of their reach; the top is as much wider as the bottom is narrower.
      const reach = (1 - POND_BOTTOM) / (1 - BANK + (BANK * 2) / Math.PI);
      return (shape.length / 2) * (POND_BOTTOM + reach * Math.sin((u * Math.PI) / 2));
    }
    case 'measured':
      return shapeArea(shape, h) / shape.width / 2;
  }
}

/** Plan of a vessel at a height, inside, m: of a round one the square around it. */
export interface Outline {
  readonly round: boolean;
  /** Along what is seen from the side, and away from the looker. */
  readonly length: Metres;
  readonly width: Metres;
}

/** Plan of a shape at a height above its floor; above the rim the rim's. */
export function outlineAt(shape: Shape, z: Metres): Outline {
  const length = 2 * halfWidth(shape, z);
  const outline = (width: Metres): Outline => ({ round: false, length, width });
  switch (shape.kind) {
    case 'cylinder':
    case 'tapered-round':
      return { round: true, length, width: length };
    case 'box':
    case 'measured':
      return outline(shape.width);
    case 'tapered-box': {
      const t = Math.min(1, Math.max(0, z / shape.height));
      return outline(shape.bottomWidth + (shape.topWidth - shape.bottomWidth) * t);
    }
    case 'half-barrel':
      return outline(shape.length);
    case 'pond':
      // Its banks run out alike on all sides.
      return outline((shape.width * length) / shape.length);
  }
}
/** A round floor is flat enough for a flange as far as it rises so much, m. Practice. */
const NEARLY_FLAT: Metres = 0.005;
/** Plan of a shape's floor, as far as it is flat. */
export const floorOutline = (shape: Shape): Outline =>
  outlineAt(shape, shape.kind === 'half-barrel' ? NEARLY_FLAT : 0);

/** Widest half width seen from the side, m. */
export function widest(shape: Shape): Metres {
  const heights =
    shape.kind === 'measured'
      ? [0, ...shape.points.map((p) => p[0]), shape.height]
      : [0, shape.height];
  return Math.max(...heights.map((z) => halfWidth(shape, z)));
}

/** Heights between which the side view is a straight line; a curved side has many. */
export function profileHeights(shape: Shape): readonly Metres[] {
  const H = shape.height;
  const even = (top: Metres, n: number) =>
    // Closer together at the floor, where a round bottom turns fastest.
    Array.from({ length: n + 1 }, (_, i) => top * (i / n) ** 2);
  switch (shape.kind) {
    case 'half-barrel': {
      const r = Math.min(H, shape.diameter / 2);
      return r < H ? [...even(r, 24), H] : even(H, 24);
    }
    case 'pond':
      return [...even(BANK * H, 16), H];
    case 'measured': {
      const knots = [0, ...shape.points.map((p) => p[0]).filter((z) => z < H), H];
      return knots.flatMap((z, i) =>
        i === 0 ? [z] : [1, 2, 3, 4].map((k) => knots[i - 1]! + ((z - knots[i - 1]!) * k) / 4),
      );
    }
    default:
      return [0, H];
  }
}

/**
 * A shape of the same height that holds so many times as much at every level.
 *
 * @param times above 0
 */
export function scaledTo(shape: Shape, times: number): Shape {
  const side = Math.sqrt(times);
  switch (shape.kind) {
    case 'box':
    case 'pond':
      return { ...shape, length: shape.length * side, width: shape.width * side };
    case 'cylinder':
      return { ...shape, diameter: shape.diameter * side };
    case 'tapered-box':
      return {
        ...shape,
        bottomLength: shape.bottomLength * side,
        bottomWidth: shape.bottomWidth * side,
        topLength: shape.topLength * side,
        topWidth: shape.topWidth * side,
      };
    case 'tapered-round':
      return {
        ...shape,
        bottomDiameter: shape.bottomDiameter * side,
        topDiameter: shape.topDiameter * side,
      };
    case 'half-barrel':
      return { ...shape, length: shape.length * times };
    case 'measured':
      return {
        ...shape,
        width: shape.width * side,
        points: shape.points.map(([level, poured]) => [level, poured * times] as const),
      };
  }
}

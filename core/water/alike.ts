import type { Metres } from '../quantity/si.ts';
import { halfWidth, shapeArea, type Shape, type ShapeKind } from './shape.ts';
import { stageStorage, volumeAt } from './vessel.ts';

const mm = (x: Metres): Metres => Math.max(0.05, Math.round(x * 1000) / 1000);
/** A tub that is drawn from a straight one tapers to this share at its bottom. */
const TAPER = 0.85;
/** Shape factor of an oval pond with steep banks. */
const OVAL = 0.78;
/** Pourings that stand in for a known shape, evenly by height. */
const POURINGS = 4;

/**
 * A shape of another kind and about the same size: as wide, as broad and as high, to begin from.
 * A measured one holds what the given shape holds at each of its levels.
 */
export function similarShape(shape: Shape, kind: ShapeKind): Shape {
  const height = shape.height;
  const long = mm(2 * halfWidth(shape, height));
  const wide = mm(shapeArea(shape, height) / (2 * halfWidth(shape, height)));
  switch (kind) {
    case 'box':
      return { kind, length: long, width: wide, height };
    case 'cylinder':
      return { kind, diameter: long, height };
    case 'tapered-box':
      return {
        kind,
        bottomLength: mm(long * TAPER),
        bottomWidth: mm(wide * TAPER),
        topLength: long,
        topWidth: wide,
        height,
      };
    case 'tapered-round':
      return { kind, bottomDiameter: mm(long * TAPER), topDiameter: long, height };
    case 'half-barrel':
      return { kind, diameter: long, length: wide, height };
    case 'pond':
      return { kind, length: long, width: wide, height, factor: OVAL };
    case 'measured': {
      const room = stageStorage(shape, null);
      const points = Array.from({ length: POURINGS }, (_, i) => {
        const level = (height * (i + 1)) / POURINGS;
        return [level, volumeAt(room, level)] as const;
      });
      return { kind, width: wide, height, points };
    }
  }
}

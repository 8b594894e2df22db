import { plantsFromSide } from './living';
import { firstsOf, type Alike } from './alike';
import { pumpedLines, type SystemDocument } from '../../core/system';
import { halfWidth, profileHeights } from '../../core/water/shape';
import { placeVessels, type Placed } from './place';
import {
  routeDrains,
  routeLines,
  routeOutlets,
  type PlacedDrain,
  type PlacedLine,
  type PlacedOutlet,
  type DrawingPoint,
} from './routes';

export { halfWidthAt, type Placed } from './place';
export type { PlacedBranch, PlacedDrain, PlacedLine, PlacedOutlet, DrawingPoint } from './routes';

/** Where the parts of a system stand in the drawing, metres; x to the right, z up from the ground. */
export interface Scene {
  /** Rows of alike beds of which the first alone stands here. */
  rows: readonly Alike[];
  vessels: Placed[];
  lines: PlacedLine[];
  drains: PlacedDrain[];
  outlets: PlacedOutlet[];
  minX: number;
  maxX: number;
  /** Below zero where something is dug in. */
  minZ: number;
  maxZ: number;
}

/** Right-hand side of the inside between two heights above the floor, from the lower up; of the cell at a centre. */
export function outline(p: Placed, from: number, to: number, centre = p.centre): DrawingPoint[] {
  const { shape, floor } = p.vessel;
  const between = profileHeights(shape).filter((h) => h > from && h < to);
  return [from, ...between, to].map((h) => ({ x: centre + halfWidth(shape, h), z: floor + h }));
}

/**
 * Lays a system out to scale.
 *
 * @param rows rows of alike beds that are drawn as their first
 */
export function sceneOf(whole: SystemDocument, rows: readonly Alike[] = []): Scene {
  const s = firstsOf(whole, rows);
  const placed = placeVessels(s);
  const drawn = routeLines(s, placed);
  // The path of the document itself, whatever of it is drawn.
  const lines =
    s === whole
      ? drawn
      : drawn.map((l) => ({
          ...l,
          path: pumpedLines(whole).find((p) => p.id === l.path.id) ?? l.path,
        }));
  const drains = routeDrains(s, placed);
  const outlets = routeOutlets(s, placed);
  const all = [...placed.values()];
  const points = [
    ...lines.flatMap((l) => [...l.points, ...l.branches.flatMap((b) => b.points)]),
    ...drains.flatMap((d) => d.points),
    ...outlets.flatMap((w) => w.points),
  ];
  return {
    rows,
    vessels: s.vessels.map((v) => placed.get(v.id)!),
    lines,
    drains,
    outlets,
    minX: Math.min(...all.map((p) => p.left), ...points.map((q) => q.x)),
    maxX: Math.max(...all.map((p) => p.end), ...points.map((q) => q.x)),
    minZ: Math.min(0, ...all.map((p) => p.vessel.floor), ...points.map((q) => q.z)),
    maxZ: Math.max(
      ...all.map((p) => p.vessel.floor + p.vessel.shape.height),
      ...points.map((q) => q.z),
      ...all.flatMap((p) => plantsFromSide(s, p, 0, 'all').map((q) => q.z + q.height)),
    ),
  };
}

const samePoints = (a: readonly DrawingPoint[], b: readonly DrawingPoint[]) =>
  a.length === b.length && a.every((p, i) => p.x === b[i]!.x && p.z === b[i]!.z);

/**
 * A scene in which every part that stands as it did before is the very object that it was, so that it
 * need not be drawn anew while something else is pulled.
 */
export function shared(before: Scene | null, now: Scene): Scene {
  if (!before) return now;
  return {
    ...now,
    vessels: now.vessels.map((p, i) => {
      const q = before.vessels[i];
      return q && q.vessel === p.vessel && q.left === p.left && q.right === p.right ? q : p;
    }),
    lines: now.lines.map((l, i) => {
      const q = before.lines[i];
      return q &&
        q.path === l.path &&
        samePoints(q.points, l.points) &&
        q.branches.every((b, k) => samePoints(b.points, l.branches[k]!.points))
        ? q
        : l;
    }),
    drains: now.drains.map((d, i) => {
      const q = before.drains[i];
      return q && q.path === d.path && q.floor === d.floor && samePoints(q.points, d.points)
        ? q
        : d;
    }),
    outlets: now.outlets.map((w, i) => {
      const q = before.outlets[i];
      return q && q.path === w.path && samePoints(q.points, w.points) ? q : w;
    }),
  };
}

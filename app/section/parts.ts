import { isDrain, pathAt, vesselAt } from '../../core/system';
import type { Box } from './frame';
import { halfWidthAt, legsOf, type Placed } from './place';
import type { DrawingPoint, Scene } from './scene';

/** The parts of a scene by their place in the document: where they can be pressed, what they cover. */

/** A part as it can be pressed: rectangles of vessels in metres (y1 the floor), or the course of a pipe. */
export interface PressPart {
  readonly at: string;
  readonly name: string;
  readonly cells: readonly Box[];
  readonly courses: readonly (readonly DrawingPoint[])[];
}

/** Each vessel's cells, x to the right and y up from the ground, m. */
const cellsOf = (p: Placed): Box[] =>
  p.cells.map((c) => ({
    x1: c - p.widest,
    x2: c + p.widest,
    y1: p.vessel.floor,
    y2: p.vessel.floor + p.vessel.shape.height,
  }));

/** Every path with the courses of its pipes and how wide it is drawn, m. */
function pipesOf(scene: Scene) {
  return [
    ...scene.lines.map((l) => ({
      path: l.path,
      courses: [l.points, ...l.branches.map((b) => b.points)],
      wide: l.path.bore,
    })),
    ...scene.outlets.map((w) => ({
      path: w.path,
      courses: [w.points],
      wide: 'bore' in w.path ? w.path.bore : 0.02,
    })),
    ...scene.drains.map((d) => ({
      path: d.path,
      courses: [d.points],
      wide: d.path.kind === 'bell-siphon' ? d.path.bellBore : d.path.bore,
    })),
  ];
}

/** The next of a list of places, or the one before; round from its end to its beginning. */
export function along(order: readonly string[], from: string, by: 1 | -1): string | undefined {
  const n = order.length;
  return n ? order[(Math.max(0, order.indexOf(from)) + by + n) % n] : undefined;
}

/** Everything that can be chosen: vessels first, so that the pipes in them lie over them. */
export function pressParts(scene: Scene): PressPart[] {
  return [
    ...scene.vessels.map((p) => ({
      at: vesselAt(p.vessel.id),
      name: p.vessel.name,
      cells: cellsOf(p),
      courses: [],
    })),
    ...pipesOf(scene).map(({ path, courses }) => ({
      at: pathAt(path.id),
      name: path.name,
      cells: [],
      courses,
    })),
  ];
}

/** Cells of a long row that are looked at closely together. */
const CLOSE_CELLS = 4;
/** What stands around a pipe belongs to it, m. */
const AROUND = 0.12;

/** What of the scene to look at closely for a part, m; nothing where there is no such part. */
export function extentOf(
  scene: Scene,
  at: string,
): Pick<Scene, 'minX' | 'maxX' | 'minZ' | 'maxZ'> | null {
  const p = scene.vessels.find((v) => vesselAt(v.vessel.id) === at);
  if (p) {
    const { floor, shape } = p.vessel;
    const last = p.cells[Math.min(CLOSE_CELLS, p.cells.length) - 1]! + p.widest;
    return { minX: p.left, maxX: last, minZ: floor, maxZ: floor + shape.height };
  }
  const pipe = pipesOf(scene).find((x) => pathAt(x.path.id) === at);
  if (!pipe) return null;
  const points = pipe.courses.flat();
  const xs = points.map((q) => q.x);
  const zs = points.map((q) => q.z);
  // A drain is looked at with the bed around it, up to its rim.
  const bed = isDrain(pipe.path) && scene.vessels.find((v) => v.vessel.id === pipe.path.from);
  const rim = bed ? bed.vessel.floor + bed.vessel.shape.height : -Infinity;
  return {
    minX: Math.min(...xs) - AROUND,
    maxX: Math.max(...xs) + AROUND,
    minZ: Math.min(...zs) - AROUND,
    maxZ: Math.max(rim, ...zs) + AROUND / 2,
  };
}

/** Thickness of walls, legs and of the air around a pipe, px. */
const WALL = 3;
const PIPE_AIR = 3;

/** What labels have to keep clear of, px: walls, legs and pipes. */
export function drawnBoxes(
  scene: Scene,
  scale: number,
  ground: number,
  X: (x: number) => number,
  Y: (z: number) => number,
): Box[] {
  const out: Box[] = [];
  for (const p of scene.vessels) {
    const { floor, shape } = p.vessel;
    const [top, bottom] = [Y(floor + shape.height), Y(floor)];
    for (const c of p.cells) {
      for (const side of [-1, 1]) {
        const [a, b] = [
          X(c + side * halfWidthAt(p, 0)),
          X(c + side * halfWidthAt(p, shape.height)),
        ];
        out.push({ x1: Math.min(a, b) - WALL, x2: Math.max(a, b) + WALL, y1: top, y2: bottom });
      }
      for (const leg of legsOf(p, c).map(X))
        out.push({ x1: leg - 4, x2: leg + 4, y1: bottom, y2: ground });
      out.push({ x1: X(c - p.widest), x2: X(c + p.widest), y1: bottom - WALL, y2: bottom + 6 });
    }
  }
  for (const { courses, wide } of pipesOf(scene)) {
    const half = Math.max(5, wide * scale) / 2 + PIPE_AIR;
    for (const course of courses)
      for (let i = 1; i < course.length; i++) {
        const [a, b] = [course[i - 1]!, course[i]!];
        out.push({
          x1: Math.min(X(a.x), X(b.x)) - half,
          x2: Math.max(X(a.x), X(b.x)) + half,
          y1: Math.min(Y(a.z), Y(b.z)) - half,
          y2: Math.max(Y(a.z), Y(b.z)) + half,
        });
      }
  }
  return out;
}

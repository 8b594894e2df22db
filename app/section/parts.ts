import { pathAt, vesselAt } from '../../core/system';
import type { Box } from './frame';
import { halfWidthAt, type Placed } from './place';
import type { Point, Scene } from './scene';

/** The parts of a scene by their place in the document: where they can be pressed, what they cover. */

/** A part as it can be pressed: rectangles of vessels in metres, or the course of a pipe. */
export interface PressPart {
  readonly at: string;
  readonly name: string;
  readonly cells: readonly Box[];
  readonly courses: readonly (readonly Point[])[];
}

/** Each vessel's cells, x to the right and z up from the ground, m: z1 is the floor. */
const cellsOf = (p: Placed): Box[] =>
  p.cells.map((c) => ({
    x1: c - p.widest,
    x2: c + p.widest,
    y1: p.vessel.floor,
    y2: p.vessel.floor + p.vessel.shape.height,
  }));

/** Everything that can be chosen: vessels first, so that the pipes in them lie over them. */
export function pressParts(scene: Scene): PressPart[] {
  return [
    ...scene.vessels.map((p) => ({
      at: vesselAt(p.vessel.id),
      name: p.vessel.name,
      cells: cellsOf(p),
      courses: [],
    })),
    ...[
      ...scene.lines.map((l) => ({
        path: l.path,
        courses: [l.points, ...l.branches.map((b) => b.points)],
      })),
      ...scene.ways.map((w) => ({ path: w.path, courses: [w.points] })),
      ...scene.drains.map((d) => ({ path: d.path, courses: [d.points] })),
    ].map(({ path, courses }) => ({ at: pathAt(path.id), name: path.name, cells: [], courses })),
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
  const drain = scene.drains.find((d) => pathAt(d.path.id) === at);
  const courses = pressParts(scene).find((x) => x.at === at)?.courses;
  if (!courses) return null;
  const points = courses.flat();
  const xs = points.map((q) => q.x);
  const zs = points.map((q) => q.z);
  const top = drain
    ? Math.max(drain.floor, ...scene.vessels.flatMap((v) => rimAround(v, drain.path.from)))
    : -Infinity;
  return {
    minX: Math.min(...xs) - AROUND,
    maxX: Math.max(...xs) + AROUND,
    minZ: Math.min(...zs) - AROUND,
    maxZ: Math.max(top, ...zs) + AROUND / 2,
  };
}
const rimAround = (p: Placed, id: string) =>
  p.vessel.id === id ? [p.vessel.floor + p.vessel.shape.height] : [];

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
        if (floor <= 0.03) continue;
        const leg = X(c + side * Math.max(p.bottom, 0.6 * p.widest) - side * 0.02);
        out.push({ x1: leg - 4, x2: leg + 4, y1: bottom, y2: ground });
      }
      out.push({ x1: X(c - p.widest), x2: X(c + p.widest), y1: bottom - WALL, y2: bottom + 6 });
    }
  }
  const pipes = [
    ...scene.lines.flatMap((l) =>
      [l.points, ...l.branches.map((b) => b.points)].map((course) => ({ course, d: l.path.bore })),
    ),
    ...scene.drains.map((d) => ({
      course: [{ x: d.x, z: d.floor + d.path.crest }, ...d.points],
      d: d.path.kind === 'bell-siphon' ? d.path.bellBore : d.path.bore,
    })),
    ...scene.ways.map((w) => ({ course: w.points, d: 'bore' in w.path ? w.path.bore : 0.02 })),
  ];
  for (const { course, d } of pipes) {
    const half = Math.max(5, d * scale) / 2 + PIPE_AIR;
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

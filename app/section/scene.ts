import {
  type BellSiphon,
  type PumpedLine,
  type Standpipe,
  type SystemDocument,
  type Vessel,
} from '../../core/system';
import { halfWidth, profileHeights, widest } from '../../core/water/shape';

/** Where the parts of a system stand in the drawing, metres; x to the right, z up from the ground. */

export interface Placed {
  vessel: Vessel;
  /** Left and right at the widest. */
  left: number;
  right: number;
  /** Half widths at floor and rim, and the widest. */
  bottom: number;
  top: number;
  widest: number;
  centre: number;
}

export interface Point {
  x: number;
  z: number;
}

export interface PlacedLine {
  path: PumpedLine;
  points: Point[];
  pump: Point;
  end: Point;
  /** The end stands in the vessel's floor and is not a free jet. */
  bottomFed: boolean;
}

export interface PlacedDrain {
  path: BellSiphon | Standpipe;
  x: number;
  floor: number;
  points: Point[];
  outlet: Point;
}

export interface Scene {
  vessels: Placed[];
  lines: PlacedLine[];
  drains: PlacedDrain[];
  minX: number;
  maxX: number;
  /** Below zero where something is dug in. */
  minZ: number;
  maxZ: number;
}

const GAP = 0.35;
/** Room to the left of a bed for the rising pipe. */
const RISER = 0.2;

/** Half width of the inside at a height above the floor. */
export const halfWidthAt = (p: Placed, h: number): number => halfWidth(p.vessel.shape, h);

/** Right-hand side of the inside between two heights above the floor, from the lower up. */
export function outline(p: Placed, from: number, to: number): Point[] {
  const { shape, floor } = p.vessel;
  const between = profileHeights(shape).filter((h) => h > from && h < to);
  return [from, ...between, to].map((h) => ({
    x: p.centre + halfWidth(shape, h),
    z: floor + h,
  }));
}

function place(vessel: Vessel, left: number): Placed {
  const half = widest(vessel.shape);
  return {
    vessel,
    left,
    right: left + 2 * half,
    bottom: halfWidth(vessel.shape, 0),
    top: halfWidth(vessel.shape, vessel.shape.height),
    widest: half,
    centre: left + half,
  };
}

/** Where the pipe of a pump rises in the vessel it stands in: near the wall, but over its floor. */
function riserOf(from: Placed, intake: number): number {
  const room = halfWidthAt(from, intake);
  return (
    from.centre - Math.max(0, Math.min(from.widest - Math.min(0.1, 0.4 * from.widest), room - 0.07))
  );
}

/** Lays a system out to scale: beds over the vessel they drain into where they stand above it, else beside. */
export function sceneOf(s: SystemDocument): Scene {
  const placed = new Map<string, Placed>();
  let x = 0;
  for (const v of s.vessels) {
    if (v.role === 'bed') continue;
    const p = place(v, x);
    placed.set(v.id, p);
    x = p.right + GAP;
  }
  const above = new Map<string, number>();
  for (const v of s.vessels) {
    if (v.role !== 'bed') continue;
    const drain = s.paths.find((p) => p.kind !== 'pumped-line' && p.from === v.id);
    const under = drain && placed.get(drain.to);
    if (under && v.floor > under.vessel.floor + 0.6 * under.vessel.shape.height) {
      const risers = s.paths.flatMap((p) =>
        p.kind === 'pumped-line' && p.from === under.vessel.id
          ? [riserOf(under, p.pump.intake) + 0.08]
          : [],
      );
      const left =
        above.get(under.vessel.id) ??
        Math.max(under.left + Math.min(RISER, 0.3 * (under.right - under.left)), ...risers);
      const p = place(v, left);
      placed.set(v.id, p);
      above.set(under.vessel.id, p.right + GAP);
      x = Math.max(x, p.right + GAP);
    } else {
      const p = place(v, x + RISER);
      placed.set(v.id, p);
      x = p.right + GAP;
    }
  }

  const lines = s.paths.flatMap((path): PlacedLine[] => {
    if (path.kind !== 'pumped-line') return [];
    const from = placed.get(path.from)!;
    const to = placed.get(path.to)!;
    const fz = from.vessel.floor;
    const tz = to.vessel.floor;
    const px = riserOf(from, path.pump.intake);
    const pump = { x: px, z: fz + path.pump.intake };
    // A line over a peak comes in from above, wherever it ends.
    const bottomFed = path.end < 0.02 && !path.peak;
    const side = Math.min(to.widest, halfWidthAt(to, path.end));
    const end = { x: to.centre - Math.max(0, side - (bottomFed ? 0.14 : 0.09)), z: tz + path.end };
    const turn = bottomFed
      ? tz - 0.07
      : Math.max(
          end.z + 0.04,
          tz + to.vessel.shape.height + 0.05,
          fz + from.vessel.shape.height + 0.05,
          path.peak ? tz + path.peak.height : -Infinity,
        );
    const points = [pump, { x: px, z: turn }, { x: end.x, z: turn }, end];
    return [{ path, points, pump, end, bottomFed }];
  });

  const used = new Map<string, number>();
  const drains = s.paths.flatMap((path): PlacedDrain[] => {
    if (path.kind === 'pumped-line') return [];
    const from = placed.get(path.from)!;
    const to = placed.get(path.to)!;
    const n = used.get(path.from) ?? 0;
    used.set(path.from, n + 1);
    const width = from.right - from.left;
    const wanted =
      from.left +
      width * (path.kind === 'bell-siphon' ? 0.66 : 0.72) -
      n * Math.min(0.22, 0.24 * width);
    const reach = Math.min(to.right - 0.1, from.right - 0.1);
    const over = reach > from.left + 0.15 ? Math.min(wanted, reach - n * 0.2) : wanted;
    // A pipe through a round or tapering floor stands where there is a floor.
    const half =
      0.8 *
      Math.min(
        halfWidthAt(from, Math.min(0.1, 0.3 * from.vessel.shape.height)),
        halfWidthAt(from, path.crest),
      );
    const dx = Math.min(from.centre + half, Math.max(from.centre - half, over));
    const floor = from.vessel.floor;
    const outlet = { x: dx, z: floor - path.drop };
    const points = [
      { x: dx, z: floor + path.crest },
      { x: dx, z: outlet.z },
    ];
    const inside = dx > to.left + 0.04 && dx < to.right - 0.04;
    if (!inside) {
      outlet.x = Math.min(to.right - 0.12, Math.max(to.left + 0.12, dx));
      points[1] = { x: dx, z: outlet.z + 0.03 };
      points.push({ x: outlet.x, z: outlet.z + 0.03 }, { x: outlet.x, z: outlet.z });
    }
    return [{ path, x: dx, floor, points, outlet }];
  });

  const all = [...placed.values()];
  return {
    vessels: s.vessels.map((v) => placed.get(v.id)!),
    lines,
    drains,
    minX: Math.min(...all.map((p) => p.left)),
    maxX: Math.max(...all.map((p) => p.right)),
    minZ: Math.min(0, ...all.map((p) => p.vessel.floor)),
    maxZ: Math.max(
      ...all.map((p) => p.vessel.floor + p.vessel.shape.height),
      ...lines.flatMap((l) => l.points.map((q) => q.z)),
    ),
  };
}

const samePoints = (a: readonly Point[], b: readonly Point[]) =>
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
      return q && q.path === l.path && samePoints(q.points, l.points) ? q : l;
    }),
    drains: now.drains.map((d, i) => {
      const q = before.drains[i];
      return q && q.path === d.path && q.floor === d.floor && samePoints(q.points, d.points)
        ? q
        : d;
    }),
  };
}

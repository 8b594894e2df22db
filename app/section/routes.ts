import {
  isDrain,
  type Drain,
  type FloatValve,
  type Link,
  type OpenEnd,
  type OpenHole,
  type PumpedLine,
  type Seep,
  type SystemDocument,
} from '../../core/system';
import { halfWidthAt, riserOf, type Placed } from './place';

/** Where the pipes run in the drawing: upright and level, around what they do not belong to. */

export interface DrawingPoint {
  x: number;
  z: number;
}

export interface PlacedBranch {
  id: string;
  points: DrawingPoint[];
  end: DrawingPoint;
  bottomFed: boolean;
  to: string;
}

export interface PlacedLine {
  path: PumpedLine;
  points: DrawingPoint[];
  pump: DrawingPoint;
  end: DrawingPoint;
  /** The end stands in the vessel's floor and is not a free jet. */
  bottomFed: boolean;
  /** Further deliveries, each from its tee. */
  branches: PlacedBranch[];
}

export interface PlacedDrain {
  path: Drain;
  x: number;
  floor: number;
  points: DrawingPoint[];
  outlet: DrawingPoint;
}

/** A path without pump or crest. */
export interface PlacedOutlet {
  path: Link | FloatValve | OpenHole | OpenEnd | Seep;
  points: DrawingPoint[];
  /** Where its water falls free; nothing where it runs into water or a wall. */
  outlet: DrawingPoint | null;
}

type Placing = ReadonlyMap<string, Placed>;

/** Highest rim of all vessels that a level pipe between two places passes over. */
function rimsBetween(placed: Placing, x1: number, x2: number): number {
  let z = -Infinity;
  for (const p of placed.values()) {
    if (p.end > Math.min(x1, x2) && p.left < Math.max(x1, x2))
      z = Math.max(z, p.vessel.floor + p.vessel.shape.height);
  }
  return z;
}

/** Where a delivery comes down into a vessel: at the side that it comes from. */
function endIn(to: Placed, height: number, fromLeft: boolean, bottomFed: boolean): DrawingPoint {
  const side = Math.min(to.widest, halfWidthAt(to, height));
  const inset = Math.max(0, side - (bottomFed ? 0.14 : 0.09));
  return { x: to.centre + (fromLeft ? -inset : inset), z: to.vessel.floor + height };
}

export function routeLines(s: SystemDocument, placed: Placing): PlacedLine[] {
  const used = new Map<string, number>();
  let lane = 0;
  return s.paths.flatMap((path): PlacedLine[] => {
    if (path.kind !== 'pumped-line') return [];
    const from = placed.get(path.from)!;
    const to = placed.get(path.to)!;
    const nth = used.get(path.from) ?? 0;
    used.set(path.from, nth + 1);
    const fz = from.vessel.floor;
    const tz = to.vessel.floor;
    const px = riserOf(from, path.pump.intake, nth);
    const pump = { x: px, z: fz + path.pump.intake };
    // A line over a peak comes in from above, wherever it ends.
    const bottomFed = path.end < 0.02 && !path.peak;
    const fromLeft = px <= to.centre + to.widest;
    const end = endIn(to, path.end, fromLeft, bottomFed);
    const ends = path.branches.map((b) => {
      const under = b.end < 0.02 && !path.peak;
      const vessel = placed.get(b.to)!;
      return { b, under, end: endIn(vessel, b.end, px <= vessel.centre + vessel.widest, under) };
    });
    const xs = [end.x, ...ends.map((e) => e.end.x)];
    const over = Math.max(
      end.z + 0.04,
      ...ends.map((e) => e.end.z + 0.04),
      rimsBetween(placed, Math.min(px, ...xs), Math.max(px, ...xs)) + 0.05,
      path.peak ? tz + path.peak.height : -Infinity,
    );
    const turn = bottomFed ? tz - 0.07 - 0.03 * nth : over + 0.045 * lane++;
    const points = [pump, { x: px, z: turn }, { x: end.x, z: turn }, end];
    const branches = ends.map((e): PlacedBranch => ({
      id: e.b.id,
      to: e.b.to,
      end: e.end,
      bottomFed: e.under,
      // From where the line turns down, along the header to where it comes down itself.
      points: [{ x: end.x, z: turn }, { x: e.end.x, z: turn }, e.end],
    }));
    return [{ path, points, pump, end, bottomFed, branches }];
  });
}

/** Where a drain stands: spread over the floor, clear of the walls. */
function drainX(path: Drain, from: Placed, to: Placed, nth: number): number {
  const width = from.right - from.left;
  const wanted =
    from.left +
    width * (path.kind === 'standpipe' ? 0.72 : 0.66) -
    nth * Math.min(0.22, 0.24 * width);
  const reach = Math.min(to.right - 0.1, from.right - 0.1);
  const over = reach > from.left + 0.15 ? Math.min(wanted, reach - nth * 0.2) : wanted;
  // A pipe through a round or tapering floor stands where there is a floor.
  const half =
    0.8 *
    Math.min(
      halfWidthAt(from, Math.min(0.1, 0.3 * from.vessel.shape.height)),
      halfWidthAt(from, path.crest),
    );
  return Math.min(from.centre + half, Math.max(from.centre - half, over));
}

export function routeDrains(s: SystemDocument, placed: Placing): PlacedDrain[] {
  const used = new Map<string, number>();
  const level = new Map<string, number>();
  return s.paths.flatMap((path): PlacedDrain[] => {
    if (!isDrain(path)) return [];
    const from = placed.get(path.from)!;
    const to = placed.get(path.to)!;
    const nth = used.get(path.from) ?? 0;
    used.set(path.from, nth + 1);
    const dx = drainX(path, from, to, nth);
    const floor = from.vessel.floor;
    const outlet = { x: dx, z: floor - path.drop };
    const points = [
      { x: dx, z: floor + path.crest },
      { x: dx, z: outlet.z },
    ];
    const inside = dx > to.left + 0.04 && dx < to.right - 0.04;
    if (!inside) {
      // Pipes that run level beside each other are drawn one above the other.
      const key = `${path.to}`;
      const row = level.get(key) ?? 0;
      level.set(key, row + 1);
      const near = Math.min(0.12, 0.3 * to.widest);
      const inset = near + Math.min(row * 0.09, Math.max(0, to.widest - near - 0.05));
      outlet.x = Math.min(to.right - inset, Math.max(to.left + inset, dx));
      const run = outlet.z + 0.03 + 0.03 * row;
      points[1] = { x: dx, z: run };
      points.push({ x: outlet.x, z: run }, { x: outlet.x, z: outlet.z });
    }
    return [{ path, x: dx, floor, points, outlet }];
  });
}

export function routeOutlets(s: SystemDocument, placed: Placing): PlacedOutlet[] {
  return s.paths.flatMap((path): PlacedOutlet[] => {
    const from = placed.get(path.from)!;
    const to = placed.get(path.to)!;
    switch (path.kind) {
      case 'link':
        return [linkRoute(path, from, to)];
      case 'float-valve':
        return [floatRoute(path, from, to)];
      case 'hole':
      case 'open-end':
      case 'seep':
        return [dropRoute(path, from, to)];
      default:
        return [];
    }
  });
}

/** A joining pipe: through the walls that face each other, or under both floors. */
function linkRoute(path: Link, from: Placed, to: Placed): PlacedOutlet {
  const z = from.vessel.floor + path.height;
  if (path.height < 0) {
    const side = from.centre < to.centre ? 1 : -1;
    const a = from.centre + side * 0.5 * from.bottom;
    const b = to.centre - side * 0.5 * to.bottom;
    const low = Math.min(z, to.vessel.floor - 0.02);
    return {
      path,
      points: [
        { x: a, z: from.vessel.floor },
        { x: a, z: low },
        { x: b, z: low },
        { x: b, z: to.vessel.floor },
      ],
      outlet: null,
    };
  }
  const right = from.centre <= to.centre;
  const reach = Math.max(path.height, 0.01);
  const x1 = right
    ? from.cells[from.cells.length - 1]! + halfWidthAt(from, reach)
    : from.centre - halfWidthAt(from, reach);
  const z2 = Math.min(
    to.vessel.floor + to.vessel.shape.height - 0.02,
    Math.max(z, to.vessel.floor + 0.01),
  );
  const x2 = right
    ? to.centre - halfWidthAt(to, z2 - to.vessel.floor)
    : to.cells[to.cells.length - 1]! + halfWidthAt(to, z2 - to.vessel.floor);
  const half = path.bore / 2;
  const mid = (x1 + x2) / 2;
  const over = z2 < z - 0.005;
  return {
    path,
    points:
      Math.abs(z2 - z) < 0.005
        ? [
            { x: x1, z: z + half },
            { x: x2, z: z2 + half },
          ]
        : [
            { x: x1, z: z + half },
            { x: mid, z: z + half },
            { x: mid, z: z2 + half },
            { x: x2, z: z2 + half },
          ],
    outlet: over ? { x: x2 + (right ? 0.02 : -0.02), z: z2 + half } : null,
  };
}

/** A tube from the foot of the supply to where its float hangs. */
function floatRoute(path: FloatValve, from: Placed, to: Placed): PlacedOutlet {
  const right = from.centre <= to.centre;
  const x1 = from.centre + (right ? 1 : -1) * halfWidthAt(from, 0.02);
  const side = halfWidthAt(to, path.level) - 0.08;
  const x2 = to.centre + (right ? -1 : 1) * Math.max(0, side);
  const z1 = from.vessel.floor + 0.02;
  const z2 = to.vessel.floor + path.level;
  return {
    path,
    points: [
      { x: x1, z: z1 },
      { x: x2, z: z1 },
      { x: x2, z: z2 },
    ],
    outlet: { x: x2, z: z2 },
  };
}

/** What leaves at the foot: a hole, a channel's end, the drip edge of felt. */
function dropRoute(path: OpenHole | OpenEnd | Seep, from: Placed, to: Placed): PlacedOutlet {
  const { floor } = from.vessel;
  const z = floor + (path.kind === 'hole' ? path.height : 0);
  const right = from.centre <= to.centre;
  const wall = halfWidthAt(from, path.kind === 'hole' ? path.height : 0);
  const inSide = path.kind === 'open-end' || (path.kind === 'hole' && path.height > 0);
  const x =
    from.centre +
    (inSide ? (right ? wall : -wall) : path.kind === 'seep' ? 0 : (right ? 0.7 : -0.7) * wall);
  const below = to.left + 0.03 < x && x < to.end - 0.03;
  if (below && !inSide)
    return {
      path,
      points: [
        { x, z: floor },
        { x, z: floor - 0.04 },
      ],
      outlet: { x, z: floor - 0.04 },
    };
  const inset = Math.min(0.08, 0.4 * to.widest);
  const ox = Math.min(to.end - inset, Math.max(to.left + inset, x + (right ? 0.05 : -0.05)));
  const rim = to.vessel.floor + to.vessel.shape.height;
  const run = Math.min(z, Math.max(floor - 0.05, Math.min(z, rim + 0.02)));
  const step = x + (right ? 0.03 : -0.03);
  return {
    path,
    points: inSide
      ? [
          { x, z },
          { x: step, z },
          { x: step, z: run },
          { x: ox, z: run },
        ]
      : [
          { x, z: floor },
          { x, z: floor - 0.05 },
          { x: ox, z: floor - 0.05 },
        ],
    outlet: { x: ox, z: inSide ? run : floor - 0.05 },
  };
}

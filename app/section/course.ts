import { isTimber, type Piece, type BuiltPipe, type Span } from '../../core/construction';
import type { DrawingPoint, Scene } from './scene';

/** Where the legs of a run lie in the drawing: pieces and fittings are drawn along them. */

type Leg = readonly [DrawingPoint, DrawingPoint];

const still = (p: DrawingPoint): Leg => [p, p];
/** Consecutive points as legs; one beyond the last stays at its end. */
function legsOf(points: readonly DrawingPoint[], count: number): Leg[] {
  const last = points[points.length - 1]!;
  return Array.from({ length: count }, (_, i): Leg =>
    i + 1 < points.length ? [points[i]!, points[i + 1]!] : still(last),
  );
}

/** A loop’s rising leg is drawn so far beside its falling one, m. */
const BESIDE = 0.06;
/** A stub into a vessel of a row is drawn so long, m. */
const STUB = 0.05;

/** Drawn course of every leg of a run; nothing where the path is not drawn as one. */
export function drawnCourse(run: BuiltPipe, scene: Scene): readonly Leg[] | null {
  const n = run.legs.length;
  if (!n) return null;
  const line = scene.lines.find((l) => l.path.id === run.path);
  if (line) {
    const legs: Leg[] = legsOf(line.points, 3);
    let from = line.end.x;
    for (const b of line.branches) {
      const [turn, over, end] = [b.points[0]!, b.points[1]!, b.points[2]!];
      // Along the header to its tee, then its own way down.
      legs.push([{ x: from, z: turn.z }, over], still(over), [over, end]);
      from = over.x;
    }
    return legs;
  }
  const drain = scene.drains.find((d) => d.path.id === run.path);
  if (drain) {
    if (drain.path.kind === 'loop-siphon') {
      const { crest, breakHeight } = drain.path;
      const x = drain.x - BESIDE;
      const top = drain.floor + crest;
      const [, ...rest] = drain.points;
      return legsOf(
        [{ x, z: drain.floor + breakHeight }, { x, z: top }, { x: drain.x, z: top }, ...rest],
        n,
      );
    }
    return legsOf(drain.points, n);
  }
  const outlet = scene.outlets.find((o) => o.path.id === run.path);
  if (!outlet) return null;
  const { points, path } = outlet;
  if (path.kind === 'link' && path.height >= 0) {
    const first = points[0]!;
    const row = scene.vessels.find((p) => p.vessel.id === path.to);
    // A manifold runs along its row, a stub at each vessel.
    const end =
      row && n > 1
        ? { x: row.cells[row.cells.length - 1]!, z: first.z }
        : points[points.length - 1]!;
    const stubs: Leg[] =
      row && n > 1
        ? row.cells.map((x) => [
            { x, z: first.z },
            { x, z: first.z + STUB },
          ])
        : [];
    const main: Leg = [first, end];
    return [main, ...stubs].slice(0, n);
  }
  return legsOf(points, n);
}

const between = ([a, b]: Leg, share: number): DrawingPoint => ({
  x: a.x + (b.x - a.x) * share,
  z: a.z + (b.z - a.z) * share,
});

/** Course of a piece: the parts of its legs, joined. */
export const coursesOf = (piece: Piece, legs: readonly Leg[]): DrawingPoint[][] =>
  piece.spans.flatMap((s) => {
    const leg = legs[s.leg];
    return leg ? [[between(leg, s.a), between(leg, s.b)]] : [];
  });

/** Where a fitting sits. */
export const pointOf = (at: Span, legs: readonly Leg[]): DrawingPoint | null => {
  const leg = legs[at.leg];
  return leg ? between(leg, at.a) : null;
};

/** A piece that stands around a drain, as a rectangle from its foot up. */
export function standsAt(
  piece: Piece,
  scene: Scene,
): { x: number; z: number; width: number; height: number } | null {
  const drain = scene.drains.find((d) => d.path.id === piece.about);
  if (!drain || !piece.around) return null;
  const { from, to, wide } = piece.around;
  return { x: drain.x - wide / 2, z: drain.floor + from, width: wide, height: to - from };
}

/** Where a board of a stand or frame belongs: under its vessel, or around it. */
export function supportedVessel(
  piece: Piece,
  scene: Scene,
): { x: number; z: number; width: number; height: number } | null {
  const p = scene.vessels.find((v) => v.vessel.id === piece.about);
  if (!p || !isTimber(piece)) return null;
  const walls = piece.role === 'wall';
  const z = walls ? p.vessel.floor : 0;
  const height = walls ? p.vessel.shape.height : p.vessel.floor;
  return { x: p.left, z, width: p.end - p.left, height };
}

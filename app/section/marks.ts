import type { Finding, Level } from '../../core/findings';
import { standIns } from './alike';
import type { Scene } from './scene';

/** A finding's mark on the thing it is about. */
export interface FindingMark {
  readonly id: string;
  readonly level: Level;
  /** Findings at watch or stop about that thing, the gravest first. */
  readonly findings: readonly Finding[];
  readonly x: number;
  readonly y: number;
}

/** Radius of a mark and how far one that would cover another is moved, px. */
export const MARK = 9;
const ASIDE = 22;

/**
 * One mark for each thing that open findings are about: of a vessel at its rim, of a drain over the rim above it, of
 * a line beside its pump.
 */
export function findingMarks(
  findings: readonly Finding[],
  scene: Scene,
  X: (x: number) => number,
  Y: (z: number) => number,
): FindingMark[] {
  const out: FindingMark[] = [];
  const about = new Map<string, Finding[]>();
  const by = standIns(scene.rows);
  for (const f of findings) {
    if (f.level === 'fine') continue;
    const at = by.get(f.about) ?? f.about;
    const list = about.get(at);
    if (list) list.push(f);
    else about.set(at, [f]);
  }
  for (const [id, list] of about) {
    const place = placeOf(id, scene, X, Y);
    if (!place) continue;
    let { x } = place;
    while (out.some((m) => Math.abs(m.x - x) < ASIDE && Math.abs(m.y - place.y) < ASIDE))
      x -= ASIDE;
    out.push({ id, level: list[0]!.level, findings: list, x, y: place.y });
  }
  return out;
}

function placeOf(id: string, scene: Scene, X: (x: number) => number, Y: (z: number) => number) {
  const p = scene.vessels.find((v) => v.vessel.id === id);
  if (p) return { x: X(p.left) - 2, y: Y(p.vessel.floor + p.vessel.shape.height) - 16 };
  const d = scene.drains.find((x) => x.path.id === id);
  const bed = scene.vessels.find((v) => v.vessel.id === d?.path.from);
  if (d && bed) return { x: X(d.x), y: Y(d.floor + bed.vessel.shape.height) - 14 };
  const l = scene.lines.find((x) => x.path.id === id);
  if (l) return { x: X(l.pump.x) - 26, y: Y(l.pump.z) - 12 };
  const w = scene.outlets.find((x) => x.path.id === id);
  const at = w?.points[0];
  return at ? { x: X(at.x), y: Y(at.z) - 18 } : null;
}

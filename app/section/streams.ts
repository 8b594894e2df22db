import type { Placed, Scene } from './scene';

/** A jet of falling water, in pixels. */
export interface Stream {
  readonly key: string;
  readonly x: number;
  readonly y1: number;
  readonly y2: number;
  readonly w: number;
}

/** Less than this is nothing to be seen, m³/s. */
const DRY = 1e-7;
const wide = (q: number) => Math.min(9, 1.5 + 220 * Math.sqrt(Math.max(0, q)));

/** Water that falls at this moment: from the ends of lines and from the outlets of drains. */
export function streamsOf(
  scene: Scene,
  flows: Readonly<Record<string, number>>,
  levelOf: (p: Placed) => number,
  X: (x: number) => number,
  Y: (z: number) => number,
): Stream[] {
  const out: Stream[] = [];
  const placed = (id: string) => scene.vessels.find((v) => v.vessel.id === id)!;
  const surface = (id: string) => placed(id).vessel.floor + levelOf(placed(id));
  for (const l of scene.lines) {
    const q = flows[l.path.id] ?? 0;
    if (q <= DRY || l.bottomFed || placed(l.path.to).vessel.role === 'felt') continue;
    // Over dry stones the jet ends on them; below it trickles unseen.
    const bed = placed(l.path.to).vessel;
    const to = Math.max(surface(l.path.to), bed.media ? bed.floor + bed.media.top : 0);
    if (to < l.end.z)
      out.push({ key: l.path.id, x: X(l.end.x), y1: Y(l.end.z), y2: Y(to), w: wide(q) });
  }
  for (const l of scene.lines) {
    for (const b of l.branches) {
      const q = flows[b.id] ?? 0;
      if (q <= DRY || b.bottomFed) continue;
      const bed = placed(b.to).vessel;
      const to = Math.max(surface(b.to), bed.media ? bed.floor + bed.media.top : 0);
      if (to < b.end.z)
        out.push({ key: b.id, x: X(b.end.x), y1: Y(b.end.z), y2: Y(to), w: wide(q) });
    }
  }
  for (const w of scene.outlets) {
    const q = flows[w.path.id] ?? 0;
    if (q <= DRY || !w.outlet) continue;
    const to = surface(w.path.to);
    if (to < w.outlet.z) {
      out.push({ key: w.path.id, x: X(w.outlet.x), y1: Y(w.outlet.z), y2: Y(to), w: wide(q) });
    }
  }
  for (const d of scene.drains) {
    const q = flows[d.path.id] ?? 0;
    const to = surface(d.path.to);
    if (q > DRY && to < d.outlet.z) {
      out.push({ key: d.path.id, x: X(d.outlet.x), y1: Y(d.outlet.z), y2: Y(to), w: wide(q) });
    }
  }
  return out;
}

import { isStore, type SystemDocument, type Vessel } from '../../core/system';
import { halfWidth, widest } from '../../core/water/shape';

/** Where the vessels of a system stand in the drawing, metres; x to the right, z up from the ground. */

export interface Placed {
  vessel: Vessel;
  /** Left and right of the first of them at the widest. */
  left: number;
  right: number;
  /** Right of the last of those that stand side by side. */
  end: number;
  /** Half widths at floor and rim, and the widest. */
  bottom: number;
  top: number;
  widest: number;
  centre: number;
  /** Centres of all that stand side by side, the first at `centre`. */
  cells: readonly number[];
}

const GAP = 0.35;
/** Between buckets of a row. */
const CELL_GAP = 0.06;
/** Room to the left of a bed for the rising pipe. */
const RISER = 0.2;
/** What stands closer than this in height needs room between it, m. */
const CLEAR = 0.03;

/** Half width of the inside at a height above the floor. */
export const halfWidthAt = (p: Placed, h: number): number => halfWidth(p.vessel.shape, h);

/** Where the legs of one vessel stand, m; none under what stands on the ground. Two are drawn of however many. */
export function legsOf(p: Placed, centre: number): number[] {
  if (p.vessel.floor <= 0.03) return [];
  // A round bottom lies in a cradle that is narrower than it.
  const half = Math.max(p.bottom, 0.6 * p.widest) - 0.02;
  return [centre - half, centre + half];
}

function placeAt(vessel: Vessel, left: number): Placed {
  const half = widest(vessel.shape);
  const pitch = 2 * half + CELL_GAP;
  const cells = Array.from({ length: vessel.count }, (_, i) => left + half + i * pitch);
  return {
    vessel,
    left,
    right: left + 2 * half,
    end: cells[cells.length - 1]! + half,
    bottom: halfWidth(vessel.shape, 0),
    top: halfWidth(vessel.shape, vessel.shape.height),
    widest: half,
    centre: left + half,
    cells,
  };
}

const widthOf = (v: Vessel): number => v.count * 2 * widest(v.shape) + (v.count - 1) * CELL_GAP;

/** Whether two vessels stand at heights at which they would cover each other. */
const atOneHeight = (a: Vessel, b: Vessel): boolean =>
  a.floor < b.floor + b.shape.height + CLEAR && b.floor < a.floor + a.shape.height + CLEAR;

/** Left of a vessel moved right until it covers nothing that is placed already. */
function clearOf(v: Vessel, wanted: number, placed: readonly Placed[]): number {
  const wide = widthOf(v);
  let left = wanted;
  for (let turn = 0; turn <= placed.length; turn++) {
    const hit = placed.find(
      (p) =>
        atOneHeight(v, p.vessel) && left < p.end + GAP - 1e-9 && left + wide > p.left - GAP + 1e-9,
    );
    if (!hit) break;
    left = hit.end + GAP;
  }
  return left;
}

/** Where the pipe of a pump rises in the vessel it stands in: near the wall, but over its floor. */
export function riserOf(from: Placed, intake: number, nth: number): number {
  const room = halfWidthAt(from, intake);
  const inset = Math.max(0, Math.min(from.widest - Math.min(0.1, 0.4 * from.widest), room - 0.07));
  return from.centre - inset + Math.min(nth * 0.16, Math.max(0, inset));
}

/** Vessels that something runs to by gravity from a plant site or a box: the others stand over or beside them. */
function receivers(s: SystemDocument): Set<string> {
  const site = new Set(s.vessels.filter((v) => !isStore(v)).map((v) => v.id));
  return new Set(
    s.paths.flatMap((p) => (p.kind !== 'pumped-line' && site.has(p.from) ? [p.to] : [])),
  );
}

/**
 * Lays the vessels out: first the stores that everything runs back to, then the plant sites over them
 * where they stand higher, else beside them, then what only gives, to the left.
 */
export function placeVessels(s: SystemDocument): Map<string, Placed> {
  const placed = new Map<string, Placed>();
  const all = () => [...placed.values()];
  const put = (v: Vessel, left: number) => placed.set(v.id, placeAt(v, left));
  const catches = receivers(s);
  const stores = s.vessels.filter((v) => isStore(v));
  let x = 0;
  for (const v of stores) {
    if (!catches.has(v.id)) continue;
    put(v, clearOf(v, x, all()));
    x = placed.get(v.id)!.end + GAP;
  }
  const next = new Map<string, number>();
  for (const v of s.vessels) {
    if (isStore(v)) continue;
    const under = storeUnder(s, v.id, placed);
    const over = under && v.floor > under.vessel.floor + 0.6 * under.vessel.shape.height;
    if (!over) {
      const last = lastBefore(s, v, placed);
      put(v, clearOf(v, last ? last.end + GAP : x + RISER, all()));
    } else {
      const risers = s.paths
        .filter((p) => p.kind === 'pumped-line' && p.from === under.vessel.id)
        .map((p, i) => (p.kind === 'pumped-line' ? riserOf(under, p.pump.intake, i) + 0.08 : 0));
      const from =
        next.get(under.vessel.id) ??
        Math.max(under.left + Math.min(RISER, 0.3 * (under.right - under.left)), ...risers);
      put(v, clearOf(v, from, all()));
      next.set(under.vessel.id, placed.get(v.id)!.end + GAP);
    }
    x = Math.max(x, placed.get(v.id)!.end + GAP);
  }
  // What only gives stands to the left, so that the water reads from left to right.
  for (const v of [...stores].reverse()) {
    if (placed.has(v.id)) continue;
    const wide = widthOf(v);
    const right = Math.min(0, ...all().map((p) => p.left)) - GAP;
    put(v, placed.size ? right - wide : 0);
  }
  return placed;
}

/** The store that a vessel drains to, straight or through those it passes its water to. */
function storeUnder(
  s: SystemDocument,
  id: string,
  placed: ReadonlyMap<string, Placed>,
): Placed | undefined {
  const seen = new Set<string>();
  let at: string | undefined = id;
  while (at !== undefined && !seen.has(at)) {
    seen.add(at);
    const outs = s.paths.filter((p) => p.kind !== 'pumped-line' && p.from === at);
    const store = outs.find((p) => isStore(s.vessels.find((v) => v.id === p.to)!));
    if (store) return placed.get(store.to);
    at = outs[0]?.to;
  }
  return undefined;
}

/** The vessel beside which one is drawn: what passes water to it, or it is joined with. */
function lastBefore(
  s: SystemDocument,
  v: Vessel,
  placed: ReadonlyMap<string, Placed>,
): Placed | undefined {
  for (const p of s.paths) {
    if (p.kind === 'pumped-line') continue;
    if (p.to === v.id && placed.has(p.from)) return placed.get(p.from);
    if (p.kind === 'link' && p.from === v.id && placed.has(p.to)) return placed.get(p.to);
  }
  return undefined;
}

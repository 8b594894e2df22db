import { dayAfter } from '../calendar/dayOfYear.ts';
import type { CropKind } from '../catalogue/index.ts';
import { isRootless, oversize, rootZone, rootsFit } from '../life/index.ts';
import type { Figures } from '../assess/figures.ts';
import type { Metres } from '../quantity/si.ts';
import {
  isPlantSite,
  planDimensions,
  isPlanted,
  type CropPlanting,
  type Vessel,
} from '../system/index.ts';

/** The ground of the beds over the days of a season, and what is planted on it. */

/** Plants of one crop on a rectangle of a bed, from one day of the season to another. */
export interface Plot {
  readonly vessel: string;
  readonly kind: CropKind;
  readonly x: Metres;
  readonly y: Metres;
  readonly columns: number;
  readonly rows: number;
  readonly first: number;
  readonly last: number;
}

/** Growing area that is taken on some days. */
interface Taken {
  readonly x: Metres;
  readonly y: Metres;
  readonly length: Metres;
  readonly width: Metres;
  readonly first: number;
  readonly last: number;
}

const TOUCH: Metres = 1e-6;

/** Rectangles of plants that hold a number of them: with the fewest to spare first, and of these the deepest. */
export function rectangles(count: number, most: { columns: number; rows: number }) {
  const out: { columns: number; rows: number; spare: number }[] = [];
  for (let rows = Math.min(count, most.rows); rows >= 1; rows--) {
    const columns = Math.ceil(count / rows);
    if (columns <= most.columns) out.push({ columns, rows, spare: columns * rows - count });
  }
  const least = Math.min(...out.map((x) => x.spare));
  return out.filter((x) => x.spare === least);
}

/** Days of the season on which a planting that is there already is in the ground, span by span. */
function spansOf(x: CropPlanting, begins: number, days: number): [number, number][] {
  const out: [number, number][] = [];
  let first: number | null = null;
  for (let d = 0; d <= days; d++) {
    const there = d < days && isPlanted(x.planting, dayAfter(begins, d));
    if (there && first === null) first = d;
    if (!there && first !== null) {
      out.push([first, d - 1]);
      first = null;
    }
  }
  return out;
}

export class GrowingArea {
  private readonly taken = new Map<string, Taken[]>();
  private readonly plans = new Map<string, { length: Metres; width: Metres }>();

  /** @param vessels the beds @param there plantings that keep their ground @param begins day of the year @param days of the season */
  constructor(
    vessels: readonly Vessel[],
    there: readonly CropPlanting[],
    begins: number,
    days: number,
  ) {
    for (const v of vessels) {
      this.plans.set(v.id, planDimensions(v));
      this.taken.set(
        v.id,
        there
          .filter((x) => x.planting.vessel === v.id)
          .flatMap((x) =>
            spansOf(x, begins, days).map(([first, last]) => ({
              x: x.planting.x,
              y: x.planting.y,
              length: x.length,
              width: x.width,
              first,
              last,
            })),
          ),
      );
    }
  }

  /** A copy that goes its own way. */
  copy(): GrowingArea {
    const g = new GrowingArea([], [], 1, 0);
    for (const [id, plan] of this.plans) g.plans.set(id, plan);
    for (const [id, taken] of this.taken) g.taken.set(id, [...taken]);
    return g;
  }

  /** Plants of a kind that an empty bed holds, along and across. */
  most(vessel: string, kind: CropKind): { columns: number; rows: number } {
    const plan = this.plans.get(vessel)!;
    const fit = (room: Metres) => Math.floor(room / kind.spacing + TOUCH);
    return { columns: fit(plan.length), rows: fit(plan.width) };
  }

  /**
   * Plants something where there is room from the left end and the front on all days of a span.
   *
   * @returns null where there is none
   */
  plant(vessel: string, kind: CropKind, count: number, first: number, last: number): Plot | null {
    const plan = this.plans.get(vessel)!;
    const all = this.taken.get(vessel)!;
    const now = all.filter((t) => t.first <= last && t.last >= first);
    const xs = [...new Set([0, ...now.map((t) => t.x + t.length)])].sort((a, b) => a - b);
    const ys = [...new Set([0, ...now.map((t) => t.y + t.width)])].sort((a, b) => a - b);
    for (const { columns, rows } of rectangles(count, this.most(vessel, kind))) {
      const length = columns * kind.spacing;
      const width = rows * kind.spacing;
      for (const x of xs) {
        if (x + length > plan.length + TOUCH) break;
        for (const y of ys) {
          if (y + width > plan.width + TOUCH) break;
          const free = now.every(
            (t) =>
              x + length <= t.x + TOUCH ||
              t.x + t.length <= x + TOUCH ||
              y + width <= t.y + TOUCH ||
              t.y + t.width <= y + TOUCH,
          );
          if (!free) continue;
          all.push({ x, y, length, width, first, last });
          return { vessel, kind, x, y, columns, rows, first, last };
        }
      }
    }
    return null;
  }
}

/** Beds in which a crop finds room, depth and water for its roots. */
export const bedsFor = (c: Figures, kind: CropKind): Vessel[] =>
  c.system.vessels.filter((v) => {
    if (!isPlantSite(v)) return false;
    if (v.role === 'felt') return true;
    const zone = rootZone(c, v);
    if (oversize(zone, v, kind) !== null) return false;
    return isRootless(v) || rootsFit(zone, kind) === 'fits';
  });

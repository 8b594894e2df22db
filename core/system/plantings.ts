import { DAYS_OF_YEAR, daysAcross } from '../calendar/dayOfYear.ts';
import type { CropKind } from '../catalogue/index.ts';
import type { Metres, SquareMetres } from '../quantity/si.ts';
import { shapeArea, widest } from '../water/shape.ts';
import { cropKindOf } from './kinds.ts';
import { PLANT_ROLES } from './find.ts';
import type { CropStand, SystemDocument, Vessel } from './types.ts';

/** The crops of a document with their kinds, and the ground that they stand on. */

/** A stand with its kind and what follows from it. */
export interface CropPlanting {
  readonly planting: CropStand;
  readonly kind: CropKind;
  readonly plants: number;
  readonly area: SquareMetres;
  /** Its rectangle in the plan. */
  readonly length: Metres;
  readonly width: Metres;
}

/** Stands of a system whose crop is known. */
export const standsOf = (s: Pick<SystemDocument, 'crops' | 'own'>): CropPlanting[] =>
  s.crops.flatMap((planting): CropPlanting[] => {
    const kind = cropKindOf(s, planting.crop);
    if (!kind) return [];
    const length = planting.columns * kind.spacing;
    const width = planting.rows * kind.spacing;
    return [
      {
        planting,
        kind,
        plants: planting.columns * planting.rows,
        area: length * width,
        length,
        width,
      },
    ];
  });

/** Length and depth of a plant site's plan; a wall of felt is planted over its height. */
export function planDimensions(v: Vessel): { length: Metres; width: Metres } {
  const top = v.shape.height;
  if (v.shape.kind === 'box') {
    const { length, width } = v.shape;
    if (v.role === 'felt') return { length: Math.max(length, width) * v.count, width: top };
    return { length: length * v.count, width };
  }
  const length = 2 * widest(v.shape);
  return { length: length * v.count, width: shapeArea(v.shape, top) / length };
}

/** Ground for plants in a site. */
export function siteArea(v: Vessel): SquareMetres {
  if (v.role === 'felt') {
    const { length, width } = planDimensions(v);
    return length * width;
  }
  return v.count * shapeArea(v.shape, v.shape.height);
}

/** Whether something grows in a vessel. */
export const isPlantSite = (v: Vessel): boolean =>
  (PLANT_ROLES as readonly string[]).includes(v.role);

/** Whether a stand is in the ground on a day of the year. */
export function isPlanted({ from, to }: CropStand, day: number): boolean {
  if (from === null && to === null) return true;
  const start = from ?? 1;
  const end = to ?? DAYS_OF_YEAR;
  return daysAcross(start, day) <= daysAcross(start, end);
}

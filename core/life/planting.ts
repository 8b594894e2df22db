import type { CropKind } from '../catalogue/index.ts';
import type { GramsPerDay, SquareMetres } from '../quantity/si.ts';
import {
  isPlantSite,
  siteArea,
  isPlanted,
  standsOf,
  type CropPlanting,
  type SystemDocument,
} from '../system/index.ts';
import { plantingUptake } from './cropGrowth.ts';

/** What grows where, and what it takes. */

export const WEEKS = 52;

/** Planted ground of one site: its plantings, or all of it in leaf where none is noted. */
export interface PlantedSite {
  readonly vessel: string;
  readonly noted: boolean;
  readonly leaf: SquareMetres;
  readonly fruit: SquareMetres;
}

const bearsFruit = (kind: CropKind) => kind.group === 'fruit';

/** What is planted on a day. */
export function plantedOn(s: SystemDocument, day: number, all = standsOf(s)): PlantedSite[] {
  return s.vessels.filter(isPlantSite).map((v) => {
    const own = all.filter((x) => x.planting.vessel === v.id);
    if (!own.length) return { vessel: v.id, noted: false, leaf: siteArea(v), fruit: 0 };
    let leaf = 0;
    let fruit = 0;
    for (const x of own) {
      if (!isPlanted(x.planting, day)) continue;
      if (bearsFruit(x.kind)) fruit += x.area;
      else leaf += x.area;
    }
    return { vessel: v.id, noted: true, leaf, fruit };
  });
}

/** Middle day of a week of the year, from 0. */
export const midWeek = (week: number): number => week * 7 + 4;

/** Planted ground of some sites together, m². */
export const plantedArea = (sites: readonly PlantedSite[]): SquareMetres =>
  sites.reduce((sum, x) => sum + x.leaf + x.fruit, 0);

/** The planting of the fullest week of the year: what the fish may be stocked for. */
export function fullestPlanting(s: SystemDocument): PlantedSite[] {
  const all = standsOf(s);
  if (all.every((x) => x.planting.from === null && x.planting.to === null))
    return plantedOn(s, 1, all);
  let best: PlantedSite[] = [];
  for (let w = 0; w < WEEKS; w++) {
    const sites = plantedOn(s, midWeek(w), all);
    if (plantedArea(sites) > plantedArea(best)) best = sites;
  }
  return best;
}

/** Feed that a square metre of planting takes up, g a day: least and most of the school. */
export const FEED_TO_PLANTING = {
  leaf: [40, 50],
  fruit: [50, 80],
  raft: [60, 100],
} as const;

/** Feed for a planting, g a day: least and most. */
export function feedFor(
  s: SystemDocument,
  sites: readonly PlantedSite[],
): readonly [GramsPerDay, GramsPerDay] {
  let low = 0;
  let high = 0;
  for (const site of sites) {
    const raft = ['raft', 'channel'].includes(s.vessels.find((v) => v.id === site.vessel)!.role);
    const leaf = raft ? FEED_TO_PLANTING.raft : FEED_TO_PLANTING.leaf;
    const fruit = raft ? FEED_TO_PLANTING.raft : FEED_TO_PLANTING.fruit;
    low += site.leaf * leaf[0] + site.fruit * fruit[0];
    high += site.leaf * leaf[1] + site.fruit * fruit[1];
  }
  return [low, high];
}

/** Leaf takes so much nitrogen where no crop is noted, g N/m²·day. */
const LEAF_NITROGEN = 0.5;

/** Nitrogen that the plants take on a day, g N. */
export function uptakeOn(s: SystemDocument, day: number, all = standsOf(s)): GramsPerDay {
  let sum = 0;
  for (const v of s.vessels) {
    if (!isPlantSite(v)) continue;
    const own = all.filter((x) => x.planting.vessel === v.id);
    if (!own.length) sum += siteArea(v) * LEAF_NITROGEN;
    else for (const x of own) sum += plantingUptake(s, x, day);
  }
  return sum;
}

/**
 * The range that suits every crop: the highest low and the lowest high, or between these where they have nothing
 * in common.
 *
 * @returns null without crops
 */
export function cropRange(
  all: readonly CropPlanting[],
  of: (kind: CropKind) => readonly [number, number],
): { readonly low: number; readonly high: number } | null {
  if (!all.length) return null;
  const low = Math.max(...all.map((x) => of(x.kind)[0]));
  const high = Math.min(...all.map((x) => of(x.kind)[1]));
  return { low: Math.min(low, high), high: Math.max(low, high) };
}

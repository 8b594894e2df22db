import type { Metres, Share } from '../quantity/si.ts';
import { isPlanted, siteArea, standsOf, type CropPlanting } from './plantings.ts';
import type { Planting, SystemDocument, Vessel } from './types.ts';

/** What grows in a vessel, as far as its water goes. */

/** Water use of plants in leaf, m of water a day over the planted area: 2 to 4 mm is usual. */
const PLANT_USE: Metres = 0.003;

/** Leaves in a full bed, rooted 100 mm deep. */
export const USUAL_PLANTING: Planting = { dailyUse: PLANT_USE, rooting: 0.1, rootShare: 1 };

/** A planting of a vessel with the share of its ground that it covers. */
export interface PlantingShare {
  readonly planting: Planting;
  readonly share: Share;
  /** Name of its crop; null where none is planned. */
  readonly crop: string | null;
}

/** The day of the year on which the stands of a vessel drink most; the first of them. */
export function fullestDay(all: readonly CropPlanting[]): number {
  let best = all[0]?.planting.from ?? 1;
  let most = 0;
  // The most that stand together is reached on a day on which one of them is planted out.
  for (const day of new Set(all.map((x) => x.planting.from ?? 1))) {
    let use = 0;
    for (const x of all) if (isPlanted(x.planting, day)) use += x.area * x.kind.waterUse;
    if (use > most) {
      best = day;
      most = use;
    }
  }
  return best;
}
/** Stands that are in the ground together on the day on which they drink most. */
function thirstiest(all: readonly CropPlanting[]): readonly CropPlanting[] {
  const day = fullestDay(all);
  return all.filter((x) => isPlanted(x.planting, day));
}

/** Stands of each vessel on the day on which they drink most, worked out once for a list of crops. */
const together = new WeakMap<
  SystemDocument['crops'],
  { own: SystemDocument['own']['crops']; of: Map<string, readonly CropPlanting[]> }
>();
/** Stands of a vessel that are in the ground together on the day on which they drink most. */
export function fullestIn(
  s: Pick<SystemDocument, 'crops' | 'own'>,
  vessel: string,
): readonly CropPlanting[] {
  let known = together.get(s.crops);
  if (known?.own !== s.own.crops) {
    const all = standsOf(s);
    const of = new Map<string, readonly CropPlanting[]>();
    for (const id of new Set(all.map((x) => x.planting.vessel)))
      of.set(id, thirstiest(all.filter((x) => x.planting.vessel === id)));
    together.set(s.crops, (known = { own: s.own.crops, of }));
  }
  return known.of.get(vessel) ?? [];
}

/** Roots in a vessel go no deeper than its stones. */
const deepest = (v: Vessel): Metres => v.media?.top ?? v.pots?.height ?? Infinity;

/** A root zone of pots that stand in no stones covers a fifth of their ground. */
const rootShareOf = (v: Vessel): Share =>
  v.plants?.rootShare ?? (v.pots && !v.media ? 0.2 : USUAL_PLANTING.rootShare);

/**
 * What grows in a vessel: the crops planned for it, full grown, on their thirstiest day; without a plan
 * what was noted of its plants, else as is usual.
 */
export function plantingsOf(s: Pick<SystemDocument, 'crops' | 'own'>, v: Vessel): PlantingShare[] {
  const rootShare = rootShareOf(v);
  const planned = fullestIn(s, v.id);
  if (!planned.length)
    return [{ planting: v.plants ?? { ...USUAL_PLANTING, rootShare }, share: 1, crop: null }];
  const ground = siteArea(v);
  return planned.map(({ kind, area }) => ({
    planting: {
      dailyUse: kind.waterUse,
      rooting: Math.min(kind.roots, deepest(v)),
      rootShare,
    },
    share: ground > 0 ? area / ground : 0,
    crop: kind.name,
  }));
}

/** Water use of a vessel's plants, m of water a day over its ground. */
export const plantUse = (s: Pick<SystemDocument, 'crops' | 'own'>, v: Vessel): Metres =>
  plantingsOf(s, v).reduce((sum, x) => sum + x.share * x.planting.dailyUse, 0);

import type { Metres } from '../quantity/si.ts';
import type { Planting, Vessel } from './types.ts';

/** Water use of plants in leaf, m of water a day over the planted area: 2 to 4 mm is usual. */
const PLANT_USE: Metres = 0.003;

/** Leaves in a full bed, rooted 100 mm deep. */
export const USUAL_PLANTING: Planting = { dailyUse: PLANT_USE, rooting: 0.1, rootShare: 1 };

/** What grows in a vessel: as noted, else as is usual; pots that stand in no stones cover a fifth of their ground. */
export const plantingOf = (v: Vessel): Planting =>
  v.plants ?? { ...USUAL_PLANTING, rootShare: v.pots && !v.media ? 0.2 : 1 };

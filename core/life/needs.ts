import type { Figures } from '../assess/figures.ts';
import { mediumById } from '../catalogue/index.ts';
import type { CubicMetres, CubicMetresPerSecond, SquareMetres } from '../quantity/si.ts';
import { tanCapacity } from './bacteria.ts';
import { stoneExchange } from './oxygen.ts';
import { FEED_TO_PLANTING } from './planting.ts';
import type { LifeBalance } from './life.ts';

/** What the fish that are there ask of the rest: the schools read backwards. */
export interface Needs {
  /** Ground of leaves for their feed, least and most by the school. */
  readonly planting: readonly [SquareMetres, SquareMetres];
  /** Wetted surface for their ammonia, and stones of the first bed’s medium for it. */
  readonly surface: SquareMetres;
  readonly media: CubicMetres | null;
  /** Air through stones half a metre deep, were it all that brings oxygen. */
  readonly air: CubicMetresPerSecond;
  /** Pump that turns their water over once an hour. */
  readonly pump: CubicMetresPerSecond;
}

const STONE_DEPTH = 0.5;

/** What the fish ask of planting, media, air and pump; nothing without fish. */
export function needsOf({ system: s, a }: Figures, life: LifeBalance): Needs | null {
  if (!(life.feed > 0) || !life.oxygen) return null;
  const [low, high] = FEED_TO_PLANTING.leaf;
  const t = s.site.waterTemperature;
  const surface = life.tan / tanCapacity(1, t, life.ph, life.oxygen.comfort);
  const bed = s.vessels.find((v) => v.media !== null);
  const per = bed?.media ? mediumById(bed.media.medium)?.surface : undefined;
  const exchange = life.oxygen.demand / Math.max(0.1, life.oxygen.saturation - life.oxygen.comfort);
  const homes = new Set(life.groups.map((g) => g.vessel));
  const water = s.vessels.reduce(
    (sum, v, i) => sum + (homes.has(v.id) ? a.balance.rest[i]!.volume : 0),
    0,
  );
  return {
    planting: [life.feed / high, life.feed / low],
    surface,
    media: per ? surface / ((per[0] + per[1]) / 2) : null,
    air: exchange / stoneExchange(1, STONE_DEPTH, t),
    pump: water / 3600,
  };
}

import { DAYS_OF_YEAR, dayAfter } from '../calendar/dayOfYear.ts';
import { planDimensions, isPlanted, type CropPlanting } from '../system/index.ts';
import type { Figures } from '../assess/figures.ts';
import type { CropKind } from '../catalogue/index.ts';
import type { Celsius, Metres, Share } from '../quantity/si.ts';
import type { CropStand, SystemDocument, Vessel } from '../system/index.ts';
import { bedTemperature } from './bedTemperature.ts';
import { airOn } from './climate.ts';
import { daysToReady } from './cropGrowth.ts';

/** How plants sit in their bed: where the water comes to, how deep their roots go, what stands over them. */

/** Heights in a plant site, above its floor. */
export interface RootZone {
  /** Top of what roots grow in: stones, pots, or the water of a raft. */
  readonly top: Metres;
  /** Highest that the water comes, and where it stands when it has drained. */
  readonly flood: Metres;
  readonly low: Metres;
  /** Depth from the top down to the water, and down to the floor. */
  readonly dry: Metres;
  readonly depth: Metres;
}

/** Where the roots of a site find water: by the simulated day, or before it by what the bed is built for. */
export function rootZone({ system: s, a, day }: Figures, v: Vessel): RootZone {
  const i = s.vessels.indexOf(v);
  const bed = day?.metrics.beds.find((b) => b.id === v.id);
  const figures = a.beds.find((b) => b.id === v.id);
  const rest = a.balance.rest[i]!.level;
  const flood = bed?.highest ?? figures?.highest ?? rest;
  const low = figures?.residue ?? rest;
  const top = v.media?.top ?? (v.pots ? v.pots.height : flood);
  return { top, flood, low, dry: Math.max(0, top - flood), depth: top };
}

/** A seedling's roots reach so deep; a seed lies so deep. */
export const SEEDLING_ROOTS: Metres = 0.05;
export const SEED_DEPTH: Metres = 0.01;

/**
 * What a planting needs to find water: its roots grown, its roots as a plug, and a seed; how far each is short.
 *
 * @returns m that the wet zone lies below their reach; 0 where they reach it
 */
export function reachOf(zone: RootZone, kind: CropKind) {
  const short = (reach: Metres) => Math.max(0, zone.dry - reach);
  return {
    grown: short(Math.min(kind.roots, zone.depth)),
    plug: short(SEEDLING_ROOTS),
    seed: short(SEED_DEPTH),
    /** Depth that is missing under the roots. */
    shallow: Math.max(0, kind.roots - zone.depth),
  };
}

/** Roots that reach the water so nearly find it; so much of their depth may be missing. */
const NEARLY: Metres = 0.005;
export const ROOM_FOR_ROOTS: Share = 0.6;
/** Whether the roots of a crop find water and depth in a bed. */
export function rootsFit(zone: RootZone, kind: CropKind): 'dry' | 'shallow' | 'fits' {
  const reach = reachOf(zone, kind);
  if (reach.grown > NEARLY) return 'dry';
  return reach.shallow > (1 - ROOM_FOR_ROOTS) * kind.roots ? 'shallow' : 'fits';
}
/** Beds in which the roots stand in no depth of stones: felt, and channels of flowing water. */
export const isRootless = (v: Vessel): boolean => v.role === 'felt' || v.role === 'channel';

/** A tall plant falls over in a bed that is much shallower than it is tall, unless something holds it. */
const TALL_TO_DEPTH = 4;
/** Ground of a small bed, m²: very large plants take it all. */
const SHARE_OF_BED = 0.5;

/** Whether a crop is too tall for its bed's depth, or one plant takes too much of its ground. */
export function oversize(zone: RootZone, v: Vessel, kind: CropKind): 'tall' | 'wide' | null {
  const { length, width } = planDimensions(v);
  if (kind.spacing ** 2 > SHARE_OF_BED * length * width) return 'wide';
  return kind.support === 'none' && kind.height > TALL_TO_DEPTH * zone.depth ? 'tall' : null;
}

/** Share of a planting's rectangle that lies outside its bed's plan. */
export function outside(v: Vessel, x: CropPlanting): number {
  const plan = planDimensions(v);
  const along = Math.max(
    0,
    Math.min(plan.length, x.planting.x + x.length) - Math.max(0, x.planting.x),
  );
  const across = Math.max(
    0,
    Math.min(plan.width, x.planting.y + x.width) - Math.max(0, x.planting.y),
  );
  return 1 - (along * across) / (x.length * x.width);
}

/** Whether two stands are in the ground at the same time. */
export function together(a: CropStand, b: CropStand): boolean {
  if (a.from === null || b.from === null)
    return isPlanted(a, b.from ?? a.from ?? 1) || isPlanted(b, a.from ?? 1);
  return isPlanted(a, b.from) || isPlanted(b, a.from);
}

/** Ground on which two stands lie over each other, m². */
export function overlap(a: CropPlanting, b: CropPlanting): number {
  if (a.planting.vessel !== b.planting.vessel || !together(a.planting, b.planting)) return 0;
  const along =
    Math.min(a.planting.x + a.length, b.planting.x + b.length) -
    Math.max(a.planting.x, b.planting.x);
  const across =
    Math.min(a.planting.y + a.width, b.planting.y + b.width) - Math.max(a.planting.y, b.planting.y);
  return along > 1e-6 && across > 1e-6 ? along * across : 0;
}

/** Plants of a planting in the bed's plan: the middle of each. */
export const plantsAt = ({ planting, kind }: CropPlanting): { x: Metres; y: Metres }[] =>
  Array.from({ length: planting.columns * planting.rows }, (_, i) => ({
    x: planting.x + ((i % planting.columns) + 0.5) * kind.spacing,
    y: planting.y + (Math.floor(i / planting.columns) + 0.5) * kind.spacing,
  }));

/** Coldest and warmest air, and the coldest night, while a planting is in the ground. */
export function airOver(
  s: SystemDocument,
  planting: CropStand,
): { low: Celsius; high: Celsius; night: Celsius } {
  let low = Infinity;
  let high = -Infinity;
  let night = Infinity;
  for (let d = 4; d <= DAYS_OF_YEAR; d += 7) {
    if (!isPlanted(planting, d)) continue;
    const air = airOn(s, d);
    low = Math.min(low, air.mean);
    high = Math.max(high, air.day);
    night = Math.min(night, air.night);
  }
  return { low, high, night };
}

/** Whether seed comes up in the bed on its first day: the bed is cooler than the air. */
export function germinates(
  s: SystemDocument,
  planting: CropStand,
  kind: CropKind,
): {
  bed: Celsius;
  comesUp: boolean;
} {
  const air = airOn(s, planting.from ?? s.plan.begins).mean;
  const bed = bedTemperature(air, s.site.humidity)[1];
  return { bed, comesUp: bed >= kind.germination[0] && bed <= kind.germination[1] };
}

/** Whether a day of the year is of the time of frost; never where the place has none. */
export function frosty({ site }: Pick<SystemDocument, 'site'>, day: number): boolean {
  const { last, first } = site.frost;
  if (site.kind === 'indoor' || last === null || first === null) return false;
  return last < first ? day < last || day > first : day > first && day < last;
}

/** Days of frost that fall into a planting's time; for crops that frost kills. */
export function inFrost(s: SystemDocument, planting: CropStand): boolean {
  const { last, first } = s.site.frost;
  if (s.site.kind === 'indoor' || last === null || first === null) return false;
  if (planting.from === null && planting.to === null) return true;
  for (let d = 1; d <= DAYS_OF_YEAR; d += 3)
    if (isPlanted(planting, d) && frosty(s, d)) return true;
  return false;
}

/** Seeds to sow for a planting, when, and when it is first harvested: by the light and the warmth of its place. */
export function sowing(s: SystemDocument, { planting, kind, plants }: CropPlanting) {
  const seeds = Math.ceil(
    (plants * Math.max(1, kind.seedsPerSite)) / Math.max(0.05, kind.germinates),
  );
  const { from, vessel } = planting;
  const days = from === null ? null : daysToReady(s, { vessel, from }, kind);
  return {
    seeds,
    day: from === null ? null : dayAfter(from, -kind.nurseryDays),
    /** Days from planting out to the first harvest; null where it has no day, or a year does not bring it. */
    days: days === null || !Number.isFinite(days) ? null : days,
    ready: from === null || days === null || !Number.isFinite(days) ? null : dayAfter(from, days),
  };
}

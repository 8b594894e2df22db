import { PH_USUAL } from '../limits/index.ts';
import { standsOf, type CropPlanting } from '../system/index.ts';
import type { Figures } from '../assess/figures.ts';
import type { Celsius, GramsPerDay, SquareMetres, Watts } from '../quantity/si.ts';
import type { SystemDocument } from '../system/index.ts';
import { tanCapacity } from './bacteria.ts';
import { airOn, heatersOf, knowsYear, systemHeatLoss, waterOn } from './climate.ts';
import { wettedSurfaces, type BedSurface } from './mediaSurface.ts';
import { oxygenBalanceOf, type OxygenBalance } from './oxygenBalance.ts';
import {
  WEEKS,
  fullestPlanting,
  midWeek,
  plantedArea,
  uptakeOn,
  type PlantedSite,
} from './planting.ts';
import { fishGroups, total, type Group } from './stock.ts';
import { perKilogram, stockingRules, type StockingRule } from './stocking.ts';

/** The living side of a system: fish, bacteria, oxygen, plants and what they are to each other. */

/** Share of what is nitrified that a media bed denitrifies, 0.2–0.6. @source Wongkiew (2017), Hu (2015), cited from memory */
export const DENITRIFIED = 0.5;

/** Nitrogen of a week of the year, g N. */
export interface WeekOfNitrogen {
  /** Given off by the fish, fed what the water's warmth allows. */
  readonly fish: number;
  readonly plants: number;
  readonly denitrified: number;
}

export interface LifeBalance {
  readonly groups: readonly Group[];
  readonly feed: GramsPerDay;
  readonly tan: GramsPerDay;
  readonly ph: number;
  readonly surfaces: readonly BedSurface[];
  readonly surface: SquareMetres;
  /** TAN that the bacteria can process; nothing until the day is simulated. */
  readonly capacity: GramsPerDay | null;
  readonly oxygen: OxygenBalance | null;
  readonly schools: readonly StockingRule[];
  readonly plantings: readonly CropPlanting[];
  readonly planting: readonly PlantedSite[];
  readonly plantedArea: SquareMetres;
  readonly weeks: readonly WeekOfNitrogen[];
  /** Heater that holds what the fish need in the coldest month; null without fish. */
  readonly heater: { readonly power: Watts; readonly keeps: Celsius; readonly air: Celsius } | null;
}

/** Temperature that the fish need in winter: of a heater that is there, else the best range of those that the cold would kill. */
function keeps(s: SystemDocument, groups: readonly Group[], cold: Celsius): Celsius | null {
  const set = heatersOf(s).map((h) => h.setpoint);
  if (set.length) return Math.max(...set);
  const chilled = groups.filter((g) => g.kind.survives[0] > cold);
  return chilled.length ? Math.max(...chilled.map((g) => g.kind.best[0])) : null;
}

function heaterFor(c: Figures, groups: readonly Group[]): LifeBalance['heater'] {
  const { system: s, a } = c;
  if (!groups.length) return null;
  const months = Array.from({ length: 12 }, (_, m) => Math.round((m + 0.5) * 30.4));
  const air = knowsYear(s)
    ? Math.min(...months.map((d) => airOn(s, d).mean))
    : s.site.airTemperature;
  const free = knowsYear(s)
    ? Math.min(...months.map((d) => waterOn(s, a, d, false)))
    : s.site.waterTemperature;
  const wanted = keeps(s, groups, free);
  if (wanted === null || wanted <= air) return { power: 0, keeps: wanted ?? free, air };
  return { power: systemHeatLoss(s, a, wanted, air), keeps: wanted, air };
}

/** Whether water passes beds of stones, in which part of the nitrate is denitrified. */
export const hasMedia = (s: SystemDocument): boolean =>
  s.vessels.some((v) => v.role === 'bed' && v.media !== null);

function weeksOf(c: Figures, plantings: readonly CropPlanting[], media: boolean): WeekOfNitrogen[] {
  const { system: s, a } = c;
  return Array.from({ length: WEEKS }, (_, w) => {
    const day = midWeek(w);
    const fish = 7 * total(fishGroups(s, waterOn(s, a, day)), (g) => g.tan);
    return {
      fish,
      plants: 7 * uptakeOn(s, day, [...plantings]),
      denitrified: media ? DENITRIFIED * fish : 0,
    };
  });
}

/** A value that is worked out when it is first asked for. */
function once<T>(of: () => T): () => T {
  let there: { readonly value: T } | null = null;
  return () => (there ??= { value: of() }).value;
}

function balance(c: Figures): LifeBalance {
  const { system: s, a } = c;
  const t = s.site.waterTemperature;
  const ph = s.water.ph ?? PH_USUAL.design;
  const groups = fishGroups(s, t);
  const feed = total(groups, (g) => g.feed);
  const tan = total(groups, (g) => g.tan);
  const surfaces = wettedSurfaces(c);
  const surface = (i: 0 | 1 | 2) => surfaces.reduce((sum, x) => sum + x.range[i], 0);
  const oxygen =
    groups.length || s.vessels.some((v) => v.role === 'reservoir')
      ? oxygenBalanceOf(c, groups, Math.min(tan, tanCapacity(surface(1), t, ph, 5)), t)
      : null;
  const plantings = standsOf(s);
  const planting = fullestPlanting(s);
  const each = perKilogram(groups);
  const homes = new Set(groups.map((g) => g.vessel));
  const water = s.vessels.reduce(
    (sum, v, i) => sum + (homes.has(v.id) ? a.balance.rest[i]!.volume : 0),
    0,
  );
  const schools = once(() =>
    each && c.day
      ? stockingRules({
          c,
          groups,
          each,
          planting,
          surface: [surface(0), surface(1), surface(2)],
          oxygen,
          ph,
          water,
        })
      : [],
  );
  const weeks = once(() => weeksOf(c, plantings, hasMedia(s)));
  const heater = once(() => heaterFor(c, groups));
  return {
    groups,
    feed,
    tan,
    ph,
    surfaces,
    surface: surface(1),
    capacity: c.day ? tanCapacity(surface(1), t, ph, oxygen?.lowest ?? 5) : null,
    oxygen,
    get schools() {
      return schools();
    },
    plantings,
    planting,
    plantedArea: plantedArea(planting),
    get weeks() {
      return weeks();
    },
    get heater() {
      return heater();
    },
  };
}

const kept = new WeakMap<object, { day: Figures['day']; life: LifeBalance }>();

/** The living side of a system; worked out once for an assessment and its day. */
export function lifeOf(c: Figures): LifeBalance {
  const was = kept.get(c.a);
  if (was && was.day === c.day) return was.life;
  const life = balance(c);
  kept.set(c.a, { day: c.day, life });
  return life;
}

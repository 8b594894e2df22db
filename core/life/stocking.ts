import { SOLIDS_LIMIT } from '../limits/index.ts';
import { fullestIn } from '../system/index.ts';
import type { Figures } from '../assess/figures.ts';
import { root } from '../numerics/root.ts';
import type { QuantityKind } from '../quantity/units.ts';
import type { GramsPerDay, Kilograms } from '../quantity/si.ts';
import type { StockingRuleId } from '../system/index.ts';
import { OXYGEN_PER_N, tanCapacity } from './bacteria.ts';
import { tanFromFeed } from './nitrogen.ts';
import { oxygenByHour } from './oxygen.ts';
import { afterCut, type OxygenBalance } from './oxygenBalance.ts';
import { feedFor, plantedArea, type PlantedSite } from './planting.ts';
import { total, type Group } from './stock.ts';

/** How many fish: every school draws its line on one scale of fish mass. */

/** Fish mass per water: to begin with, and the small-unit guide's limit, kg/m³. @source FAO 589 (2014) */
export const MASS_PER_WATER = { beginner: 10, guide: 20 } as const;
/** Most that a media bed alone keeps clean, kg of fish per m³ of tank, worms in it. Practice. */

/** Dry solids per feed, and what a bed breaks down of them. */
export const SOLIDS_PER_FEED = 0.275;
export const BROKEN_DOWN = 0.6;
/** Up to so much water the school that counts heads is one to go by, m³. */
export const COUNTER_WATER = 0.15;

/** One school's answer for this system. */
export interface StockingRule {
  readonly id: StockingRuleId;
  /** Fish mass at which it draws its line: least and most by its range, and what counts. */
  readonly mass: Kilograms;
  readonly range: readonly [Kilograms, Kilograms];
  /** Its own measure of that line. */
  readonly answer: number;
  readonly kind: QuantityKind;
  readonly governs: boolean;
}

/** What one kilogram of these fish eats, gives off and breathes. */
export interface PerKilogram {
  readonly feed: GramsPerDay;
  readonly tan: GramsPerDay;
  readonly oxygen: number;
}

/** Least feed that a stocking is planned with, g/kg·day: fish that fast in the cold are fed again in spring. */
const LEAST_FEED = 5;

/** Per kilogram over all groups by their mass, or evenly where none is in yet. */
export function perKilogram(groups: readonly Group[]): PerKilogram | null {
  if (!groups.length) return null;
  const empty = total(groups, (g) => g.mass) === 0;
  const weight = (g: Group) => (empty ? 1 : g.mass);
  const all = total(groups, weight);
  const share = (of: (g: Group) => number) =>
    total(groups, (g) => (g.mass > 0 ? (of(g) / g.mass) * weight(g) : 0)) / all;
  const feed = Math.max(
    LEAST_FEED,
    share((g) => g.feed),
  );
  const protein = total(groups, (g) => g.protein * weight(g)) / all;
  const breathes = share((g) => g.oxygen);
  return { feed, tan: tanFromFeed(feed, protein), oxygen: breathes };
}

/** What the schools answer from. */
export interface StockingBasis {
  readonly c: Figures;
  readonly groups: readonly Group[];
  readonly each: PerKilogram;
  readonly planting: readonly PlantedSite[];
  readonly surface: readonly [number, number, number];
  readonly oxygen: OxygenBalance | null;
  readonly ph: number;
  /** Water of the tanks with fish, m³. */
  readonly water: number;
}

type Answer = Omit<StockingRule, 'governs'>;

const MOST_MASS = 5000;

/** Fish mass at which the oxygen, running and after a cut, comes down to its line. */
function oxygenMass({ c, groups, each, oxygen }: StockingBasis): Kilograms | null {
  if (!oxygen) return null;
  const t = c.system.site.waterTemperature;
  const volume = c.a.balance.rest.reduce((sum, r) => sum + r.volume, 0);
  const mass = total(groups, (g) => g.mass);
  const steady = OXYGEN_PER_N / 24;
  const use = (kg: number) =>
    oxygen.use.map((now) => {
      const factor =
        (now - steady * total(groups, (g) => g.tan)) /
        Math.max(
          1e-9,
          total(groups, (g) => g.oxygen),
        );
      return kg * each.oxygen * factor + steady * kg * each.tan;
    });
  const lowest = (kg: number) =>
    Math.min(...oxygenByHour(volume, oxygen.exchange, use(kg), oxygen.saturation));
  const enough = (kg: number) => {
    const low = lowest(kg);
    if (low < oxygen.comfort) return false;
    const cut = c.system.site.power.longestCut;
    if (cut === null) return true;
    const scaled = groups.map((g) => ({ ...g, oxygen: (g.oxygen * kg) / mass }));
    return scaled.every((g) => {
      const left = afterCut(c, scaled, g, low, oxygen.saturation, t);
      return left === null || left.toStress >= cut;
    });
  };
  if (!enough(1e-4)) return 0;
  if (enough(MOST_MASS)) return null;
  return root((kg) => (enough(kg) ? -1 : 1), 1e-4, MOST_MASS, 1e-3);
}

const SCHOOLS: Record<StockingRuleId, (g: StockingBasis) => Answer | null> = {
  'feed-to-planting': ({ c, each, planting }) => {
    const area = plantedArea(planting);
    if (!(area > 0)) return null;
    const [low, high] = feedFor(c.system, planting);
    const mass = (low + high) / 2 / each.feed;
    return {
      id: 'feed-to-planting',
      mass,
      range: [low / each.feed, high / each.feed],
      answer: (low + high) / 2 / area / 1000,
      kind: 'feeding',
    };
  },
  'mass-per-water': ({ water }) =>
    water > 0
      ? {
          id: 'mass-per-water',
          mass: MASS_PER_WATER.guide * water,
          range: [MASS_PER_WATER.beginner * water, MASS_PER_WATER.guide * water],
          answer: MASS_PER_WATER.guide,
          kind: 'stocking',
        }
      : null,
  bacteria: ({ c, each, surface, oxygen, ph }) => {
    if (!(surface[1] > 0) || !(each.tan > 0)) return null;
    const at = (area: number) =>
      tanCapacity(area, c.system.site.waterTemperature, ph, oxygen?.comfort ?? 5);
    return {
      id: 'bacteria',
      mass: at(surface[1]) / each.tan,
      range: [at(surface[0]) / each.tan, at(surface[2]) / each.tan],
      answer: surface[1],
      kind: 'area',
    };
  },
  oxygen: (g) => {
    const mass = oxygenMass(g);
    return mass === null
      ? null
      : {
          id: 'oxygen',
          mass,
          range: [mass, mass],
          answer: g.oxygen!.comfort,
          kind: 'concentration',
        };
  },
  solids: ({ c, water }) => {
    const media = c.system.vessels.some((v) => v.media && v.role === 'bed');
    const filter = c.system.paths.some((p) => p.kind === 'pumped-line' && p.filter !== null);
    return media && !filter && water > 0
      ? {
          id: 'solids',
          mass: SOLIDS_LIMIT.most * water,
          range: [SOLIDS_LIMIT.most * water, SOLIDS_LIMIT.most * water],
          answer: SOLIDS_LIMIT.most,
          kind: 'stocking',
        }
      : null;
  },
  'fish-per-plant': ({ c, groups, water }) => {
    if (water > COUNTER_WATER) return null;
    // Of plantings that follow each other, those count that stand together.
    const plants = c.system.vessels.reduce((sum, v) => {
      return sum + fullestIn(c.system, v.id).reduce((n, x) => n + x.plants, 0);
    }, 0);
    if (!plants) return null;
    const count = plants / c.system.plantsPerFish;
    const grown = Math.max(...groups.map((g) => g.kind.growth.to));
    return {
      id: 'fish-per-plant',
      mass: count * grown,
      range: [(plants / 3) * grown, plants * grown],
      answer: count,
      kind: 'count',
    };
  },
};

/** Whether a school is a limit. The count of heads is a habit: it governs only where the grower goes by it. */
const isLimit = (x: Answer): boolean => x.id !== 'fish-per-plant';

/** Mass of fish that the strictest school allows; no limit where none answers. */
export const strictestMass = (schools: readonly Answer[]): Kilograms =>
  Math.min(Infinity, ...schools.filter(isLimit).map((x) => x.mass));

/** Every school with its answer; the strictest governs, or the one that the grower goes by. */
export function stockingRules(ground: StockingBasis): StockingRule[] {
  const answers = (Object.keys(SCHOOLS) as StockingRuleId[]).flatMap(
    (id) => SCHOOLS[id](ground) ?? [],
  );
  const chosen = answers.find((x) => x.id === ground.c.system.school);
  const strictest = answers
    .filter(isLimit)
    .reduce<Answer | undefined>((low, x) => (!low || x.mass < low.mass ? x : low), undefined);
  const governing = chosen ?? strictest;
  return answers.map((x) => ({ ...x, governs: x === governing }));
}

/** How many of a kind a school allows: of the size that they have, and full grown. */
export const stockFor = (
  s: StockingRule,
  g: Group,
): { readonly now: number; readonly grown: number } => ({
  now: Math.floor(s.mass / Math.max(1e-9, g.meanMass)),
  grown: Math.floor(s.mass / Math.max(g.kind.growth.to, g.meanMass)),
});

import { PH_USUAL } from '../limits/index.ts';
import { dayAfter } from '../calendar/dayOfYear.ts';
import { standsOf, type Stand } from '../system/index.ts';
import type { Figures } from '../assess/figures.ts';
import {
  DENITRIFIED,
  NITROGEN_IN_FISH,
  SOLIDS,
  meanExchange,
  feedOf,
  gain,
  groupsOf,
  hasMedia,
  lifeOf,
  oxygenUse,
  proteinOf,
  saturation,
  tanFromFeed,
  unionisedShare,
  uptakeOn,
  waterOn,
} from '../life/index.ts';
import type { FishKind } from '../catalogue/index.ts';
import type { Fish, Plan, SeasonEvent, StartKind, SystemDocument } from '../system/index.ts';
import {
  ALKALINITY,
  CARBON,
  NITRATE,
  NITRITE,
  N_IN,
  N_OUT,
  N_TAKEN,
  OXYGEN,
  STATES,
  TAN,
  X1,
  X2,
  bicarbonate,
  carbonOf,
  seasonModel,
  type Conditions,
  type Held,
  type Model,
} from './model.ts';
import { AMMONIA_OXIDISERS, CYCLED, NITRITE_OXIDISERS } from './parameters.ts';

/** A season of a system: day by day from its start, as planned. */

/** How a season is to run; what is not given is taken from the system's plan. */
export interface Course {
  readonly days: number;
  readonly start: StartKind;
  readonly dose: number;
  /** Bacteria of the start, a factor on the bare one. */
  readonly seed: number;
  readonly begins: number;
  readonly events: readonly SeasonEvent[];
  readonly held: Held;
  /** Fitted: factors of ten on both masses of the start, and one on the rates. */
  readonly fitted?: { readonly x1: number; readonly x2: number; readonly rate: number };
  readonly tolerance?: number;
}

/** The plan of a system as a course. */
export const courseOf = ({ plan }: { readonly plan: Plan }): Course => ({
  days: plan.days,
  start: plan.start,
  dose: plan.dose,
  seed: plan.start === 'seeded' && plan.seed === 1 ? SEEDED : plan.seed,
  begins: plan.begins,
  events: plan.events,
  held: {},
});

/** Bacteria of a start that is seeded from a running tank, on a bare one. */
export const SEEDED = 100;

/** A season's columns, one value a day: at its beginning, when it has been dosed and what happens on it has happened. */
export interface Season {
  readonly days: number;
  readonly t: Float64Array;
  readonly tan: Float64Array;
  readonly nitrite: Float64Array;
  readonly nitrate: Float64Array;
  /** Un-ionised ammonia nitrogen. */
  readonly ammonia: Float64Array;
  readonly ph: Float64Array;
  readonly alkalinity: Float64Array;
  readonly oxygen: Float64Array;
  /** kg; g a day; kg. */
  readonly fish: Float64Array;
  readonly feed: Float64Array;
  readonly plants: Float64Array;
  /** First day on which the dose of the test is gone; null where there was none. */
  readonly cycledDay: number | null;
  /** Of what came in, the share that is not accounted for. */
  readonly balanceError: number;
  /** Steps of the solver. */
  readonly steps: number;
}

/** Fresh plants hold so much nitrogen, g/kg. */
const N_IN_PLANTS = 3;
const USUAL_ALKALINITY = 100;
/** pH of a start where none was read. */
const START_PH = 7.6;

interface Shoal {
  readonly fish: Fish;
  readonly kind: FishKind;
  count: number;
  mass: number;
}

/** What a season is worked out from, none of which changes with its days. */
export interface SeasonGround {
  readonly c: Figures;
  readonly surface: number;
  readonly volume: number;
  readonly exchange: number;
  readonly stands: readonly Stand[];
  readonly media: boolean;
}

/** Figures of a system that a season needs; once for all its seasons. */
export function seasonGround(c: Figures): SeasonGround {
  const life = lifeOf(c);
  const volume = c.a.balance.rest.reduce((sum, r) => sum + r.volume, 0);
  return {
    c,
    surface: life.surface,
    volume,
    exchange: 24 * meanExchange(c),
    stands: standsOf(c.system),
    media: hasMedia(c.system),
  };
}

function startOf(s: SystemDocument, course: Course, t: number): Float64Array {
  const y = new Float64Array(STATES);
  const { water, site } = s;
  const running = course.start === 'fish';
  const fitted = course.fitted ?? { x1: 0, x2: 0, rate: 1 };
  y[TAN] = running ? (water.tan ?? 0) : 0;
  y[NITRITE] = running ? (water.nitrite ?? 0) : 0;
  y[NITRATE] = running ? (water.nitrate ?? 0) : 0;
  y[X1] = AMMONIA_OXIDISERS.bare * course.seed * 10 ** fitted.x1;
  y[X2] = NITRITE_OXIDISERS.bare * course.seed * 10 ** fitted.x2;
  y[ALKALINITY] = water.alkalinity ?? site.tap.alkalinity ?? USUAL_ALKALINITY;
  y[CARBON] = carbonOf(course.held.ph ?? water.ph ?? site.tap.ph ?? START_PH, y[ALKALINITY], t);
  return y;
}

/**
 * Follows a season.
 *
 * @param ground from {@link seasonGround}
 * @param progress told the day after each; returning false stops, and what there is so far is given
 */
export function runSeason(
  ground: SeasonGround,
  course: Course,
  progress?: (day: number) => boolean,
): Season {
  const { c, volume } = ground;
  const s = c.system;
  const withFish = course.start === 'fish';
  const shoals: Shoal[] = withFish
    ? groupsOf(s).map((g, i) => ({
        fish: s.fish[i]!,
        kind: g.kind,
        count: g.count,
        mass: g.meanMass,
      }))
    : [];
  const model = seasonModel(course.held, course.fitted?.rate ?? 1, course.tolerance);
  const off = course.events.filter((e) => e.kind === 'heater-off');
  const heated = (day: number) => !off.some((e) => day >= e.day && day < e.day + e.days);
  const temperature = (day: number) =>
    course.held.t ?? waterOn(s, c.a, dayAfter(course.begins, day), heated(day));
  const tap = tapOf(s, temperature(0));

  const n = course.days + 1;
  const column = () => new Float64Array(n);
  const out = {
    t: column(),
    tan: column(),
    nitrite: column(),
    nitrate: column(),
    ammonia: column(),
    ph: column(),
    alkalinity: column(),
    oxygen: column(),
    fish: column(),
    feed: column(),
    plants: column(),
  };
  const y = startOf(s, course, temperature(0));
  const before = y[TAN]! + y[NITRITE]! + y[NITRATE]!;
  let harvested = 0;
  let cycledDay: number | null = null;
  let steps = 0;
  let feed = 0;
  let last = 0;

  const keep = (day: number, t: number) => {
    out.t[day] = t;
    out.tan[day] = y[TAN]!;
    out.nitrite[day] = y[NITRITE]!;
    out.nitrate[day] = y[NITRATE]!;
    out.ph[day] = model.ph(y);
    out.ammonia[day] = y[TAN]! * unionisedShare(t, out.ph[day]!);
    out.alkalinity[day] = y[ALKALINITY]!;
    out.oxygen[day] = y[OXYGEN]!;
    out.fish[day] = shoals.reduce((sum, x) => sum + x.count * x.mass, 0);
    out.feed[day] = feed;
    out.plants[day] = (y[N_TAKEN]! * volume) / N_IN_PLANTS - harvested;
  };

  const give = (dose: number) => {
    y[TAN]! += dose;
    y[N_IN]! += dose;
  };

  for (let day = 0; day < course.days; day++) {
    const t = temperature(day);
    const conditions = dayOf(ground, course, shoals, day, t, tap);
    feed = conditions.feed;
    model.set(conditions);
    if (day === 0) y[OXYGEN] = course.held.do ?? settledOxygen(conditions);
    for (const e of course.events) {
      if (e.day !== day) continue;
      const taken = (y[N_TAKEN]! * volume) / N_IN_PLANTS - harvested;
      if (e.kind === 'harvest') harvested += taken * e.share;
      else happens(e, y, shoals, volume, tap);
    }
    if (!withFish) give(course.dose);
    keep(day, t);
    const almost = y[TAN]! < CYCLED.below + course.dose && y[NITRITE]! < CYCLED.below;
    if (cycledDay === null && day > 0 && almost && isCycled(model, y, day)) cycledDay = day;
    steps += model.advance(day, day + 1, y);
    for (const x of shoals) {
      const each = x.count > 0 ? feedOf({ ...x.fish, count: 1, meanMass: x.mass }, x.kind, t) : 0;
      x.mass += gain(x.kind, x.mass, t, each / 1000);
    }
    last = day + 1;
    if (day + 1 === course.days) {
      if (!withFish) give(course.dose);
      keep(day + 1, t);
    }
    if (progress && !progress(day + 1)) break;
  }
  const there = y[TAN]! + y[NITRITE]! + y[NITRATE]! + y[N_OUT]!;
  const came = before + y[N_IN]!;
  return {
    ...out,
    days: last,
    cycledDay,
    balanceError: came > 0 ? Math.abs(there - came) / came : Math.abs(there - came),
    steps,
  };
}

/** Tap water as it comes in: alkalinity and carbon. */
function tapOf(s: SystemDocument, t: number): { alkalinity: number; carbon: number } {
  const { tap } = s.site;
  const alkalinity = tap.alkalinity ?? 0;
  return { alkalinity, carbon: carbonOf(tap.ph ?? PH_USUAL.design + 0.5, alkalinity, t) };
}

/** Oxygen that the first day settles at. */
const settledOxygen = (c: Conditions): number =>
  c.exchange > 0 ? Math.max(0, saturation(c.t, c.altitude) - c.breath / c.exchange) : 0;

/** Conditions of a day, and its feed. */
function dayOf(
  ground: SeasonGround,
  course: Course,
  shoals: readonly Shoal[],
  day: number,
  t: number,
  tap: { alkalinity: number; carbon: number },
): Conditions & { readonly feed: number } {
  const { c, volume, surface, exchange, stands, media } = ground;
  let feed = 0;
  let tan = 0;
  let breath = 0;
  for (const x of shoals) {
    const group = { ...x.fish, count: x.count, meanMass: x.mass };
    const eaten = feedOf(group, x.kind, t);
    feed += eaten;
    tan += tanFromFeed(eaten, proteinOf(group, x.kind));
    breath += 24 * (1 + SOLIDS) * oxygenUse(x.count * x.mass, eaten, t);
  }
  const planted = course.start === 'fish';
  return {
    feed,
    t,
    altitude: c.system.site.altitude,
    volume,
    surface,
    tan,
    uptake: planted ? uptakeOn(c.system, dayAfter(course.begins, day), [...stands]) : 0,
    denitrified: media && feed > 0 ? DENITRIFIED : 0,
    breath,
    exchange,
    topUp: c.a.balance.dailyWaterUse,
    tapAlkalinity: tap.alkalinity,
    tapCarbon: tap.carbon,
  };
}

/** Whether a dose on top of what is in the water is gone within a day. */
function isCycled(model: Model, y: Float64Array, day: number): boolean {
  const trial = y.slice();
  trial[TAN]! += CYCLED.dose;
  model.advance(day, day + 1, trial);
  return trial[TAN]! < CYCLED.below && trial[NITRITE]! < CYCLED.below;
}

/** What an event does to the water and the fish. */
function happens(
  e: Exclude<SeasonEvent, { kind: 'harvest' }>,
  y: Float64Array,
  shoals: Shoal[],
  volume: number,
  tap: { alkalinity: number; carbon: number },
): void {
  switch (e.kind) {
    case 'water-change':
      for (const i of [TAN, NITRITE, NITRATE]) {
        y[N_OUT]! += y[i]! * e.share;
        y[i]! *= 1 - e.share;
      }
      y[ALKALINITY]! += (tap.alkalinity - y[ALKALINITY]!) * e.share;
      y[CARBON]! += (tap.carbon - y[CARBON]!) * e.share;
      return;
    case 'ammonia':
      y[TAN]! += e.amount;
      y[N_IN]! += e.amount;
      return;
    case 'alkalinity':
      y[ALKALINITY]! += e.amount;
      y[CARBON]! += bicarbonate(e.amount);
      return;
    case 'stock': {
      const first = shoals[0];
      if (!first) return;
      const joined = first.count + e.count;
      first.mass =
        joined > 0
          ? (first.count * first.mass + e.count * first.fish.meanMass) / joined
          : first.mass;
      first.count = joined;
      return;
    }
    case 'fish-out':
      for (const x of shoals) x.count = Math.round(x.count * (1 - e.share));
      return;
    case 'death': {
      const first = shoals[0];
      if (!first) return;
      const dead = Math.min(first.count, e.count);
      const nitrogen = (dead * first.mass * NITROGEN_IN_FISH) / volume;
      first.count -= dead;
      y[TAN]! += nitrogen;
      y[N_IN]! += nitrogen;
      return;
    }
    case 'treatment':
      y[X1]! *= 1 - e.kills;
      y[X2]! *= 1 - e.kills;
      return;
    case 'heater-off':
      return;
  }
}

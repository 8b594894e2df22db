import { dayAfter, daysAcross } from '../calendar/dayOfYear.ts';
import type { Figures } from '../assess/figures.ts';
import { lastsWithoutTopUp } from '../derived/index.ts';
import {
  DENITRIFIED,
  fishGroups,
  hasMedia,
  lifeOf,
  plantingUptake,
  strictestMass,
  total,
} from '../life/index.ts';
import { stockingByGroup } from '../log/index.ts';
import { chance } from '../numerics/chance.ts';
import type { Kilograms, Seconds } from '../quantity/si.ts';
import {
  seasonSetupOf,
  isAway,
  runSeason,
  seasonBasis,
  type SeasonSetup,
} from '../season/index.ts';
import {
  applyEdits,
  isPlantSite,
  standsOf,
  type Away,
  type CropStand,
  type Edit,
  type SeasonEvent,
  type SystemDocument,
  type PlantRequest,
} from '../system/index.ts';
import { TendingGrower } from './grower.ts';
import { plantingHarvests } from './harvest.ts';
import {
  LayOut,
  PLAIN,
  meanWorth,
  wanted,
  type Choice,
  type LaidOut,
  type PlannedPlot,
} from './layOut.ts';
import {
  addMissing,
  mostMissing,
  type Missing,
  type YearContext,
  type YearLimit,
} from './sowings.ts';
import { runTended, type SeasonWithCare } from './tended.ts';
import { figuresOf, seasonProblems, type SeasonProblem } from './problems.ts';

/**
 * A year planned from what is wanted of it: the beds are laid out by light, warmth and ground, the fish are chosen by what the
 * plants take, and the whole is tried in the tended season before it is shown.
 */

/** Days that are planned. */
export const YEAR = 365;
/** What the planner made is named so, and is made anew with the next plan. */
export const PLANNED = 'plan-';
/** Whether the planner made something. */
export const isPlanned = (x: { readonly id: string }): boolean => x.id.startsWith(PLANNED);

/** Share of the mass that a head has with nitrogen enough, under which it is no head. */
const HEAD = 0.7;
/** Share of what is wanted that is as good as all of it: of kg, and of the mass of a fish. */
const ENOUGH = 0.98;
/** Numbers of fish that are tried, as shares of the most. */
const LEVELS = [0.15, 0.25, 0.35, 0.5, 0.65, 0.8, 1] as const;
/** Layouts that are drawn by lot, and how many of them between two that are tried in the season. */
const TRIES = 600;
const ROUND = 100;

/** What is had of a wish in a month. */
export interface RequestMonth {
  readonly month: number;
  readonly after: number;
  readonly wanted: number;
  readonly had: number;
  /** What keeps the rest from being had; null where nothing is missing. */
  readonly limit: YearLimit | null;
}
/** What is had of a wish. */
export interface RequestResult {
  readonly id: string;
  readonly wanted: number;
  readonly had: number;
  /** Of heads, month by month. */
  readonly months: readonly RequestMonth[];
  readonly limit: YearLimit | null;
  /** Mass of a fish on the day of a wish for fish. */
  readonly reached: Kilograms | null;
}
/** Days away: what runs short meanwhile; null where nothing does. */
export interface AwayResult {
  readonly id: string;
  readonly limit: 'feed' | 'water' | null;
  /** Days that the water lasts without topping up. */
  readonly lasts: number;
}
export interface YearPlan {
  readonly begins: number;
  readonly days: number;
  /** First day on which the water feeds plants; null where it never does. */
  readonly cycledDay: number | null;
  readonly plots: readonly PlannedPlot[];
  readonly plantings: readonly CropStand[];
  readonly events: readonly SeasonEvent[];
  readonly wishes: readonly RequestResult[];
  readonly away: readonly AwayResult[];
  /** Time a day in the busiest month, and the most that is wanted; null where nothing was said. */
  readonly time: { readonly most: Seconds | null; readonly busiest: Seconds } | null;
  /** The tended season of the plan; null of a system without fish. */
  readonly season: SeasonWithCare | null;
  readonly trouble: SeasonProblem | null;
  /** Nitrogen that came in and that plants took, g. */
  readonly nitrogen: { readonly given: number; readonly taken: number } | null;
  /** What makes the plan the system's. */
  readonly edits: readonly Edit[];
  readonly score: number;
}
export interface PlanOptions {
  /** Whether stands that are there now make room. */
  readonly clear?: boolean;
  readonly seed?: number;
  readonly tries?: number;
}
/** Told how much of the search is done and the best plan so far; returning false stops it. */
export type YearPlanProgress = (done: number, best: YearPlan | null) => boolean;

/** The first day on which the water of a start feeds plants; null where it never does. */
function firstFed(c: Figures, course: SeasonSetup, seed: number): number | null {
  if (course.start === 'fish') return 0;
  const ground = seasonBasis(c);
  const grower = new TendingGrower(ground, course.begins, { seed });
  runSeason(ground, { ...course, dosing: null }, () => grower.cycledDay === null, grower);
  return grower.cycledDay;
}

class Planner {
  readonly base: SystemDocument;
  readonly course: SeasonSetup;
  readonly fed: number | null;
  readonly ground: YearContext;
  readonly lay: LayOut;
  private readonly clear: boolean;
  private readonly hasSeason: boolean;
  private readonly seed: number;
  private readonly tried = new Map<string, YearPlan>();

  constructor(
    private readonly c: Figures,
    { clear = false, seed = 1 }: PlanOptions,
  ) {
    const { system } = c;
    this.seed = seed;
    this.clear = clear;
    const events = system.plan.events.filter((e) => !isPlanned(e));
    this.base = applyEdits(system, [
      { at: 'crops', to: this.kept(null) },
      { at: 'plan.events', to: events },
      { at: 'plan.days', to: YEAR },
    ]);
    this.course = seasonSetupOf(this.base);
    this.hasSeason = system.fish.some((f) => f.count > 0);
    const bare = figuresOf(c, this.base);
    this.fed = this.hasSeason ? firstFed(bare, this.course, seed) : 0;
    this.ground = {
      c: bare,
      begins: this.course.begins,
      days: YEAR,
      fed: this.fed === null ? Infinity : this.fed + (this.course.start === 'fish' ? 0 : 1),
      away: (day) => isAway(this.course, day),
    };
    this.lay = new LayOut(this.ground, system.plan.wishes, standsOf(this.base));
  }

  /** Stands that stay: all but what is planned anew, and what makes room in the beds of a layout; in all beds for none. */
  private kept(laid: LaidOut | null): CropStand[] {
    const { crops, vessels } = this.c.system;
    const cleared = new Set(
      laid ? laid.plots.map((p) => p.vessel) : vessels.filter(isPlantSite).map((v) => v.id),
    );
    return crops.filter((x) => !isPlanned(x) && !(this.clear && cleared.has(x.vessel)));
  }

  /** Plantings of a layout, as they stand in the document. */
  plantings(plots: readonly PlannedPlot[]): CropStand[] {
    const counts = new Map<string, number>();
    const round = (x: number) => Math.round(x * 1e4) / 1e4;
    return plots.map((p) => {
      const n = (counts.get(p.kind.id) ?? 0) + 1;
      counts.set(p.kind.id, n);
      return {
        id: `${PLANNED}${p.kind.id}-${n}`,
        vessel: p.vessel,
        crop: p.kind.id,
        x: round(p.x),
        y: round(p.y),
        columns: p.columns,
        rows: p.rows,
        from: dayAfter(this.ground.begins, p.first),
        to: dayAfter(this.ground.begins, p.last),
      };
    });
  }

  private get fishWishes(): Extract<PlantRequest, { kind: 'fish' }>[] {
    return this.base.plan.wishes.filter((w) => w.kind === 'fish');
  }

  /** Numbers of fish that may be tried with a layout, and the one to begin with. */
  levels(laid: LaidOut): { counts: number[]; start: number } {
    const design = this.base.fish.reduce((sum, f) => sum + f.count, 0);
    if (!this.hasSeason || this.course.start === 'fish') return { counts: [design], start: 0 };
    const c = this.figures(laid, design);
    const life = lifeOf(c);
    const groups = life.groups;
    const mean = total(groups, (x) => x.mass) / design;
    const wished = Math.max(0, ...this.fishWishes.map((w) => w.mass));
    const most = Math.floor(strictestMass(life.schools) / Math.max(mean, wished));
    const least = Math.max(1, ...groups.map((x) => (x.kind.temper === 'shoal' ? x.kind.shoal : 1)));
    const top = Number.isFinite(most) ? Math.max(least, most) : design;
    const asked = this.fishWishes.map((w) => Math.min(top, w.count));
    const counts = [
      ...new Set([...LEVELS.map((x) => Math.max(least, Math.round(x * top))), ...asked]),
    ].sort((a, b) => a - b);
    const want = asked.length ? Math.max(...asked) : this.balanced(c, laid, design);
    return { counts, start: nearest(counts, want) };
  }
  /** Fish whose nitrogen the plants of a layout take in the mean, roughly: the season tells. */
  private balanced(c: Figures, laid: LaidOut, design: number): number {
    const all = standsOf(c.system);
    let sum = 0;
    for (let d = 0; d < YEAR; d += 7)
      for (const x of all) sum += plantingUptake(c.system, x, dayAfter(this.ground.begins, d));
    const taken = sum / Math.ceil(YEAR / 7);
    const each = total(fishGroups(c.system), (x) => x.tan) / design;
    const free = hasMedia(c.system) ? 1 - DENITRIFIED : 1;
    return laid.plots.length && each > 0 ? taken / (each * free) : design;
  }

  private figures(laid: LaidOut, count: number, events: readonly SeasonEvent[] = []): Figures {
    return figuresOf(
      this.c,
      applyEdits(this.base, [
        { at: 'crops', to: [...this.kept(laid), ...this.plantings(laid.plots)] },
        { at: 'plan.events', to: [...this.base.plan.events, ...events] },
        ...this.fishEdits(count),
      ]),
    );
  }
  /** The design's fish in the same shares. */
  private counts(count: number): number[] {
    const all = this.base.fish.reduce((sum, f) => sum + f.count, 0);
    let left = count;
    return this.base.fish.map((f, i, list) => {
      const n = i === list.length - 1 ? left : Math.min(left, Math.round((count * f.count) / all));
      left -= n;
      return n;
    });
  }
  private fishEdits(count: number): Edit[] {
    if (!this.hasSeason || this.course.start === 'fish') return [];
    const counts = this.counts(count);
    return this.base.fish.flatMap((f, i): Edit[] =>
      f.count === counts[i] ? [] : [{ at: `fish.${f.id}.count`, to: counts[i]! }],
    );
  }

  /** Fish that come step by step, from a day on. */
  private stocking(count: number): SeasonEvent[] {
    if (!this.hasSeason || this.course.start === 'fish' || this.fed === null) return [];
    const groups = fishGroups(this.base);
    return stockingByGroup(this.counts(count), groups[0]?.kind).map((x, i): SeasonEvent => {
      const fish = this.base.fish[x.group]!;
      return {
        id: `${PLANNED}stock-${i + 1}`,
        day: this.fed! + 1 + x.wait,
        kind: 'stock',
        count: x.count,
        fish: fish.id,
        mass: Math.min(fish.meanMass, groups[x.group]!.kind.stockMass),
      };
    });
  }

  /** A layout with a number of fish, tried in the tended season. */
  try(laid: LaidOut, count: number): YearPlan {
    const key = `${count}/${JSON.stringify(this.plantings(laid.plots))}`;
    const was = this.tried.get(key);
    if (was) return was;
    const made = this.hasSeason ? this.inSeason(laid, count) : this.outOfSeason(laid);
    this.tried.set(key, made);
    return made;
  }

  private inSeason(laid: LaidOut, count: number): YearPlan {
    const { begins, days } = this.ground;
    const planned = this.stocking(count);
    const outs = this.fishWishes.map((w) => ({ w, day: daysAcross(begins, w.by) }));
    const eaten = outs.map(({ w, day }, i): SeasonEvent => ({
      id: `${PLANNED}fish-out-${i + 1}`,
      day,
      kind: 'fish-out',
      share: Math.min(1, w.count / Math.max(1, count)),
    }));
    const c = this.figures(laid, count, [...planned, ...eaten]);
    const ground = seasonBasis(c);
    const course = seasonSetupOf(c.system);
    const { entries: _, ...made } = runTended(ground, course, { seed: this.seed });
    const { season, acts } = made;
    const fish = outs.map(({ w, day }) => {
      // What is taken out on the day was there on the day before.
      const before = Math.max(0, Math.min(day, season.days) - 1);
      const there = season.count[before]!;
      const reached = there > 0 ? season.fish[before]! / there : 0;
      const grown = reached >= ENOUGH * w.mass;
      const had = grown ? Math.min(w.count, there) : 0;
      const limit: YearLimit | null =
        had >= w.count ? null : !(there > 0) ? 'bacteria' : !grown ? 'growth' : 'water';
      return { w, had, limit, reached: there > 0 ? reached : null };
    });
    // Fish that had to wait come on the day on which they came.
    const came = acts.filter((x) => x.treatment === 'stock');
    const events = planned.flatMap((e, i): SeasonEvent[] =>
      came[i] ? [{ ...e, day: Math.round(came[i].time) }] : [],
    );
    events.push(...eaten.filter((_, i) => fish[i]!.had > 0));
    const gave = new Map(
      plantingHarvests(ground, season, begins).map((h) => [h.planting.planting.id, h]),
    );
    const plantings = this.plantings(laid.plots);
    const wishes = this.results(
      laid,
      (i) => gave.get(plantings[i]!.id) ?? { mass: 0, full: 0 },
      fish,
    );
    const trouble = seasonProblems(c, season);
    const taken = season.uptake.subarray(0, season.days).reduce((sum, x) => sum + x, 0);
    const { groups } = lifeOf(c);
    const perFeed =
      total(groups, (x) => x.tan) /
      Math.max(
        1e-9,
        total(groups, (x) => x.feed),
      );
    const given = perFeed * season.tally.given;
    const { busiest } = made.asks;
    const most = this.base.plan.time;
    // Fish that are not as heavy as wanted are worth what they are.
    const grownBy = new Map(
      fish.map(({ w, reached }) => [w.id, Math.min(1, (reached ?? 0) / w.mass)]),
    );
    const met = meanWorth(
      wishes.map((x, i) => {
        if (!(x.wanted > 0)) return 1;
        const w = this.base.plan.wishes[i]!;
        return w.kind === 'fish'
          ? Math.min(1, count / x.wanted) * grownBy.get(w.id)!
          : x.had / x.wanted;
      }),
    );
    const balance =
      given > 0 ? Math.abs(given * (hasMedia(c.system) ? 1 - DENITRIFIED : 1) - taken) / given : 1;
    const score =
      1000 * met -
      (trouble ? 2000 : 0) -
      500 * season.tally.deaths -
      (most !== null ? 300 * Math.max(0, busiest / most - 1) : 0) -
      20 * Math.min(2, balance) -
      busiest / 600;
    return {
      begins,
      days,
      cycledDay: this.fed,
      plots: laid.plots,
      plantings,
      events,
      wishes,
      away: this.absences(trouble),
      time: { most, busiest },
      season: made,
      trouble,
      nitrogen: { given, taken },
      edits: this.editsOf(laid, events, count),
      score,
    };
  }

  private outOfSeason(laid: LaidOut): YearPlan {
    const { begins, days } = this.ground;
    const wishes = this.results(laid, () => ({ mass: 1, full: 1 }), []);
    return {
      begins,
      days,
      cycledDay: null,
      plots: laid.plots,
      plantings: this.plantings(laid.plots),
      events: [],
      wishes,
      away: this.absences(null),
      time: null,
      season: null,
      trouble: null,
      nitrogen: null,
      edits: this.editsOf(laid, [], 0),
      score:
        1000 * meanWorth(wishes.map((w) => (w.wanted > 0 ? w.had / w.wanted : 1))) -
        laid.plots.length / 10,
    };
  }

  /** What is had of each wish, with the nitrogen that there was. */
  private results(
    laid: LaidOut,
    gave: (plot: number) => { mass: number; full: number },
    fish: readonly {
      w: Extract<PlantRequest, { kind: 'fish' }>;
      had: number;
      limit: YearLimit | null;
      reached: Kilograms | null;
    }[],
  ): RequestResult[] {
    return this.base.plan.wishes.map((w, i): RequestResult => {
      if (w.kind === 'fish') {
        const x = fish.find((f) => f.w === w);
        return {
          id: w.id,
          wanted: w.count,
          had: x?.had ?? 0,
          months: [],
          limit: x ? x.limit : 'water',
          reached: x?.reached ?? null,
        };
      }
      const missed = laid.missed.filter((m) => m.wish === i);
      const own = laid.plots.flatMap((p, k) => (p.wish === i ? [{ p, ...gave(k) }] : []));
      if (w.kind === 'mass') {
        const had = own.reduce(
          (sum, { p, mass, full }) => sum + (full > 0 ? p.full * Math.min(1, mass / full) : 0),
          0,
        );
        const short = had < ENOUGH * w.mass;
        const placed = own.reduce((sum, { p }) => sum + p.full, 0);
        return {
          id: w.id,
          wanted: w.mass,
          had: Math.min(w.mass, had),
          months: [],
          limit: !short
            ? null
            : placed < ENOUGH * w.mass
              ? (missed[0]?.limit ?? 'area')
              : 'nitrogen',
          reached: null,
        };
      }
      const weeks = this.lay.weeks[i]!;
      const months = new Map<
        number,
        {
          month: number;
          after: number;
          wanted: number;
          had: number;
          limits: Missing;
        }
      >();
      for (const x of weeks) {
        const m = months.get(x.after) ?? {
          month: x.month,
          after: x.after,
          wanted: 0,
          had: 0,
          limits: new Map(),
        };
        m.wanted += x.count;
        months.set(x.after, m);
      }
      const misses = (after: number, limit: YearLimit, amount: number) =>
        addMissing(months.get(after)!.limits, limit, amount);
      for (const { p, mass, full } of own)
        for (const cut of p.cuts) {
          if (full > 0 && mass >= HEAD * full) months.get(cut.week.after)!.had += cut.heads;
          else misses(cut.week.after, 'nitrogen', cut.heads);
        }
      for (const m of missed) if (m.week) misses(m.week.after, m.limit, m.amount);
      const list = [...months.values()].map(({ limits, ...m }): RequestMonth => ({
        ...m,
        limit: mostMissing(limits),
      }));
      const all: Missing = new Map();
      for (const m of months.values()) for (const [l, n] of m.limits) addMissing(all, l, n);
      return {
        id: w.id,
        wanted: wanted(w, weeks),
        had: list.reduce((sum, m) => sum + m.had, 0),
        months: list,
        limit: weeks.length ? mostMissing(all) : 'end',
        reached: null,
      };
    });
  }

  private absences(trouble: SeasonProblem | null): AwayResult[] {
    const { away } = this.base.plan;
    const whole = lastsWithoutTopUp(this.ground.c) / 86400;
    return away.map((x: Away): AwayResult => {
      const hungry =
        trouble?.what === 'hunger' && trouble.day >= x.day - 1 && trouble.day < x.day + x.days;
      return {
        id: x.id,
        limit: hungry ? 'feed' : whole < x.days ? 'water' : null,
        lasts: whole,
      };
    });
  }

  private editsOf(laid: LaidOut, events: readonly SeasonEvent[], count: number): Edit[] {
    const { system } = this.c;
    const kept = new Set(this.kept(laid).map((x) => x.id));
    return [
      ...system.crops
        .filter((x) => !kept.has(x.id))
        .map((x): Edit => ({ at: `crops.${x.id}`, to: undefined })),
      ...system.plan.events
        .filter(isPlanned)
        .map((e): Edit => ({ at: `plan.events.${e.id}`, to: undefined })),
      ...this.plantings(laid.plots).map((x): Edit => ({ at: `crops.${x.id}`, to: x })),
      ...events.map((e): Edit => ({ at: `plan.events.${e.id}`, to: e })),
      ...(system.plan.days < YEAR ? [{ at: 'plan.days', to: YEAR }] : []),
      ...this.fishEdits(count),
    ];
  }
}

/** Place of the number of a list that is nearest to one. */
const nearest = (list: readonly number[], to: number): number =>
  list.reduce((best, x, i) => (Math.abs(x - to) < Math.abs(list[best]! - to) ? i : best), 0);
/** A choice drawn by lot. @param weeks the most over which one planting is harvested */
export function drawnChoice(random: () => number, weeks: number): Choice {
  return {
    weeks: 1 + Math.floor(weeks * random()),
    massFirst: random() < 0.5,
    seed: Math.floor(1e9 * random()),
    apart: random() < 0.3 ? 0 : 400 * random() ** 2,
    bed: Math.floor(8 * random()),
    passed: Math.floor(6 * random() ** 2),
    plots: 1 + Math.floor(PLAIN.plots * random()),
  };
}

/**
 * Plans a year from the wishes of a system. The first plan that is told has been tried in the season; better ones follow.
 *
 * @returns the best of those that were tried; null where nothing is wanted
 */
export function planYear(
  c: Figures,
  options: PlanOptions = {},
  progress: YearPlanProgress = () => true,
): YearPlan | null {
  const { wishes } = c.system.plan;
  if (!wishes.length) return null;
  if (!progress(0, null)) return null;
  const planner = new Planner(c, options);
  const { lay } = planner;
  const tries = options.tries ?? TRIES;
  const random = chance(options.seed ?? 1);
  let best: YearPlan | null = null;
  let done = 0;
  /** Fish of the best. */
  let count: number | null = null;
  const tell = () => progress(Math.min(1, done), best);
  const take = (plan: YearPlan): boolean => {
    if (!best || plan.score > best.score + 1e-9) best = plan;
    return tell();
  };
  /** Goes from one number of fish to the next as long as it gets better. @returns false where it was stopped */
  const climb = (laid: LaidOut): boolean => {
    const { counts, start } = planner.levels(laid);
    let at = count === null ? start : nearest(counts, count);
    let now = planner.try(laid, counts[at]!);
    const isBetter = best === null || now.score > best.score;
    if (!take(now)) return false;
    // A layout that is no better with the fish of the best is not tried with others.
    if (!isBetter) return true;
    count = counts[at]!;
    for (const step of [1, -1]) {
      while (counts[at + step] !== undefined) {
        const next = planner.try(laid, counts[at + step]!);
        if (!take(next)) return false;
        if (!(next.score > now.score)) break;
        now = next;
        at += step;
        count = counts[at]!;
      }
    }
    return true;
  };
  const weeks = lay.mostWeeks;
  /** Layouts that have been tried in the season. */
  const used = new Set<LaidOut>();
  const good = Array.from({ length: Math.min(4, weeks) }, (_, i) =>
    [true, false].map((massFirst) => lay.make({ ...PLAIN, weeks: i + 1, massFirst })),
  ).flat();
  const pick = (): LaidOut | null =>
    good
      .filter((x) => !used.has(x))
      .reduce<LaidOut | null>(
        (a, b) =>
          !a ||
          b.score > a.score + 1e-9 ||
          (b.score > a.score - 1e-9 && b.plots.length < a.plots.length)
            ? b
            : a,
        null,
      );
  for (let tried = 0; ; tried += ROUND) {
    const next = pick();
    done = (tried + ROUND / 2) / (tries + ROUND);
    if (next) {
      used.add(next);
      if (!climb(next)) return best;
    }
    if (tried >= tries) break;
    const bar = Math.max(...[...used].map((x) => x.score));
    for (let i = 0; i < ROUND; i++) {
      const laid = lay.make(drawnChoice(random, weeks));
      if (laid.score > bar + 1e-6 || (laid.score > bar - 1e-6 && i % 20 === 0)) good.push(laid);
    }
  }
  done = 1;
  tell();
  return best;
}

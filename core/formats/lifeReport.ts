import type { Figures } from '../assess/figures.ts';
import { lifeOf, lightOn, total } from '../life/index.ts';
import { tell, type QuantityKind } from '../quantity/index.ts';
import {
  seasonSetupOf,
  dailyDose,
  seasonBasis,
  type SeasonSetup,
  type Season,
} from '../season/index.ts';
import type { SystemDocument } from '../system/index.ts';
import { judgeWhole } from '../findings/judge.ts';
import {
  designChange,
  seasonWithCare,
  seasonProblems,
  type CareOfSeason,
  type SeasonWithCare,
} from '../year/index.ts';

/** The living side and the season in the headless report: plain numbers in the units that the keys name. */

const rounded = (x: number | null | undefined, places: number): number | null => {
  if (x === null || x === undefined || !Number.isFinite(x)) return null;
  const f = 10 ** places;
  return Math.round(x * f) / f;
};

/** The living side; null where it has no fish or no plants. */
export function lifeReport(c: Figures) {
  const { system: s } = c;
  const life = lifeOf(c);
  const fish = life.groups.length > 0;
  const plants = life.plantedArea > 0;
  const o = life.oxygen;
  const cut = o?.cuts.reduce<(typeof o.cuts)[number] | null>(
    (x, y) => (!x || y.toStress < x.toStress ? y : x),
    null,
  );
  const weeks = life.weeks.length;
  const lights = s.vessels.flatMap((v) => {
    const planted = life.planting.some((p) => p.vessel === v.id && p.leaf + p.fruit > 0);
    const light = planted ? lightOn(s, v, s.plan.begins) : null;
    return light === null ? [] : [light];
  });
  return {
    fish: life.groups.map((g) => ({
      kind: s.fish.find((f) => f.id === g.id)?.kind ?? null,
      count: g.count,
      mass_kg: rounded(g.mass, 5),
    })),
    feed_g_day: fish ? rounded(life.feed, 3) : null,
    tan_g_day: fish ? rounded(life.tan, 4) : null,
    schools: life.schools.map((x) =>
      x.id === 'fish-per-plant'
        ? { id: x.id, answer: rounded(x.answer, 2), unit: 'fish', governs: x.governs }
        : { id: x.id, answer: rounded(x.mass, 4), unit: 'kg', governs: x.governs },
    ),
    surface_m2: rounded(life.surface, 3),
    tan_capacity_g_day: rounded(life.capacity, 4),
    oxygen:
      fish && o
        ? {
            saturation_mg_l: rounded(o.saturation, 4),
            comfortable_mg_l: o.comfort,
            demand_g_h: rounded(o.demand, 4),
            supply_g_h: rounded(o.supply, 4),
            lowest_mg_l: rounded(o.lowest, 3),
            lowest_at_h: rounded(o.lowestAt / 3600, 2),
            minutes_to_stress: cut ? rounded(cut.toStress / 60, 1) : null,
            minutes_to_lethal: cut ? rounded(cut.toLethal / 60, 1) : null,
          }
        : null,
    planting_m2: plants ? rounded(life.plantedArea, 4) : null,
    feed_g_m2_day: fish && plants ? rounded(life.feed / life.plantedArea, 3) : null,
    n_in_g_week: fish ? rounded(total(life.groups, (g) => g.tan) * 7, 4) : null,
    n_out_g_week: plants
      ? rounded(life.weeks.reduce((sum, w) => sum + w.plants + w.denitrified, 0) / weeks, 4)
      : null,
    heater_w: rounded(life.heater?.power, 1),
    light_mol_m2_day: lights.length
      ? rounded(lights.reduce((x, y) => x + y, 0) / lights.length, 3)
      : null,
  };
}

/** What the season of a report may be told: the system's own plan stands for what is not. */
export type SeasonOptions = Partial<Pick<SeasonSetup, 'days' | 'start' | 'seed' | 'held'>> & {
  /** Who looks after it; a grower where nothing is said, and nobody but the plan where ammonia is given by the day. */
  readonly care?: CareOfSeason;
  /** Ammonia given each day, mg N/L, in place of what the plan doses up to. */
  readonly dose?: number;
};

/** The course of a report, and who looks after it. */
function courseOfReport(s: SystemDocument, options: SeasonOptions): [SeasonSetup, CareOfSeason] {
  const { care, dose, start: given, seed, ...rest } = options;
  const start = given ?? s.plan.start;
  const plan = seasonSetupOf({ plan: { ...s.plan, start, seed: seed ?? s.plan.seed } });
  const days = options.days ?? plan.days;
  const daily = dose !== undefined && start !== 'fish';
  return [
    {
      ...plan,
      ...rest,
      days,
      ...(daily ? { dosing: null, events: [...plan.events, ...dailyDose(dose, days)] } : {}),
    },
    care ?? (daily ? 'planned' : 'tended'),
  ];
}

/** A season as rows of days, with what its care asks and what it yields. */
export function seasonReport(s: SystemDocument, options: SeasonOptions) {
  const { a, day } = judgeWhole(s);
  const [course, care] = courseOfReport(s, options);
  const c = { system: s, a, day };
  const made = seasonWithCare(seasonBasis(c), course, care);
  const trouble = care === 'tended' ? seasonProblems(c, made.season) : null;
  const change = trouble ? designChange(c, course, trouble) : null;
  return {
    ...seasonRows(made.season),
    ...careRows(made),
    unkept: trouble && {
      day: trouble.day,
      what: trouble.what,
      change: change && { title: tell(change.title, 'metric'), edits: change.edits },
    },
  };
}

/** Units of what a treatment gives, by the kind of its measure: kg, m³, a count. */
const UNITS: Readonly<Partial<Record<QuantityKind, { unit: string; factor: number }>>> = {
  volume: { unit: 'L', factor: 1e3 },
  dose: { unit: 'g', factor: 1e3 },
  liquid: { unit: 'mL', factor: 1e6 },
  mass: { unit: 'kg', factor: 1 },
  count: { unit: 'fish', factor: 1 },
};

function careRows({ acts, asks, harvest, season, care, cycledDay }: SeasonWithCare) {
  const { tally } = season;
  return {
    care_mode: care,
    care: acts.map((x) => {
      const unit = x.measure ? UNITS[x.measure] : undefined;
      return {
        day: rounded(x.time, 3),
        treatment: x.treatment,
        substance: x.substance,
        amount: x.amount === null || !unit ? null : rounded(x.amount * unit.factor, 4),
        unit: unit?.unit ?? null,
        because: x.plan?.hazards.map((h) => h.id) ?? [],
      };
    }),
    cycled_by_log: cycledDay,
    deaths: tally.deaths,
    fish_days: rounded(tally.fishDays, 1),
    stressed_fish_days: rounded(tally.stress, 1),
    over_acting_ammonia_fish_days: rounded(tally.over, 2),
    harvest: harvest.map((h) => ({
      crop: h.crop,
      month: h.month,
      months_after: h.after,
      kg: rounded(h.mass, 4),
    })),
    asks: {
      minutes: rounded(asks.seconds / 60, 0),
      topped_up_l: rounded(1e3 * asks.toppedUp, 1),
      changed_l: rounded(1e3 * asks.changed, 1),
      feed_g: rounded(1e3 * asks.feed, 1),
      given_g: Object.fromEntries(
        Object.entries(asks.given).map(([id, kg]) => [id, rounded(1e3 * kg, 2)]),
      ),
      given_ml: Object.fromEntries(
        Object.entries(asks.volumes).map(([id, m3]) => [id, rounded(1e6 * m3, 2)]),
      ),
      tests: asks.tests,
      fish_taken_out: season.tally.out,
      fish_taken_out_kg: rounded(season.tally.outMass, 3),
    },
  };
}

const seasonRows = (x: Season) => ({
  days: Array.from({ length: x.days + 1 }, (_, d) => ({
    day: d,
    t_c: rounded(x.t[d], 3),
    tan: rounded(x.tan[d], 5),
    no2_n: rounded(x.nitrite[d], 5),
    no3_n: rounded(x.nitrate[d], 5),
    nh3_n: rounded(x.ammonia[d], 6),
    ph: rounded(x.ph[d], 4),
    alkalinity: rounded(x.alkalinity[d], 3),
    chloride: rounded(x.chloride[d], 3),
    do: rounded(x.oxygen[d], 3),
    fish_kg: rounded(x.fish[d], 5),
    fish_count: x.count[d]!,
    deaths: x.deaths[d]!,
    feed_g: rounded(x.feed[d], 3),
    plants_kg: rounded(x.plants[d], 5),
  })),
  cycled_day: x.cycledDay,
  n_balance_error: x.balanceError,
});

import { AQUAPONIC_PH, CROP_LIMITS, CYCLING_PH, PH_DAY, PH_STEP } from '../../limits/index.ts';
import { lifeOf, type Group } from '../../life/index.ts';
import {
  given,
  litres,
  ORIGIN,
  ph,
  say,
  temperature,
  type Given,
  type Phrase,
} from '../../quantity/index.ts';
import { careAdjustments, once, type Adjustment } from '../adjustments/index.ts';
import { defineRule, type Context, type Level, type Verdict } from '../rule.ts';

/** One thing that a kind asks of where and with whom it is kept. */
interface Need {
  readonly part: string;
  readonly kind: Verdict['kind'];
  /** Nothing where it is met or does not matter. */
  readonly check: (
    c: Omit<Context, 'day'>,
    g: Group,
    all: readonly Group[],
  ) => { level: Level; measured: number; limit: number; sentence: Phrase } | null;
  readonly why: Phrase;
  readonly adjust: (c: Omit<Context, 'day'>, g: Group) => Adjustment[];
  readonly meaning: string;
}

const water: Need = {
  part: 'warmth',
  kind: 'temperature',
  check: ({ system: s }, g) => {
    const t = s.site.waterTemperature;
    const [low, high] = g.kind.survives;
    if (t >= low && t <= high) return null;
    return {
      level: 'stop',
      measured: t,
      limit: t < low ? low : high,
      sentence: say`The water is at ${temperature(t)}. ${g.kind.name} live between ${temperature(low)} and ${temperature(high)}.`,
    };
  },
  why: say`Outside its range a species does not live for long. Near the ends of the range it does not eat or grow.`,
  adjust: ({ system: s }, g) =>
    once(
      `${g.id}-warmth`,
      [{ at: 'site.waterTemperature', to: Math.round((g.kind.best[0] + g.kind.best[1]) / 2) }],
      s.site.waterTemperature < g.kind.survives[0]
        ? say`Heat the water to ${temperature(Math.round((g.kind.best[0] + g.kind.best[1]) / 2))}, slowly`
        : say`Cool and shade the water to ${temperature(Math.round((g.kind.best[0] + g.kind.best[1]) / 2))}, slowly`,
    ),
  meaning: 'water now',
};

const tank: Need = {
  part: 'tank',
  kind: 'volume',
  check: ({ system: s, a }, g) => {
    const i = s.vessels.findIndex((v) => v.id === g.vessel);
    const volume = a.balance.rest[i]?.volume ?? 0;
    if (g.count === 0 || volume >= 0.95 * g.kind.smallestTank) return null;
    return {
      level: 'watch',
      measured: volume,
      limit: g.kind.smallestTank,
      sentence: say`${g.kind.name} need a tank of at least ${litres(g.kind.smallestTank)}. “${s.vessels[i]!.name}” has ${litres(volume)}.`,
    };
  },
  why: say`They need room to turn, to flee and to grow. The figure is common practice of fish keepers.`,
  adjust: () => [],
  meaning: 'water of the tank',
};

const company: Need = {
  part: 'shoal',
  kind: 'count',
  check: (_, g) => {
    if (g.count === 0) return null;
    if (g.kind.temper === 'single' && g.count > 1)
      return {
        level: g.kind.id === 'giant-river-prawn' ? 'watch' : 'stop',
        measured: g.count,
        limit: 1,
        sentence: say`${String(g.count)} ${g.kind.name} in one tank fight. Keep one.`,
      };
    if (g.kind.temper !== 'shoal' || g.count >= g.kind.shoal) return null;
    return {
      level: 'watch',
      measured: g.count,
      limit: g.kind.shoal,
      sentence: say`${String(g.count)} ${g.kind.name} are too few to be calm. They live in shoals of at least ${String(g.kind.shoal)}.`,
    };
  },
  why: say`Keep fighting species alone and shoaling species in groups.`,
  adjust: (_, g) =>
    once(
      `${g.id}-company`,
      [{ at: `fish.${g.id}.count`, to: g.kind.temper === 'single' ? 1 : g.kind.shoal }],
      g.kind.temper === 'single' ? say`Keep one` : say`Keep ${String(g.kind.shoal)}`,
    ),
  meaning: 'fish of this species',
};

/** A fish eats what is a twentieth of its mass. */
const MOUTHFUL = 0.05;

const peace: Need = {
  part: 'mouth',
  kind: 'mass',
  check: (_, g, all) => {
    const prey = all.find(
      (x) => x !== g && x.vessel === g.vessel && x.count > 0 && x.meanMass < MOUTHFUL * g.meanMass,
    );
    if (!prey || g.count === 0 || !g.kind.eatsSmaller) return null;
    return {
      level: 'watch',
      measured: prey.meanMass,
      limit: MOUTHFUL * g.meanMass,
      sentence: say`${g.kind.name} eat fish that fit into their mouth, and ${prey.kind.name} fit.`,
    };
  },
  why: say`A fish can swallow another fish of up to a twentieth of its mass.`,
  adjust: () => [],
  meaning: 'mass of the smaller',
};

const acidity: Need = {
  part: 'ph',
  kind: 'ph',
  check: ({ system: s }, g) => {
    const now = s.water.ph;
    const [low, high] = g.kind.ph;
    if (now === null || g.count === 0 || (now >= low && now <= high)) return null;
    const off = now < low ? low - now : now - high;
    return {
      level: off > 1 ? 'stop' : 'watch',
      measured: now,
      limit: now < low ? low : high,
      sentence: say`The water is at pH ${ph(now)}. ${g.kind.name} live between ${ph(low)} and ${ph(high)}.`,
    };
  },
  why: say`With fish, change the pH in small steps: at most ${ph(PH_STEP.fish)} at once and ${ph(PH_DAY.fish)} in a day.`,
  adjust: (c) => careAdjustments(c, ['ph']),
  meaning: 'pH, last reading',
};

/** Bacteria are slow below it. */
const BACTERIA_PH = CYCLING_PH.hardly;
/** In fish water crops grow up to this at least; the tables are of mixed solutions. */
const CROPS_BEAR = CROP_LIMITS.ph;

/** A pH at which fish, bacteria and every crop can live together. */
const overlap: Need = {
  part: 'together',
  kind: 'ph',
  check: (c, g) => {
    const { plantings } = lifeOf({ ...c, day: null });
    if (!plantings.length || g.count === 0) return null;
    const low = Math.max(g.kind.ph[0], BACTERIA_PH, ...plantings.map((x) => x.kind.ph[0]));
    const high = Math.min(
      g.kind.ph[1],
      ...plantings.map((x) => Math.max(CROPS_BEAR, x.kind.ph[1])),
    );
    if (low <= high + 1e-9) return null;
    const crop = plantings.reduce((x, y) => (y.kind.ph[1] < x.kind.ph[1] ? y : x));
    return {
      level: 'watch',
      measured: high,
      limit: low,
      sentence: say`${g.kind.name} need at least pH ${ph(g.kind.ph[0])} and ${crop.kind.name} grow up to pH ${ph(Math.max(CROPS_BEAR, crop.kind.ph[1]))}. No pH suits both and the bacteria.`,
    };
  },
  why: say`Fish, bacteria and plants share one water, so their ranges must overlap. Usual is pH ${ph(AQUAPONIC_PH.good[0])} to ${ph(AQUAPONIC_PH.good[1])}.`,
  adjust: () => [],
  meaning: 'highest pH that the crops tolerate',
};

const NEEDS: readonly Need[] = [water, tank, company, peace, acidity, overlap];

/** What each kind of fish asks of water, tank and company. */
export const fishKeepingRule = defineRule({
  id: 'fish-keeping',
  title: 'lowest pH for the fish',
  stage: 'life',
  needsDay: false,

  judge: (c) => {
    const { groups } = lifeOf(c);
    return groups.flatMap((g): Verdict[] => {
      const open = NEEDS.flatMap((need): Verdict[] => {
        const found = need.check(c, g, groups);
        return found
          ? [
              {
                about: g.vessel,
                part: `${g.id}-${need.part}`,
                kind: need.kind,
                why: need.why,
                source: g.kind.source,
                ...found,
              },
            ]
          : [];
      });
      if (open.length || g.count === 0 || !g.named) return open;
      return [
        {
          about: g.vessel,
          part: g.id,
          level: 'fine',
          measured: g.count,
          limit: g.kind.shoal,
          kind: 'count',
          sentence: say`${g.kind.name} have the water, the room and the company they need.`,
          why: say`${g.kind.law}`,
          source: g.kind.source,
        },
      ];
    });
  },

  adjustments: (c) => {
    const { groups } = lifeOf({ ...c, day: null });
    for (const g of groups)
      for (const need of NEEDS) if (c.f.part === `${g.id}-${need.part}`) return need.adjust(c, g);
    return [];
  },

  explain: ({ f, ...c }) => {
    const { groups } = lifeOf(c);
    const g = groups.find((x) => f.part === x.id || f.part?.startsWith(`${x.id}-`));
    if (!g) return null;
    const need = NEEDS.find((n) => f.part === `${g.id}-${n.part}`) ?? company;
    const rows: Given[] = [
      given(
        'x',
        need.meaning,
        f.measured,
        f.kind,
        need === water || need === company ? ORIGIN.entered : 'this system',
      ),
      given('x_0', `what ${g.kind.name} ask`, f.limit, f.kind, g.kind.source),
    ];
    return { title: 'What the species needs', formula: 'x \\leftrightarrow x_0', given: rows };
  },
});

import type { Figures } from '../assess/index.ts';
import { lifeOf, needsOf, strictestMass, stressCauses, total } from '../life/index.ts';
import { flow, power, say, temperature, type Phrase } from '../quantity/index.ts';
import { seasonBasis, type SeasonSetup, type Season } from '../season/index.ts';
import { applyEdits, type Edit, type SystemDocument } from '../system/index.ts';
import { runTended } from './tended.ts';

/** A season in which the fish cannot be kept: from which day, by what, and which change of the design would keep them. */

export type FishProblem = 'hunger' | 'oxygen' | 'ammonia' | 'nitrite' | 'ph' | 'temperature';
export interface SeasonProblem {
  readonly day: number;
  readonly what: FishProblem;
}
export interface DesignChange {
  readonly title: Phrase;
  readonly edits: readonly Edit[];
}

/** All fish under stress on so many days on end; fed less than this share of their ration on so many. */
const STRESSED_DAYS = 3;
const HUNGRY_DAYS = 14;
const FED_TOO_LITTLE = 0.6;

/** The first day on which fish die, or on which all have been under stress for days; null where they can be kept. */
export function seasonProblems(c: Figures, season: Season): SeasonProblem | null {
  let stressed = 0;
  let hungry = 0;
  for (let day = 0; day < season.days; day++) {
    const count = season.count[day]!;
    stressed = count > 0 && season.stress[day]! > 0.99 * count ? stressed + 1 : 0;
    const ration = season.ration[day]!;
    hungry =
      count > 0 && ration > 0 && season.feed[day]! < FED_TOO_LITTLE * ration ? hungry + 1 : 0;
    if (hungry >= HUNGRY_DAYS) return { day: day - HUNGRY_DAYS + 1, what: 'hunger' };
    if (season.deaths[day]! > 0) return { day, what: causeOn(c, season, day) };
    if (stressed >= STRESSED_DAYS) {
      const first = day - STRESSED_DAYS + 1;
      return { day: first, what: causeOn(c, season, first) };
    }
  }
  return null;
}

const CAUSES = ['oxygen', 'ammonia', 'nitrite', 'temperature', 'ph'] as const;
/** What puts the fish under stress on a day, the quickest to kill first; where it came within the day, by the day after. */
function causeOn(c: Figures, s: Season, day: number): FishProblem {
  const kinds = lifeOf(c).groups.map((g) => g.kind);
  for (const d of [day, Math.min(day + 1, s.days)]) {
    const water = {
      t: s.t[d]!,
      oxygen: s.oxygen[d]!,
      ph: s.ph[d]!,
      ammonia: s.ammonia[d]!,
      nitrite: s.nitrite[d]!,
      chloride: s.chloride[d]!,
      chlorine: 0,
      share: 1,
    };
    const causes = kinds.flatMap((kind) => stressCauses(kind, water));
    const first = CAUSES.find((x) => causes.includes(x));
    if (first) return first;
  }
  return 'ammonia';
}

/** Fish that are tried, as shares of those that the strictest school allows. */
const FEWER = [1, 0.75, 0.5, 0.25] as const;

function fewerFish(c: Figures): DesignChange[] {
  const { system } = c;
  const life = lifeOf(c);
  const most = strictestMass(life.schools);
  const there = total(life.groups, (g) => g.mass);
  const count = total(life.groups, (g) => g.count);
  if (!(most > 0) || !(there > 0)) return [];
  const seen = new Set<number>();
  return FEWER.flatMap((share): DesignChange[] => {
    const of = Math.min(1, (share * most) / there);
    const counts = system.fish.map((f) => Math.max(1, Math.floor(f.count * of)));
    const all = counts.reduce((sum, x) => sum + x, 0);
    if (all >= count || seen.has(all)) return [];
    seen.add(all);
    return [
      {
        title: say`Keep ${String(all)} fish of this size instead of ${String(count)}`,
        edits: system.fish.map((f, i): Edit => ({ at: `fish.${f.id}.count`, to: counts[i]! })),
      },
    ];
  });
}

function moreAir(c: Figures): DesignChange[] {
  const needs = needsOf(c, lifeOf(c));
  const tank = c.system.fish[0]?.vessel;
  if (!needs || !tank) return [];
  return [
    {
      title: say`Run an air pump of ${flow(needs.air)} of air`,
      edits: [
        {
          at: 'devices.season-air',
          to: {
            id: 'season-air',
            kind: 'air-pump',
            vessel: tank,
            flow: needs.air,
            depth: 0.3,
            power: 10,
            backup: false,
          },
        },
      ],
    },
  ];
}

function heated(c: Figures): DesignChange[] {
  const { heater, groups } = lifeOf(c);
  const tank = c.system.fish[0]?.vessel;
  if (!heater || !tank || !(heater.power > 0)) return [];
  const setpoint = Math.max(...groups.map((g) => g.kind.best[0]));
  const watts = Math.ceil(heater.power / 25) * 25;
  return [
    {
      title: say`Heat the water to ${temperature(setpoint)} with ${power(watts)}`,
      edits: [
        {
          at: 'devices.season-heater',
          to: { id: 'season-heater', kind: 'heater', vessel: tank, power: watts, setpoint },
        },
      ],
    },
  ];
}

/** Figures of a system whose levels and flows are those of another. */
export const figuresOf = (c: Figures, system: SystemDocument): Figures => ({
  system,
  a: { ...c.a },
  day: c.day,
});

/**
 * The change of the design with which the season goes well; each is tried in the tended season before it is told.
 *
 * @returns null where none of those that were tried helps
 */
export function designChange(
  c: Figures,
  course: SeasonSetup,
  trouble: SeasonProblem,
  seed = 1,
): DesignChange | null {
  const tries =
    trouble.what === 'temperature'
      ? [...heated(c), ...fewerFish(c)]
      : trouble.what === 'oxygen' || trouble.what === 'hunger'
        ? [...moreAir(c), ...fewerFish(c)]
        : fewerFish(c);
  for (const change of tries) {
    const next = figuresOf(c, applyEdits(c.system, change.edits));
    const { season } = runTended(seasonBasis(next), course, { seed });
    if (!seasonProblems(next, season)) return change;
  }
  return null;
}

import { HYDRAULIC_LIMITS } from '../../limits/index.ts';
import { balanceBranches } from '../../assess/split.ts';
import { flow, given, ORIGIN, say, share } from '../../quantity/index.ts';
import type { CubicMetresPerSecond } from '../../quantity/si.ts';
import { isDrain, isStore, PLANT_ROLES, pumpedLines, vesselOf } from '../../system/index.ts';
import { levelOverflows, once } from '../adjustments/index.ts';
import { gradeWithin } from '../grade.ts';
import { defineRule, type Context, type Verdict } from '../rule.ts';
import { lineOf } from '../supply.ts';

const SPLIT_WISH = HYDRAULIC_LIMITS.splitSpread;

export interface Sharing {
  /** The pump's line, or the vessel. */
  readonly about: string;
  readonly name: string;
  readonly ends: readonly { readonly to: string; readonly flow: CubicMetresPerSecond }[];
  readonly gravity: boolean;
}

/** Overflows of each store into different plant sites, with what each carries with the pumps on. */
function overflowsOf({ system, a }: Pick<Context, 'system' | 'a'>): Sharing[] {
  const { flows } = a.balance.full.steady;
  return system.vessels.filter(isStore).flatMap((v): Sharing[] => {
    const ends = system.paths.flatMap((p) =>
      isDrain(p) &&
      p.from === v.id &&
      (PLANT_ROLES as readonly string[]).includes(vesselOf(system, p.to).role)
        ? [{ to: p.to, flow: flows[a.net.paths.findIndex((x) => x.id === p.id)]! }]
        : [],
    );
    const sites = new Set(ends.map((e) => e.to));
    return sites.size > 1 && sites.size === ends.length
      ? [{ about: v.id, name: v.name, ends, gravity: true }]
      : [];
  });
}

/** Everything in a system that shares its water out over several ends. */
const sharingsOf = (c: Pick<Context, 'system' | 'a'>): Sharing[] => [
  ...c.a.duties.map((d): Sharing => ({
    about: d.id,
    name: pumpedLines(c.system).find((l) => l.id === d.id)!.name,
    ends: d.branches,
    gravity: false,
  })),
  ...overflowsOf(c),
];

/** What an even split would give each, and how far the worst is off it. */
function spreadOf({ ends }: Sharing): { mean: CubicMetresPerSecond; off: number } {
  const mean = ends.reduce((t, e) => t + e.flow, 0) / ends.length;
  return { mean, off: Math.max(...ends.map((e) => Math.abs(e.flow / mean - 1))) };
}

/** Openings in words: “55 %, 83 % and 100 %”. */
function openings(xs: readonly number[]): string {
  const words = xs.map((x) => `${Math.round(x * 1000) / 10} %`);
  return words.length < 2
    ? words.join('')
    : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;
}

/** Beds on one pump, or on the overflows of one tank, want alike. */
export const evenSplitRule = defineRule({
  id: 'even-split',
  title: 'even split',
  stage: 'lift',
  needsDay: false,

  judge: (c) =>
    sharingsOf(c).flatMap((sharing): Verdict[] => {
      const { about, name, ends, gravity } = sharing;
      const { mean, off } = spreadOf(sharing);
      if (ends.length < 2 || !(mean > 0)) return [];
      const least = ends.reduce((x, e) => (e.flow < x.flow ? e : x));
      const level = least.flow <= 0 ? 'stop' : gradeWithin(off, 0, SPLIT_WISH);
      const to = vesselOf(c.system, least.to).name;
      return [
        {
          about,
          level,
          measured: level === 'stop' ? 0 : off,
          limit: SPLIT_WISH,
          kind: 'share',
          sentence:
            level === 'stop'
              ? gravity
                ? say`“${to}” gets no water from “${name}”, because its overflow is above the water level.`
                : say`“${to}” gets no water from “${name}”, because its end is higher than the pump can lift there.`
              : level === 'watch'
                ? say`“${name}” splits unevenly: “${to}” gets ${flow(least.flow)}. An even split would give ${flow(mean)}.`
                : say`“${name}” gives each bed about ${flow(mean)}.`,
          why: gravity
            ? say`At an overflow a few millimetres decide: the lower of two takes almost all the water. Cut them level, with water in the tank to measure by. Within ${share(SPLIT_WISH)} is our own limit.`
            : say`Water takes the shortest and lowest way. A valve in each branch slows the ones that get too much. Each opening changes the others, so they are calculated together. Within ${share(SPLIT_WISH)} is our own limit.`,
          source: gravity
            ? 'Ring weirs under one water level, C = 0.6.'
            : 'One head at each tee; losses by Darcy–Weisbach with Churchill (1977).',
        },
      ];
    }),

  adjustments: ({ system: s, f }) => {
    const [line] = lineOf(s, f.about);
    if (!line) return levelOverflows(s, f.about);
    const edits = balanceBranches(s, line);
    return once(
      `${line.id}-even`,
      edits,
      say`Set the valves of “${line.name}” to ${openings(edits.map((e) => e.to as number))} open`,
    );
  },

  explain: ({ system: s, a, f }) => {
    const d = sharingsOf({ system: s, a }).find((x) => x.about === f.about);
    return d
      ? {
          title: 'Farthest from an even split',
          formula: String.raw`\max_i \left| \frac{Q_i}{Q / n} - 1 \right|`,
          given: [
            given('Q', 'of them all', spreadOf(d).mean * d.ends.length, 'flow', ORIGIN.duty),
            given('n', 'ends', d.ends.length, 'count', ORIGIN.entered),
            ...d.ends.map((b, i) =>
              given(
                `Q_${i + 1}`,
                `to “${vesselOf(s, b.to).name}”`,
                b.flow,
                'flow',
                'solved together',
              ),
            ),
          ],
        }
      : null;
  },
});

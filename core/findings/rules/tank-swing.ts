import { HYDRAULIC_LIMITS } from '../../limits/index.ts';
import { given, litres, mm, ORIGIN, say, share } from '../../quantity/index.ts';
import { fishIn, vesselOf } from '../../system/index.ts';
import { adjustCrests, adjustFill, adjustWidth } from '../adjustments/index.ts';
import { PRACTICE, gradeWithin } from '../grade.ts';
import { defineRule, type Verdict } from '../rule.ts';
import { bedsFedFrom, floodOf, uncoveredFirst } from '../supply.ts';

const SWING_WISH = HYDRAULIC_LIMITS.swing;

const SWING_SUMP = HYDRAULIC_LIMITS.swingSump;

/** Least water for fish at the deepest flood: our own number. */
const FISH_DEPTH = 0.15;

/** A flood must leave the fish their water. */
export const tankSwingRule = defineRule({
  id: 'tank-swing',
  title: 'change of the tank level',
  stage: 'vessels',
  needsDay: false,

  judge: ({ system, a }) =>
    uncoveredFirst(a.balance.reserves).flatMap((r): Verdict[] => {
      if (fishIn(system, r.vessel).count === 0) return [];
      const v = vesselOf(system, r.vessel);
      const i = system.vessels.indexOf(v);
      const depth = a.balance.deepest[i]!.level;
      if (depth < FISH_DEPTH) {
        return [
          {
            about: v.id,
            level: 'stop' as const,
            measured: depth,
            limit: FISH_DEPTH,
            kind: 'length' as const,
            sentence: say`When the beds are full, the fish in “${v.name}” have only ${mm(depth)} of water.`,
            why: say`Fish need water to turn and hide in at every moment of the cycle. The limit of ${mm(FISH_DEPTH)} is our own.`,
            source: 'Our own number.',
          },
        ];
      }
      const swing = r.rest > 0 ? r.swing / r.rest : 1;
      const level = gradeWithin(swing, -Infinity, SWING_WISH);
      return [
        {
          about: v.id,
          level,
          measured: swing,
          limit: swing > SWING_SUMP ? SWING_SUMP : SWING_WISH,
          kind: 'share' as const,
          sentence:
            swing > SWING_SUMP
              ? say`Each flood takes ${share(swing)} of the fish’s water. Above ${share(SWING_SUMP)}, use a sump, smaller beds or beds that fill in turn.`
              : level === 'watch'
                ? say`Each flood takes ${share(swing)} of the fish’s water (${litres(r.swing)}). At most ${share(SWING_WISH)} is recommended.`
                : say`Each flood takes ${share(swing)} of the fish’s water (${litres(r.swing)}).`,
          why: say`A changing level changes temperature and oxygen and frightens fish. At most ${share(SWING_WISH)} is recommended, and up to ${share(SWING_SUMP)} is tolerated.`,
          source: PRACTICE,
        },
      ];
    }),

  adjustments: ({ system: s, a, f }) => [
    ...adjustFill(s, f.about, 1),
    ...adjustCrests(s, bedsFedFrom(s, a, f.about), -1),
    ...adjustWidth(s, f.about, 1, true),
  ],

  explain: ({ system: s, a, f }) => {
    const r = a.balance.reserves.find((x) => x.vessel === f.about);
    const i = s.vessels.findIndex((v) => v.id === f.about);
    if (!r) return null;
    const { rest, swing } = floodOf(r);
    return f.kind === 'length'
      ? {
          title: 'Water left for the fish',
          formula: String.raw`h(V_\mathrm{rest} - V_\mathrm{swing})`,
          given: [
            rest,
            swing,
            given('h', 'level then', a.balance.deepest[i]!.level, 'length', ORIGIN.shape),
          ],
        }
      : {
          title: 'Change of the tank level',
          formula: String.raw`\frac{V_\mathrm{swing}}{V_\mathrm{rest}}`,
          given: [swing, rest],
        };
  },
});

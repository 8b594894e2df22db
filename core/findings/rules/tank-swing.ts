import { HYDRAULIC_LIMITS } from '../../limits/index.ts';
import { given, litres, mm, ORIGIN, say, share } from '../../quantity/index.ts';
import { fishIn, vesselOf } from '../../system/index.ts';
import { adjustCrests, adjustFill, adjustWidth } from '../adjustments/index.ts';
import { PRACTICE, within } from '../grade.ts';
import { defineRule, type Verdict } from '../rule.ts';
import { bedsFedFrom, floodOf, uncoveredFirst } from '../supply.ts';

const SWING_WISH = HYDRAULIC_LIMITS.swing;

const SWING_SUMP = HYDRAULIC_LIMITS.swingSump;

/** Least water for fish at the deepest flood: our own number. */
const FISH_DEPTH = 0.15;

/** A flood must leave the fish their water. */
export const tankSwing = defineRule({
  id: 'tank-swing',
  title: 'tank swing',
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
            sentence: say`The fish in “${v.name}” are left ${mm(depth)} of water when the beds are full.`,
            why: say`Fish need water to turn and hide in at every moment of the cycle; less than ${mm(FISH_DEPTH)} is our own line.`,
            source: 'Our own number.',
          },
        ];
      }
      const swing = r.rest > 0 ? r.swing / r.rest : 1;
      const level = within(swing, -Infinity, SWING_WISH);
      return [
        {
          about: v.id,
          level,
          measured: swing,
          limit: swing > SWING_SUMP ? SWING_SUMP : SWING_WISH,
          kind: 'share' as const,
          sentence:
            swing > SWING_SUMP
              ? say`Each flood takes ${share(swing)} of the fish’s water; beyond ${share(SWING_SUMP)} a sump, smaller beds or beds that take turns are better.`
              : level === 'watch'
                ? say`Each flood takes ${share(swing)} of the fish’s water (${litres(r.swing)}); up to ${share(SWING_WISH)} is calm for them.`
                : say`Each flood takes ${share(swing)} of the fish’s water (${litres(r.swing)}).`,
          why: say`A level that rises and falls moves temperature and oxygen and frightens fish. Up to ${share(SWING_WISH)} is wished, up to ${share(SWING_SUMP)} is lived with.`,
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
          title: 'Swing of the tank',
          formula: String.raw`\frac{V_\mathrm{swing}}{V_\mathrm{rest}}`,
          given: [swing, rest],
        };
  },
});

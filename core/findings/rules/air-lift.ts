import { HYDRAULIC_LIMITS } from '../../limits/index.ts';
import { given, mm, ORIGIN, say, share } from '../../quantity/index.ts';
import { pumpedLines, vesselOf } from '../../system/index.ts';
import { adjustFill, adjustIntake, adjustLineEnd } from '../adjustments/index.ts';
import { PRACTICE } from '../grade.ts';
import { defineRule, type Verdict } from '../rule.ts';
import { lineOf } from '../supply.ts';

const SUBMERGED_WISH = HYDRAULIC_LIMITS.airLiftSubmerged;

/** Bubbles lift well where most of the tube stands in water. */
export const airLiftRule = defineRule({
  id: 'air-lift',
  title: 'air-lift',
  stage: 'lift',
  needsDay: false,

  judge: ({ system, a }) =>
    pumpedLines(system).flatMap((l): Verdict[] => {
      if (!l.pump.airLift) return [];
      const i = a.net.vessels.findIndex((v) => v.id === l.from);
      const depth = a.balance.rest[i]!.level - l.pump.intake;
      const lift =
        vesselOf(system, l.to).floor +
        l.end -
        (vesselOf(system, l.from).floor + a.balance.rest[i]!.level);
      const part = depth / (depth + Math.max(0, lift));
      const level = depth <= 0 ? 'stop' : part < SUBMERGED_WISH ? 'watch' : 'fine';
      return [
        {
          about: l.id,
          level,
          measured: part,
          limit: SUBMERGED_WISH,
          kind: 'share',
          sentence: say`The air-lift’s tube is ${share(Math.max(0, part))} under water: ${mm(Math.max(0, depth))} deep for a lift of ${mm(Math.max(0, lift))}.`,
          why: say`Bubbles make the water in the tube lighter than the water around it. The deeper the tube, the more it lifts. At least ${share(SUBMERGED_WISH)} under water is recommended. No box states this flow: measure it with a jug and enter it.`,
          source: PRACTICE,
        },
      ];
    }),

  adjustments: ({ system: s, f }) =>
    lineOf(s, f.about).flatMap((line) => [
      ...adjustIntake(s, line, -1),
      ...adjustLineEnd(s, line),
      ...adjustFill(s, line.from, 1),
    ]),

  explain: ({ system: s, a, f }) => {
    const line = pumpedLines(s).find((l) => l.id === f.about);
    if (!line) return null;
    const i = s.vessels.findIndex((v) => v.id === line.from);
    return {
      title: 'Share of the tube under water',
      formula: String.raw`\frac{h_u}{h_u + h_l}`,
      given: [
        given(
          'h_u',
          'under water',
          a.balance.rest[i]!.level - line.pump.intake,
          'length',
          ORIGIN.balance,
        ),
      ],
    };
  },
});

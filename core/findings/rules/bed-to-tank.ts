import { BED_TO_TANK } from '../../limits/index.ts';
import { bedToTankRatio, voidsToTankRatio } from '../../derived/balance.ts';
import { ratio, say } from '../../quantity/index.ts';
import { beds } from '../../system/index.ts';
import { adjustWidth } from '../adjustments/index.ts';
import { PRACTICE, gradeWithin } from '../grade.ts';
import { defineRule } from '../rule.ts';

/** Bed to tank, by the schools that compare gross volumes and the one that compares voids. */
export const bedToTankRule = defineRule({
  id: 'bed-to-tank',
  title: 'bed to tank',
  stage: 'vessels',
  needsDay: false,

  judge: (c) =>
    c.system.vessels.flatMap((tank) => {
      if (tank.role !== 'tank') return [];
      const sump = c.system.vessels.some((v) => v.role === 'sump');
      const most = sump ? 2 : 1;
      const r = bedToTankRatio.value(c, tank.id);
      const inVoids = voidsToTankRatio.value(c, tank.id);
      if (r === null || inVoids === null) return [];
      const level = gradeWithin(r, 0.5, 1.05 * most);
      return [
        {
          about: tank.id,
          level,
          measured: r,
          limit: r > most ? most : 0.5,
          kind: 'ratio' as const,
          sentence:
            level === 'fine'
              ? say`The bed to tank ratio is ${ratio(r)} by volume.`
              : r < 0.5
                ? say`The bed to tank ratio is ${ratio(r)} by volume. Stock the fish by the size of the bed, not of the tank.`
                : sump
                  ? say`The bed to tank ratio is ${ratio(r)} by volume. Even with a sump, ${ratio(BED_TO_TANK.withSump)} is the maximum.`
                  : say`The bed to tank ratio is ${ratio(r)} by volume. Above ${ratio(BED_TO_TANK.plain)}, add a sump that takes the change of level.`,
          why: say`One rule starts at ${ratio(BED_TO_TANK.plain)} and goes up to ${ratio(BED_TO_TANK.withSump)} with a sump and mature beds. Another compares the water in the flooded media with the tank: ${ratio(BED_TO_TANK.flooded[0])} to ${ratio(BED_TO_TANK.flooded[1])}, here ${ratio(inVoids)}. Small beds clean the water of fewer fish. Large beds take much of the tank’s water with each flood.`,
          source: `${PRACTICE} The schools disagree; both figures are shown.`,
        },
      ];
    }),

  adjustments: ({ system: s, f }) =>
    beds(s).flatMap((v) => adjustWidth(s, v.id, f.measured < f.limit ? 1 : -1)),

  explain: (c) => bedToTankRatio.explain(c, c.f.about),
});

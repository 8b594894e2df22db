import { stockingDensity } from '../../derived/index.ts';
import { MASS_PER_WATER } from '../../life/index.ts';
import { say, stocking } from '../../quantity/index.ts';
import { adjustWidth, fewerFish } from '../adjustments/index.ts';
import { defineRule } from '../rule.ts';

/** Fish mass in its water, by the school that compares both. */
export const fishInWaterRule = defineRule({
  id: 'stocking-density',
  title: 'fish in their water',
  stage: 'life',
  needsDay: false,

  judge: (c) =>
    c.system.vessels.flatMap((v) => {
      const density = stockingDensity.value(c, v.id);
      if (density === null) return [];
      const { beginner, guide } = MASS_PER_WATER;
      const level =
        density > 2 * guide
          ? ('stop' as const)
          : density > guide
            ? ('watch' as const)
            : ('fine' as const);
      return [
        {
          about: v.id,
          level,
          measured: density,
          limit: level === 'stop' ? 2 * guide : guide,
          kind: 'stocking' as const,
          sentence:
            level === 'fine'
              ? density > beginner
                ? say`“${v.name}” has ${stocking(density)} of fish. Start with at most ${stocking(beginner)}. Small units can go up to ${stocking(guide)}.`
                : say`“${v.name}” has ${stocking(density)} of fish. They have room to grow.`
              : say`“${v.name}” has ${stocking(density)} of fish. The maximum for a small unit is ${stocking(guide)}. Above it, any fault can kill fish within minutes.`,
          why: say`In less water, oxygen, ammonia and temperature change faster after a mistake.`,
          source:
            'FAO 589: 10 kg/m³ to begin with, 20 for small units, above only with aeration on a battery.',
        },
      ];
    }),

  adjustments: ({ system: s, f }) => [
    ...fewerFish(s, f.about),
    ...adjustWidth(s, f.about, 1, true),
  ],

  explain: (c) => stockingDensity.explain(c, c.f.about),
});

import { waterOf } from '../../assess/index.ts';
import { ALKALINITY_PER_N, lifeOf } from '../../life/index.ts';
import { ALKALINITY_RANGE } from '../../limits/index.ts';
import { given, hardness, say } from '../../quantity/index.ts';
import { careAdjustments } from '../adjustments/index.ts';
import { defineRule } from '../rule.ts';

const { floor: FLOOR, low: WISH } = ALKALINITY_RANGE;
/** Alkalinity that keeps the pH from crashing. */
export const alkalinityRule = defineRule({
  id: 'alkalinity',
  title: 'alkalinity',
  stage: 'life',
  needsDay: false,
  ofWater: true,

  judge: (c) => {
    const now = c.system.water.alkalinity;
    const life = lifeOf(c);
    const [first] = life.groups;
    if (now === null || !first) return [];
    const level = now < FLOOR ? 'stop' : now < WISH ? 'watch' : 'fine';
    return [
      {
        about: first.vessel,
        level,
        measured: now,
        limit: level === 'stop' ? FLOOR : WISH,
        kind: 'hardness',
        sentence:
          level === 'fine'
            ? say`Alkalinity is at ${hardness(now)}.`
            : say`Alkalinity is at ${hardness(now)}. Below ${hardness(FLOOR)} the pH can crash within days, because bacteria use alkalinity up.`,
        why: say`Bacteria use up ${String(ALKALINITY_PER_N)} times the weight of the ammonia nitrogen. Plants and denitrification give half of that back. ${hardness(WISH)} to ${hardness(ALKALINITY_RANGE.high)} is usual with fish and crops.`,
        source: 'Stoichiometry of nitrification; common practice.',
      },
    ];
  },

  adjustments: (c) => careAdjustments(c, ['alkalinity', 'ph']),

  explain: ({ system: s, a, f }) => ({
    title: 'Alkalinity',
    formula: String.raw`Alk \ge ${WISH}`,
    given: [
      given(
        'Alk',
        'alkalinity',
        f.measured,
        'hardness',
        s.water.alkalinity === null ? 'not measured' : 'last reading',
      ),
      given('V', 'water of the system', waterOf({ a }), 'volume', 'water balance'),
    ],
  }),
});

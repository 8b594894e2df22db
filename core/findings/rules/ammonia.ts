import { unionisedAmmonia } from '../../derived/index.ts';
import { lifeOf, tanAt } from '../../life/index.ts';
import { UNIONISED_LIMITS } from '../../limits/index.ts';
import { concentration, ph, say } from '../../quantity/index.ts';
import { careAdjustments } from '../adjustments/index.ts';
import { defineRule } from '../rule.ts';

/** Un-ionised ammonia by the last reading, at this pH and temperature. */
export const ammoniaRule = defineRule({
  id: 'ammonia',
  title: 'ammonia',
  stage: 'life',
  needsDay: false,
  ofWater: true,

  judge: (c) => {
    const now = unionisedAmmonia.value(c, '');
    const [group] = lifeOf(c).groups;
    if (now === null || !group) return [];
    const { caution, act, deadly } = UNIONISED_LIMITS;
    const level = now >= act ? 'stop' : now >= caution ? 'watch' : 'fine';
    const { ph: acidity, tan } = c.system.water;
    const safe = tanAt(caution, c.system.site.waterTemperature, acidity!);
    return [
      {
        about: group.vessel,
        level,
        measured: now,
        limit: level === 'stop' ? act : caution,
        kind: 'concentration',
        sentence:
          level === 'fine'
            ? say`Total ammonia is ${concentration(tan!)}. At pH ${ph(acidity!)}, ${concentration(now)} of it is un-ionised, which is safe.`
            : [
                ...say`Total ammonia is ${concentration(tan!)}. At pH ${ph(acidity!)}, ${concentration(now)} of it is un-ionised. Total ammonia up to ${concentration(safe)} would be safe.`,
                ...(now >= deadly ? [' This is deadly for many fish.'] : []),
              ],
        why: say`The same reading is harmless at low pH and deadly at high pH in warm water, because only the un-ionised part is toxic. As nitrogen: be careful at ${concentration(caution)}, act at ${concentration(act)}.`,
        source: 'Emerson and others (1975).',
      },
    ];
  },

  adjustments: (c) => careAdjustments(c, ['ammonia']),

  explain: (c) => unionisedAmmonia.explain(c, ''),
});

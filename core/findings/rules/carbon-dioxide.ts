import { freeCO2 } from '../../derived/index.ts';
import { lifeOf } from '../../life/index.ts';
import { carbonDioxideLimit } from '../../limits/index.ts';
import { concentration, say } from '../../quantity/index.ts';
import { defineRule } from '../rule.ts';

/** Free carbon dioxide by pH and alkalinity: aerate before the pH is touched. */
export const carbonDioxideRule = defineRule({
  id: 'carbon-dioxide',
  title: 'carbon dioxide',
  stage: 'life',
  needsDay: false,
  ofWater: true,

  judge: (c) => {
    const now = freeCO2.value(c, '');
    const { groups } = lifeOf(c);
    const [first] = groups;
    if (now === null || !first) return [];
    const limit = carbonDioxideLimit(groups.map((g) => g.kind));
    const level = now > limit ? 'watch' : 'fine';
    return [
      {
        about: first.vessel,
        level,
        measured: now,
        limit,
        kind: 'concentration',
        sentence:
          level === 'watch'
            ? say`The water holds ${concentration(now)} of free carbon dioxide. Above ${concentration(limit)} fish breathe hard. Add air first: a dose for this pH would be too much once the carbon dioxide is gone.`
            : say`The water holds ${concentration(now)} of free carbon dioxide.`,
        why: say`Carbon dioxide makes water acidic until aeration removes it.`,
        source: 'Plummer & Busenberg (1982); common practice, stricter for trout.',
      },
    ];
  },

  adjustments: () => [],
  explain: (c) => freeCO2.explain(c, ''),
});

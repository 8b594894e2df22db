import { given, ORIGIN, say, share } from '../../quantity/index.ts';
import { pumpedLines } from '../../system/index.ts';
import { cleanFilter } from '../adjustments/index.ts';
import { defineRule, type Verdict } from '../rule.ts';
import { lineOf } from '../supply.ts';

/** A filter that clogs takes the flow of all behind it. */
export const filterRule = defineRule({
  id: 'filter',
  title: 'filter',
  stage: 'lift',
  needsDay: false,

  judge: ({ system }) =>
    pumpedLines(system).flatMap((l): Verdict[] => {
      if (!l.filter) return [];
      const { clogging } = l.filter;
      const level = clogging > 0.6 ? 'watch' : 'fine';
      return [
        {
          about: l.id,
          level,
          measured: clogging,
          limit: 0.6,
          kind: 'share',
          sentence:
            level === 'watch'
              ? say`The filter of “${l.name}” is entered as ${share(clogging)} clogged. Rinse it in tank water.`
              : say`The filter of “${l.name}” is entered as ${share(clogging)} clogged.`,
          why: say`A clogged filter takes much of the pump’s head. Rinse it in tank water to save its bacteria: tap water kills them. The limit of ${share(0.6)} is our own.`,
          source: 'Our own number.',
        },
      ];
    }),

  adjustments: ({ system: s, f }) => lineOf(s, f.about).flatMap(cleanFilter),

  explain: ({ system: s, f }) => {
    const line = pumpedLines(s).find((l) => l.id === f.about);
    return line?.filter
      ? {
          title: 'How far the filter is clogged',
          formula: String.raw`K = \frac{K_0}{(1 - c)^2}`,
          given: [
            given('K_0', 'clean', line.filter.k, 'heads', ORIGIN.entered),
            given('c', 'clogged', line.filter.clogging, 'share', ORIGIN.entered),
          ],
          note: `Beyond 60 % is ${ORIGIN.practice}.`,
        }
      : null;
  },
});

import { given, ORIGIN, say } from '../../quantity/index.ts';
import { once } from '../adjustments/index.ts';
import { PRACTICE } from '../grade.ts';
import { defineRule } from '../rule.ts';

/** Beds held for work are easily left so. */
export const serviceRule = defineRule({
  id: 'service',
  title: 'beds held',
  stage: 'drain',
  needsDay: false,

  judge: ({ system }) =>
    system.service === null
      ? []
      : [
          {
            about: 'system',
            level: 'watch',
            measured: 1,
            limit: 0,
            kind: 'count',
            sentence:
              system.service === 'flooded'
                ? say`The beds are held flooded: the pumps run and the siphons get air. Resume normal running when you have planted.`
                : say`The beds are held drained: the pumps are off. Resume normal running before roots and bacteria dry out.`,
            why: say`In flooded beds roots and bacteria drown within hours. In drained beds they dry out and the fish get no clean water. All other findings describe this state while it lasts.`,
            source: PRACTICE,
          },
        ],

  adjustments: () => once('service-end', [{ at: 'service', to: null }], say`Resume normal running`),

  explain: () => ({
    title: 'Held for work',
    formula: String.raw`s = 1`,
    given: [given('s', 'beds held flooded or drained', 1, 'count', ORIGIN.entered)],
  }),
});

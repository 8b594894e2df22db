import { given, ORIGIN, say } from '../../quantity/index.ts';
import { once } from '../adjustments/index.ts';
import { PRACTICE } from '../grade.ts';
import { defineRule } from '../rule.ts';

/** Beds held for work are easily left so. */
export const service = defineRule({
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
                ? say`The beds are held flooded: pumps on, siphons given air. Let them run again when the planting is done.`
                : say`The beds are held drained: the pumps stand still. Let them run again before roots and bacteria dry.`,
            why: say`Held flooded, roots and bacteria drown within hours; held drained, they dry, and fish have no cleaned water. All other findings speak of this state while it lasts.`,
            source: PRACTICE,
          },
        ],

  adjustments: () =>
    once('service-end', [{ at: 'service', to: null }], say`Let the beds run again`),

  explain: () => ({
    title: 'Held for work',
    formula: String.raw`s = 1`,
    given: [given('s', 'beds held flooded or drained', 1, 'count', ORIGIN.entered)],
  }),
});

import { IRON_LIMITS } from '../limits/index.ts';
import { dose, given, say, type Phrase } from '../quantity/index.ts';
import { CHELATES } from '../catalogue/index.ts';
import { chelateFor } from '../treatment/index.ts';
import { powder } from './measures.ts';
import { asked, defineCalculator, known, n, choiceInput } from './calculator.ts';

const GRAMS_PER_TEASPOON = 3;

export const ironCalculator = defineCalculator({
  id: 'iron',
  title: 'Iron for fish water',
  question: 'How much iron do my plants need?',
  group: 'plants',
  words: 'pale yellow leaves chelate deficiency',
  concerns: 'fish',
  inputs: [
    choiceInput(
      'chelate',
      'With',
      CHELATES.map(({ id, name }) => ({ id, name })),
    ),
    asked('volume', 'Water in the system', 'volume', 0.5, [0.001, 50], 0.01),
    asked('target', 'Iron, as Fe', 'concentration', IRON_LIMITS.dose, [0.1, 5], 0.5),
    asked('ph', 'pH', 'ph', 6.8, [4, 10], 0.1),
  ],
  fill: (c, water) => known({ volume: water, ph: c.system.water.ph }),
  work: (v) => {
    const chelate = CHELATES.find((x) => x.id === v.chelate)!;
    const amount = chelateFor(n(v, 'target'), n(v, 'volume'), chelate.iron);
    const falls: Phrase[] =
      n(v, 'ph') > chelate.holds ? [say`At this pH it breaks down within days. Use EDDHA.`] : [];
    return {
      picture: {
        what: 'scale',
        label: `pH in which ${chelate.name} stays dissolved`,
        kind: 'ph',
        from: 5,
        to: 9,
        value: Math.min(9, Math.max(5, n(v, 'ph'))),
        zones: [
          { to: chelate.holds, level: 'fine' },
          { to: Infinity, level: 'stop' },
        ],
      },
      entry: { kind: 'dose', what: 'iron', mass: amount },
      results: [
        {
          key: 'dose',
          label: chelate.name,
          value: amount,
          kind: 'dose',
          measures: powder(amount, GRAMS_PER_TEASPOON),
          main: true,
        },
      ],
      steps: [
        say`Dissolve ${dose(amount)} in a jug and pour it in where the water moves. The water may turn red or brown for a day.`,
        ...falls,
        say`Repeat every three weeks in a new system, or when young leaves turn pale between green veins. The buffers supply potassium and calcium if you alternate them.`,
      ],
      wait: 21 * 86400,
      explained: {
        title: 'Chelate for iron',
        formula: String.raw`m = \frac{c \cdot V}{w}`,
        given: [
          given(
            'c',
            'iron to add',
            n(v, 'target'),
            'concentration',
            'UVI, cited from memory: 2 mg/L',
          ),
          given('V', 'water in the system', n(v, 'volume'), 'volume', 'entered'),
          given(
            'w',
            'iron in the chelate',
            chelate.iron,
            'share',
            'by type; your own label comes first',
          ),
        ],
      },
    };
  },
  treatments: ['iron'],
  caution:
    'Use chelated iron only. Rust and iron sulphate do not stay dissolved. Mixed supplements spoil within days, so mix only what you use.',
  source:
    'UVI, cited from memory: 2 mg/L Fe every three weeks; chelates by the pH to which they hold.',
});

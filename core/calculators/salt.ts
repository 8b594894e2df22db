import { SALT } from '../readings/index.ts';
import { CHLORIDE_RATIO, SALT_WAIT } from '../limits/index.ts';
import { KIT_SCALES, asNitrogen, saltAgainstNitrite, type KitScale } from '../life/index.ts';
import { concentration, dose, given, say, time } from '../quantity/index.ts';
import { powder } from './measures.ts';
import { asked, defineCalculator, known, n, choiceInput } from './calculator.ts';

const GRAMS_PER_TEASPOON = 6;

export const saltCalculator = defineCalculator({
  id: 'salt',
  title: 'Salt against nitrite',
  question: 'How much salt protects my fish from nitrite?',
  group: 'safe',
  words: 'chloride brown blood cycling',
  concerns: 'fish',
  inputs: [
    choiceInput(
      'scale',
      'The kit reads',
      (['n', 'no2'] as const).map((id) => ({ id, name: KIT_SCALES[id].name })),
    ),
    asked('nitrite', 'Nitrite', 'concentration', 1, [0, 50], 0.1),
    asked('chloride', 'Chloride in the water', 'concentration', 0, [0, 5000], 10),
    asked('volume', 'Water in the system', 'volume', 0.5, [0.001, 50], 0.01),
    asked(
      'ratio',
      'Chloride to nitrite nitrogen',
      'ratio',
      CHLORIDE_RATIO.aim,
      [CHLORIDE_RATIO.least, 40],
      5,
    ),
  ],
  fill: (c, water) =>
    known({
      scale: 'n',
      nitrite: c.system.water.nitrite,
      chloride: c.system.water.chloride,
      volume: water,
    }),
  work: (v) => {
    const nitrogen = asNitrogen(n(v, 'nitrite'), v.scale as KitScale);
    const strength = saltAgainstNitrite(nitrogen, n(v, 'chloride'), n(v, 'ratio'));
    const amount = (strength * n(v, 'volume')) / 1000;
    const most = CHLORIDE_RATIO.aim * 1.5;
    const has = nitrogen > 0 ? n(v, 'chloride') / nitrogen : 0;
    const shown = (ratio: number) => Math.min(most, ratio);
    return {
      picture: {
        what: 'scale',
        label: 'Chloride to nitrite nitrogen, with this salt',
        kind: 'ratio',
        from: 0,
        to: most,
        before: shown(has),
        value: nitrogen > 0 ? shown(Math.max(n(v, 'ratio'), has)) : CHLORIDE_RATIO.aim,
        zones: [
          { to: CHLORIDE_RATIO.least, level: 'stop' },
          { to: CHLORIDE_RATIO.aim, level: 'watch' },
          { to: Infinity, level: 'fine' },
        ],
      },
      ...(amount > 0 ? { entry: { kind: 'dose' as const, what: SALT, mass: amount } } : {}),
      results: [
        {
          key: 'salt',
          label: 'Plain salt',
          value: amount,
          kind: 'dose',
          measures: powder(amount, GRAMS_PER_TEASPOON),
          main: true,
        },
        { key: 'strength', label: 'In the water', value: strength, kind: 'concentration' },
        { key: 'nitrogen', label: 'Nitrite as N', value: nitrogen, kind: 'concentration' },
      ],
      steps:
        amount > 0
          ? [
              say`Dissolve ${dose(amount)} of salt without additives in a bucket. Pour it in over a day, a third at a time.`,
              say`Feed little and aerate. Test again in ${time(SALT_WAIT.test)}.`,
              say`Salt harms strawberries, beans and most leafy crops. Only a water change removes it.`,
            ]
          : [
              say`The chloride in the water protects the fish from ${concentration(nitrogen)} of nitrite nitrogen.`,
            ],
      wait: SALT_WAIT.test,
      explained: {
        title: 'Salt against nitrite',
        formula: String.raw`1.65\,(r \cdot NO_2\text{-}N - Cl^-)`,
        given: [
          given(
            'r',
            'chloride to nitrite nitrogen',
            n(v, 'ratio'),
            'ratio',
            'SRAC 462, cited from memory',
          ),
          given('N', 'nitrite, as N', nitrogen, 'concentration', 'entered'),
          given(
            String.raw`Cl^-`,
            'chloride in the water',
            n(v, 'chloride'),
            'concentration',
            'entered',
          ),
        ],
      },
    };
  },
  treatments: ['salt', 'change', 'aerate', 'stop-feeding', 'feed-less'],
  planned: { salt: 'salt' },
  caution:
    'Salt harms many crops and builds up. It protects the fish while the bacteria grow. It does not remove nitrite.',
  source: 'SRAC 462, cited from memory.',
});

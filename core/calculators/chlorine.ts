import { CHLORINE_LIMITS, CHLORINE_WAIT } from '../limits/index.ts';
import { DECHLORINATORS } from '../catalogue/index.ts';
import { dechlorinate, freedAmmonia, standingTime } from '../life/index.ts';
import { concentration, dose, given, litres, say, time } from '../quantity/index.ts';
import { asked, defineCalculator, known, n, choiceInput } from './calculator.ts';
import { dechlorinators } from '../system/index.ts';
import { powder } from './measures.ts';

const GRAMS_PER_TEASPOON = 4.5;

export const chlorineCalculator = defineCalculator({
  id: 'chlorine',
  title: 'Chlorine or chloramine',
  question: 'How do I remove chlorine from tap water?',
  group: 'safe',
  words: 'chloramine dechlorinate conditioner vitamin C new water',
  concerns: 'fish',
  inputs: [
    choiceInput('kind', 'The tap water has', [
      { id: 'chlorine', name: 'chlorine' },
      { id: 'chloramine', name: 'chloramine' },
    ]),
    asked('level', 'Total chlorine', 'concentration', 0.5, [0, 8], 0.1),
    asked('volume', 'New water', 'volume', 0.05, [0.001, 50], 0.005),
    asked('system', 'Water in the system', 'volume', 0.5, [0.001, 50], 0.01),
    choiceInput(
      'by',
      'Treated with',
      DECHLORINATORS.map((d) => ({ id: d.id, name: d.name })),
    ),
  ],
  fill: (c, water) =>
    known({
      kind: c.system.site.tap.chlorine === 'chloramine' ? 'chloramine' : 'chlorine',
      level: c.system.site.tap.chlorineLevel,
      volume: 7 * c.a.balance.dailyWaterUse,
      system: water,
    }),
  ownOf: (own) => ({ by: own.dechlorinators }),
  work: (v, own) => {
    const kind = v.kind as 'chlorine' | 'chloramine';
    const by = dechlorinators({ own }).find((d) => d.id === v.by)!;
    const amount = dechlorinate(by, n(v, 'level'), n(v, 'volume')) / 1000;
    const standingTimes = standingTime(kind, n(v, 'level'));
    const freed = freedAmmonia(
      kind,
      n(v, 'level'),
      n(v, 'volume') / (n(v, 'system') + n(v, 'volume')),
    );
    return {
      picture: {
        what: 'water',
        label: 'New water to treat',
        part: n(v, 'volume'),
        whole: n(v, 'system') + n(v, 'volume'),
      },
      entry: { kind: 'dose', what: by.id, mass: amount },
      results: [
        {
          key: 'dose',
          label: by.name,
          value: amount,
          kind: 'dose',
          measures: powder(amount, GRAMS_PER_TEASPOON),
          main: true,
        },
        ...(standingTimes
          ? [
              {
                key: 'stand_short',
                label: 'Or aerate it, at least',
                value: standingTimes[0],
                kind: 'time' as const,
              },
              {
                key: 'stand_long',
                label: 'and up to',
                value: standingTimes[1],
                kind: 'time' as const,
              },
            ]
          : []),
        {
          key: 'ammonia',
          label: 'Ammonia released into the system, as N',
          value: freed,
          kind: 'concentration',
        },
      ],
      steps: [
        say`Dissolve ${dose(amount)} of ${by.name} in the ${litres(n(v, 'volume'))} of new water, stir and wait five minutes.`,
        ...(kind === 'chloramine'
          ? [
              say`Chloramine does not leave when water stands. When it breaks down, it releases ammonia: ${concentration(freed)} as N in the system. A conditioner that also binds ammonia is safer. Follow its label.`,
            ]
          : standingTimes
            ? [
                say`Or aerate it. Half of the chlorine leaves in ${time(CHLORINE_WAIT.halfLife[0])} to ${time(CHLORINE_WAIT.halfLife[1])}, by depth and stirring. It falls to ${concentration(CHLORINE_LIMITS.target)} in ${time(standingTimes[0])} to ${time(standingTimes[1])}.`,
              ]
            : []),
        say`Check with a total chlorine test (DPD) that reads down to ${concentration(CHLORINE_LIMITS.proof)}. With a coarser strip, wait four more half-lives after it shows none. A free chlorine strip does not show chloramine.`,
      ],
      wait: 300,
      explained: {
        title: 'Dose against chlorine',
        formula: String.raw`m = k \cdot c \cdot V`,
        given: [
          given('k', 'g per g of chlorine', by.perChlorine, 'plain', by.source),
          given('c', 'total chlorine', n(v, 'level'), 'concentration', 'entered'),
          given('V', 'new water', n(v, 'volume'), 'volume', 'entered'),
        ],
      },
    };
  },
  treatments: ['dechlorinate'],
  caution: 'Hundredths of a mg/L harm fish gills. Treat new water before it goes in, not after.',
  source:
    'USDA Forest Service (2005); molar masses. Criteria 0.019 mg/L acute, 0.011 chronic, cited from memory.',
});

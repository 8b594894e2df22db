import { FISH } from '../catalogue/index.ts';
import { feedOf, pelletFor, proteinOf, rationShare, tanFromFeed } from '../life/index.ts';
import { given, say, share, temperature } from '../quantity/index.ts';
import { fishKinds } from '../system/index.ts';
import { asked, defineCalculator, known, n, choiceInput } from './calculator.ts';

export const feedTodayCalculator = defineCalculator({
  id: 'feed',
  title: 'Feed of the day',
  question: 'How much do I feed today?',
  group: 'fish',
  words: 'ration pellets grams meal protein',
  concerns: 'fish',
  inputs: [
    choiceInput(
      'kind',
      'Fish',
      FISH.map((k) => ({ id: k.id, name: k.name })),
    ),
    asked('count', 'How many', 'count', 14, [1, 100000], 1),
    asked('mass', 'Mass of one fish', 'mass', 0.06, [0.00005, 20], 0.005),
    asked('temperature', 'Water', 'temperature', 20, [1, 40], 1),
    asked('meals', 'Meals a day', 'count', 2, [1, 8], 1),
  ],
  fill: (c) => {
    const fish = c.system.fish[0];
    return known({
      kind: fish?.kind,
      count: fish?.count,
      mass: fish?.meanMass,
      temperature: c.system.site.waterTemperature,
    });
  },
  ownOf: (own) => ({ kind: own.fish }),
  work: (v, own) => {
    const kind = fishKinds({ own }).find((k) => k.id === v.kind)!;
    const group = {
      id: 'x',
      vessel: 'x',
      kind: kind.id,
      count: n(v, 'count'),
      meanMass: n(v, 'mass'),
      ration: null,
      protein: null,
    };
    const grams = feedOf(group, kind, n(v, 'temperature'));
    const pellet = pelletFor(n(v, 'mass'));
    const each = grams / n(v, 'meals');
    return {
      picture: {
        what: 'scale',
        label: `Water of ${kind.name}`,
        kind: 'temperature',
        from: kind.survives[0],
        to: kind.survives[1],
        value: Math.min(kind.survives[1], Math.max(kind.survives[0], n(v, 'temperature'))),
        zones: [
          { to: kind.stopsFeeding, level: 'stop' },
          { to: kind.best[0], level: 'watch' },
          { to: kind.best[1], level: 'fine' },
          { to: Infinity, level: 'watch' },
        ],
      },
      ...(grams > 0 ? { entry: { kind: 'feed' as const, mass: grams / 1000 } } : {}),
      results: [
        { key: 'feed', label: 'Feed a day', value: grams / 1000, kind: 'dose', main: true },
        { key: 'meal', label: 'Each meal', value: each / 1000, kind: 'dose' },
        {
          key: 'pellets',
          label: 'Pellets a day',
          value: Math.round(grams / pellet.grams),
          kind: 'count',
        },
        { key: 'pellet', label: 'Pellet size', value: pellet.diameter / 1000, kind: 'bore' },
        {
          key: 'tan',
          label: 'Ammonia produced, as N',
          value: tanFromFeed(grams, proteinOf(group, kind)) / 1000,
          kind: 'dose',
        },
      ],
      steps:
        grams > 0
          ? [
              say`Give only what they eat in five minutes and remove the rest. Stop when they leave feed.`,
              say`${share(rationShare(kind, n(v, 'mass'), n(v, 'temperature')))} of their mass a day at this size and temperature.`,
            ]
          : [
              say`At ${temperature(n(v, 'temperature'))} ${kind.name} do not eat. Do not feed them.`,
            ],
      wait: 86400,
      explained: {
        title: 'Feed of a day',
        formula: String.raw`F = n \cdot m \cdot r(m, t)`,
        given: [
          given('n', 'fish', n(v, 'count'), 'count', 'entered'),
          given('m', 'mass of one', n(v, 'mass'), 'mass', 'entered'),
          given(
            'r',
            'of their mass a day',
            rationShare(kind, n(v, 'mass'), n(v, 'temperature')),
            'share',
            'by mass and temperature',
          ),
        ],
      },
    };
  },
  treatments: ['stop-feeding', 'feed-less'],
  planned: { feed: 'feed' },
  caution:
    'A new bed can process little feed. Start with a quarter until ammonia and nitrite stay low.',
  source:
    'Farming practice: fry 5–10 % of their mass a day, 5–50 g 3–5 %, over 50 g 1–2 %; less in the cold.',
});

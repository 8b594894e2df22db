import { HYDRAULIC_LIMITS } from '../../limits/index.ts';
import { given, litres, ORIGIN, say, share, time } from '../../quantity/index.ts';
import { fishIn, vesselOf } from '../../system/index.ts';
import { adjustIntake } from '../adjustments/index.ts';
import { atLeast } from '../grade.ts';
import { defineRule } from '../rule.ts';
import { lineOf } from '../supply.ts';

const LOOSE_WISH = HYDRAULIC_LIMITS.looseOfRest;

const LOOSE_STOP = HYDRAULIC_LIMITS.looseStop;

/** If the delivery comes off, the intake's height decides what the fish keep. */
export const looseDeliveryRule = defineRule({
  id: 'loose-delivery',
  title: 'loose delivery',
  stage: 'lift',
  needsDay: false,

  judge: ({ system, a }) =>
    a.loose.flatMap((l) => {
      if (fishIn(system, l.vessel).count === 0) return [];
      const v = vesselOf(system, l.vessel);
      const level = atLeast(l.shareLeft, LOOSE_STOP, LOOSE_WISH);
      return [
        {
          about: l.pump,
          level,
          measured: l.shareLeft,
          limit: level === 'stop' ? LOOSE_STOP : LOOSE_WISH,
          kind: 'share' as const,
          sentence:
            level === 'fine'
              ? say`If the delivery pipe comes off, ${share(l.shareLeft)} of the water in “${v.name}” is left for the fish.`
              : say`If the delivery pipe comes off, ${share(l.shareLeft)} of the water in “${v.name}” is left for the fish. ${litres(l.lost)} are on the floor within ${time(l.time)}.`,
          why: say`If the delivery pipe comes off, the pump empties the tank down to its intake. A higher pump leaves more water for the fish. ${share(LOOSE_WISH)} of the tank is our own number.`,
          source: 'Our own number: 40 % of the tank.',
        },
      ];
    }),

  adjustments: ({ system: s, f }) => lineOf(s, f.about).flatMap((line) => adjustIntake(s, line, 1)),

  explain: ({ a, f }) => {
    const l = a.loose.find((x) => x.pump === f.about);
    return l
      ? {
          title: 'Water left if the delivery pipe comes off',
          formula: String.raw`\frac{V_\mathrm{left}}{V_\mathrm{left} + V_\mathrm{lost}}`,
          given: [
            given(String.raw`V_\mathrm{left}`, 'under the intake', l.left, 'volume', ORIGIN.shape),
            given(String.raw`V_\mathrm{lost}`, 'on the floor', l.lost, 'volume', ORIGIN.balance),
            given('t', 'until it draws air', l.time, 'time', 'the pump’s flow as the tank falls'),
          ],
        }
      : null;
  },
});

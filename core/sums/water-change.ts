import { changesTo } from '../treatment/index.ts';
import { CHANGE_LIMITS, CHANGE_WAIT, TEMPERATURE_LIMITS } from '../limits/index.ts';
import { concentration, given, litres, say, share, time } from '../quantity/index.ts';
import { asked, defineSum, known, n } from './sum.ts';

export const waterChange = defineSum({
  id: 'water-change',
  title: 'Change of water',
  concerns: 'both',
  inputs: [
    asked('volume', 'Water in the system', 'volume', 0.5, [0.001, 50], 0.01),
    asked('now', 'In it now', 'concentration', 80, [0, 5000], 1),
    asked('target', 'To come down to', 'concentration', 40, [0, 5000], 1),
    asked('incoming', 'In the new water', 'concentration', 0, [0, 5000], 1),
    asked('most', 'Most at once', 'share', CHANGE_LIMITS.usual, [0.05, 1], 0.05),
  ],
  fill: (c, water) => known({ volume: water, now: c.system.water.nitrate }),
  work: (v) => {
    const c = changesTo(n(v, 'now'), n(v, 'target'), n(v, 'incoming'), n(v, 'most'));
    if (!c)
      return say`The new water holds ${concentration(n(v, 'incoming'))}, no less than ${concentration(n(v, 'target'))}: changing does not bring it there. Look for other water, or more plants.`;
    const each = c.share * n(v, 'volume');
    return {
      results: [
        { key: 'each', label: 'Each change', value: each, kind: 'volume', main: true },
        { key: 'times', label: 'Times', value: c.times, kind: 'count' },
        { key: 'share', label: 'Of the water', value: c.share, kind: 'share' },
        {
          key: 'after',
          label: 'After the last',
          value: c.after.at(-1) ?? n(v, 'now'),
          kind: 'concentration',
        },
      ],
      steps:
        c.times === 0
          ? [say`It is there already.`]
          : c.after.map((x, i) =>
              i === 0
                ? say`Change ${litres(each)} (${share(c.share)}): down to ${concentration(x)}.`
                : say`${time(CHANGE_WAIT.calm)} later the same again: down to ${concentration(x)}.`,
            ),
      wait: CHANGE_WAIT.calm,
      explained: {
        title: 'Partial change of water',
        formula: String.raw`f = \frac{C - C^*}{C - C_\mathrm{in}}`,
        given: [
          given('C', 'in it now', n(v, 'now'), 'concentration', 'entered'),
          given('C^*', 'to come down to', n(v, 'target'), 'concentration', 'entered'),
          given(
            String.raw`C_\mathrm{in}`,
            'in the new water',
            n(v, 'incoming'),
            'concentration',
            'entered',
          ),
        ],
      },
    };
  },
  treatments: ['change', 'dechlorinate'],
  caution: `Treated water, within ${TEMPERATURE_LIMITS.within} °C of the old; no more than a third to a half at once with fish. Unplug pump and heater first.`,
  source: 'Mass balance of a mixed vessel.',
});

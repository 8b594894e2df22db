import { changesTo } from '../treatment/index.ts';
import { CHANGE_LIMITS, CHANGE_WAIT, TEMPERATURE_LIMITS } from '../limits/index.ts';
import { concentration, degrees, given, litres, say, share, time } from '../quantity/index.ts';
import { asked, defineCalculator, known, n } from './calculator.ts';

export const waterChangeCalculator = defineCalculator({
  id: 'water-change',
  title: 'Water change',
  question: 'How much water do I change?',
  group: 'correct',
  words: 'nitrate dilute partial litres',
  concerns: 'both',
  inputs: [
    asked('volume', 'Water in the system', 'volume', 0.5, [0.001, 50], 0.01),
    asked('now', 'Level now', 'concentration', 80, [0, 5000], 1),
    asked('target', 'Level wanted', 'concentration', 40, [0, 5000], 1),
    asked('incoming', 'Level in the new water', 'concentration', 0, [0, 5000], 1),
    asked('most', 'Most in one change', 'share', CHANGE_LIMITS.usual, [0.05, 1], 0.05),
  ],
  fill: (c, water) => known({ volume: water, now: c.system.water.nitrate }),
  work: (v) => {
    const c = changesTo(n(v, 'now'), n(v, 'target'), n(v, 'incoming'), n(v, 'most'));
    if (!c)
      return say`The new water has ${concentration(n(v, 'incoming'))} itself, so a change cannot reach ${concentration(n(v, 'target'))}. Use other water, or more plants.`;
    const each = c.share * n(v, 'volume');
    return {
      picture: { what: 'water', label: 'Each change', part: each, whole: n(v, 'volume') },
      ...(each > 0 ? { entry: { kind: 'water-change' as const, volume: each } } : {}),
      results: [
        { key: 'each', label: 'Each change', value: each, kind: 'volume', main: true },
        { key: 'times', label: 'Times', value: c.times, kind: 'count' },
        { key: 'share', label: 'Share of the water', value: c.share, kind: 'share' },
        {
          key: 'after',
          label: 'Level after the last change',
          value: c.after.at(-1) ?? n(v, 'now'),
          kind: 'concentration',
        },
      ],
      steps:
        c.times === 0
          ? [say`The level is reached already.`]
          : c.after.map((x, i) =>
              i === 0
                ? say`Change ${litres(each)} (${share(c.share)}). The level falls to ${concentration(x)}.`
                : say`${time(CHANGE_WAIT.calm)} later, change the same amount again. The level falls to ${concentration(x)}.`,
            ),
      wait: CHANGE_WAIT.calm,
      explained: {
        title: 'Partial change of water',
        formula: String.raw`f = \frac{C - C^*}{C - C_\mathrm{in}}`,
        given: [
          given('C', 'level now', n(v, 'now'), 'concentration', 'entered'),
          given('C^*', 'level wanted', n(v, 'target'), 'concentration', 'entered'),
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
  caution: say`Use treated water within ${degrees(TEMPERATURE_LIMITS.within)} of the old. With fish, change at most a third to a half at once. Unplug pump and heater first.`,
  source: 'Mass balance of a mixed vessel.',
});

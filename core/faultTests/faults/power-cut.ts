import { adjustFill, adjustHeight } from '../../findings/adjustments/index.ts';
import { pumpsOf } from '../../network/steady.ts';
import { formatDuration } from '../../quantity/index.ts';
import { pumpedLines } from '../../system/index.ts';
import { defineFault } from '../definition.ts';
import { withoutPower } from '../injections.ts';
import { addCheckValve } from '../remedies.ts';
import { HOUR } from '../severity.ts';

/** The mains fail for some hours; then all runs again by itself. */
export const powerCut = defineFault({
  id: 'power-cut',

  instances: ({ net, how }) =>
    pumpsOf(net).length
      ? [
          {
            about: 'system',
            name: `Power cut of ${formatDuration(how.powerCut)}`,
            inject: withoutPower,
            lasts: how.powerCut,
            follow: how.powerCut + 4 * HOUR,
          },
        ]
      : [],

  remedies: ({ system: s, faultTest: { outcome } }) => [
    ...(outcome.where
      ? [...adjustFill(s, outcome.where, -1), ...adjustHeight(s, outcome.where)]
      : []),
    ...pumpedLines(s).flatMap(addCheckValve),
  ],
});

import { adjustFill, adjustIntake } from '../../findings/adjustments/index.ts';
import { waterUseOf } from '../../network/waterUse.ts';
import { DAY } from '../../network/types.ts';
import { formatDuration } from '../../quantity/index.ts';
import { pumpedLines } from '../../system/index.ts';
import { defineFault } from '../definition.ts';
import { pumpedStores } from '../remedies.ts';

/** Plants and air take water, and nobody gives any back. */
export const topUpForgotten = defineFault({
  id: 'top-up-forgotten',

  instances: ({ system, how }) => [
    {
      about: 'system',
      name: `No top-up for ${formatDuration(how.forgotten)}`,
      inject: (n) => ({
        ...n,
        vessels: n.vessels.map((v, i) => ({
          ...v,
          waterUse: v.waterUse || waterUseOf(system, n, i, v.initial) / DAY,
        })),
      }),
      follow: how.forgotten,
      creeps: true,
    },
  ],

  remedies: ({ system: s }) => [
    ...pumpedStores(s).flatMap((v) => adjustFill(s, v, 1)),
    ...pumpedLines(s).flatMap((l) => adjustIntake(s, l, -1)),
  ],
});

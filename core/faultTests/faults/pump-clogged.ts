import { adjustCrest, adjustFill } from '../../findings/adjustments/index.ts';
import { pumpsOf } from '../../network/steady.ts';
import { pumpedLines } from '../../system/index.ts';
import { defineFault } from '../definition.ts';
import { onlyPump } from '../injections.ts';
import { pumpedStores } from '../remedies.ts';
import { percent } from '../severity.ts';

/** A pump's inlet fills with dirt and its flow falls. */
export const pumpClogged = defineFault({
  id: 'pump-clogged',

  instances: ({ net, how }) =>
    pumpsOf(net)
      .filter((p) => p.steady === null)
      .map((p) => ({
        about: p.id,
        name: `The pump of “${p.name}” clogs to ${percent(1 - how.pumpClogged)} %`,
        inject: onlyPump(p.lead, (x) => ({
          ...x,
          figures: { ...x.figures, wear: 1 - (1 - x.figures.wear) * (1 - how.pumpClogged) },
        })),
      })),

  remedies: ({ system: s }) => [
    ...pumpedStores(s).flatMap((v) => adjustFill(s, v, 1)),
    ...pumpedLines(s).flatMap((l) => adjustCrest(s, l.to, -1)),
  ],
});

import { pumpsOf } from '../../network/steady.ts';
import { defineFault } from '../definition.ts';
import { withoutPump } from '../injections.ts';

/** One pump stops for good. No change of the design brings it back: a spare on the shelf does. */
export const pumpFails = defineFault({
  id: 'pump-fails',

  instances: ({ net }) =>
    pumpsOf(net).map((p) => ({
      about: p.id,
      name: `The pump of “${p.name}” fails`,
      inject: (n) => withoutPump(n, p.lead),
    })),

  remedies: () => [],
});

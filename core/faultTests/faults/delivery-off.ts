import { adjustIntake } from '../../findings/adjustments/index.ts';
import { lineOf } from '../../findings/supply.ts';
import { pumpsOf } from '../../network/steady.ts';
import { defineFault } from '../definition.ts';
import { looseAt } from '../injections.ts';

/** A hose slips off: all that the pump lifts lands on the floor. */
export const deliveryOff = defineFault({
  id: 'delivery-off',

  instances: ({ net }) =>
    pumpsOf(net)
      .filter((p) => p.steady === null)
      .map((p) => ({
        about: p.id,
        name: `“${p.name}” comes off at its highest point`,
        inject: (n) => looseAt(n, p.lead),
        loses: 'loose-end' as const,
      })),

  remedies: ({ system: s, faultTest }) =>
    lineOf(s, faultTest.about).flatMap((l) => adjustIntake(s, l, 1)),
});

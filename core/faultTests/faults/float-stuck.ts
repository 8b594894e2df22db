import { empties, pumpsOf } from '../../network/steady.ts';
import type { FloatPath } from '../../network/types.ts';
import { defineFault, type Instance } from '../definition.ts';
import { onlyPath, onlyPump } from '../injections.ts';
import { lessInflow } from '../remedies.ts';

/** A float switch or a float valve stays as it is. */
export const floatStuck = defineFault({
  id: 'float-stuck',

  instances: ({ net }) => [
    ...pumpsOf(net).flatMap((p): Instance[] => {
      if (!p.float) return [];
      const { float } = p;
      return [
        {
          about: p.id,
          name: `The float switch of “${p.name}” gets stuck and the pump does not stop`,
          inject: onlyPump(p.lead, (x) => ({ ...x, float: null })),
        },
        ...(empties(p)
          ? [
              {
                about: `${p.id}-off`,
                part: p.id,
                name: `The float switch of “${p.name}” gets stuck and the pump does not start`,
                inject: onlyPump(p.lead, (x) => ({
                  ...x,
                  float: { ...float, on: 1e3, off: 1e3 - 1 },
                })),
              },
            ]
          : []),
      ];
    }),
    ...net.paths.flatMap((p): Instance[] =>
      p.kind === 'float'
        ? [
            {
              about: p.id,
              name: `“${p.name}” gets stuck open`,
              inject: onlyPath<FloatPath>(p.id, (v) => ({ ...v, stuck: 1 })),
            },
            {
              about: `${p.id}-shut`,
              part: p.id,
              name: `“${p.name}” gets stuck closed`,
              inject: onlyPath<FloatPath>(p.id, (v) => ({ ...v, stuck: 0 })),
            },
          ]
        : [],
    ),
  ],

  remedies: lessInflow,
});

import type { DrainPath, LinkPath } from '../../network/types.ts';
import { defineFault } from '../definition.ts';
import { behindClogged, onlyPath, startingSiphons } from '../injections.ts';
import { moreOutlets } from '../remedies.ts';

/** Roots and leaves lie before a siphon's guard, or before the screen of a joining pipe. */
export const guardClogged = defineFault({
  id: 'guard-clogged',

  instances: ({ net }) => [
    ...startingSiphons(net).map((p) => ({
      about: p.id,
      name: `The guard of “${p.name}” clogs`,
      inject: onlyPath<DrainPath>(p.id, behindClogged),
    })),
    ...net.paths.flatMap((p) =>
      p.kind === 'link'
        ? [
            {
              about: p.id,
              name: `The screen of “${p.name}” clogs`,
              inject: onlyPath<LinkPath>(p.id, behindClogged),
            },
          ]
        : [],
    ),
  ],

  remedies: moreOutlets,
});

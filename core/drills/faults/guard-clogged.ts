import type { DrainPath, LinkPath } from '../../network/types.ts';
import { defineFault } from '../definition.ts';
import { behindClogged, onlyPath } from '../injections.ts';
import { moreOutlets } from '../remedies.ts';
import { siphonsIn } from '../siphons.ts';

/** Roots and leaves lie before a siphon's guard, or before the screen of a joining pipe. */
export const guardClogged = defineFault({
  id: 'guard-clogged',

  instances: ({ net }) => [
    ...siphonsIn(net).map(([p, i]) => ({
      about: p.id,
      name: `The guard of “${p.name}” clogs`,
      inject: onlyPath<DrainPath>(i, behindClogged),
    })),
    ...net.paths.flatMap((p, i) =>
      p.kind === 'link'
        ? [
            {
              about: p.id,
              name: `The screen of “${p.name}” clogs`,
              inject: onlyPath<LinkPath>(i, behindClogged),
            },
          ]
        : [],
    ),
  ],

  remedies: moreOutlets,
});

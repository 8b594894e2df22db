import type { DrainPath } from '../../network/types.ts';
import { defineFault } from '../definition.ts';
import { onlyPath } from '../injections.ts';
import { moreOutlets } from '../remedies.ts';
import { siphonsIn } from '../siphons.ts';

/** Water trickles over the crest and the pipe never runs full. */
export const siphonNeverStarts = defineFault({
  id: 'siphon-never-starts',

  instances: ({ net }) =>
    siphonsIn(net).map(([p, i]) => ({
      about: p.id,
      name: `“${p.name}” never starts`,
      inject: onlyPath<DrainPath>(i, (d) => ({ ...d, prime: null })),
    })),

  remedies: moreOutlets,
});

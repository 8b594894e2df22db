import type { DrainPath } from '../../network/types.ts';
import { defineFault } from '../definition.ts';
import { onlyPath, startingSiphons } from '../injections.ts';
import { moreOutlets } from '../remedies.ts';

/** Water trickles over the crest and the pipe never runs full. */
export const siphonNeverStarts = defineFault({
  id: 'siphon-never-starts',

  instances: ({ net }) =>
    startingSiphons(net).map((p) => ({
      about: p.id,
      name: `“${p.name}” never starts`,
      inject: onlyPath<DrainPath>(p.id, (d) => ({ ...d, prime: null })),
    })),

  remedies: moreOutlets,
});

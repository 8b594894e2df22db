import { blockDrain } from '../../day/faults/blockedDrain.ts';
import type { DrainPath, Network } from '../../network/types.ts';
import { defineFault } from '../definition.ts';
import { moreOutlets } from '../remedies.ts';
import { percent } from '../severity.ts';

/** Whether a drain is the lowest outlet of what it stands in: blocking a spare one proves nothing. */
const isMain = (net: Network, p: DrainPath): boolean => {
  const group = net.vessels[p.from]!.joined;
  const z = (d: DrainPath) => net.vessels[d.from]!.floorZ + d.crest;
  return net.paths.every(
    (x) => x.kind !== 'drain' || !group.includes(x.from) || z(x) >= z(p) - 1e-9,
  );
};

/** The drain that all water takes is shut, wholly or in part. */
export const drainBlocked = defineFault({
  id: 'drain-blocked',

  instances: ({ net, how }) =>
    net.paths.flatMap((p) =>
      p.kind === 'drain' && isMain(net, p)
        ? [
            {
              about: p.id,
              name:
                how.drainBlocked < 1
                  ? `“${p.name}” is blocked to ${percent(how.drainBlocked)} %`
                  : `“${p.name}” is blocked`,
              inject: (n: Network) => blockDrain(n, p.id, 1 - how.drainBlocked),
            },
          ]
        : [],
    ),

  remedies: moreOutlets,
});

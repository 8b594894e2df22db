import { adjustFill, adjustIntake } from '../../findings/adjustments/index.ts';
import { DAY, type Network } from '../../network/types.ts';
import { pumpedLines, type SystemDocument } from '../../system/index.ts';
import { defineFault } from '../definition.ts';
import { pumpedStores } from '../remedies.ts';

/** The vessel whose leak is tested: the one with fish, else the one that holds most; −1 where all are beds. */
function leaking(s: SystemDocument, net: Network): number {
  const fish = s.vessels.findIndex((v) => s.fish.some((f) => f.vessel === v.id && f.count > 0));
  if (fish >= 0) return fish;
  let most = -1;
  net.vessels.forEach((v, i) => {
    if (!v.bed && (most < 0 || v.initial > net.vessels[most]!.initial)) most = i;
  });
  return most;
}

/** A seam or a bulkhead drips. */
export const leak = defineFault({
  id: 'leak',

  instances: ({ system, net, how }) => {
    const i = leaking(system, net);
    return i < 0
      ? []
      : [
          {
            about: net.vessels[i]!.id,
            name: `“${net.vessels[i]!.name}” leaks ${Math.round(how.leak * 3.6e7) / 10} L an hour`,
            inject: (n: Network) => ({
              ...n,
              vessels: n.vessels.map((v, k) =>
                k === i ? { ...v, waterUse: v.waterUse + how.leak } : v,
              ),
            }),
            creeps: true,
            loses: 'leak' as const,
            follow: DAY,
          },
        ];
  },

  remedies: ({ system: s }) => [
    ...pumpedStores(s).flatMap((v) => adjustFill(s, v, 1)),
    ...pumpedLines(s).flatMap((l) => adjustIntake(s, l, 1)),
  ],
});

import { adjustValve } from '../../findings/adjustments.ts';
import type { DrainPath } from '../../network/types.ts';
import { pumpedLines, targetsOf } from '../../system/index.ts';
import { defineFault } from '../definition.ts';
import { onlyPath } from '../injections.ts';
import { siphonsIn } from '../siphons.ts';

/** The siphon hangs at its break and the bed never floods again. */
export const siphonNeverStops = defineFault({
  id: 'siphon-never-stops',

  instances: ({ net }) =>
    siphonsIn(net).map(([p, i]) => ({
      about: p.id,
      name: `“${p.name}” never stops`,
      inject: onlyPath<DrainPath>(i, (d) => ({
        ...d,
        hangs: d.prime!.breakLevel,
        prime: { ...d.prime!, breakLevel: -1 },
      })),
    })),

  remedies: ({ system: s, drill }) => {
    const drain = s.paths.find((p) => p.id === drill.about);
    return drain
      ? pumpedLines(s)
          .filter((l) => targetsOf(l).includes(drain.from))
          .flatMap((l) => adjustValve(s, l, -1))
      : [];
  },
});

import { adjustValve } from '../../findings/adjustments/index.ts';
import type { DrainPath } from '../../network/types.ts';
import { linesInto } from '../../findings/supply.ts';
import { defineFault } from '../definition.ts';
import { onlyPath, startingSiphons } from '../injections.ts';

/** The siphon stalls at its break and the bed never floods again. */
export const siphonNeverStops = defineFault({
  id: 'siphon-never-stops',

  instances: ({ net }) =>
    startingSiphons(net).map((p) => ({
      about: p.id,
      name: `“${p.name}” never stops`,
      inject: onlyPath<DrainPath>(p.id, (d) => ({
        ...d,
        stallLevel: d.prime!.breakLevel,
        prime: { ...d.prime!, breakLevel: -1 },
      })),
    })),

  remedies: ({ system: s, faultTest }) => {
    const drain = s.paths.find((p) => p.id === faultTest.about);
    return drain ? linesInto(s, drain.from).flatMap((l) => adjustValve(s, l, -1)) : [];
  },
});

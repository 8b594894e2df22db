import type { Network } from '../../network/types.ts';
import type { SystemDocument } from '../../system/index.ts';
import { defineFault } from '../definition.ts';
import { shutEnd } from '../injections.ts';

const hasValve = (s: SystemDocument, id: string): boolean =>
  s.paths.some(
    (p) =>
      p.kind === 'pumped-line' &&
      ((p.id === id && p.valve !== null) ||
        p.branches.some((b) => b.id === id && b.valve !== null)),
  );

/** A tap is knocked shut, or shut for work and forgotten. */
export const valveShut = defineFault({
  id: 'valve-shut',

  instances: ({ system, net }) =>
    net.paths.flatMap((p, i) =>
      p.kind === 'pump' && p.steady === null && hasValve(system, p.id)
        ? [
            {
              about: p.id,
              name: `The tap of “${p.name}” is knocked shut`,
              inject: (n: Network) => shutEnd(n, i),
            },
          ]
        : [],
    ),

  remedies: () => [],
});

import type { Network } from '../../network/types.ts';
import type { SystemDocument } from '../../system/index.ts';
import { defineFault } from '../definition.ts';
import { shutEnd } from '../injections.ts';

/** The line whose end has a tap; nothing where it has none. */
const tapped = (s: SystemDocument, end: string) =>
  s.paths.find(
    (p) =>
      p.kind === 'pumped-line' &&
      ((p.id === end && p.valve !== null) ||
        p.branches.some((b) => b.id === end && b.valve !== null)),
  );

/** A tap is knocked shut, or shut for work and forgotten. */
export const valveShut = defineFault({
  id: 'valve-shut',

  instances: ({ system, net }) =>
    net.paths.flatMap((p, i) => {
      const line = p.kind === 'pump' && p.steady === null ? tapped(system, p.id) : undefined;
      return line
        ? [
            {
              about: p.id,
              part: line.id,
              name: `The valve of “${p.name}” is closed by accident`,
              inject: (n: Network) => shutEnd(n, i),
            },
          ]
        : [];
    }),

  remedies: () => [],
});

import type { Network } from '../network/types.ts';
import type { Exposed, Instance } from './definition.ts';

/** Every timer of a system, stuck: with other spans in the place of its own. */
export const stuckTimers = ({ net }: Exposed, how: 'on' | 'off'): Instance[] => {
  const timed = net.controls.filter((c) => c.spans !== null);
  const spans = how === 'on' ? null : [];
  return net.controls.flatMap((c, i): Instance[] => {
    if (c.spans === null) return [];
    const line = net.paths.find((p) => p.kind === 'pump' && p.control === i)?.name ?? '';
    const name = timed.length > 1 ? `The timer of “${line}”` : 'The timer';
    return [
      {
        about: c.id,
        name: `${name} sticks ${how}`,
        inject: (n: Network) => ({
          ...n,
          controls: n.controls.map((x, k) => (k === i ? { ...x, spans } : x)),
        }),
      },
    ];
  });
};

import type { CubicMetres, Seconds } from '../../quantity/si.ts';
import type { Network } from '../../network/types.ts';
import { simulate } from '../simulate.ts';

/** What a drain that is shut does in a day. */
export interface BlockedDrain {
  readonly drain: string;
  readonly bed: string;
  /** On the floor by midnight; what else spilled is in it. */
  readonly spilled: CubicMetres;
  /** From the bed's first drop over its rim; nothing where none runs over. */
  readonly overAt: Seconds | null;
  /** Least water left in the vessel that feeds the bed. */
  readonly left: CubicMetres;
  /** From the first drop over the rim until the pump draws air; nothing where it never does. */
  readonly untilDry: Seconds | null;
}

/** The network with a drain shut to a share of itself; holes beside it stay open. */
export const blockDrain = (net: Network, drain: string, open = 0): Network => ({
  ...net,
  paths: net.paths.map((p) => (p.kind === 'drain' && p.id === drain ? { ...p, open } : p)),
});

/**
 * A drain clogged from midnight on, simulated for a day from rest.
 *
 * @returns nothing where there is no such drain
 */
export function testBlockedDrain(net: Network, drain: string): BlockedDrain | null {
  const path = net.paths.find((p) => p.kind === 'drain' && p.id === drain);
  if (!path) return null;
  const trace = simulate(blockDrain(net, drain));
  const bed = net.vessels[path.from]!.id;
  const over = trace.events.find((e) => e.kind === 'rim-over' && e.where === bed);
  const pump = net.paths.find((p) => p.kind === 'pump' && p.to === path.from);
  const source = pump?.from ?? path.to;
  const n = net.vessels.length;
  let left = Infinity;
  for (let r = 0; r < trace.rows; r++) left = Math.min(left, trace.volumes[r * n + source]!);
  const dry = trace.events.find((e) => e.kind === 'pump-dry' && e.where === pump?.id);
  return {
    drain,
    bed,
    spilled: trace.spilled,
    overAt: over?.t ?? null,
    left,
    untilDry: over && dry && dry.t > over.t ? dry.t - over.t : null,
  };
}

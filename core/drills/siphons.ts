import type { DrainPath, Network } from '../network/types.ts';

/** The siphons of a network that can start, each with its place among the paths. */
export const siphonsIn = (net: Network): (readonly [DrainPath, number])[] =>
  net.paths.flatMap((p, i) => (p.kind === 'drain' && p.siphon && p.prime ? [[p, i] as const] : []));

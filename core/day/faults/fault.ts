import type { Seconds } from '../../quantity/si.ts';
import type { Network } from '../../network/types.ts';

/** A fault as the day meets it: a change of its network from a moment on. */
export interface Fault {
  /** Unique in a system, such as `drain-blocked/siphon`. */
  readonly id: string;
  readonly kind: string;
  /** Id of the path, control or vessel that it strikes; “system” where it strikes all. */
  readonly about: string;
  /** The path or vessel that hands put it right at, where `about` is an end of it or a way in which it fails. */
  readonly part?: string;
  readonly name: string;
  /** The network with the fault in it; vessels and paths keep their places. */
  readonly inject: (net: Network) => Network;
  /** After this it is mended by itself, as a power cut is; nothing where it stays. */
  readonly lasts: Seconds | null;
  /** How long it is followed from the moment it strikes. */
  readonly follow: Seconds;
  /** It creeps: there is no moment at which it strikes worst. */
  readonly creeps?: boolean;
  /** How water is lost with it other than over a rim: what vessels lose, or all that a pump lifts. */
  readonly loses?: 'leak' | 'loose-end';
  /** How many more parts of the system are like the one it strikes. */
  readonly alike?: number;
}

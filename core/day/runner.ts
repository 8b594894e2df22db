import type { CubicMetres, CubicMetresPerSecond, Metres } from '../quantity/si.ts';
import type { Network } from '../network/types.ts';

/** Modes of a network at a moment: what is switched, dry, primed. One number a path, control, line or vessel. */
export interface Modes {
  readonly on: Uint8Array;
  readonly dry: Uint8Array;
  /** Drains that run full; and pumps that have got over their line's peak. */
  readonly primed: Uint8Array;
  /** Lines full of water, and lines running empty. */
  readonly full: Uint8Array;
  readonly emptying: Uint8Array;
  /** Pumps that their float switch holds still. */
  readonly held: Uint8Array;
  /** Vessels that stand above their rim. */
  readonly over: Uint8Array;
}

/** A pumped line that empties when its pump stops: a store of its own. */
export interface LineStorage {
  /** Index of its pump's path. */
  readonly pump: number;
  readonly from: number;
  readonly to: number;
  readonly volume: CubicMetres;
  /** Rate at which its own water runs back, for the level in the vessel at its end. */
  readonly back: (end: Metres) => CubicMetresPerSecond;
}

/**
 * Works out the flow of a path at the levels of all vessels above their floors, and writes it in the path's
 * place, m³/s. Arrays go in and out because a number handed over would have to be wrapped a million times.
 */
export type PathFlow = (levels: Float64Array, out: Float64Array) => void;
/** Flow of a drain over its crest from the levels at its ends, m³/s. */
export type SpillFlow = (from: Metres, to: Metres) => number;

/** A network made ready to run: each path's flow as a function with its tables inside. */
export interface Runner {
  readonly net: Network;
  readonly modes: Modes;
  readonly flows: readonly PathFlow[];
  /** For drains that can run full: the flow over the crest while they do not. */
  readonly spill: readonly (SpillFlow | null)[];
  readonly rims: readonly ((level: Metres) => number)[];
  readonly lines: readonly LineStorage[];
  /** Index into {@link lines} of a pump's path, else −1. */
  readonly lineOf: Int32Array;
  /** Whether a pump gives water now, if its line lets it: switched on, covered, over its peak. */
  readonly gives: (pump: number) => boolean;
  /** Where each path's water goes: a vessel, or −1 for the floor. */
  readonly sinks: Int32Array;
  /** Level of the receiving vessel up to which each path's flow does not mind it. */
  readonly tailwaterFrom: Float64Array;
}

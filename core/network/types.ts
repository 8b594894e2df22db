import type {
  Celsius,
  CubicMetres,
  CubicMetresPerSecond,
  Metres,
  Seconds,
  Share,
  Watts,
} from '../quantity/si.ts';
import type { PipeRun } from '../water/pipe.ts';
import type { PumpFigures } from '../water/pump.ts';
import type { StartRange } from '../water/siphon.ts';
import type { StageStorage } from '../water/vessel.ts';

/** A vessel as the simulation needs it. Heights marked z are above the ground, others above its floor. */
export interface NetVessel {
  readonly id: string;
  readonly name: string;
  readonly floorZ: Metres;
  readonly height: Metres;
  readonly storage: StageStorage;
  /** Drainable voids of its main medium, as measurements corrected them; 1 where it holds none. */
  readonly voids: Share;
  /** Water at rest, as filled. */
  readonly initial: CubicMetres;
  readonly rimWidth: Metres;
  /** Index of the vessel that catches what runs over the rim; −1 is the floor. */
  readonly rimTo: number;
  readonly bed: boolean;
  /** Lowest crest of its drains: the flood height; nothing where no drain stands in it. */
  readonly floodLevel: Metres | null;
  /** Vessels joined under their floors, this one among them, by index: they rise and fall together. */
  readonly joined: readonly number[];
  /** Goes into the air and into plants while there is water in it, m³/s. */
  readonly waterUse: CubicMetresPerSecond;
}

interface PathBase {
  readonly id: string;
  readonly name: string;
  readonly from: number;
  readonly to: number;
}

/** Pump and line. Delivers by its duty point while on and covered. */
export interface PumpPath extends PathBase {
  readonly kind: 'pump';
  readonly control: number;
  readonly figures: PumpFigures;
  readonly line: PipeRun;
  /** Intake above the source's floor, and the level that covers it safely again. */
  readonly intake: Metres;
  readonly cover: Metres;
  /** The line's open end, and what the pump lifts to while it runs: the end, or a vented peak. */
  readonly endZ: Metres;
  readonly topZ: Metres;
  /** Peak without a vent: the pump must reach it once, then the down leg fills and helps. */
  readonly startZ: Metres | null;
  /** Water that an empty line takes up before any arrives; 0 where a check valve keeps it full. */
  readonly lineVolume: CubicMetres;
  readonly power: Watts;
  /** Index of the path that stands for the pump: its own, or the first delivery's where it is a branch. */
  readonly lead: number;
  /** Index into the network's manifolds; −1 where the line has one end. */
  readonly manifold: number;
  /** Off its end, in a fault test: what it delivers lands on the floor. */
  readonly loose: boolean;
  /** Loss of its tap, in velocity heads of the line: what is turned off, not what the pipe eats. */
  readonly tapK: number;
  /** An air-lift's flow as measured, m³/s; null for a pump with a curve. */
  readonly steady: CubicMetresPerSecond | null;
  /** Float switch: starts and stops it at levels of a vessel. */
  readonly float: { readonly vessel: number; readonly on: Metres; readonly off: Metres } | null;
}

/** One delivery of a branched line. */
export interface Outlet {
  /** Index of its path. */
  readonly path: number;
  /** Header from the tee before; nothing at the first tee. */
  readonly header: PipeRun | null;
  /** From its tee to its end, exit included. */
  readonly own: PipeRun;
}

/** A pumped line with several ends: common pipe to the first tee, then tee after tee. */
export interface Manifold {
  readonly lead: number;
  readonly trunk: PipeRun;
  readonly outlets: readonly Outlet[];
}

/** What makes a drain run full, and how it runs then. */
export interface Prime {
  readonly start: StartRange;
  readonly breakLevel: Metres;
  /** Share of the full pipe flow while running. */
  readonly efficiency: number;
}

/** Open standpipe or siphon: spills over its crest; runs full between priming and its break. */
export interface DrainPath extends PathBase {
  readonly kind: 'drain';
  /** How water enters it while it does not run full: over a ring's edge, or into a lying pipe. */
  readonly entry: 'ring' | 'round';
  readonly crest: Metres;
  readonly mouth: Metres;
  readonly bore: Metres;
  readonly pipe: PipeRun;
  readonly outletZ: Metres;
  readonly prime: Prime | null;
  readonly siphon: boolean;
  /** Share that is not blocked; 1 unless a fault test says otherwise. */
  readonly open: Share;
  /** In a fault test, the level at which a running siphon that does not stop stalls and draws air with the water; else null. */
  readonly stallLevel: Metres | null;
}

/** A round hole in a standpipe, a wall or a floor. */
export interface HolePath extends PathBase {
  readonly kind: 'hole';
  readonly level: Metres;
  readonly diameter: Metres;
  /** In the floor, where the whole level presses. */
  readonly inFloor: boolean;
}

/** Open pipe between two vessels; its flow is negative when it runs from `to` to `from`. */
export interface LinkPath extends PathBase {
  readonly kind: 'link';
  /** What the water must stand above to leave each vessel: the pipe's lower edge, or the floor over it. */
  readonly sillFrom: Metres;
  readonly sillTo: Metres;
  /** How water enters it at either end: through the vessel's floor over the ring of its mouth, or from the side. */
  readonly entryFrom: 'floor' | 'side';
  readonly entryTo: 'floor' | 'side';
  readonly bore: Metres;
  readonly pipe: PipeRun;
}

/** Valve that a float closes as the level rises to its mark. */
export interface FloatPath extends PathBase {
  readonly kind: 'float';
  readonly level: Metres;
  /** Where it lets out, above the ground. */
  readonly outletZ: Metres;
  readonly pipe: PipeRun;
  /** Stuck open, or shut, in a fault test; null when it works. */
  readonly stuck: Share | null;
}

/** Lower end of a channel with a film in it. */
export interface FilmPath extends PathBase {
  readonly kind: 'film';
  readonly width: Metres;
  readonly slope: Share;
}

/** Drip from felt: in proportion to what it holds over what stays. */
export interface SeepPath extends PathBase {
  readonly kind: 'seep';
  readonly level: Metres;
  /** Flow for each metre above that level, m²/s. */
  readonly perMetre: number;
}

/** Return through a stopped pump, from the delivery's end down to the source. */
export interface BackPath extends PathBase {
  readonly kind: 'back';
  /** Index of the pump path whose line this is. */
  readonly pump: number;
  readonly endZ: Metres;
  readonly intakeZ: Metres;
  readonly line: PipeRun;
}

export type NetPath =
  PumpPath | DrainPath | HolePath | BackPath | LinkPath | FloatPath | FilmPath | SeepPath;

/**
 * When a pump is switched on, as spans of its period, which repeats from 00:00 of the first day; an empty list
 * is never, null is always.
 */
export interface NetControl {
  readonly id: string;
  readonly spans: readonly (readonly [Seconds, Seconds])[] | null;
  /** A day for programs; for an interval timer one run and one pause, whatever the clock says. */
  readonly period: Seconds;
}

/** Vessels and water paths with solved coefficients; plain data, all a simulation needs. */
export interface Network {
  readonly temperature: Celsius;
  readonly vessels: readonly NetVessel[];
  readonly paths: readonly NetPath[];
  readonly controls: readonly NetControl[];
  readonly manifolds: readonly Manifold[];
}

export const DAY: Seconds = 86400;
/** Added to a pump's intake against drawing air, m. */
export const AIR_MARGIN: Metres = 0.025;
/** Loss of the standing impeller when water runs back through a stopped pump, velocity heads. */
export const STANDING_IMPELLER_K = 10;
/** Height over which the end of a back-running line is uncovered, m. */
export const UNCOVER: Metres = 0.002;

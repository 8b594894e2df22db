import type { Celsius, CubicMetres, Metres, Seconds, Share, Watts } from '../quantity/si.ts';
import type { PipeRun } from '../water/pipe.ts';
import type { PumpFigures } from '../water/pump.ts';
import type { StartRange } from '../water/siphon.ts';
import type { Storage } from '../water/vessel.ts';

/** A vessel as the simulation needs it. Heights marked z are above the ground, others above its floor. */
export interface NetVessel {
  readonly id: string;
  readonly name: string;
  readonly floorZ: Metres;
  readonly height: Metres;
  readonly room: Storage;
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
  readonly crest: Metres;
  readonly mouth: Metres;
  readonly bore: Metres;
  readonly pipe: PipeRun;
  readonly outletZ: Metres;
  readonly prime: Prime | null;
  readonly siphon: boolean;
  /** Share that is not blocked; 1 unless a drill says otherwise. */
  readonly open: Share;
}

/** A round hole in a standpipe's side. */
export interface HolePath extends PathBase {
  readonly kind: 'hole';
  readonly level: Metres;
  readonly diameter: Metres;
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

export type NetPath = PumpPath | DrainPath | HolePath | BackPath;

/** When a pump is switched on, as spans of the day; an empty list is never, null is always. */
export interface NetControl {
  readonly id: string;
  readonly spans: readonly (readonly [Seconds, Seconds])[] | null;
}

/** Vessels and water paths with solved coefficients; plain data, all a simulation needs. */
export interface Network {
  readonly temperature: Celsius;
  readonly vessels: readonly NetVessel[];
  readonly paths: readonly NetPath[];
  readonly controls: readonly NetControl[];
}

export const DAY: Seconds = 86400;
/** Added to a pump's intake against drawing air, m. */
export const AIR_MARGIN: Metres = 0.025;
/** Loss of the standing impeller when water runs back through a stopped pump, velocity heads. */
export const STANDING_IMPELLER_K = 10;
/** Height over which the end of a back-running line is uncovered, m. */
export const UNCOVER: Metres = 0.002;

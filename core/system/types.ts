import type {
  Celsius,
  CubicMetres,
  CubicMetresPerSecond,
  Kilograms,
  Metres,
  Seconds,
  Share,
  Watts,
} from '../quantity/si.ts';
import type { Shape } from '../water/shape.ts';

/** The version of the document that this program writes. */
export const DOCUMENT_VERSION = 3;
export const DOCUMENT_KIND = 'mizuna-system';

/**
 * What a vessel is for. Fish live in a tank; a reservoir holds solution; a sump takes the swing. Beds
 * are flooded; a raft floats on water of steady depth; a channel carries a film; felt on a wall is
 * wetted from above; a tray keeps pots wet from below. A box stands in the line: for a siphon or floats.
 */
export type Role =
  'tank' | 'reservoir' | 'sump' | 'bed' | 'raft' | 'channel' | 'felt' | 'tray' | 'box';

export interface Media {
  /** Catalogue id of the medium. */
  medium: string;
  /** Height of the media's top above the vessel's floor. */
  top: Metres;
  /** Drainable voids measured by bucket and jug; null takes the table. */
  voids: Share | null;
  /** Share of the voids lost to roots and solids, 0–0.25. */
  clogging: Share;
  /** Other media under it, from the floor up, each to its top. */
  layers: MediaLayer[];
}

/** A layer of another medium under the main one, such as coarse gravel around a drain. */
export interface MediaLayer {
  id: string;
  medium: string;
  top: Metres;
  voids: Share | null;
}

/** Pots that stand on the floor of a bed or tray; the same for all of them. */
export interface Pots {
  medium: string;
  count: number;
  /** Mean outside diameter. */
  diameter: Metres;
  height: Metres;
  voids: Share | null;
}

/** What grows in a plant site, as far as its thirst goes. */
export interface Planting {
  /** Water use of a day over the planted area. */
  dailyUse: Metres;
  /** Depth of the roots now. */
  rooting: Metres;
  /** Footprint of the root zone ÷ crop area: 1 in a full bed, less in pots and blocks. */
  rootShare: Share;
}

export interface Vessel {
  id: string;
  name: string;
  role: Role;
  shape: Shape;
  /** How many like it stand side by side, joined so that they fill as one; the shape is that of one. */
  count: number;
  /** Height of the inside floor above the ground. */
  floor: Metres;
  /** Water poured into this vessel, as it stands with the pumps off for long. */
  fill: CubicMetres;
  /** Covered against evaporation and light. */
  lid: boolean;
  emptyMass: Kilograms;
  /** Vessel that catches what runs over the rim; null means the floor. */
  rimTo: string | null;
  media: Media | null;
  pots: Pots | null;
  plants: Planting | null;
  /** Legs that it stands on; 0 where it lies flat on what carries it. */
  legs: number;
}

export interface Pump {
  /** Height of the intake above the floor of the vessel it stands in. */
  intake: Metres;
  maxHead: Metres;
  maxFlow: CubicMetresPerSecond;
  /** Points of the curve on the box, [flow, head]; null uses the two figures. */
  points: [CubicMetresPerSecond, Metres][] | null;
  wear: Share;
  power: Watts;
  /** An air-lift: bubbles carry the water up. It gives the greatest flow, as measured, or nothing. */
  airLift: boolean;
}

interface PathBase {
  id: string;
  name: string;
  from: string;
  to: string;
}

interface PipedPath extends PathBase {
  /** Catalogue id of the pipe or hose, for its name and roughness. */
  pipe: string;
  bore: Metres;
  /** Pipe beyond the plain rise or fall: level runs and detours. */
  run: Metres;
}

/** Holes drilled along the end of a pipe, which is closed. */
export interface Pinholes {
  count: number;
  diameter: Metres;
}

/** A further delivery of a pumped line, from a tee on its way. The line's own end is the first. */
export interface Branch {
  id: string;
  to: string;
  pipe: string;
  bore: Metres;
  /** Header pipe from the tee before it to its own tee. */
  along: Metres;
  /** Pipe from its tee to its end. */
  run: Metres;
  end: Metres;
  valve: Share | null;
  pinholes: Pinholes | null;
}

export interface PumpedLine extends PipedPath {
  kind: 'pumped-line';
  pump: Pump;
  fittings: { fitting: string; count: number }[];
  /** Ball valve's handle angle ÷ 90°; null where there is no valve. */
  valve: Share | null;
  /** Inner diameter of the narrowest barb; null where the bore is clear. */
  barb: Metres | null;
  /** Height of the delivery's end above the floor of the vessel it feeds. */
  end: Metres;
  /** The line's highest point above the floor of the vessel it feeds, where that is above its end. */
  peak: { height: Metres; vented: boolean } | null;
  /** Holds the water in the line when the pump stops. */
  checkValve: boolean;
  control: string;
  /** The line ends closed and gives through these; null where its end is open. */
  pinholes: Pinholes | null;
  /** A narrowing at its end that draws air into the stream. */
  venturi: { throat: Metres } | null;
  /** A filter in the line: its loss clean, in velocity heads, and the share of it that is clogged. */
  filter: { k: number; clogging: Share } | null;
  /**
   * A float switch that stops the pump while its timer would run it. Filling, it starts below `on` and
   * stops above `off`; emptying, `on` stands above `off`. Levels of the vessel it floats in.
   */
  float: { vessel: string; on: Metres; off: Metres } | null;
  branches: Branch[];
}

export interface Standpipe extends PipedPath {
  kind: 'standpipe';
  crest: Metres;
  mouth: Metres;
  /** From the vessel's floor down to the open end of the drop pipe. */
  drop: Metres;
  elbows: number;
  vented: boolean;
  /** A sleeve leads the water in from the vessel's floor, so that solids leave with it. */
  fromBottom: boolean;
  weep: { height: Metres; diameter: Metres } | null;
}

export interface BellSiphon extends PipedPath {
  kind: 'bell-siphon';
  crest: Metres;
  mouth: Metres;
  mouthOutside: Metres;
  bellBore: Metres;
  gap: Metres;
  notches: { count: number; width: Metres };
  breakHeight: Metres;
  guard: { diameter: Metres; slotArea: number } | null;
  drop: Metres;
  elbows: number;
  /** An elbow or a water lock at the outlet, which helps it start. */
  waterLock: boolean;
  /** Share of the full-pipe flow while running. */
  efficiency: Share;
}

/** A pipe that rises out of the bed and falls again. */
export interface LoopSiphon extends PipedPath {
  kind: 'loop-siphon';
  /** Inside bottom of the loop's top. */
  crest: Metres;
  /** Its inlet's height: where it draws air. */
  breakHeight: Metres;
  drop: Metres;
  elbows: number;
  efficiency: Share;
}

/** An open pipe between two vessels; water goes either way. */
export interface Link extends PipedPath {
  kind: 'link';
  /** Bottom of the pipe above the floor of `from`; below zero where it runs under the floors. */
  height: Metres;
  elbows: number;
  /** Open share of the screen or guard before it; null where there is none. */
  screen: Share | null;
}

/** A valve that a float closes as the level rises to its mark; fed by gravity. */
export interface FloatValve extends PipedPath {
  kind: 'float-valve';
  /** Level at which it is shut. */
  level: Metres;
  /** Bore of the seat. */
  seat: Metres;
}

/** A round hole that stays open, in the side or in the floor. */
export interface OpenHole extends PathBase {
  kind: 'hole';
  /** Its lower edge above the floor; 0 is in the floor. */
  height: Metres;
  diameter: Metres;
}

/** The lower end of a channel in which a film runs. */
export interface OpenEnd extends PathBase {
  kind: 'open-end';
  /** Fall ÷ length. */
  slope: Share;
}

/** What drips from the foot of wetted felt. */
export interface Seep extends PathBase {
  kind: 'seep';
  /** Water that stays in the felt when it has stopped dripping. */
  held: CubicMetres;
  /** From the pump's stop until it only drips: a twentieth is left to come. */
  drainDown: Seconds;
}

/** A drain with a crest: it takes what stands above. */
export type Drain = Standpipe | BellSiphon | LoopSiphon;
export type Siphon = BellSiphon | LoopSiphon;
export type WaterPath = PumpedLine | Drain | Link | FloatValve | OpenHole | OpenEnd | Seep;

/** A timer that is in no catalogue: its smallest step, and its most programs a day. */
export interface OwnTimer {
  step: Seconds;
  programs: number | null;
}

export type Control =
  | { id: string; kind: 'always-on' }
  | {
      id: string;
      kind: 'interval';
      device: string;
      own: OwnTimer | null;
      on: Seconds;
      off: Seconds;
    }
  | {
      id: string;
      kind: 'programs';
      device: string;
      own: OwnTimer | null;
      rows: { start: Seconds; on: Seconds }[];
    };

export interface Site {
  waterTemperature: Celsius;
  airTemperature: Celsius;
  humidity: Share;
  airSpeed: number;
  /** What the floor carries, kg/m², where it is known. */
  floorLoad: number | null;
  /** Outlet behind a residual-current device: yes, no, or not known. */
  outletProtected: boolean | null;
  /** Degrees north of the equator, for the length of the day; null where lamps or no plan rule it. */
  latitude: number | null;
  /** Lamps on in a day; null in daylight. */
  lampTime: Seconds | null;
}

export interface Fish {
  id: string;
  vessel: string;
  count: number;
  meanMass: Kilograms;
}

/** What a grower measured; it overrides the table or the box. */
export type Measurement =
  | { id: string; kind: 'flow'; path: string; flow: CubicMetresPerSecond }
  | { id: string; kind: 'fill-time'; vessel: string; time: Seconds }
  | { id: string; kind: 'drain-time'; vessel: string; time: Seconds }
  | { id: string; kind: 'bore'; path: string; bore: Metres }
  | { id: string; kind: 'starting-flow'; path: string; flow: CubicMetresPerSecond };

/** A grower's system: the only thing that is stored, undone and exported. SI units throughout. */
export interface SystemDocument {
  kind: typeof DOCUMENT_KIND;
  version: number;
  id: string;
  name: string;
  layout: string;
  site: Site;
  vessels: Vessel[];
  paths: WaterPath[];
  controls: Control[];
  fish: Fish[];
  measurements: Measurement[];
  /** Beds held flooded (drains held shut, pumps on) or drained (pumps off) for work on them. */
  service: 'flooded' | 'drained' | null;
}

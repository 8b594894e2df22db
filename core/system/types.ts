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
export const DOCUMENT_VERSION = 2;
export const DOCUMENT_KIND = 'mizuna-system';

/** What a vessel is for. Fish live in a tank; a reservoir holds solution; beds are flooded. */
export type Role = 'tank' | 'reservoir' | 'bed';

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

export interface Vessel {
  id: string;
  name: string;
  role: Role;
  shape: Shape;
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
}

interface PathBase {
  id: string;
  name: string;
  from: string;
  to: string;
  /** Catalogue id of the pipe or hose, for its name and roughness. */
  pipe: string;
  bore: Metres;
  /** Pipe beyond the plain rise or fall: level runs and detours. */
  run: Metres;
}

export interface PumpedLine extends PathBase {
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
}

export interface Standpipe extends PathBase {
  kind: 'standpipe';
  crest: Metres;
  mouth: Metres;
  /** From the vessel's floor down to the open end of the drop pipe. */
  drop: Metres;
  elbows: number;
  vented: boolean;
  weep: { height: Metres; diameter: Metres } | null;
}

export interface BellSiphon extends PathBase {
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

export type WaterPath = PumpedLine | Standpipe | BellSiphon;

export type Control =
  | { id: string; kind: 'always-on' }
  | { id: string; kind: 'interval'; device: string; on: Seconds; off: Seconds }
  | { id: string; kind: 'programs'; device: string; rows: { start: Seconds; on: Seconds }[] };

export interface Site {
  waterTemperature: Celsius;
  airTemperature: Celsius;
  humidity: Share;
  airSpeed: number;
  /** What the floor carries, kg/m², where it is known. */
  floorLoad: number | null;
  /** Outlet behind a residual-current device: yes, no, or not known. */
  outletProtected: boolean | null;
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
}

import type {
  AirPump,
  CropKind,
  Dechlorinator,
  FishKind,
  Heater,
  Lamp,
  Programme,
} from '../catalogue/index.ts';
import type {
  Celsius,
  CubicMetres,
  CubicMetresPerSecond,
  GramsPerCubicMetre,
  Kilograms,
  Metres,
  Seconds,
  Share,
  SiemensPerMetre,
  Watts,
} from '../quantity/si.ts';
import type { Shape } from '../water/shape.ts';

/** The version of the document that this program writes. */
export const DOCUMENT_VERSION = 9;
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

/** Where the system stands. */
export const PLACE_KINDS = ['indoor', 'glasshouse', 'balcony', 'open'] as const;
export type PlaceKind = (typeof PLACE_KINDS)[number];

/** What the floor is made of. */
export const FLOOR_KINDS = ['earth', 'slab', 'timber', 'balcony', 'roof'] as const;
export type FloorKind = (typeof FLOOR_KINDS)[number];

export const CHLORINE_KINDS = ['none', 'chlorine', 'chloramine'] as const;
export type ChlorineKind = (typeof CHLORINE_KINDS)[number];

/** Twelve monthly means, January first. */
export type Monthly = readonly Celsius[];

/** The place: what it carries, how warm and light it is, its power and its water. Null is “not known”. */
export interface Site {
  kind: PlaceKind;
  /** The water and the air now: what the day is worked out with. */
  waterTemperature: Celsius;
  airTemperature: Celsius;
  humidity: Share;
  airSpeed: number;
  /** What the floor carries, kg/m², where it is known. */
  floorLoad: number | null;
  floor: FloorKind | null;
  /** Outlet behind a residual-current device: yes, no, or not known. */
  outletProtected: boolean | null;
  /** Degrees north of the equator, for the length of the day; null where lamps or no plan rule it. */
  latitude: number | null;
  /** Lamps on in a day; null in daylight. */
  lampTime: Seconds | null;
  altitude: Metres;
  /** Air outside, by day and by night; and of the room or the house. */
  outside: { day: Monthly; night: Monthly } | null;
  room: Monthly | null;
  sun: {
    /** Compass direction of the open side, degrees from north; null where it is open all round. */
    facing: number | null;
    /** Most hours of direct sun in a day. */
    hours: Seconds | null;
    /** Share of the light that shade cloth, trees or walls take. */
    shade: Share;
    /** Share of the light that glass or film lets through; 1 in the open. */
    glazing: Share;
  };
  power: {
    /** Lowest socket or connection above the ground. */
    height: Metres | null;
    lowVoltage: boolean | null;
    /** What the circuit carries. */
    circuit: Watts | null;
    /** Longest cut that is expected. */
    longestCut: Seconds | null;
  };
  tap: {
    chlorine: ChlorineKind | null;
    /** Total chlorine. */
    chlorineLevel: GramsPerCubicMetre | null;
    /** Alkalinity and hardness, mg/L as CaCO₃. */
    alkalinity: GramsPerCubicMetre | null;
    hardness: GramsPerCubicMetre | null;
    ph: number | null;
    conductivity: SiemensPerMetre | null;
    temperature: Celsius | null;
    /** It stands aerated or is treated before it goes in. */
    treated: boolean;
  };
  space: {
    length: Metres | null;
    width: Metres | null;
    height: Metres | null;
    /** From the tank to the farthest bed. */
    distance: Metres | null;
  };
  near: {
    sleepers: boolean | null;
    children: boolean | null;
    pets: boolean | null;
    rodents: boolean | null;
  };
  /** Day of the year of the last frost of spring and the first of autumn. */
  frost: { last: number | null; first: number | null };
}

/** A group of fish of one kind in one vessel. */
export interface Fish {
  id: string;
  vessel: string;
  /** Id of its kind in the catalogue or among the grower's own; null where it is not named. */
  kind: string | null;
  count: number;
  meanMass: Kilograms;
  /** Feed of a day as a share of its mass; null by mass and temperature. */
  ration: Share | null;
  /** Protein of the feed; null takes what the kind needs. */
  protein: Share | null;
}

/** Plants of one crop in a rectangle of rows in a bed's plan, at the crop's spacing. */
export interface CropStand {
  id: string;
  vessel: string;
  crop: string;
  /** Its corner from the bed's left end and front wall. */
  x: Metres;
  y: Metres;
  columns: number;
  rows: number;
  /** Days of the year on which it is planted out and cleared; null from now, and for good. */
  from: number | null;
  to: number | null;
}

export type Device =
  | {
      id: string;
      kind: 'air-pump';
      vessel: string;
      flow: CubicMetresPerSecond;
      /** Depth of the stone under the water. */
      depth: Metres;
      power: Watts;
      /** It runs on a battery when the power fails. */
      backup: boolean;
    }
  | { id: string; kind: 'heater'; vessel: string; power: Watts; setpoint: Celsius }
  | { id: string; kind: 'lamp'; vessel: string; power: Watts; efficacy: number };
export type DeviceOf<K extends Device['kind']> = Extract<Device, { kind: K }>;

/** What a kit showed: an exact number, or the band between two colours. */
export type Interval = readonly [GramsPerCubicMetre, GramsPerCubicMetre];

/** What was read on a day since the start. Nitrogen as N. */
export interface Reading {
  id: string;
  day: number;
  tan: Interval | null;
  nitrite: Interval | null;
  nitrate: Interval | null;
}

/** Something that happens on a day of the season. */
export type SeasonEvent =
  | { id: string; day: number; kind: 'water-change'; share: Share }
  | { id: string; day: number; kind: 'ammonia'; amount: GramsPerCubicMetre }
  | { id: string; day: number; kind: 'alkalinity'; amount: GramsPerCubicMetre }
  /** Fish of a group that are bought, of a mass; the first group, and as heavy as designed, where it is not said. */
  | {
      id: string;
      day: number;
      kind: 'stock';
      count: number;
      fish: string | null;
      mass: Kilograms | null;
    }
  | { id: string; day: number; kind: 'fish-out'; share: Share }
  | { id: string; day: number; kind: 'death'; count: number }
  | { id: string; day: number; kind: 'harvest'; share: Share }
  | { id: string; day: number; kind: 'treatment'; kills: Share }
  | { id: string; day: number; kind: 'heater-off'; days: number }
  /** A bag of shell or chalk hung where the water passes. */
  | { id: string; day: number; kind: 'shell'; mass: Kilograms };

export const STARTS = ['fishless', 'fish', 'seeded'] as const;
export type StartKind = (typeof STARTS)[number];

/** Ammonia of a start without fish, mg N/L: up to a target, and again when it has fallen under a mark. */
export interface AmmoniaDose {
  target: GramsPerCubicMetre;
  again: GramsPerCubicMetre;
}

/** Something that the grower would like of a year. Days are days of the year. */
export type PlantRequest =
  /** Heads of a leaf crop a week, harvested between two days. */
  | { id: string; kind: 'heads'; crop: string; perWeek: number; from: number; to: number }
  /** Fresh mass of a crop in the year. */
  | { id: string; kind: 'mass'; crop: string; mass: Kilograms }
  /** So many fish of a mass by a day. */
  | { id: string; kind: 'fish'; count: number; mass: Kilograms; by: number };

/** Days on which nobody looks after the system. */
export interface Away {
  id: string;
  /** First day of the season, and how many. */
  day: number;
  days: number;
}

/** How the system is started, and what is planned for the season. */
export interface Plan {
  start: StartKind;
  dose: AmmoniaDose;
  /** Bacteria of the start, as a factor on a bare one. */
  seed: number;
  /** Day of the year on which it begins. */
  begins: number;
  days: number;
  events: SeasonEvent[];
  readings: Reading[];
  wishes: PlantRequest[];
  away: Away[];
  /** Most time that there is on a day; null where it does not matter. */
  time: Seconds | null;
}

export const STOCKING_RULE_IDS = [
  'feed-to-planting',
  'mass-per-water',
  'bacteria',
  'oxygen',
  'solids',
  'fish-per-plant',
] as const;
export type StockingRuleId = (typeof STOCKING_RULE_IDS)[number];

/** The water as it was last read; null where it was not. Nitrogen as N, alkalinity as CaCO₃. */
export interface WaterState {
  ph: number | null;
  alkalinity: GramsPerCubicMetre | null;
  tan: GramsPerCubicMetre | null;
  nitrite: GramsPerCubicMetre | null;
  nitrate: GramsPerCubicMetre | null;
  chloride: GramsPerCubicMetre | null;
  conductivity: SiemensPerMetre | null;
}

/** Nutrient solution of a system without fish; null where there is none. */
export interface Solution {
  /** Id of its programme in the catalogue or among the grower's own. */
  programme: string;
  strength: Share;
}

/** The grower's own entries of each catalogue. */
export interface OwnKinds {
  fish: FishKind[];
  crops: CropKind[];
  dechlorinators: Dechlorinator[];
  programmes: Programme[];
  airPumps: AirPump[];
  heaters: Heater[];
  lamps: Lamp[];
}

/** How a pipe passes a wall or a floor: a threaded bulkhead, or a rubber seal in a plain hole. */
export const SEAL_KINDS = ['bulkhead', 'rubber-seal'] as const;
export type SealKind = (typeof SEAL_KINDS)[number];

/** Walls of a vessel as one stands before it. */
export const WALLS = ['left', 'right', 'front', 'back'] as const;
export type Wall = (typeof WALLS)[number];

/** How a path runs, where the grower chose it; its id is the path's. Null is as worked out. */
export interface RouteChoice {
  id: string;
  seal: SealKind | null;
  /** Wall that it is measured from, or that it passes. */
  side: Wall | null;
  /** Along that wall from its left end, or its front end; and away from it. */
  along: Metres | null;
  inset: Metres | null;
}

/** Length in which a pipe or a timber section is bought; its id is {@link buildKey} of it. */
export interface StockLength {
  id: string;
  length: Metres;
}

/** A piece left over from something else. */
export interface Offcut {
  id: string;
  /** Pipe or timber section. */
  of: string;
  length: Metres;
}

/** A fitting as it was measured; its id is {@link buildKey} of fitting and pipe. Null takes the table. */
export interface FittingSize {
  id: string;
  /** How deep the pipe goes in. */
  socket: Metres | null;
  /** From the fitting's centre, or the floor it sits in, to its face. */
  face: Metres | null;
}

/** Hole that a seal asks for, by its maker; its id is {@link buildKey} of seal and pipe. */
export interface HoleSize {
  id: string;
  diameter: Metres;
}

export const VESSEL_MAKES = ['tub', 'lined-frame'] as const;
export const STAND_KINDS = ['frame', 'blocks', 'own'] as const;

/** How a vessel is made and what it stands on; its id is the vessel's. */
export interface VesselBuild {
  id: string;
  make: (typeof VESSEL_MAKES)[number];
  stand: (typeof STAND_KINDS)[number];
  /** Timber or steel sections of the bearers and of the legs. */
  bearer: string;
  leg: string;
}

/** What is noted of a line of the parts list; its id is {@link buildKey} of the part. */
export interface PartNote {
  id: string;
  /** For one, in the grower's currency. */
  price: number | null;
  have: boolean;
  /** Where it is bought, or what to look for. */
  source: string;
}

/** A piece as it was cut; its id is the piece's. */
export interface CutPiece {
  id: string;
  length: Metres;
}

/** What came of a step; its id is the step's. Times are milliseconds since 1970, UTC. */
export interface StepRecord {
  id: string;
  /** When its clock was started; null where it has none or is not begun. */
  started: number | null;
  done: number | null;
  /** What was seen at a hold point, by the entry's id; 1 is yes, 0 no. */
  entries: { id: string; value: number }[];
  note: string;
}

/** What the grower chose, measured, paid and did from the design to the built system. */
export interface Build {
  /** As the grower writes it; empty where none was given. */
  currency: string;
  /** Width of the saw's cut, and the gap left at the bottom of a socket. */
  kerf: Metres;
  stopGap: Metres;
  bag: CubicMetres;
  routes: RouteChoice[];
  stock: StockLength[];
  offcuts: Offcut[];
  fittings: FittingSize[];
  holes: HoleSize[];
  vessels: VesselBuild[];
  parts: PartNote[];
  cut: CutPiece[];
  steps: StepRecord[];
  /** For one kWh, one kg of feed, one m³ of water; and what a month's harvest would cost to buy. */
  running: {
    energy: number | null;
    feed: number | null;
    water: number | null;
    solution: number | null;
    fish: number | null;
    harvest: number | null;
  };
}

/** What may be read of the water and the parts, by a hand or a device. */
export const READINGS = [
  'temperature',
  'ph',
  'tan',
  'nitrite',
  'nitrate',
  'oxygen',
  'conductivity',
  'alkalinity',
  'hardness',
  'chlorine',
  'chloride',
  'level',
  'flow',
  'fillTime',
] as const;
export type ReadingId = (typeof READINGS)[number];

export const TASK_UNITS = ['day', 'week', 'month', 'year'] as const;
export type TaskUnit = (typeof TASK_UNITS)[number];
/** How a task of the grower's own comes back: by a unit of time, or not at all. */
export const OWN_UNITS = [...TASK_UNITS, 'once'] as const;
export type OwnUnit = (typeof OWN_UNITS)[number];

/** How this grower keeps a task that the program proposes; its id is the task’s. */
export interface TaskChoice {
  id: string;
  off: boolean;
  /** Days between; null as proposed. */
  every: number | null;
}

/** A task of the grower’s own. */
export interface OwnTask {
  id: string;
  title: string;
  why: string;
  minutes: number;
  /** Every so many of a unit from its first day, as YYYY-MM-DD; `once` on that day alone. */
  every: number;
  unit: OwnUnit;
  begins: string;
}

/** What a channel of a device reads here; its id is the channel’s. */
export interface ChannelUse {
  id: string;
  reads: ReadingId;
  /** Vessel or path that it reads, or {@link NOT_WATER}; empty is not said yet, and then nothing of it is logged. */
  about: string;
  /** Added to what it reads, after a comparison with a hand reading. */
  offset: number;
  /** When that was last changed, milliseconds since 1970: what it read before says nothing of its drift. */
  corrected: number | null;
}

/** What a channel reads where it is not this system’s water: the air, a room. It is never logged as water. */
export const NOT_WATER = 'air';

/** What hangs on a plug where water does no harm to it and it needs none: a lamp, a fan. */
export const OTHER_LOAD = 'other';

/** What a plug switches, and when by itself; its id is the plug’s. */
export interface PlugUse {
  id: string;
  /** Pumped line or device that hangs on it, or {@link OTHER_LOAD}; empty is not known, and taken for a pump. */
  about: string;
  /** Null is by hand only. */
  rule: PlugRule | null;
}

/** On where the channel reads on this side of the first, off again past the second. */
export interface PlugRule {
  /** Channel that it rests on, and no other; empty is none yet, and then it switches nothing. */
  channel: string;
  when: 'below' | 'above';
  limit: number;
  until: number;
  /** What it does when the channel says nothing any more. */
  quiet: 'off' | 'on' | 'stay';
}

/** How the running system is looked after: what the grower chose; what was done and read is in its log. */
export interface Care {
  /** When water first went in to stay, milliseconds since 1970; null where it has not. */
  filled: number | null;
  /** The fish of the design are in the water; false while it is started without them. */
  stocked: boolean;
  tasks: TaskChoice[];
  own: OwnTask[];
  channels: ChannelUse[];
  plugs: PlugUse[];
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
  crops: CropStand[];
  devices: Device[];
  water: WaterState;
  solution: Solution | null;
  plan: Plan;
  /** The school that the grower goes by; null leaves it to the strictest. */
  school: StockingRuleId | null;
  /** Plants that a small fish feeds, of the school that counts heads. */
  plantsPerFish: number;
  own: OwnKinds;
  measurements: Measurement[];
  build: Build;
  care: Care;
  /** Beds held flooded (drains held shut, pumps on) or drained (pumps off) for work on them. */
  service: 'flooded' | 'drained' | null;
}

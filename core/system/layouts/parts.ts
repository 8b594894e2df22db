import { CLIMATES } from '../../catalogue/index.ts';
import type { Edit } from '../edit.ts';
import type { Layout } from './layout.ts';
import { pipeById } from '../../catalogue/pipes.ts';
import { RUNNING_EFFICIENCY } from '../../water/siphon.ts';
import type { Shape } from '../../water/shape.ts';
import {
  DOCUMENT_KIND,
  DOCUMENT_VERSION,
  type BellSiphon,
  type Branch,
  type Control,
  type FloatValve,
  type Link,
  type LoopSiphon,
  type Media,
  type OpenEnd,
  type OpenHole,
  type Pump,
  type PumpedLine,
  type Role,
  type CropStand,
  type Device,
  type PlaceKind,
  type Fish,
  type Seep,
  type Standpipe,
  type SystemDocument,
  type Vessel,
} from '../types.ts';
import {
  NO_OWN,
  PLANTS_PER_FISH,
  NO_CARE,
  USUAL_BUILD,
  USUAL_PLAN,
  USUAL_SITE,
  USUAL_WATER,
} from '../usual.ts';

/** Parts with what is usual filled in, from which layouts and changes of make-up are put together. */

const L_H = 1e-3 / 3600;

/** A whole system: what is not given is empty. */
type Parts = Pick<SystemDocument, 'vessels' | 'paths' | 'controls'> &
  Partial<Pick<SystemDocument, 'fish' | 'crops' | 'devices' | 'solution'>> & {
    site?: Partial<SystemDocument['site']>;
    build?: Partial<SystemDocument['build']>;
  };

/** A layout from its parts, which are made afresh for each system. */
export const defineLayout = ({
  parts,
  ...layout
}: Omit<Layout, 'make'> & { readonly parts: () => Parts }): Layout => ({
  ...layout,
  make: (id, name) => systemOf(id, name, layout.id, parts()),
});

/** A document of a layout, its parts in it and all else as usual. */
function systemOf(id: string, name: string, layout: string, parts: Parts): SystemDocument {
  return {
    kind: DOCUMENT_KIND,
    version: DOCUMENT_VERSION,
    id,
    name,
    layout,
    site: { ...structuredClone(USUAL_SITE), ...parts.site },
    vessels: parts.vessels,
    paths: parts.paths,
    controls: parts.controls,
    fish: parts.fish ?? [],
    crops: parts.crops ?? [],
    devices: parts.devices ?? [],
    water: { ...USUAL_WATER },
    solution: parts.solution ?? null,
    plan: structuredClone(USUAL_PLAN),
    school: null,
    plantsPerFish: PLANTS_PER_FISH,
    own: structuredClone(NO_OWN),
    measurements: [],
    build: { ...structuredClone(USUAL_BUILD), ...parts.build },
    care: structuredClone(NO_CARE),
    service: null,
  };
}

/** Fish of a kind, fed by mass and temperature with what the kind needs. */
export const makeFish = (kind: string, vessel: string, count: number, meanMass: number): Fish => ({
  id: 'fish',
  vessel,
  kind,
  count,
  meanMass,
  ration: null,
  protein: null,
});

/** Plants of a crop in rows, in a bed's plan. */
export const makeCrop = (
  id: string,
  kind: string,
  vessel: string,
  at: readonly [x: number, y: number],
  plants: readonly [columns: number, rows: number],
): CropStand => ({
  id,
  vessel,
  crop: kind,
  x: at[0],
  y: at[1],
  columns: plants[0],
  rows: plants[1],
  from: null,
  to: null,
});

/** An air pump with a stone. @param flow L/min @param depth of the stone, m */
export const makeAirPump = (
  vessel: string,
  flow: number,
  depth: number,
  power: number,
): Device => ({
  id: 'air',
  kind: 'air-pump',
  vessel,
  flow: (flow * 1e-3) / 60,
  depth,
  power,
  backup: false,
});

/** A heater with a thermostat. */
export const makeHeater = (vessel: string, power: number, setpoint: number): Device => ({
  id: 'heater',
  kind: 'heater',
  vessel,
  power,
  setpoint,
});

/** A lamp over a plant site. @param efficacy µmol/J */
export const makeLamp = (vessel: string, power: number, efficacy: number): Device => ({
  id: `lamp-${vessel}`,
  kind: 'lamp',
  vessel,
  power,
  efficacy: efficacy * 1e-6,
});

/** Edits that note a place: its kind, its climate by the catalogue, its latitude. */
export function placed(
  kind: PlaceKind,
  climate: string,
  latitude: number,
  more: Readonly<Record<string, unknown>> = {},
): Edit[] {
  const c = CLIMATES.find((x) => x.id === climate)!;
  return [
    { at: 'site.kind', to: kind },
    c.inside
      ? { at: 'site.room', to: c.day }
      : { at: 'site.outside', to: { day: c.day, night: c.night } },
    { at: 'site.latitude', to: latitude },
    { at: 'site.frost', to: { last: c.frost?.[0] ?? null, first: c.frost?.[1] ?? null } },
    ...Object.entries(more).map(([key, to]) => ({ at: `site.${key}`, to })),
  ];
}

/** Edits that set a stand's days in the ground. */
export const inGround = (stand: string, from: number, to: number): Edit[] => [
  { at: `crops.${stand}.from`, to: from },
  { at: `crops.${stand}.to`, to },
];

/** An edit that hangs a lamp over a plant site. @param efficacy µmol/J */
export const hung = (vessel: string, power: number, efficacy: number): Edit => ({
  at: `devices.lamp-${vessel}`,
  to: makeLamp(vessel, power, efficacy),
});

type Base<T, K extends keyof T> = Pick<T, K> & Partial<T>;

/** A vessel on the ground, bare and open, of 10 kg, but for what is told. */
export const makeVessel = (
  id: string,
  name: string,
  role: Role,
  shape: Shape,
  more: Partial<Vessel> = {},
): Vessel => ({
  id,
  name,
  role,
  shape,
  count: 1,
  floor: 0,
  fill: 0,
  lid: false,
  emptyMass: 10,
  rimTo: null,
  media: null,
  pots: null,
  plants: null,
  legs: 0,
  ...more,
});

/** A fill of one medium up to a height, m; its voids by the table. */
export const makeMedia = (medium: string, top: number, clogging = 0): Media => ({
  medium,
  top,
  voids: null,
  clogging,
  layers: [],
});

/** @param flow greatest flow on the box, L/h */
export const makePump = (
  intake: number,
  maxHead: number,
  flow: number,
  power: number,
  more: Partial<Pump> = {},
): Pump => ({
  intake,
  maxHead,
  maxFlow: flow * L_H,
  points: null,
  wear: 0,
  power,
  airLift: false,
  ...more,
});

/** Bore of a pipe that can be bought. */
const boreOf = (pipe: string) => pipeById(pipe)!.bore;

/** A pumped line of the bore that its pipe has, with two elbows, without valve and devices, but for what is told. */
export const makePumpedLine = (
  p: Base<PumpedLine, 'id' | 'name' | 'from' | 'to' | 'pipe' | 'run' | 'pump' | 'end' | 'control'>,
): PumpedLine => ({
  kind: 'pumped-line',
  bore: boreOf(p.pipe),
  fittings: [{ fitting: 'elbow-90', count: 2 }],
  valve: null,
  barb: null,
  peak: null,
  checkValve: false,
  pinholes: null,
  venturi: null,
  filter: null,
  float: null,
  branches: [],
  ...p,
});

/** A further end of a pumped line, of the bore that its pipe has. */
export const makeBranch = (
  b: Base<Branch, 'id' | 'to' | 'pipe' | 'along' | 'run' | 'end'>,
): Branch => ({
  bore: boreOf(b.pipe),
  valve: null,
  pinholes: null,
  ...b,
});

/** A standpipe of the bore that its pipe has, its mouth as wide, vented, but for what is told. */
export const makeStandpipe = (
  p: Base<Standpipe, 'id' | 'name' | 'from' | 'to' | 'pipe' | 'crest' | 'drop'>,
): Standpipe => ({
  kind: 'standpipe',
  bore: boreOf(p.pipe),
  mouth: boreOf(p.pipe),
  run: 0.05,
  elbows: 0,
  vented: true,
  fromBottom: false,
  weep: null,
  ...p,
});

/**
 * A vented standpipe that takes what the first outlet cannot.
 *
 * @param crest above the floor, m
 * @param drop of its pipe under the floor, m
 */
export const makeSecondOverflow = (
  from: string,
  to: string,
  pipe: string,
  crest: number,
  drop: number,
  more: Partial<Standpipe> = {},
): Standpipe =>
  makeStandpipe({ id: 'spare', name: 'Second overflow', from, to, pipe, crest, drop, ...more });

/** A bell siphon of the bore that its pipe has: a break height of 30 mm, six notches of 12 mm, but for what is told. */
export const makeBellSiphon = (
  p: Base<
    BellSiphon,
    | 'id'
    | 'name'
    | 'from'
    | 'to'
    | 'pipe'
    | 'crest'
    | 'drop'
    | 'mouth'
    | 'mouthOutside'
    | 'bellBore'
    | 'guard'
  >,
): BellSiphon => ({
  kind: 'bell-siphon',
  bore: boreOf(p.pipe),
  run: 0.05,
  gap: 0.025,
  notches: { count: 6, width: 0.012 },
  breakHeight: 0.03,
  elbows: 1,
  waterLock: false,
  efficiency: RUNNING_EFFICIENCY,
  ...p,
});

/** A loop siphon of the bore that its pipe has. */
export const makeLoopSiphon = (
  p: Base<LoopSiphon, 'id' | 'name' | 'from' | 'to' | 'pipe' | 'crest' | 'drop'>,
): LoopSiphon => ({
  kind: 'loop-siphon',
  bore: boreOf(p.pipe),
  run: 0.1,
  breakHeight: 0.025,
  elbows: 1,
  efficiency: RUNNING_EFFICIENCY,
  ...p,
});

/** A joining pipe under floors, of the bore that its pipe has. */
export const makeLink = (
  p: Base<Link, 'id' | 'name' | 'from' | 'to' | 'pipe' | 'height' | 'run'>,
): Link => ({ kind: 'link', bore: boreOf(p.pipe), elbows: 0, screen: null, ...p });

/** A float valve fed by gravity, of the bore that its pipe has. */
export const makeFloatValve = (
  p: Base<FloatValve, 'id' | 'name' | 'from' | 'to' | 'pipe' | 'level' | 'run'>,
): FloatValve => ({ kind: 'float-valve', bore: boreOf(p.pipe), seat: 0.004, ...p });

/**
 * A hole in a wall or a floor.
 *
 * @param height of its lower edge above the floor, m; 0 is in the floor
 * @param diameter in m
 */
export const makeHole = (
  id: string,
  name: string,
  from: string,
  to: string,
  height: number,
  diameter: number,
): OpenHole => ({ kind: 'hole', id, name, from, to, height, diameter });

/**
 * The open lower end of a channel.
 *
 * @param slope of the channel, fall ÷ length
 */
export const makeOpenEnd = (
  id: string,
  name: string,
  from: string,
  to: string,
  slope: number,
): OpenEnd => ({ kind: 'open-end', id, name, from, to, slope });

/**
 * Felt that drips into what stands under it.
 *
 * @param held water that stays in it when it has stopped dripping, m³
 * @param drainDown from the pump’s stop until a twentieth is left to come, s
 */
export const makeSeep = (
  id: string,
  name: string,
  from: string,
  to: string,
  held: number,
  drainDown: number,
): Seep => ({ kind: 'seep', id, name, from, to, held, drainDown });

export const MAINS: Control = { id: 'mains', kind: 'always-on' };

/**
 * Programs by the clock: hours of the day, each on for some minutes.
 *
 * @param hours of the day, 0 to 24
 * @param minutes that each is on
 */
export const makePrograms = (
  id: string,
  device: string,
  hours: readonly number[],
  minutes: number,
): Control => ({
  id,
  kind: 'programs',
  device,
  own: null,
  rows: hours.map((h) => ({ start: Math.round(h * 60) * 60, on: minutes * 60 })),
});

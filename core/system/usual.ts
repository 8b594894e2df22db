import { CYCLING_LIMITS } from '../limits/cycling.ts';
import type { Build, Care, OwnKinds, Plan, Site, WaterState } from './types.ts';

/** What a document holds where its grower has noted nothing yet. */

export const USUAL_SITE: Site = {
  kind: 'indoor',
  waterTemperature: 19,
  airTemperature: 19,
  humidity: 0.6,
  airSpeed: 0.1,
  floorLoad: null,
  floor: null,
  outletProtected: null,
  latitude: null,
  lampTime: null,
  altitude: 0,
  outside: null,
  room: null,
  sun: { facing: null, hours: null, shade: 0, glazing: 1 },
  power: { height: null, lowVoltage: null, circuit: null, longestCut: null },
  tap: {
    chlorine: null,
    chlorineLevel: null,
    alkalinity: null,
    hardness: null,
    ph: null,
    conductivity: null,
    temperature: null,
    treated: false,
  },
  space: { length: null, width: null, height: null, distance: null },
  near: { sleepers: null, children: null, pets: null, rodents: null },
  frost: { last: null, first: null },
};

export const USUAL_WATER: WaterState = {
  ph: null,
  alkalinity: null,
  tan: null,
  nitrite: null,
  nitrate: null,
  chloride: null,
  conductivity: null,
};

export const USUAL_PLAN: Plan = {
  start: 'fishless',
  dose: { target: CYCLING_LIMITS.target, again: CYCLING_LIMITS.again },
  seed: 1,
  begins: 91,
  days: 120,
  events: [],
  readings: [],
  wishes: [],
  away: [],
  time: null,
};

export const NO_OWN: OwnKinds = {
  fish: [],
  crops: [],
  dechlorinators: [],
  programmes: [],
  airPumps: [],
  heaters: [],
  lamps: [],
};

/** A hand saw’s cut, a millimetre left in each socket, bags of 50 L. */
export const USUAL_BUILD: Build = {
  currency: '',
  kerf: 0.002,
  stopGap: 0.001,
  bag: 0.05,
  routes: [],
  stock: [],
  offcuts: [],
  fittings: [],
  holes: [],
  vessels: [],
  parts: [],
  cut: [],
  steps: [],
  running: { energy: null, feed: null, water: null, solution: null, fish: null, harvest: null },
};

export const NO_CARE: Care = {
  filled: null,
  stocked: true,
  tasks: [],
  own: [],
  channels: [],
  plugs: [],
};

/** One small fish feeds one to three plants, says the school that counts heads. */
export const PLANTS_PER_FISH = 2;

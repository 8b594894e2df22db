import Joi from 'joi';
import { CROPS, GROWTH_STAGES } from '../../catalogue/index.ts';
import { MOST } from '../limits.ts';
import { CHLORINE_KINDS, FLOOR_KINDS, STOCKING_RULE_IDS, PLACE_KINDS, STARTS } from '../types.ts';
import { id, name, num } from './fields.ts';

/** Schema of the place, of what lives in a system, and of its plan. */

const known = Joi.boolean().strict().allow(null).required();
const oneOfKinds = (kinds: readonly string[]) =>
  Joi.string()
    .valid(...kinds)
    .required();
const monthly = (at: Parameters<typeof num>[0]) =>
  Joi.array().items(num(at)).length(12).allow(null).required();

export const siteSchema = Joi.object({
  kind: oneOfKinds(PLACE_KINDS),
  waterTemperature: num('site.waterTemperature'),
  airTemperature: num('site.airTemperature'),
  humidity: num('site.humidity'),
  airSpeed: num('site.airSpeed'),
  floorLoad: num('site.floorLoad').allow(null),
  floor: oneOfKinds(FLOOR_KINDS).allow(null),
  outletProtected: known,
  latitude: num('site.latitude').allow(null),
  lampTime: num('site.lampTime').allow(null),
  altitude: num('site.altitude'),
  outside: Joi.object({
    day: monthly('site.outside.day.*').disallow(null),
    night: monthly('site.outside.night.*').disallow(null),
  })
    .allow(null)
    .required(),
  room: monthly('site.room.*'),
  sun: Joi.object({
    facing: num('site.sun.facing').allow(null),
    hours: num('site.sun.hours').allow(null),
    shade: num('site.sun.shade'),
    glazing: num('site.sun.glazing'),
  }).required(),
  power: Joi.object({
    height: num('site.power.height').allow(null),
    lowVoltage: known,
    circuit: num('site.power.circuit').allow(null),
    longestCut: num('site.power.longestCut').allow(null),
  }).required(),
  tap: Joi.object({
    chlorine: oneOfKinds(CHLORINE_KINDS).allow(null),
    chlorineLevel: num('site.tap.chlorineLevel').allow(null),
    alkalinity: num('site.tap.alkalinity').allow(null),
    hardness: num('site.tap.hardness').allow(null),
    ph: num('site.tap.ph').allow(null),
    conductivity: num('site.tap.conductivity').allow(null),
    temperature: num('site.tap.temperature').allow(null),
    treated: Joi.boolean().strict().required(),
  }).required(),
  space: Joi.object({
    length: num('site.space.length').allow(null),
    width: num('site.space.width').allow(null),
    height: num('site.space.height').allow(null),
    distance: num('site.space.distance').allow(null),
  }).required(),
  near: Joi.object({ sleepers: known, children: known, pets: known, rodents: known }).required(),
  frost: Joi.object({
    last: num('site.frost.last').allow(null),
    first: num('site.frost.first').allow(null),
  }).required(),
}).required();

export const fishSchema = Joi.object({
  id,
  vessel: Joi.string().required(),
  kind: Joi.string().max(64).allow(null).required(),
  count: num('fish.*.count').integer(),
  meanMass: num('fish.*.meanMass'),
  ration: num('fish.*.ration').allow(null),
  protein: num('fish.*.protein').allow(null),
});

export const cropSchema = Joi.object({
  id,
  vessel: Joi.string().required(),
  crop: Joi.string().max(64).required(),
  x: num('crops.*.x'),
  y: num('crops.*.y'),
  columns: num('crops.*.columns').integer(),
  rows: num('crops.*.rows').integer(),
  from: num('crops.*.from').allow(null),
  to: num('crops.*.to').allow(null),
});

const inVessel = { id, kind: Joi.string(), vessel: Joi.string().required() };
export const deviceSchema = Joi.alternatives().conditional('.kind', {
  switch: [
    {
      is: 'air-pump',
      then: Joi.object({
        ...inVessel,
        flow: num('devices.*.flow'),
        depth: num('devices.*.depth'),
        power: num('devices.*.power'),
        backup: Joi.boolean().strict().required(),
      }),
    },
    {
      is: 'heater',
      then: Joi.object({
        ...inVessel,
        power: num('devices.*.power'),
        setpoint: num('devices.*.setpoint'),
      }),
    },
    {
      is: 'lamp',
      then: Joi.object({
        ...inVessel,
        power: num('devices.*.power'),
        efficacy: num('devices.*.efficacy'),
      }),
      otherwise: Joi.forbidden().messages({
        'any.unknown': 'is a type of device that this version does not know',
      }),
    },
  ],
});

const inWater = (key: string) => num(`water.${key}` as Parameters<typeof num>[0]).allow(null);
export const waterSchema = Joi.object(
  Object.fromEntries(
    ['ph', 'alkalinity', 'tan', 'nitrite', 'nitrate', 'chloride', 'conductivity'].map((key) => [
      key,
      inWater(key),
    ]),
  ),
).required();

export const solutionSchema = Joi.object({
  programme: Joi.string().max(64).required(),
  strength: num('solution.strength'),
})
  .allow(null)
  .required();

/** An entry whose keys depend on its kind. */
const ofKinds = (base: Joi.SchemaMap, kinds: Record<string, Joi.SchemaMap>, name: string) =>
  Joi.alternatives().conditional('.kind', {
    switch: Object.entries(kinds).map(([is, keys], i, all) => ({
      is,
      then: Joi.object({ ...base, ...keys }),
      ...(i === all.length - 1
        ? {
            otherwise: Joi.forbidden().messages({
              'any.unknown': `is a type of ${name} that this version does not know`,
            }),
          }
        : {}),
    })),
  });

const eventBase = { id, kind: Joi.string(), day: num('plan.events.*.day') };
const eventShare = num('plan.events.*.share');
const eventKinds: Record<string, Joi.SchemaMap> = {
  'water-change': { share: eventShare },
  ammonia: { amount: num('plan.events.*.amount') },
  alkalinity: { amount: num('plan.events.*.amount') },
  stock: {
    count: num('plan.events.*.count').integer(),
    fish: id.allow(null),
    mass: num('plan.events.*.mass').allow(null),
  },
  'fish-out': { share: eventShare },
  death: { count: num('plan.events.*.count').integer() },
  harvest: { share: eventShare },
  treatment: { kills: num('plan.events.*.kills') },
  'heater-off': { days: num('plan.events.*.days') },
  shell: { mass: num('plan.events.*.mass') },
};
const event = ofKinds(eventBase, eventKinds, 'event');

const band = Joi.array()
  .ordered(
    Joi.number().strict().min(0).max(1000).required(),
    Joi.number().strict().min(0).max(1000).required(),
  )
  .allow(null)
  .required();
const reading = Joi.object({
  id,
  day: num('plan.readings.*.day'),
  tan: band,
  nitrite: band,
  nitrate: band,
});

const wishKinds: Record<string, Joi.SchemaMap> = {
  heads: {
    crop: Joi.string().max(64).required(),
    perWeek: num('plan.wishes.*.perWeek'),
    from: num('plan.wishes.*.from').integer(),
    to: num('plan.wishes.*.to').integer(),
  },
  mass: { crop: Joi.string().max(64).required(), mass: num('plan.wishes.*.mass') },
  fish: {
    count: num('plan.wishes.*.count').integer(),
    mass: num('plan.wishes.*.mass'),
    by: num('plan.wishes.*.by').integer(),
  },
};
const wish = ofKinds({ id, kind: Joi.string() }, wishKinds, 'wish');

export const planSchema = Joi.object({
  start: oneOfKinds(STARTS),
  dose: Joi.object({
    target: num('plan.dose.target'),
    again: num('plan.dose.again'),
  }).required(),
  seed: num('plan.seed'),
  begins: num('plan.begins').integer(),
  days: num('plan.days').integer(),
  events: Joi.array().items(event).max(MOST.events).unique('id').required(),
  readings: Joi.array().items(reading).max(MOST.events).unique('id').required(),
  wishes: Joi.array().items(wish).max(MOST.own).unique('id').required(),
  away: Joi.array()
    .items(Joi.object({ id, day: num('plan.away.*.day'), days: num('plan.away.*.days') }))
    .max(MOST.own)
    .unique('id')
    .required(),
  time: num('plan.time').allow(null),
}).required();

export const stockingRuleSchema = oneOfKinds(STOCKING_RULE_IDS).allow(null);
export const plantsPerFishSchema = num('plantsPerFish');

/** A number of an own entry: finite, and of a size that a living thing or a device may have. */
const some = Joi.number().strict().min(-50).max(10000).required();
const pair = Joi.array().ordered(some, some).required();
const words = Joi.string().allow('').max(400).required();
const yes = Joi.boolean().strict().required();
const list = (entry: Joi.SchemaMap) =>
  Joi.array()
    .items(Joi.object({ id, name, ...entry }))
    .max(MOST.own)
    .unique('id')
    .required();
/** The words that a column of the crops may hold. */
const kindsOf = (key: 'group' | 'rootType' | 'support' | 'start' | 'frost' | 'harvest') =>
  oneOfKinds([...new Set(CROPS.map((c) => c[key]))]);

const ownFish = {
  scientific: words,
  survives: pair,
  best: pair,
  stopsFeeding: some,
  ph: pair,
  oxygen: Joi.object({ comfort: some, stress: some, lethal: some }).required(),
  tan: some.min(0),
  nitrite: pair,
  protein: pair,
  feedConversion: some.min(0.5),
  stockMass: some.min(1e-6),
  growth: Joi.object({ from: some.min(1e-7), to: some.min(1e-7), months: pair }).required(),
  temper: oneOfKinds(['single', 'pair', 'shoal', 'peaceful', 'hunter']),
  shoal: some.min(1),
  eatsSmaller: yes,
  use: oneOfKinds(['food', 'ornamental', 'both']),
  gulpsAir: yes,
  smallestTank: some.min(0),
  law: words,
  source: words,
};
const ownCrop = {
  scientific: words,
  group: kindsOf('group'),
  spacing: some.min(0.01),
  roots: some.min(0),
  rootType: kindsOf('rootType'),
  height: some.min(0),
  support: kindsOf('support'),
  pruning: words,
  pollination: oneOfKinds(['none', 'self', 'hand', 'wind']),
  daysToHarvest: some.min(0),
  daysOfHarvest: some.min(0),
  nurseryDays: some.min(0),
  germination: pair,
  growth: pair,
  nights: pair.allow(null),
  ph: pair,
  conductivity: pair,
  light: pair,
  dayLength: pair,
  waterUse: some.min(0),
  nitrogen: some.min(0),
  short: Joi.array()
    .items(Joi.string().valid('iron', 'potassium', 'calcium'))
    .max(3)
    .required(),
  start: kindsOf('start'),
  seedsPerSite: some.min(0),
  germinates: some.min(0).max(1),
  frost: kindsOf('frost'),
  harvest: kindsOf('harvest'),
  edible: yes,
};
const byStage = Joi.object(
  Object.fromEntries(GROWTH_STAGES.map((stage) => [stage, some.min(0)])),
).required();

export const ownSchema = Joi.object({
  fish: list(ownFish),
  crops: list(ownCrop),
  dechlorinators: list({ perChlorine: some.min(0), bindsAmmonia: yes, note: words, source: words }),
  programmes: list({
    parts: Joi.array()
      .items(Joi.object({ name, unit: oneOfKinds(['mL', 'g']), perLitre: byStage }))
      .min(1)
      .max(12)
      .required(),
    conductivity: byStage,
    note: words,
    source: words,
  }),
  airPumps: list({ flow: some.min(0), power: some.min(0), deepest: some.min(0), source: words }),
  heaters: list({ power: some.min(0), source: words }),
  lamps: list({ power: some.min(0), efficacy: some.min(0), source: words }),
}).required();

import Joi from 'joi';
import { MOST } from '../limits.ts';
import { SEAL_KINDS, STAND_KINDS, VESSEL_MAKES, WALLS } from '../types.ts';
import { id, oneLine, num } from './fields.ts';

/** Schema of what the grower chose, measured, paid and did while building. */

const oneOf = (kinds: readonly string[]) =>
  Joi.string()
    .valid(...kinds)
    .required();
const list = (entry: Joi.SchemaMap) =>
  Joi.array()
    .items(Joi.object({ id, ...entry }))
    .max(MOST.build)
    .unique('id')
    .required();
const moment = Joi.number().strict().min(0).max(8.64e15).allow(null).required();
const price = (key: string) => num(`build.running.${key}` as Parameters<typeof num>[0]).allow(null);

export const buildSchema = Joi.object({
  currency: oneLine(8),
  kerf: num('build.kerf'),
  stopGap: num('build.stopGap'),
  bag: num('build.bag'),
  routes: list({
    seal: oneOf(SEAL_KINDS).allow(null),
    side: oneOf(WALLS).allow(null),
    along: num('build.routes.*.along').allow(null),
    inset: num('build.routes.*.inset').allow(null),
  }),
  stock: list({ length: num('build.stock.*.length') }),
  offcuts: list({ of: Joi.string().max(64).required(), length: num('build.offcuts.*.length') }),
  fittings: list({
    socket: num('build.fittings.*.socket').allow(null),
    face: num('build.fittings.*.face').allow(null),
  }),
  holes: list({ diameter: num('build.holes.*.diameter') }),
  vessels: list({
    make: oneOf(VESSEL_MAKES),
    stand: oneOf(STAND_KINDS),
    bearer: Joi.string().max(64).required(),
    leg: Joi.string().max(64).required(),
  }),
  parts: list({
    price: num('build.parts.*.price').allow(null),
    have: Joi.boolean().strict().required(),
    source: oneLine(200),
  }),
  cut: list({ length: num('build.cut.*.length') }),
  steps: list({
    started: moment,
    done: moment,
    entries: Joi.array()
      .items(Joi.object({ id, value: Joi.number().strict().min(-1e9).max(1e9).required() }))
      .max(40)
      .unique('id')
      .required(),
    note: oneLine(2000),
  }),
  running: Joi.object(
    Object.fromEntries(
      ['energy', 'feed', 'water', 'solution', 'fish', 'harvest'].map((key) => [key, price(key)]),
    ),
  ).required(),
}).required();

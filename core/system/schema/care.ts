import Joi from 'joi';
import { MOST } from '../limits.ts';
import { OWN_UNITS, READINGS } from '../types.ts';
import { id, oneLine, num } from './fields.ts';

/** Schema of how the running system is looked after. */

const list = (entry: Joi.SchemaMap) =>
  Joi.array()
    .items(Joi.object({ id, ...entry }))
    .max(MOST.care)
    .unique('id')
    .required();
const one = (kinds: readonly string[]) =>
  Joi.string()
    .valid(...kinds)
    .required();
const about = Joi.string().allow('').max(64).required();
const value = Joi.number().strict().min(-1e6).max(1e6).required();

export const careSchema = Joi.object({
  filled: Joi.number().strict().min(0).max(8.64e15).allow(null).required(),
  stocked: Joi.boolean().strict().required(),
  tasks: list({
    off: Joi.boolean().strict().required(),
    every: num('care.tasks.*.every').integer().allow(null),
  }),
  own: list({
    title: oneLine(120),
    why: oneLine(400),
    minutes: num('care.own.*.minutes'),
    every: num('care.own.*.every').integer(),
    unit: one(OWN_UNITS),
    begins: Joi.string()
      .pattern(/^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/)
      .required(),
  }),
  channels: list({
    reads: one(READINGS),
    about,
    offset: value,
    corrected: Joi.number().strict().min(0).max(8.64e15).allow(null).required(),
  }),
  plugs: list({
    about,
    rule: Joi.object({
      channel: about,
      when: one(['below', 'above']),
      limit: value,
      until: value,
      quiet: one(['off', 'on', 'stay']),
    })
      .allow(null)
      .required(),
  }),
}).required();

import Joi from 'joi';
import { MEDIA } from '../../catalogue/index.ts';
import { id, name, num, oneOfRows, pairs, voids } from './fields.ts';

const MEASURED_LEVEL = [0.001, 4] as const;
const MEASURED_POURED = [1e-6, 50] as const;

const shape = Joi.alternatives().conditional('.kind', {
  switch: [
    {
      is: 'box',
      then: Joi.object({
        kind: Joi.string(),
        length: num('vessels.*.shape.length'),
        width: num('vessels.*.shape.width'),
        height: num('vessels.*.shape.height'),
      }),
    },
    {
      is: 'cylinder',
      then: Joi.object({
        kind: Joi.string(),
        diameter: num('vessels.*.shape.diameter'),
        height: num('vessels.*.shape.height'),
      }),
    },
    {
      is: 'tapered-box',
      then: Joi.object({
        kind: Joi.string(),
        bottomLength: num('vessels.*.shape.bottomLength'),
        bottomWidth: num('vessels.*.shape.bottomWidth'),
        topLength: num('vessels.*.shape.topLength'),
        topWidth: num('vessels.*.shape.topWidth'),
        height: num('vessels.*.shape.height'),
      }),
    },
    {
      is: 'tapered-round',
      then: Joi.object({
        kind: Joi.string(),
        bottomDiameter: num('vessels.*.shape.bottomDiameter'),
        topDiameter: num('vessels.*.shape.topDiameter'),
        height: num('vessels.*.shape.height'),
      }),
    },
    {
      is: 'half-barrel',
      then: Joi.object({
        kind: Joi.string(),
        diameter: num('vessels.*.shape.diameter'),
        length: num('vessels.*.shape.length'),
        height: num('vessels.*.shape.height'),
      }),
    },
    {
      is: 'pond',
      then: Joi.object({
        kind: Joi.string(),
        length: num('vessels.*.shape.length'),
        width: num('vessels.*.shape.width'),
        height: num('vessels.*.shape.height'),
        factor: num('vessels.*.shape.factor'),
      }),
    },
    {
      is: 'measured',
      then: Joi.object({
        kind: Joi.string(),
        width: num('vessels.*.shape.width'),
        height: num('vessels.*.shape.height'),
        points: pairs(MEASURED_LEVEL, MEASURED_POURED, 1, 60).required(),
      }),
      otherwise: Joi.forbidden().messages({
        'any.unknown': 'has a shape that this version does not know',
      }),
    },
  ],
});

/** A vessel with its shape, media and pots. */
export const vesselSchema = Joi.object({
  id,
  name,
  role: Joi.string()
    .valid('tank', 'reservoir', 'sump', 'bed', 'raft', 'channel', 'felt', 'tray', 'box')
    .required(),
  shape: shape.required(),
  count: num('vessels.*.count').integer(),
  floor: num('vessels.*.floor'),
  fill: num('vessels.*.fill'),
  lid: Joi.boolean().strict().required(),
  emptyMass: num('vessels.*.emptyMass'),
  rimTo: Joi.string().allow(null).required(),
  media: Joi.object({
    medium: oneOfRows(MEDIA),
    top: num('vessels.*.media.top'),
    voids: voids('vessels.*.media.voids'),
    clogging: num('vessels.*.media.clogging'),
    layers: Joi.array()
      .items(
        Joi.object({
          id,
          medium: oneOfRows(MEDIA),
          top: num('vessels.*.media.layers.*.top'),
          voids: voids('vessels.*.media.layers.*.voids'),
        }),
      )
      .max(6)
      .unique('id')
      .required(),
  })
    .allow(null)
    .required(),
  pots: Joi.object({
    medium: oneOfRows(MEDIA),
    count: num('vessels.*.pots.count').integer(),
    diameter: num('vessels.*.pots.diameter'),
    height: num('vessels.*.pots.height'),
    voids: voids('vessels.*.pots.voids'),
  })
    .allow(null)
    .required(),
  plants: Joi.object({
    dailyUse: num('vessels.*.plants.dailyUse'),
    rooting: num('vessels.*.plants.rooting'),
    rootShare: num('vessels.*.plants.rootShare'),
  })
    .allow(null)
    .required(),
  legs: num('vessels.*.legs').integer(),
});

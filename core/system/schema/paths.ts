import Joi from 'joi';
import { FITTINGS, PIPES } from '../../catalogue/index.ts';
import { id, name, num, oneOf, pairs } from './fields.ts';

const pathBase = {
  id,
  name,
  kind: Joi.string(),
  from: Joi.string().required(),
  to: Joi.string().required(),
  pipe: oneOf(PIPES),
  bore: num('paths.*.bore'),
  run: num('paths.*.run'),
};

/** A water path of any kind. */
export const path = Joi.alternatives().conditional('.kind', {
  switch: [
    {
      is: 'pumped-line',
      then: Joi.object({
        ...pathBase,
        pump: Joi.object({
          intake: num('paths.*.pump.intake'),
          maxHead: num('paths.*.pump.maxHead'),
          maxFlow: num('paths.*.pump.maxFlow'),
          points: pairs([0, 20], [0, 100], 2, 40).allow(null).required(),
          wear: num('paths.*.pump.wear'),
          power: num('paths.*.pump.power'),
        }).required(),
        fittings: Joi.array()
          .items(
            Joi.object({
              fitting: oneOf(FITTINGS),
              count: Joi.number().strict().integer().min(0).max(50).required(),
            }),
          )
          .max(40)
          .required(),
        valve: num('paths.*.valve').allow(null),
        barb: num('paths.*.barb').allow(null),
        end: num('paths.*.end'),
        peak: Joi.object({
          height: num('paths.*.peak.height'),
          vented: Joi.boolean().strict().required(),
        })
          .allow(null)
          .required(),
        checkValve: Joi.boolean().strict().required(),
        control: Joi.string().required(),
      }),
    },
    {
      is: 'standpipe',
      then: Joi.object({
        ...pathBase,
        crest: num('paths.*.crest'),
        mouth: num('paths.*.mouth'),
        drop: num('paths.*.drop'),
        elbows: num('paths.*.elbows').integer(),
        vented: Joi.boolean().strict().required(),
        weep: Joi.object({
          height: num('paths.*.weep.height'),
          diameter: num('paths.*.weep.diameter'),
        })
          .allow(null)
          .required(),
      }),
    },
    {
      is: 'bell-siphon',
      then: Joi.object({
        ...pathBase,
        crest: num('paths.*.crest'),
        mouth: num('paths.*.mouth'),
        mouthOutside: num('paths.*.mouthOutside'),
        bellBore: num('paths.*.bellBore'),
        gap: num('paths.*.gap'),
        notches: Joi.object({
          count: num('paths.*.notches.count').integer(),
          width: num('paths.*.notches.width'),
        }).required(),
        breakHeight: num('paths.*.breakHeight'),
        guard: Joi.object({
          diameter: num('paths.*.guard.diameter'),
          slotArea: Joi.number().strict().min(0).max(1).required(),
        })
          .allow(null)
          .required(),
        drop: num('paths.*.drop'),
        elbows: num('paths.*.elbows').integer(),
        waterLock: Joi.boolean().strict().required(),
        efficiency: num('paths.*.efficiency'),
      }),
      otherwise: Joi.forbidden().messages({
        'any.unknown': 'is a kind of water path that this version does not know',
      }),
    },
  ],
});

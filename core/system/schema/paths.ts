import Joi from 'joi';
import { FITTINGS, PIPES } from '../../catalogue/index.ts';
import { MOST } from '../limits.ts';
import { id, name, num, oneOfRows, pairs } from './fields.ts';

const ends = {
  id,
  name,
  kind: Joi.string(),
  from: Joi.string().required(),
  to: Joi.string().required(),
};
const pathBase = {
  ...ends,
  pipe: oneOfRows(PIPES),
  bore: num('paths.*.bore'),
  run: num('paths.*.run'),
};

const yes = Joi.boolean().strict().required();
const pinholes = (at: 'paths.*.pinholes' | 'paths.*.branches.*.pinholes') =>
  Joi.object({ count: num(`${at}.count`).integer(), diameter: num(`${at}.diameter`) })
    .allow(null)
    .required();

/** A water path of any kind. */
export const pathSchema = Joi.alternatives().conditional('.kind', {
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
          airLift: yes,
        }).required(),
        fittings: Joi.array()
          .items(
            Joi.object({
              fitting: oneOfRows(FITTINGS),
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
          vented: yes,
        })
          .allow(null)
          .required(),
        checkValve: yes,
        control: Joi.string().required(),
        pinholes: pinholes('paths.*.pinholes'),
        venturi: Joi.object({ throat: num('paths.*.venturi.throat') })
          .allow(null)
          .required(),
        filter: Joi.object({
          k: num('paths.*.filter.k'),
          clogging: num('paths.*.filter.clogging'),
        })
          .allow(null)
          .required(),
        float: Joi.object({
          vessel: Joi.string().required(),
          on: num('paths.*.float.on'),
          off: num('paths.*.float.off'),
        })
          .allow(null)
          .required(),
        branches: Joi.array()
          .items(
            Joi.object({
              id,
              to: Joi.string().required(),
              pipe: oneOfRows(PIPES),
              bore: num('paths.*.branches.*.bore'),
              along: num('paths.*.branches.*.along'),
              run: num('paths.*.branches.*.run'),
              end: num('paths.*.branches.*.end'),
              valve: num('paths.*.branches.*.valve').allow(null),
              pinholes: pinholes('paths.*.branches.*.pinholes'),
            }),
          )
          .max(MOST.branches)
          .unique('id')
          .required(),
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
        vented: yes,
        fromBottom: yes,
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
          slotArea: num('paths.*.guard.slotArea'),
        })
          .allow(null)
          .required(),
        drop: num('paths.*.drop'),
        elbows: num('paths.*.elbows').integer(),
        waterLock: yes,
        efficiency: num('paths.*.efficiency'),
      }),
    },
    {
      is: 'loop-siphon',
      then: Joi.object({
        ...pathBase,
        crest: num('paths.*.crest'),
        breakHeight: num('paths.*.breakHeight'),
        drop: num('paths.*.drop'),
        elbows: num('paths.*.elbows').integer(),
        efficiency: num('paths.*.efficiency'),
      }),
    },
    {
      is: 'link',
      then: Joi.object({
        ...pathBase,
        height: num('paths.*.height'),
        elbows: num('paths.*.elbows').integer(),
        screen: num('paths.*.screen').allow(null),
      }),
    },
    {
      is: 'float-valve',
      then: Joi.object({ ...pathBase, level: num('paths.*.level'), seat: num('paths.*.seat') }),
    },
    {
      is: 'hole',
      then: Joi.object({
        ...ends,
        height: num('paths.*.height').min(0),
        diameter: num('paths.*.diameter'),
      }),
    },
    { is: 'open-end', then: Joi.object({ ...ends, slope: num('paths.*.slope') }) },
    {
      is: 'seep',
      then: Joi.object({
        ...ends,
        held: num('paths.*.held'),
        drainDown: num('paths.*.drainDown'),
      }),
      otherwise: Joi.forbidden().messages({
        'any.unknown': 'is a type of water path that this version does not know',
      }),
    },
  ],
});

import Joi from 'joi';
import { TIMERS } from '../../catalogue/index.ts';
import { crossCheck } from '../crossCheck.ts';
import { MOST } from '../limits.ts';
import { DOCUMENT_KIND, DOCUMENT_VERSION, type SystemDocument } from '../types.ts';
import { id, name, num, oneOfRows } from './fields.ts';
import {
  cropSchema,
  deviceSchema,
  fishSchema,
  ownSchema,
  planSchema,
  plantsPerFishSchema,
  stockingRuleSchema,
  siteSchema,
  solutionSchema,
  waterSchema,
} from './life.ts';
import { pathSchema } from './paths.ts';
import { buildSchema } from './build.ts';
import { careSchema } from './care.ts';
import { vesselSchema } from './vessels.ts';
import { placeInWords, problemInWords } from './words.ts';

/**
 * The schema of a system file. Ranges come from the same table as the fields on the screen; unknown
 * keys are kept. Kept apart from the rest of the core, since Joi is only needed when a file is read.
 */

const ownTimer = Joi.object({
  step: Joi.number().strict().min(1).max(3600).required(),
  programs: Joi.number().strict().integer().min(1).max(200).allow(null).required(),
})
  .allow(null)
  .required();
const clockTime = Joi.number().strict().min(0).max(86400).required();
const control = Joi.alternatives().conditional('.kind', {
  switch: [
    { is: 'always-on', then: Joi.object({ id, kind: Joi.string() }) },
    {
      is: 'interval',
      then: Joi.object({
        id,
        kind: Joi.string(),
        device: oneOfRows(TIMERS),
        own: ownTimer,
        on: num('controls.*.on'),
        off: num('controls.*.off'),
      }),
    },
    {
      is: 'programs',
      then: Joi.object({
        id,
        kind: Joi.string(),
        device: oneOfRows(TIMERS),
        own: ownTimer,
        rows: Joi.array()
          .items(Joi.object({ start: clockTime, on: clockTime.min(1) }))
          .max(200)
          .required(),
      }),
      otherwise: Joi.forbidden().messages({
        'any.unknown': 'is a type of control that this version does not know',
      }),
    },
  ],
});

const flow = num('measurements.*.flow');
const measurement = Joi.alternatives().conditional('.kind', {
  switch: [
    {
      is: 'flow',
      then: Joi.object({ id, kind: Joi.string(), path: Joi.string().required(), flow }),
    },
    {
      is: 'starting-flow',
      then: Joi.object({ id, kind: Joi.string(), path: Joi.string().required(), flow }),
    },
    {
      is: 'fill-time',
      then: Joi.object({
        id,
        kind: Joi.string(),
        vessel: Joi.string().required(),
        time: num('measurements.*.time'),
      }),
    },
    {
      is: 'drain-time',
      then: Joi.object({
        id,
        kind: Joi.string(),
        vessel: Joi.string().required(),
        time: num('measurements.*.time'),
      }),
    },
    {
      is: 'bore',
      then: Joi.object({
        id,
        kind: Joi.string(),
        path: Joi.string().required(),
        bore: num('measurements.*.bore'),
      }),
      otherwise: Joi.forbidden().messages({
        'any.unknown': 'is a type of measurement that this version does not know',
      }),
    },
  ],
});

/** Schema of the current version. */
export const systemSchema = Joi.object({
  kind: Joi.string().valid(DOCUMENT_KIND).required(),
  version: Joi.number().valid(DOCUMENT_VERSION).required(),
  id,
  name,
  layout: Joi.string().max(64).required(),
  site: siteSchema,
  vessels: Joi.array().items(vesselSchema).min(1).max(MOST.vessels).unique('id').required(),
  paths: Joi.array().items(pathSchema).max(MOST.paths).unique('id').required(),
  controls: Joi.array().items(control).max(MOST.controls).unique('id').required(),
  fish: Joi.array().items(fishSchema).max(MOST.fish).unique('id').required(),
  crops: Joi.array().items(cropSchema).max(MOST.crops).unique('id').required(),
  devices: Joi.array().items(deviceSchema).max(MOST.devices).unique('id').required(),
  water: waterSchema,
  solution: solutionSchema,
  plan: planSchema,
  school: stockingRuleSchema,
  plantsPerFish: plantsPerFishSchema,
  own: ownSchema,
  measurements: Joi.array().items(measurement).max(MOST.measurements).unique('id').required(),
  build: buildSchema,
  care: careSchema,
  service: Joi.string().valid('flooded', 'drained').allow(null).required(),
})
  .unknown(true)
  .required();

/** A checked document, or one sentence that says what is wrong with it. */
export type Checked =
  | { readonly ok: true; readonly system: SystemDocument }
  | { readonly ok: false; readonly message: string };

/** A list that is longer than any system's, said before its entries are looked at one by one. */
function overfull(document: unknown): string | null {
  const lists = document as Record<string, unknown> | null;
  for (const [key, most] of Object.entries(MOST)) {
    const list = lists?.[key];
    if (Array.isArray(list) && list.length > most)
      return `The file has ${list.length} ${key}. The maximum is ${most}.`;
  }
  return null;
}

/** Checks a document of the current version. */
export function checkSystem(document: unknown): Checked {
  const tooMany = overfull(document);
  if (tooMany) return { ok: false, message: tooMany };
  const { error, value } = systemSchema.validate(document, {
    convert: false,
    allowUnknown: true,
    abortEarly: true,
  });
  if (error) {
    const detail = error.details[0]!;
    return {
      ok: false,
      message: `${placeInWords(document, detail.path)} ${problemInWords(detail)}.`,
    };
  }
  const system = value as SystemDocument;
  const problem = crossCheck(system);
  return problem ? { ok: false, message: problem } : { ok: true, system };
}

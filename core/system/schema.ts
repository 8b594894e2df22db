import Joi from 'joi';
import { FITTINGS, MEDIA, PIPES, TIMERS } from '../catalogue/index.ts';
import { FIELDS } from './fields.ts';
import { DOCUMENT_KIND, DOCUMENT_VERSION, type SystemDocument } from './types.ts';

/**
 * The schema of a system file. Ranges come from the same table as the fields on the screen; unknown
 * keys are kept. Kept apart from the rest of the core, since Joi is only needed when a file is read.
 */

const num = (at: keyof typeof FIELDS & string): Joi.NumberSchema => {
  const field = FIELDS[at]!;
  return Joi.number().strict().min(field.min).max(field.max).required().label(field.label);
};
const id = Joi.string()
  .pattern(/^[\w-]{1,64}$/)
  .invalid('__proto__', 'constructor', 'prototype')
  .required();
const name = Joi.string().min(1).max(120).required();
const oneOf = (rows: readonly { id: string }[]) =>
  Joi.string()
    .valid(...rows.map((r) => r.id))
    .required();

/** A list of number pairs, each within its limits. */
const pairs = (
  first: readonly [number, number],
  second: readonly [number, number],
  least: number,
  most: number,
) =>
  Joi.array()
    .items(
      Joi.array().ordered(
        Joi.number().strict().min(first[0]).max(first[1]).required(),
        Joi.number().strict().min(second[0]).max(second[1]).required(),
      ),
    )
    .min(least)
    .max(most);
const MEASURED_LEVEL = [0.001, 4] as const;
const MEASURED_POURED = [1e-6, 50] as const;

const voids = (at: keyof typeof FIELDS & string) => num(at).allow(null);

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

const vessel = Joi.object({
  id,
  name,
  role: Joi.string().valid('tank', 'reservoir', 'bed').required(),
  shape: shape.required(),
  floor: num('vessels.*.floor'),
  fill: num('vessels.*.fill'),
  lid: Joi.boolean().strict().required(),
  emptyMass: num('vessels.*.emptyMass'),
  rimTo: Joi.string().allow(null).required(),
  media: Joi.object({
    medium: oneOf(MEDIA),
    top: num('vessels.*.media.top'),
    voids: voids('vessels.*.media.voids'),
    clogging: num('vessels.*.media.clogging'),
    layers: Joi.array()
      .items(
        Joi.object({
          id,
          medium: oneOf(MEDIA),
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
    medium: oneOf(MEDIA),
    count: num('vessels.*.pots.count').integer(),
    diameter: num('vessels.*.pots.diameter'),
    height: num('vessels.*.pots.height'),
    voids: voids('vessels.*.pots.voids'),
  })
    .allow(null)
    .required(),
  legs: num('vessels.*.legs').integer(),
});

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

const path = Joi.alternatives().conditional('.kind', {
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

const clockTime = Joi.number().strict().min(0).max(86400).required();
const control = Joi.alternatives().conditional('.kind', {
  switch: [
    { is: 'always-on', then: Joi.object({ id, kind: Joi.string() }) },
    {
      is: 'interval',
      then: Joi.object({
        id,
        kind: Joi.string(),
        device: oneOf(TIMERS),
        on: num('controls.*.on'),
        off: num('controls.*.off'),
      }),
    },
    {
      is: 'programs',
      then: Joi.object({
        id,
        kind: Joi.string(),
        device: oneOf(TIMERS),
        rows: Joi.array()
          .items(Joi.object({ start: clockTime, on: clockTime.min(1) }))
          .max(200)
          .required(),
      }),
      otherwise: Joi.forbidden().messages({
        'any.unknown': 'is a kind of control that this version does not know',
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
      is: 'bore',
      then: Joi.object({
        id,
        kind: Joi.string(),
        path: Joi.string().required(),
        bore: num('measurements.*.bore'),
      }),
      otherwise: Joi.forbidden().messages({
        'any.unknown': 'is a kind of measurement that this version does not know',
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
  site: Joi.object({
    waterTemperature: num('site.waterTemperature'),
    airTemperature: num('site.airTemperature'),
    humidity: num('site.humidity'),
    airSpeed: num('site.airSpeed'),
    floorLoad: num('site.floorLoad').allow(null),
    outletProtected: Joi.boolean().strict().allow(null).required(),
  }).required(),
  vessels: Joi.array().items(vessel).min(1).max(64).unique('id').required(),
  paths: Joi.array().items(path).max(128).unique('id').required(),
  controls: Joi.array().items(control).max(32).unique('id').required(),
  fish: Joi.array()
    .items(
      Joi.object({
        id,
        vessel: Joi.string().required(),
        count: num('fish.*.count').integer(),
        meanMass: num('fish.*.meanMass'),
      }),
    )
    .max(64)
    .unique('id')
    .required(),
  measurements: Joi.array().items(measurement).max(256).unique('id').required(),
})
  .unknown(true)
  .required();

/** Words for the place of an error: the name of the vessel or path, and the field's label. */
function placeInWords(document: unknown, path: readonly (string | number)[]): string {
  let node: unknown = document;
  let named = '';
  for (const key of path) {
    node = (node as Record<string | number, unknown> | undefined)?.[key];
    const n = (node as { name?: unknown } | null | undefined)?.name;
    if (typeof n === 'string' && n) named = n.slice(0, 60);
  }
  const generic = path.map((k) => (typeof k === 'number' ? '*' : k)).join('.');
  const label = FIELDS[generic]?.label ?? path.filter((k) => typeof k === 'string').join(' › ');
  return named && path.length > 1 ? `“${label}” of “${named}”` : `“${label || 'the file'}”`;
}

function problemInWords(detail: Joi.ValidationErrorItem): string {
  const c = detail.context ?? {};
  switch (detail.type) {
    case 'any.required':
      return 'is missing';
    case 'number.base':
    case 'number.infinity':
    case 'number.unsafe':
      return 'is not a number';
    case 'number.min':
      return `is below ${String(c.limit)}, the least that is allowed (SI units)`;
    case 'number.max':
      return `is above ${String(c.limit)}, the most that is allowed (SI units)`;
    case 'any.only':
      return `is “${String(c.value).slice(0, 40)}”, which this version does not know`;
    case 'array.unique':
      return 'has an id that is used twice';
    case 'array.max':
      return `has more than ${String(c.limit)} entries`;
    case 'any.unknown':
      return detail.message;
    default:
      return 'is not what it should be';
  }
}

/** References that the schema alone cannot see. Returns a sentence or nothing. */
function crossCheck(s: SystemDocument): string | null {
  const vessels = new Set(s.vessels.map((v) => v.id));
  const controls = new Set(s.controls.map((c) => c.id));
  const paths = new Set(s.paths.map((p) => p.id));
  for (const p of s.paths) {
    for (const end of [p.from, p.to]) {
      if (!vessels.has(end))
        return `“${p.name}” runs to a vessel “${end}” that is not in the file.`;
    }
    if (p.from === p.to) return `“${p.name}” runs from a vessel to itself.`;
    if (p.kind === 'pumped-line' && !controls.has(p.control)) {
      return `“${p.name}” is switched by “${p.control}”, which is not in the file.`;
    }
    if (p.kind === 'pumped-line' && p.pump.points) {
      const flows = [...p.pump.points].sort((a, b) => a[0] - b[0]);
      for (let i = 1; i < flows.length; i++) {
        if (flows[i]![0] <= flows[i - 1]![0] || flows[i]![1] >= flows[i - 1]![1]) {
          return `The pump curve of “${p.name}” does not fall: each point needs more flow and less head than the one before.`;
        }
      }
    }
    if (p.kind === 'bell-siphon' && p.breakHeight >= p.crest) {
      return `The break height of “${p.name}” is not below its crest.`;
    }
  }
  for (const v of s.vessels) {
    if (v.shape.kind === 'measured') {
      const { points } = v.shape;
      for (let i = 1; i < points.length; i++) {
        if (points[i]![0] <= points[i - 1]![0] || points[i]![1] <= points[i - 1]![1]) {
          return `The poured litres of “${v.name}” do not rise: each pouring must stand higher and hold more than the one before.`;
        }
      }
    }
    const tops = [...(v.media?.layers ?? []).map((l) => l.top), v.media?.top ?? Infinity];
    for (let i = 1; i < tops.length; i++) {
      if (tops[i]! <= tops[i - 1]!)
        return `The layers of media in “${v.name}” are not in order from the floor up.`;
    }
    if (v.rimTo !== null && (!vessels.has(v.rimTo) || v.rimTo === v.id)) {
      return `“${v.name}” spills into “${v.rimTo}”, which is not another vessel in the file.`;
    }
  }
  for (const f of s.fish) {
    if (!vessels.has(f.vessel))
      return `There are fish in a vessel “${f.vessel}” that is not in the file.`;
  }
  for (const m of s.measurements) {
    const on = 'path' in m ? paths.has(m.path) : vessels.has(m.vessel);
    if (!on) return 'There is a measurement of a part that is not in the file.';
  }
  return null;
}

/** A checked document, or one sentence that says what is wrong with it. */
export type Checked =
  | { readonly ok: true; readonly system: SystemDocument }
  | { readonly ok: false; readonly message: string };

/** Checks a document of the current version. */
export function checkSystem(document: unknown): Checked {
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

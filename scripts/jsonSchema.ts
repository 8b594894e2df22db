import { DOCUMENT_VERSION } from '../core/system/index.ts';
import { logSchema } from '../core/entries/schema.ts';
import { systemSchema } from '../core/system/schema/index.ts';

/** What Joi says of a schema of its own; the parts of it that this program uses. */
interface Described {
  readonly type?: string;
  readonly flags?: { readonly presence?: string; readonly only?: boolean; readonly label?: string };
  readonly rules?: readonly { readonly name: string; readonly args?: Record<string, unknown> }[];
  readonly allow?: readonly unknown[];
  readonly invalid?: readonly unknown[];
  readonly keys?: Readonly<Record<string, Described>>;
  readonly items?: readonly Described[];
  readonly ordered?: readonly Described[];
  readonly matches?: readonly {
    readonly switch: readonly { readonly is: Described; readonly then: Described }[];
  }[];
}
type Json = Record<string, unknown>;

const plain = (allow: readonly unknown[] | undefined): unknown[] =>
  (allow ?? []).filter((x) => x === null || typeof x !== 'object');
const limitOf = (d: Described, name: string): unknown =>
  d.rules?.find((r) => r.name === name)?.args?.limit;
const put = (into: Json, key: string, value: unknown): void => {
  if (value !== undefined) into[key] = value;
};

function objectOf(d: Described): Json {
  const keys = Object.entries(d.keys ?? {});
  return {
    type: 'object',
    properties: Object.fromEntries(keys.map(([k, v]) => [k, convert(v)])),
    required: keys.filter(([, v]) => v.flags?.presence === 'required').map(([k]) => k),
  };
}

function arrayOf(d: Described): Json {
  const out: Json = { type: 'array' };
  if (d.ordered) {
    out.prefixItems = d.ordered.map(convert);
    out.items = false;
    out.minItems = d.ordered.length;
  } else if (d.items?.[0]) out.items = convert(d.items[0]);
  put(out, 'minItems', limitOf(d, 'min') ?? out.minItems);
  put(out, 'maxItems', limitOf(d, 'max'));
  if (d.rules?.some((r) => r.name === 'unique')) out.$comment = 'Each id stands once.';
  return out;
}

function stringOf(d: Described): Json {
  const least = d.allow?.includes('') ? 0 : Number(limitOf(d, 'min') ?? 1);
  const out: Json = { type: 'string', minLength: least };
  put(out, 'maxLength', limitOf(d, 'max'));
  const pattern = d.rules?.find((r) => r.name === 'pattern')?.args?.regex;
  if (typeof pattern === 'string') out.pattern = pattern.slice(1, pattern.lastIndexOf('/'));
  if (d.invalid?.length) out.not = { enum: plain(d.invalid) };
  return out;
}

function numberOf(d: Described): Json {
  const out: Json = { type: d.rules?.some((r) => r.name === 'integer') ? 'integer' : 'number' };
  put(out, 'minimum', limitOf(d, 'min'));
  put(out, 'maximum', limitOf(d, 'max'));
  put(out, 'title', d.flags?.label);
  return out;
}

/** One of several kinds of object, told apart by `kind`. */
function kindsOf(d: Described): Json {
  return {
    anyOf: d.matches![0]!.switch.map(({ is, then }) => {
      const object = objectOf(then);
      return {
        ...object,
        properties: { ...(object.properties as Json), kind: { const: plain(is.allow)[0] } },
        required: ['kind', ...(object.required as string[]).filter((k) => k !== 'kind')],
      };
    }),
  };
}

function convert(d: Described): Json {
  if (d.flags?.only) return { enum: plain(d.allow) };
  const make = {
    object: objectOf,
    array: arrayOf,
    string: stringOf,
    number: numberOf,
    boolean: (): Json => ({ type: 'boolean' }),
    any: (): Json => ({}),
    alternatives: kindsOf,
  }[d.type ?? ''];
  if (!make) throw new RangeError(`No JSON Schema is known for “${d.type ?? ''}”.`);
  const out = make(d);
  return plain(d.allow).includes(null) ? { anyOf: [out, { type: 'null' }] } : out;
}

/**
 * The schema of a system file of the current version, draft 2020-12, made from the one that the
 * program checks files with. What needs two places at once (a path's ends, a rising curve) is not in it.
 */
export function jsonSchema(): Json {
  const system = convert(systemSchema.describe() as Described);
  const log = convert(logSchema.describe() as Described);
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: `Mizuna system, version ${DOCUMENT_VERSION}`,
    description:
      'A home aquaponics or flood-and-drain system. SI units: m, m³, m³/s, s, kg, °C; shares from 0 to 1. Its log may go with it: an entry each, times in milliseconds since 1970. Keys that are not named here are kept.',
    ...system,
    properties: { ...(system.properties as Json), log },
  };
}

import { readFileSync, readdirSync } from 'node:fs';
import { Ajv2020 } from 'ajv/dist/2020.js';
import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { systemSchema } from '../core/system/schema/index.ts';
import { anySystem } from '../core/test/systems.ts';
import { jsonSchema } from './jsonSchema.ts';
import { cases } from '../core/test/cases.ts';

const FILE = 'docs/mizuna-system.schema.json';
const published = JSON.parse(readFileSync(FILE, 'utf8')) as object;
const byJson = new Ajv2020({ strict: true, allErrors: false }).compile(published);

/** What the program itself says; ids that are used twice only it can see. */
function byProgram(document: unknown): boolean | 'twice' {
  const { error } = systemSchema.validate(document, { convert: false, allowUnknown: true });
  return error?.details[0]?.type === 'array.unique' ? 'twice' : !error;
}

function agree(document: unknown): boolean {
  const wanted = byProgram(document);
  return wanted === 'twice' || byJson(document) === wanted;
}

type Node = Record<string, unknown> | unknown[];

/** Every place of a JSON value: the object it stands in, and its key there. */
function places(node: unknown, out: [Node, string][] = []): [Node, string][] {
  if (node === null || typeof node !== 'object') return out;
  for (const key of Object.keys(node)) {
    out.push([node as Node, key]);
    places((node as Record<string, unknown>)[key], out);
  }
  return out;
}

const anything = fc.oneof(
  fc.constantFrom(
    null,
    true,
    false,
    0,
    1,
    2,
    -1,
    0.5,
    1e9,
    'box',
    'bed',
    '',
    'x'.repeat(200),
    '__proto__',
  ),
  fc.double({ noNaN: true, noDefaultInfinity: true }),
  fc.string({ maxLength: 12 }),
  fc.constantFrom([], {}, [[0, 1]], [{ id: 'a' }], { kind: 'box' }, { kind: 'programs', rows: [] }),
);
const change = fc.record({
  at: fc.double({ min: 0, max: 0.999999, noNaN: true }),
  how: fc.constantFrom('replace', 'drop', 'double', 'scale', 'add'),
  value: anything,
});

/** Changes a document somewhere: another value, a key less, an entry twice, a number far off, a key more. */
function mutate(
  document: unknown,
  { at, how, value }: { at: number; how: string; value: unknown },
) {
  const all = places(document);
  const [node, key] = all[Math.floor(at * all.length)]!;
  const holder = node as Record<string, unknown>;
  if (how === 'replace') holder[key] = value;
  else if (how === 'drop') {
    if (Array.isArray(node)) node.splice(Number(key), 1);
    else Reflect.deleteProperty(holder, key);
  } else if (how === 'double' && Array.isArray(node)) node.push(structuredClone(holder[key]));
  else if (how === 'scale' && typeof holder[key] === 'number') holder[key] *= -1e4;
  else if (!Array.isArray(node)) holder.unheard = value;
}

describe('the published JSON Schema', () => {
  it('is what the program’s own schema makes; otherwise run npm run schema', () =>
    expect(published).toEqual(JSON.parse(JSON.stringify(jsonSchema()))));

  test.each(readdirSync('demo'))('takes demo/%s once it is of the current version', (name) => {
    const document = JSON.parse(readFileSync(`demo/${name}`, 'utf8')) as unknown;
    expect(byJson(document), JSON.stringify(byJson.errors)).toBe(true);
  });

  it('takes every generated system', () =>
    fc.assert(fc.property(anySystem, (s) => byJson(JSON.parse(JSON.stringify(s))))));

  it('says of every damaged document what the program says of it', () => {
    let refused = 0;
    const numRuns = cases(600, 6000);
    fc.assert(
      fc.property(anySystem, fc.array(change, { minLength: 1, maxLength: 3 }), (s, changes) => {
        const document = JSON.parse(JSON.stringify(s)) as unknown;
        for (const c of changes) mutate(document, c);
        if (byProgram(document) === false) refused++;
        return agree(document);
      }),
      { numRuns },
    );
    // Damage that never shows would prove nothing.
    expect(refused).toBeGreaterThan(0.4 * numRuns);
  });

  it('keeps its hands off keys that it does not know', () =>
    fc.assert(
      fc.property(anySystem, fc.jsonValue(), (s, extra) =>
        byJson(JSON.parse(JSON.stringify({ ...s, notes: extra }))),
      ),
    ));
});

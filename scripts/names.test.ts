import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';

const DECLARED =
  /^export (?:declare )?(?:async )?(?:const|let|function\*?|class|interface|type|enum) (\w+)/gm;

const RENAMED = /^export (?:type )?\{[^}]*\w as \w/m;

/** Names that each file exports; what it passes on from another is not its own. */
const exportsOf = (text: string): string[] => [...text.matchAll(DECLARED)].map((m) => m[1]!);

/** Sources of a folder, without tests and declarations. */
const sourcesOf = (dir: string): string[] =>
  readdirSync(dir, { recursive: true, encoding: 'utf8' })
    .map((f) => join(dir, f))
    .filter((f) => /\.(ts|vue)$/.test(f) && !/(\.test|\.d)\.ts$/.test(f));

it('two files never export the same name', () => {
  const files = ['core', 'app', 'server', 'scripts'].flatMap(sourcesOf);
  const where = new Map<string, string[]>();
  const renamed: string[] = [];
  for (const f of files) {
    const text = readFileSync(f, 'utf8');
    if (RENAMED.test(text)) renamed.push(f);
    for (const name of new Set(exportsOf(text))) where.set(name, [...(where.get(name) ?? []), f]);
  }
  // Passed on under another name it would have two.
  expect(renamed).toEqual([]);
  expect(where.size).toBeGreaterThan(2000);
  const twice = [...where].filter(([, all]) => all.length > 1);
  expect(twice.map(([name, all]) => `${name}: ${all.join(', ')}`)).toEqual([]);
});

it('a name is found in whatever it is exported by', () => {
  const text =
    'export const a = 1;\nexport async function b() {}\nexport interface C {}\nexport type D = 1;\nexport { e } from "x";\n';
  expect(exportsOf(text)).toEqual(['a', 'b', 'C', 'D']);
  expect(RENAMED.test('export { a as b } from "x";')).toBe(true);
  expect(RENAMED.test(text)).toBe(false);
});

it('every data attribute that code reads is written in a template', () => {
  const app = sourcesOf('app')
    .map((f) => readFileSync(f, 'utf8'))
    .join('\n');
  const read = [...app.matchAll(/\.dataset\.(\w+)/g)].map((m) =>
    m[1]!.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`),
  );
  expect(read.length).toBeGreaterThan(1);
  expect([...new Set(read)].filter((x) => !new RegExp(`\\bdata-${x}\\b`).test(app))).toEqual([]);
});

import { readFileSync, readdirSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect, it } from 'vitest';

const { forbidden } = createRequire(import.meta.url)('../.dependency-cruiser.cjs') as {
  forbidden: { name: string }[];
};
/** The rooms of the core in the order in which they may import each other. */
const order = forbidden.flatMap(({ name }) => /^core-(\w+)-looks-back-only$/.exec(name)?.[1] ?? []);
const roomsOf = (of: string): string[] =>
  readdirSync(of, { withFileTypes: true })
    .filter((x) => x.isDirectory() && x.name !== 'test')
    .map((x) => x.name)
    .sort();

it('every room of the core has its place in the order of imports', () => {
  expect([...order].sort()).toEqual(roomsOf('core'));
});

it('the page on architecture lists the rooms of core and app, those of the core in that order', () => {
  const page = readFileSync('docs/architecture.md', 'utf8');
  const list = page.slice(page.indexOf('\ncore/ '), page.indexOf('\nserver/ '));
  const [core, app] = list.split('\napp/ ').map((part) =>
    part
      .split('\n')
      .filter((line) => /^ {2}\w/.test(line))
      .flatMap((line) => (/^ {2}((\w+\/ ?)+)/.exec(line)?.[1] ?? '').match(/\w+/g) ?? []),
  );
  expect(core).toEqual(order);
  expect([...app!].sort()).toEqual(roomsOf('app'));
});

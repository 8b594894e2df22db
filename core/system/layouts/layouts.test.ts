import { existsSync, readdirSync } from 'node:fs';
import { expect, it } from 'vitest';
import { LAYOUTS } from './index.ts';

const OTHERS = ['index.ts', 'layout.ts', 'parts.ts'];

it('a layout is one file: every one of the folder is on offer, under its own name, with its demo', () => {
  const files = readdirSync('core/system/layouts').filter(
    (f) => !f.endsWith('.test.ts') && !OTHERS.includes(f),
  );
  expect(LAYOUTS.map((l) => `${l.id}.ts`).sort()).toEqual(files.sort());
  for (const { demo } of LAYOUTS)
    expect(existsSync(`demo/${demo.file}.json`), demo.file).toBe(true);
});

it('systems of one layout share nothing that an edit of one could change in the other', () => {
  for (const { make } of LAYOUTS) {
    const [a, b] = [make('a', 'A'), make('b', 'B')];
    expect(a.vessels).toEqual(b.vessels);
    a.vessels.forEach((v, i) => expect(v).not.toBe(b.vessels[i]));
    a.paths.forEach((p, i) => expect(p).not.toBe(b.paths[i]));
  }
});

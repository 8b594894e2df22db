import { readFileSync, readdirSync } from 'node:fs';
import { expect, it } from 'vitest';

/** What no source of the interface may hold. */
const sources = readdirSync('app', { recursive: true, encoding: 'utf8' })
  .filter((f) => /\.(ts|vue)$/.test(f) && !f.endsWith('.test.ts'))
  .map((f) => `app/${f}`);
const lines = sources.flatMap((file) =>
  readFileSync(file, 'utf8')
    .split('\n')
    .map((text, i) => ({ at: `${file}:${i + 1}`, text })),
);

it('no refusal of the store is taken for emptiness', () => {
  expect(sources.length).toBeGreaterThan(200);
  const taken = lines.filter(({ text }) => /\.ok \? [^:?]+ : (\[\]|\{\}|'')/.test(text));
  expect(taken.map(({ at, text }) => `${at} ${text.trim()}`)).toEqual([]);
});

it('rows are put over rows of the same id only where what stands there was read first', () => {
  const puts = lines
    .filter(({ text }) => /\bbulkPut\(/.test(text))
    .map(({ at }) => at.split(':')[0]!);
  // Merged entries of the log, raw readings by their moment, acts and runs that never change, an upgrade.
  expect([...new Set(puts)].sort()).toEqual([
    'app/storage/database.ts',
    'app/storage/log.ts',
    'app/storage/runs.ts',
  ]);
});

import { describe, expect, it } from 'vitest';
import { readAnyFile } from '../formats/file.ts';
import { writeWith } from '../formats/write.ts';
import { demo } from '../test/demo.ts';
import { MOST_RUNS, isSeed, typedNumbers, runsOf } from './classList.ts';

describe('a list of runs for a class', () => {
  it('is whole numbers that can be read out, none twice, in their order', () => {
    expect(typedNumbers(' 12, 57;930\n4 ')).toEqual([12, 57, 930, 4]);
    expect(runsOf([12, 57, 12, 0, -1, 2.5, '8', null, 100_001, 100_000])).toEqual([
      12, 57, 100_000,
    ]);
    expect(runsOf(Array.from({ length: 99 }, (_, i) => i + 1))).toHaveLength(MOST_RUNS);
    expect(typedNumbers('12, twelve').every(isSeed)).toBe(false);
    expect(typedNumbers('')).toEqual([]);
  });

  it('goes with its system in a file and comes back with it', () => {
    const system = demo('potting-shed-pair');
    const read = readAnyFile(writeWith(system, { runs: [12, 57] }));
    expect(read).toMatchObject({ ok: true, what: 'system', system, runs: [12, 57] });
    expect(readAnyFile(writeWith(system, {}))).toMatchObject({ ok: true, runs: [] });
  });

  it('of a doctored file is what of it are numbers of runs', () => {
    const system = demo('potting-shed-pair');
    const text = (runs: unknown) => JSON.stringify({ ...system, runs });
    for (const bad of ['12', { 0: 12 }, 12, null, [['12'], {}, 1e9, Number.NaN]])
      expect(readAnyFile(text(bad))).toMatchObject({ ok: true, runs: [] });
    expect(readAnyFile(text([7, 'x', 9]))).toMatchObject({ ok: true, runs: [7, 9] });
  });
});

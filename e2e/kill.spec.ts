import { cases } from '../core/test/cases';
import { expect, test } from '@playwright/test';
import { buildAndKill, editAndKill, noteAndKill, tendAndKill } from './kill';

test.describe.configure({ mode: 'serial' });

/** One in every test run, a hundred by night. */
const RUNS = Number(process.env.KILL_RUNS ?? cases(1, 100));

for (let run = 1; run <= RUNS; run++) {
  test(`a browser killed while editing loses at most the edit in flight, run ${run}`, async ({
    baseURL,
  }) => {
    const after = 60 + 900 * Math.random();
    const { made, found, undone } = await editAndKill(baseURL!, after);
    test.info().annotations.push({
      type: 'kill',
      description: `${after.toFixed(0)} ms, ${made} made, ${found} found`,
    });
    expect(found).toBeGreaterThanOrEqual(made - 1);
    // An edit whose answer the kill overtook may well be there.
    expect(found).toBeLessThanOrEqual(made + 1);
    expect(undone).toBeCloseTo(0.62, 9);
  });
}

/** One of each in every test run, a thousand by night: noting, tending and building. */
const NOTES = Number(process.env.KILL_NOTES ?? cases(1, 333));
const WORK = { noting: noteAndKill, tending: tendAndKill };
for (const [what, kill] of Object.entries(WORK))
  for (let run = 1; run <= NOTES; run++) {
    test(`a browser killed while ${what} loses no entry that was confirmed, run ${run}`, async ({
      baseURL,
    }) => {
      const after = 60 + 1500 * Math.random();
      const { confirmed, found } = await kill(baseURL!, after);
      test.info().annotations.push({
        type: 'kill',
        description: `${after.toFixed(0)} ms, ${confirmed} confirmed, ${found} found`,
      });
      expect(found).toBeGreaterThanOrEqual(confirmed);
      // One that was under way may well be there.
      expect(found).toBeLessThanOrEqual(confirmed + 1);
    });
  }

for (let run = 1; run <= NOTES; run++) {
  test(`a browser killed while building keeps a hold point that was called kept, in design and log, run ${run}`, async ({
    baseURL,
  }) => {
    const after = 60 + 1500 * Math.random();
    const { confirmed, under, done, noted } = await buildAndKill(baseURL!, after);
    test.info().annotations.push({
      type: 'kill',
      description: `${after.toFixed(0)} ms, ${under ? 'under way' : 'at rest'}, passed: ${confirmed}`,
    });
    // What was called kept is there in both; where a press was under way each may have it or not.
    if (!under) expect({ done, noted }).toEqual({ done: confirmed, noted: confirmed });
  });
}

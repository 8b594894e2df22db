import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { NOW } from '../../core/test/tended.ts';
import { differences } from './compare.ts';
import { reportLines } from './facts.ts';
import { MORE } from './more.ts';
import { goldenNames, goldenSystem, BY_NIGHT } from './systems.ts';
import { NIGHTLY } from '../../core/test/cases.ts';

/** Where the accepted reports stand. */
export const REPORTS = 'scripts/golden/reports';
const accept = process.env.GOLDEN === 'accept';
const only = process.env.GOLDEN_ONLY?.split(',');
const night = NIGHTLY || accept;

/** Names of all reports. */
export const reportNames = (): string[] => [...goldenNames(), ...Object.keys(MORE)];

function reportOf(name: string): string {
  const more = MORE[name];
  if (more) return [...more(), ''].join('\n');
  const { system, entries } = goldenSystem(name);
  return reportLines(system, entries, NOW, 'Europe/Vienna');
}

/**
 * What the core says of every demo and of make-ups that no demo has, against what was accepted.
 * `npm run golden` writes the reports anew; their difference is read before it is committed.
 *
 * @param share of the systems, from 0; each share is a file of its own, so that they run side by side
 */
export function goldenTests(share: number, of: number): void {
  const names = reportNames()
    .filter((n) => (night || !BY_NIGHT.includes(n)) && (!only || only.includes(n)))
    .filter((_, i) => i % of === share);
  describe('what the core says of', () => {
    it.each(names)('%s', { timeout: 600_000 }, (name) => {
      const now = reportOf(name);
      const file = `${REPORTS}/${name}.txt`;
      if (accept) return writeFileSync(file, now);
      expect(existsSync(file), `${file} is missing: npm run golden`).toBe(true);
      const differs = differences(readFileSync(file, 'utf8'), now);
      expect(differs.join('\n')).toBe('');
    });
  });
}

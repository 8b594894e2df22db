import { readFileSync, readdirSync } from 'node:fs';
import { describe, expect, it, test } from 'vitest';
import { readSystem, writeSystem } from '../../formats/file.ts';
import { judgeWhole } from '../../findings/judge.ts';
import { DOCUMENT_VERSION, migrate, type SystemDocument } from '../index.ts';

/** Files as each version of the program wrote them; they stay as they are for good. */
const HERE = 'core/system/versions';
const files = readdirSync(HERE).filter((n) => n.endsWith('.json'));
const textOf = (name: string) => readFileSync(`${HERE}/${name}`, 'utf8');
const opened = (text: string): SystemDocument => {
  const r = readSystem(text);
  if (!r.ok) throw new Error(r.message);
  return r.system;
};

/** What is in `a` is in `b` as well, list entry by list entry. */
function kept(a: unknown, b: unknown, at = ''): void {
  if (a === null || typeof a !== 'object') {
    // Version 7 reads another quantity there: up to a target, where it was so much a day.
    if (at === '.plan.dose') expect(b).toEqual({ target: 2, again: 0.5 });
    else if (at !== '.version') expect(b, at).toEqual(a);
    return;
  }
  for (const [key, value] of Object.entries(a)) {
    kept(value, (b as Record<string, unknown>)[key], `${at}.${key}`);
  }
}

describe('files of every version', () => {
  it('are here for each version that there has been', () => {
    for (let v = 1; v < DOCUMENT_VERSION; v++) {
      expect(files.some((n) => n.startsWith(`version-${v}-`))).toBe(true);
    }
  });

  test.each(files)('%s opens, keeps all it held, and is judged', (name) => {
    const before = JSON.parse(textOf(name)) as { version: number };
    const system = opened(textOf(name));
    expect(system.version).toBe(DOCUMENT_VERSION);
    kept(before, system);
    expect(judgeWhole(system).findings.length).toBeGreaterThan(8);
  });

  test.each(files)('%s behaves as it did: nothing that version lacked is made up', (name) => {
    const { vessels, paths } = opened(textOf(name));
    for (const v of vessels) {
      expect(v).toMatchObject({ pots: null, legs: 0 });
      if (v.media) expect(v.media.layers).toEqual([]);
    }
    for (const p of paths) if (p.kind === 'pumped-line') expect(p.peak).toBeNull();
  });

  test.each(files)('%s keeps keys that no version knows, wherever they stand', (name) => {
    const document = JSON.parse(textOf(name)) as SystemDocument & Record<string, unknown>;
    document.diary = { of: ['mine'] };
    (document.vessels[0] as unknown as Record<string, unknown>).colour = 'green';
    (document.vessels[1]!.media as unknown as Record<string, unknown>).shop = 'own quarry';
    const system = opened(writeSystem(document));
    kept(document, system);
    expect(opened(writeSystem(system))).toEqual(system);
  });

  it('of version 1 that are damaged are refused, not thrown on', () => {
    for (const vessels of [null, 7, 'x', [null], [{ media: 3 }]]) {
      const r = readSystem(JSON.stringify({ ...JSON.parse(textOf(files[0]!)), vessels }));
      expect(r.ok).toBe(false);
    }
  });

  it('are not touched by opening them', () => {
    const document = JSON.parse(textOf(files[0]!)) as Record<string, unknown>;
    const before = structuredClone(document);
    migrate(document);
    expect(document).toEqual(before);
  });
});

import fc from 'fast-check';
import { readFileSync, readdirSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { judge } from '../findings/judge.ts';
import { MOST_WORK, simulate } from '../day/simulate.ts';
import { assess } from '../assess/assess.ts';
import { applyEdits, type SystemDocument } from '../system/index.ts';
import { checkSystem } from '../system/schema/index.ts';
import { readAnyFile, writeBackup, writeSystem } from './file.ts';
import { cases } from '../test/cases.ts';

/** Files that were whole once: every demo, every older version, and a backup of them with a history. */
const texts = ['demo', 'core/system/versions'].flatMap((folder) =>
  readdirSync(folder)
    .filter((n) => n.endsWith('.json'))
    .map((n) => readFileSync(`${folder}/${n}`, 'utf8')),
);
const systems = texts.flatMap((t) => {
  const r = readAnyFile(t);
  return r.ok && r.what === 'system' ? [r.system] : [];
});
const backup = writeBackup(
  systems.map((document) => {
    const at = 'site.humidity';
    const step = { label: 'drier', edits: [{ at, to: 0.4 }], inverse: [{ at, to: 0.65 }] };
    return { document: applyEdits(document, step.edits), past: [step], future: [] };
  }),
  { units: 'us' },
  '2026-01-01T00:00:00Z',
);
const wholes = [...texts, backup];

const hostile = [
  '__proto__',
  'constructor',
  'prototype',
  'toString',
  'hasOwnProperty',
  'id',
  'kind',
  'at',
  'to',
];
const value = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    true,
    0,
    -0,
    -1,
    1e308,
    -1e308,
    1e-300,
    5e-324,
    2 ** 53,
    '',
    '__proto__',
    'constructor',
    '\u0000',
    '=1+1',
    '../../x',
    [],
    {},
    [[]],
  ),
  fc.jsonValue({ maxDepth: 3 }),
  fc.double(),
  fc.string({ maxLength: 40 }),
);

/** Damage to the text: cut, repeated, a run of it replaced. */
const torn = fc
  .record({
    whole: fc.constantFrom(...wholes),
    at: fc.double({ min: 0, max: 1, noNaN: true }),
    cut: fc.nat(400),
    insert: fc.oneof(
      fc.string({ maxLength: 12 }),
      fc.constantFrom('}', ']', '{', ',', '1e999', '-'),
    ),
    twice: fc.boolean(),
  })
  .map(({ whole, at, cut, insert, twice }) => {
    const i = Math.floor(at * whole.length);
    const run = whole.slice(i, i + cut);
    return whole.slice(0, i) + insert + (twice ? run + run : '') + whole.slice(i + cut);
  });

type Node = Record<string, unknown>;
function places(node: unknown, out: [Node, string][] = []): [Node, string][] {
  if (node === null || typeof node !== 'object') return out;
  for (const key of Object.keys(node)) {
    out.push([node as Node, key]);
    places((node as Node)[key], out);
  }
  return out;
}

/** Damage to the meaning: whole JSON, with other values, hostile keys, entries taken out or doubled. */
const twisted = fc
  .record({
    whole: fc.constantFrom(...wholes),
    changes: fc.array(
      fc.record({
        at: fc.double({ min: 0, max: 0.9999999, noNaN: true }),
        how: fc.constantFrom('replace', 'key', 'drop', 'double', 'swap'),
        key: fc.constantFrom(...hostile),
        value,
      }),
      { minLength: 1, maxLength: 4 },
    ),
  })
  .map(({ whole, changes }) => {
    const document = JSON.parse(whole) as unknown;
    for (const c of changes) {
      const all = places(document);
      const [node, key] = all[Math.floor(c.at * all.length)]!;
      const define = (k: string, v: unknown) =>
        Object.defineProperty(node, k, {
          value: v,
          enumerable: true,
          configurable: true,
          writable: true,
        });
      if (c.how === 'replace') define(key, c.value);
      else if (c.how === 'key' && !Array.isArray(node)) define(c.key, c.value);
      else if (c.how === 'drop') Reflect.deleteProperty(node, key);
      else if (c.how === 'double' && Array.isArray(node)) node.push(structuredClone(node[0]));
      else if (c.how === 'swap') {
        const [other, from] = all[Math.floor((c.at * 7919) % all.length)]!;
        if (typeof other[from] !== 'object') define(key, other[from]);
      }
    }
    return JSON.stringify(document);
  });

/** What was taken in must be as good as what the program makes itself. */
function sound(system: SystemDocument, withDay: boolean): void {
  expect(checkSystem(system).ok).toBe(true);
  const again = readAnyFile(writeSystem(system));
  expect(again.ok).toBe(true);
  const a = assess(system);
  for (const f of judge(system, null, a)) expect(typeof f.id).toBe('string');
  if (!withDay) return;
  // By night its whole day: within the work that any system is given, or given up with a word.
  const end = cases(7200, 86_400);
  const day = simulate(a.net, end);
  expect(Math.abs(day.balanceError)).toBeLessThan(1e-6);
  expect(day.work).toBeLessThan(1.1 * MOST_WORK);
  expect(day.truncated || day.end === end).toBe(true);
}

const EACH = cases(300, 3000);

describe('damaged files by the hundred', () => {
  let read = 0;
  let refused = 0;
  const untouched = Object.getOwnPropertyNames(Object.prototype).sort().join();
  const open = (text: string) => {
    const r = readAnyFile(text);
    if (!r.ok) {
      refused++;
      expect(r.message.length).toBeGreaterThan(10);
      return;
    }
    read++;
    const all = r.what === 'system' ? [r.system] : r.backup.systems.map((s) => s.document);
    for (const s of all) sound(s, r.what === 'system' && read % 12 === 0);
    if (r.what === 'backup') {
      // Every step of a history that came along can be walked back to a whole system.
      for (const { document, past } of r.backup.systems) {
        let d = document;
        for (const step of [...past].reverse()) {
          d = applyEdits(d, step.inverse);
          expect(checkSystem(d).ok).toBe(true);
        }
      }
    }
  };

  it('torn as text: none crashes, hangs or brings in something broken', () =>
    fc.assert(fc.property(torn, open), { numRuns: EACH }));

  it('twisted as JSON: likewise', () => fc.assert(fc.property(twisted, open), { numRuns: EACH }));

  it('leave the language alone', () => {
    expect(Object.getOwnPropertyNames(Object.prototype).sort().join()).toBe(untouched);
    expect(({} as Record<string, unknown>).polluted).toBeUndefined();
    expect(Object.getPrototypeOf({})).toBe(Object.prototype);
  });

  it('were not all refused, nor all let in', () => {
    expect(read + refused).toBe(2 * EACH);
    expect(read).toBeGreaterThan(0.15 * EACH);
    expect(refused).toBeGreaterThan(0.9 * EACH);
  });
});

import Papa from 'papaparse';
import { readFileSync } from 'node:fs';
import { describe, expect, it, test } from 'vitest';
import { simulate } from '../day/simulate.ts';
import { compile } from '../assess/compile.ts';
import { newEntry } from '../entries/entries.ts';
import {
  DOCUMENT_VERSION,
  applyEdits,
  invertEdits,
  plainName,
  same,
  type Edit,
  type SystemDocument,
} from '../system/index.ts';
import { makeBranch } from '../system/layouts/parts.ts';
import { bedOverTank } from '../system/layouts/bed-over-tank.ts';
import { checkSystem } from '../system/schema/index.ts';
import { dayCsv } from './csv.ts';
import { readAnyFile, readSystem, writeBackup, writeSystem } from './file.ts';

const pair = bedOverTank.make('pair', 'Pair');
const step = (from: SystemDocument, edit: Edit) => ({
  label: 'step',
  edits: [edit],
  inverse: invertEdits(from, [edit]),
});

describe('the day as a table', () => {
  const trace = simulate(compile(pair), 3600);
  const table = (s: SystemDocument, units: 'metric' | 'us' = 'metric') => {
    const text = dayCsv(s, trace, units);
    expect(text.startsWith('\uFEFFTime (s),')).toBe(true);
    return Papa.parse<string[]>(text.slice(1).trim()).data;
  };

  it('has a row for every step, with units in the heads', () => {
    const [head, ...rows] = table(pair);
    expect(rows).toHaveLength(trace.rows);
    expect(head).toContain('Fish tank: level (mm)');
    expect(head).toContain('Bell siphon: flow (L/h)');
    expect(head).toContain('Bed: over the rim (L/h)');
    expect(rows[0]![head!.indexOf('Fish tank: content (L)')]).toBe('620');
    const last = rows[rows.length - 1]!;
    const level = trace.levels[(trace.rows - 1) * 2]! * 1000;
    expect(Number(last[head!.indexOf('Fish tank: level (mm)')])).toBeCloseTo(level, 2);
  });

  it('in the reader’s units', () => {
    const [head, first] = table(pair, 'us');
    expect(Number(first![head!.indexOf('Fish tank: content (US gal)')])).toBeCloseTo(163.79, 2);
  });

  it('tells every event once, at its time', () => {
    const [, ...rows] = table(pair);
    const told = rows.filter((r) => r[r.length - 1]).flatMap((r) => r[r.length - 1]!.split('; '));
    expect(told).toHaveLength(trace.events.length);
    const start = trace.events.find((e) => e.kind === 'siphon-starts')!;
    const row = rows.find((r) => r[r.length - 1]!.includes('siphon starts'))!;
    expect(Number(row[0])).toBeCloseTo(start.t, 3);
    // Of two rows at one moment it stands beside what flows from then on.
    const twice = rows.findIndex((r) => r[r.length - 1]!.includes('siphon starts'));
    expect(rows[twice - 1]![0]).toBe(row[0]);
    expect(rows[twice + 1]![0]).not.toBe(row[0]);
  });

  test.each([
    '=1+2',
    '+1',
    '-1',
    '@SUM(A1)',
    '\t=1',
    '\r=1',
    '=1\n+2',
    '\n=1',
    '-1\r\n=2',
    '=HYPERLINK("http://x","y")',
  ])('a part named %j is text to a spreadsheet, and nothing of it is lost', (name) => {
    const s = applyEdits(pair, [
      { at: 'vessels.tank.name', to: name },
      { at: 'paths.siphon.name', to: name },
    ]);
    const [head, ...rows] = table(s);
    for (const cell of [...head!, ...rows.flatMap((r) => r[r.length - 1]!)]) {
      expect(/^\s*[=+\-@\t\r]/.test(cell), cell).toBe(false);
    }
    expect(head!.some((c) => c.includes(`${plainName(name)}: level`))).toBe(true);
  });

  it('negative numbers stay numbers', () => {
    const odd = { ...trace, levels: trace.levels.map((x) => -x) };
    const [head, first] = Papa.parse<string[]>(dayCsv(pair, odd, 'metric').slice(1).trim()).data;
    expect(Number(first![head!.indexOf('Fish tank: level (mm)')])).toBeLessThan(0);
  });
});

describe('a backup', () => {
  const edit: Edit = { at: 'paths.siphon.crest', to: 0.2 };
  const back: Edit = { at: 'site.humidity', to: 0.5 };
  const document = applyEdits(pair, [edit]);
  const kept = { document, past: [step(pair, edit)], future: [step(document, back)] };
  const open = (text: string) => {
    const r = readAnyFile(text);
    if (!r.ok || r.what !== 'backup') throw new Error('no backup');
    return r.backup;
  };
  const text = writeBackup([kept], { units: 'us' }, '2026-01-02T03:04:05Z');

  it('comes back as it went, histories and settings', () => {
    const b = open(text);
    expect(b.systems).toEqual([kept]);
    expect(b.settings).toEqual({ units: 'us' });
    expect(b.made).toBe('2026-01-02T03:04:05Z');
    expect(b.refused).toEqual([]);
  });

  it('carries each system’s log and photographs', () => {
    const log = [newEntry('e1', { kind: 'note', at: 5, zone: 'UTC', note: 'First roots' }, 5)];
    const photos = [{ step: 'log-1', taken: 5, image: 'data:image/jpeg;base64,/9j/4AAQ' }];
    const bad = [...photos, { step: 'x', taken: 1, image: 'data:text/html;base64,PGI+' }];
    const b = open(writeBackup([{ ...kept, log, photos: bad }, kept], {}, ''));
    expect(b.systems).toEqual([{ ...kept, log, photos }, kept]);
    expect(b.refused).toEqual([{ why: '“Pair”. Photo 2: It is not a picture.', raw: bad[1] }]);
  });

  it('names what cannot be used and keeps the rest', () => {
    const bad = { ...kept, document: applyEdits(pair, [{ at: 'paths.siphon.crest', to: -3 }]) };
    const b = open(writeBackup([bad, kept], {}, ''));
    expect(b.systems).toHaveLength(1);
    expect(b.refused).toEqual([
      { why: expect.stringContaining('“Pair”: “Standpipe height”') as string, raw: bad },
    ]);
  });

  it('lets go of a history that leads astray, and works out the way back itself', () => {
    const astray = [{ ...kept.past[0]!, inverse: [{ at: 'paths.siphon.crest', to: -9 }] }];
    expect(open(writeBackup([{ ...kept, past: astray }], {}, '')).systems[0]!.past).toEqual([]);
    const doctored = [{ ...kept.past[0]!, edits: [{ at: 'vessels', to: 'gone' }] }];
    const [first] = open(writeBackup([{ ...kept, past: doctored }], {}, '')).systems;
    expect(first!.past[0]!.edits).toEqual([edit]);
  });

  it('of an older program comes up with its history', () => {
    const old = JSON.parse(
      readFileSync('core/system/versions/version-1-potting-shed-pair.json', 'utf8'),
    ) as SystemDocument;
    const was = applyEdits(old, [edit]);
    const b = open(writeBackup([{ document: was, past: [step(old, edit)], future: [] }], {}, ''));
    expect(b.systems[0]!.document.version).toBe(DOCUMENT_VERSION);
    const undone = applyEdits(b.systems[0]!.document, b.systems[0]!.past[0]!.inverse);
    expect(
      same(
        undone.paths.find((p) => p.id === 'siphon'),
        old.paths.find((p) => p.id === 'siphon'),
      ),
    ).toBe(true);
  });

  it('of a newer program is left alone', () => {
    const r = readAnyFile(text.replace('"version":1', '"version":7'));
    expect(r.ok ? '' : r.message).toContain('newer version');
  });
});

describe('a file at the edge', () => {
  const read = (change: (d: Record<string, unknown>) => unknown) =>
    readSystem(JSON.stringify(change(structuredClone(pair) as never)));
  const nested = (levels: number): unknown => (levels ? { in: nested(levels - 1) } : 1);

  test.each(['a\nb', '\u0007bell', '\u202egpj.exe', 'tab\tbed', '\u2028', '\u0000', 'x\u0085y'])(
    'names like %j come in as one plain line, never as nothing',
    (name) => {
      const r = read((d) => ({
        ...d,
        name,
        vessels: pair.vessels.map((v) => ({ ...v, name })),
        paths: pair.paths.map((p) => ({ ...p, name })),
      }));
      expect(r.ok).toBe(true);
      if (!r.ok) return;
      for (const x of [r.system, ...r.system.vessels, ...r.system.paths]) {
        expect(x.name.length).toBeGreaterThan(0);
        expect(x.name).not.toMatch(/[\p{Cc}\u2028\u2029\u202a-\u202e]/u);
      }
      // What is accepted can be saved and opened again.
      expect(readSystem(writeSystem(r.system))).toEqual(r);
    },
  );

  it('an unknown key is kept as deep as a later program may nest, and no deeper', () => {
    const kept = read((d) => ({ ...d, later: nested(12) }));
    expect(kept.ok && (kept.system as unknown as { later: unknown }).later).toEqual(nested(12));
    for (const levels of [30, 1500]) {
      const text = JSON.stringify(pair).replace(
        /}$/,
        `,"later":${'{"in":'.repeat(levels)}1${'}'.repeat(levels)}}`,
      );
      expect(readSystem(text)).toEqual({
        ok: false,
        message: 'The file is nested deeper than any system. It was not opened.',
      });
    }
  });

  it('a list that is longer than any system’s is refused by its length, whatever is in it', () => {
    const touched: string[] = [];
    const spy = new Proxy({}, { get: (_, key) => void touched.push(String(key)) });
    const r = checkSystem({ ...pair, vessels: Array.from({ length: 10_000 }, () => spy) });
    expect(r).toEqual({ ok: false, message: 'The file has 10000 vessels. The maximum is 64.' });
    expect(touched).toEqual([]);
  });

  it('ends of pipes are counted with their branches', () => {
    const line = pair.paths[0]!;
    if (line.kind !== 'pumped-line') throw new Error('no line');
    const branches = Array.from({ length: 24 }, (_, i) =>
      makeBranch({ id: `b${i}`, to: 'bed', pipe: 'hose-13', along: 0.5, run: 0.3, end: 0.3 }),
    );
    const lines = Array.from({ length: 6 }, (_, i) => ({
      ...line,
      id: `line-${i}`,
      branches: branches.map((b) => ({ ...b, id: `${b.id}-${i}` })),
    }));
    const r = checkSystem({ ...pair, paths: lines });
    expect(r.ok || r.message).toBe(
      'The pipes of the file have 150 ends, including branches. The maximum is 128.',
    );
  });

  test.each([0, -1, 1.5, 'x', null])('a backup of version %j is not called newer', (version) => {
    const text = JSON.stringify({ kind: 'mizuna-backup', version, systems: [] });
    const r = readAnyFile(text);
    expect(r.ok || r.message).toBe('The backup does not say which version it is.');
  });

  it('a backup tells how far it is, and says how many systems it refuses', () => {
    const rows = Array.from({ length: 40 }, (_, i) => ({
      document: { ...pair, id: `s${i}`, vessels: i % 2 ? [] : pair.vessels },
      past: [],
      future: [],
    }));
    const told: number[] = [];
    const text = JSON.stringify({ kind: 'mizuna-backup', version: 1, settings: {}, systems: rows });
    const r = readAnyFile(text, (done, of) => void told.push(done / of));
    expect(told).toHaveLength(40);
    expect(
      r.ok && r.what === 'backup' && [r.backup.systems.length, r.backup.refused.length],
    ).toEqual([20, 20]);
    const many = JSON.stringify({
      kind: 'mizuna-backup',
      version: 1,
      systems: Array.from({ length: 2000 }, () => 1),
    });
    expect(readAnyFile(many)).toEqual({
      ok: false,
      message: 'The backup holds 2000 systems. The maximum is 1000.',
    });
  });
});

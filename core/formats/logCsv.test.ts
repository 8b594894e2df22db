import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../test/cases.ts';
import { demoDocument, entriesOf } from '../test/tended.ts';
import { mergeLogs, newEntry, type Entry } from '../log/index.ts';
import { readLog } from '../entries/schema.ts';
import { readAnyFile, readWithLog, writeWith } from './file.ts';
import { entriesOfTable, guessMapping, logCsv, readTable, type Mapping } from './logCsv.ts';

const pair = demoDocument('potting-shed-pair');
const ZONE = 'Europe/Vienna';
const take = (text: string, change: Partial<Mapping> = {}) => {
  const table = readTable(text);
  return entriesOfTable(table, { ...guessMapping(table, ZONE), ...change }, 1, pair);
};

const anyEntry = fc
  .record({
    at: fc.integer({ min: 1.6e12, max: 1.9e12 }),
    ph: fc.option(
      fc.integer({ min: 40, max: 95 }).map((x) => x / 10),
      { nil: undefined },
    ),
    tan: fc.option(
      fc
        .tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 0, max: 40 }))
        .map(([a, b]) => [Math.min(a, b) / 4, Math.max(a, b) / 4] as const),
      { nil: undefined },
    ),
    temperature: fc.option(fc.integer({ min: 0, max: 35 }), { nil: undefined }),
    note: fc.option(
      fc.constantFrom('=1+1', 'eats well', '@home', 'a "quoted" word, and more', '-5'),
      { nil: undefined },
    ),
  })
  .map((r): Omit<Entry, 'id'> => {
    const values = Object.fromEntries(Object.entries(r).filter(([, v]) => v !== undefined));
    const reads = r.ph !== undefined || r.tan !== undefined || r.temperature !== undefined;
    return {
      ...values,
      at: Math.floor(r.at / 60_000) * 60_000,
      kind: reads ? 'reading' : 'note',
      zone: ZONE,
      written: 1,
    };
  });

describe('a table of somebody else’s', () => {
  it('is understood: decimal commas, days first, ions turned into nitrogen, bands', () => {
    const { entries, skipped } = take(
      'Datum;Uhrzeit;pH;NH4 (mg/L);NO2 (mg/L);Temp (C);Bemerkung\n03.06.2026;07:30;7,2;0,5-1;<0,3;19,5;Fische munter\n04.06.2026;;6,9;0;0;20;\n',
    );
    expect(skipped).toEqual([]);
    const [first, second] = entries;
    // Half past seven in Vienna in summer.
    expect(new Date(first!.at).toISOString()).toBe('2026-06-03T05:30:00.000Z');
    expect(first).toMatchObject({
      kind: 'reading',
      ph: 7.2,
      temperature: 19.5,
      note: 'Fische munter',
    });
    // NH₄⁺ to N is 14.007 ÷ 18.038, NO₂⁻ to N 14.007 ÷ 46.005.
    expect(first!.tan![0]).toBeCloseTo(0.5 * 0.77653, 4);
    expect(first!.tan![1]).toBeCloseTo(0.77653, 4);
    expect(first!.nitrite).toEqual([0, expect.closeTo(0.3 * 0.30447, 4)]);
    // Without a time of day, noon.
    expect(new Date(second!.at).toISOString()).toBe('2026-06-04T10:00:00.000Z');
  });

  it('is understood: months first, Fahrenheit, feed, deaths, what it does not know left out', () => {
    const { entries, skipped } = take(
      'Date,Temp (F),pH,Feed (oz),Fish died,Mood\n6/13/2026,68,7.0,0.5,2,good\n6/14/2026,about 70,7.1,,,\nsoon,70,7,,,\n6/15/2026,,99,,,\n',
    );
    expect(entries.map((e) => e.kind)).toEqual(['reading', 'feed', 'fish-dead', 'reading']);
    expect(entries[0]!.temperature).toBeCloseTo(20, 6);
    expect(entries[1]!.mass).toBeCloseTo(0.0141748, 6);
    expect(entries[2]!.count).toBe(2);
    expect(skipped.map((s) => s.row)).toEqual([3, 4, 5, 5]);
    expect(skipped[1]!.why).toBe('“soon” is no date.');
    expect(skipped[2]!.why).toContain('99 is outside');
  });

  it('makes the same entries each time it is read, so that two imports are one', () => {
    const text = 'Date,pH\n2026-06-01,7\n2026-06-02,7.1\n';
    expect(mergeLogs(take(text).entries, take(text).entries)).toHaveLength(2);
  });

  it('takes moments that name their zone as they are', () => {
    const { entries } = take(
      'timestamp,ec (µS/cm)\n2026-06-01T10:00:00Z,1200\n2026-06-01T10:00:00+02:00,1250\n',
    );
    expect(entries.map((e) => new Date(e.at).toISOString().slice(11, 16))).toEqual([
      '10:00',
      '08:00',
    ]);
    expect(entries[0]!.conductivity).toBeCloseTo(0.12, 9);
  });
});

describe('the log as a table', () => {
  it('comes back as it went', () => {
    fc.assert(
      fc.property(fc.array(anyEntry, { maxLength: 8 }), (raw) => {
        const log = raw.map((e, i) => newEntry(`e${i}`, e, 1));
        const kept = log.filter((e) => e.kind === 'reading' || e.note);
        const { entries, skipped } = take(logCsv(pair, kept, 'metric'));
        expect(skipped).toEqual([]);
        expect(entries).toEqual(
          kept.map((e) => ({
            ...e,
            ...(e.tan ? { tan: e.tan.map((x) => expect.closeTo(x, 6) as number) } : {}),
          })),
        );
      }),
      { numRuns: cases(60, 1000) },
    );
  });

  it('gives no spreadsheet a formula to run', () => {
    const text = logCsv(
      pair,
      entriesOf([
        { kind: 'note', note: '=HYPERLINK("x")' },
        { kind: 'note', note: '@sum(1)' },
      ]),
      'metric',
    );
    for (const line of text.split('\r\n').slice(1)) expect(line).not.toMatch(/(^|,)"?[=+@-]/);
  });
});

describe('the log in a file', () => {
  const log = entriesOf([
    { ph: 7 },
    { kind: 'feed', mass: 0.016 },
    { tan: [0.25, 0.5], about: 'tank' },
  ]);
  it('goes with its system and comes back', () => {
    const opened = readAnyFile(writeWith(pair, { log }));
    expect(opened).toMatchObject({ ok: true, what: 'system' });
    if (opened.ok && opened.what === 'system') {
      expect(opened.system).toEqual(pair);
      expect(opened.log).toEqual(mergeLogs(log, []));
      expect(opened.refused).toEqual([]);
    }
    expect(readWithLog(writeWith(pair, {}))).toMatchObject({
      ok: true,
      log: [],
      refused: [],
    });
  });

  it('loses only what is damaged, and says so', () => {
    const { entries, refused } = readLog([
      log[0],
      { ...log[1], at: 'yesterday' },
      { ...log[2], tan: [2, 1] },
      { ...log[2], id: 'a b' },
      null,
      { ...log[0], id: 'wild', ph: 70 },
    ]);
    expect(entries.map((e) => e.id).sort()).toEqual(['e0', 'e2']);
    expect(entries.find((e) => e.id === 'e2')!.tan).toEqual([1, 2]);
    expect(refused).toHaveLength(4);
    expect(refused[0]!.why).toMatch(/^Entry 2 of the log: .*“at” .*number/);
    expect(refused[0]!.raw).toEqual({ ...log[1], at: 'yesterday' });
    expect(readLog('no list').refused).toHaveLength(1);
  });
});

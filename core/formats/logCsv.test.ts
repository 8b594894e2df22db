import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { cases } from '../test/cases.ts';
import { demoDocument, entriesOf } from '../test/tended.ts';
import { correct, byTime, mergeLogs, newEntry, newsOf } from '../entries/entries.ts';
import { middle } from '../entries/fields.ts';
import type { Entry, EntryValues } from '../entries/types.ts';
import { readLog } from '../entries/schema.ts';
import { readAnyFile, readWithLog, writeWith } from './file.ts';
import { logCsv } from './logCsv.ts';
import {
  entriesOfTable,
  guessMapping,
  questionsOf,
  readTable,
  type Mapping,
} from './tableImport.ts';

const pair = demoDocument('potting-shed-pair');
const ZONE = 'Europe/Vienna';
const take = (text: string, change: Partial<Mapping> = {}) => {
  const table = readTable(text);
  return entriesOfTable(table, { ...guessMapping(table, ZONE), ...change }, 1, pair);
};

const maybe = <T>(x: fc.Arbitrary<T>) => fc.option(x, { nil: undefined });
/** What any entry may say, with moments to the millisecond and values of every length. */
const anyKept = fc
  .record({
    at: fc.integer({ min: 1.6e12, max: 1.9e12 }),
    zone: fc.constantFrom(ZONE, 'UTC', 'America/St_Johns', 'Asia/Kolkata'),
    kind: fc.constantFrom(
      'reading',
      'feed',
      'task',
      'look',
      'note',
      'dose',
      'top-up',
      'harvest' as const,
    ),
    ph: fc.double({ min: 2, max: 12, noNaN: true }),
    tan: maybe(
      fc.tuple(
        fc.double({ min: 0, max: 5, noNaN: true }),
        fc.double({ min: 5, max: 9, noNaN: true }),
      ),
    ),
    temperature: maybe(fc.double({ min: -2, max: 50, noNaN: true })),
    conductivity: maybe(fc.double({ min: 0, max: 2, noNaN: true })),
    fillTime: maybe(fc.integer({ min: 0, max: 864_000 })),
    about: maybe(fc.constantFrom('tank', 'bed', 'gone')),
    note: maybe(
      fc.constantFrom('=1+1', 'eats well', '@home', 'a "quoted" word, and more', '-5', "it's"),
    ),
    amount: fc.double({ min: 0.001, max: 9, noNaN: true }),
    outcome: fc.constantFrom('done', 'later', 'skipped' as const),
    seen: fc.subarray(['fish-well', 'fish-gasp', 'pests', 'water-green']),
  })
  .map(
    ({
      ph,
      tan,
      temperature,
      conductivity,
      fillTime,
      amount,
      outcome,
      seen,
      ...r
    }): EntryValues => {
      const more: Record<string, unknown> =
        r.kind === 'reading'
          ? { ph, tan, temperature, conductivity, fillTime }
          : r.kind === 'task'
            ? { what: 'feed', outcome, ...(outcome === 'later' ? { until: r.at + 5 } : {}) }
            : r.kind === 'look'
              ? { seen: seen.length ? seen : undefined }
              : r.kind === 'top-up'
                ? { volume: amount }
                : r.kind === 'note'
                  ? {}
                  : { mass: amount };
      const all = { ...r, ...more };
      return Object.fromEntries(
        Object.entries(all).filter(([, v]) => v !== undefined),
      ) as unknown as EntryValues;
    },
  );

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
    expect(skipped[1]!.why).toBe('“soon” is not a date.');
    expect(skipped[2]!.why).toContain('99 is not a possible value');
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

/** What a table leaves open, by head. */
const asked = (text: string) => {
  const table = readTable(text);
  return questionsOf(guessMapping(table, ZONE)).map(
    (q) => `${q.about}${q.column === null ? '' : `: ${table.heads[q.column]}`}`,
  );
};
const first = (text: string, change: Partial<Mapping> = {}) => take(text, change).entries[0];

describe('what a table does not say is asked about, never guessed', () => {
  test.each([
    ['Date,KH (dKH)\n2026-06-01,6\n', { alkalinity: 6 * 17.848 }],
    ['Date,KH (meq/L)\n2026-06-01,2\n', { alkalinity: 2 * 50.043 }],
    ['Date,Temp °F\n2026-06-01,48\n', { temperature: 80 / 9 }],
    ['Date,Nitrite (µg/L) as N\n2026-06-01,250\n', { nitrite: [0.25, 0.25] }],
    ['Date,Level (m)\n2026-06-01,0.42\n', { level: 0.42 }],
    ['Date,Fish died,Feed (lb)\n2026-06-01,,0.5\n', { mass: 0.226796185 }],
    ['Date,Flow (US gpm),pH\n2026-06-01,,7\n', { ph: 7 }],
    ['Date,Top up (US gal)\n2026-06-01,2\n', { volume: 2 * 3.785411784e-3 }],
    ['Date,"EC at 25 °C (mS/cm)"\n2026-06-01,1.2\n', { conductivity: 0.12 }],
    ['Date;Feed (g)\n2026-06-01;"1,250"\n2026-06-02;12.5\n', { mass: 1.25 }],
  ])('a unit that is named is read: %s', (text, values) => {
    expect(asked(text).filter((x) => !x.includes('gpm'))).toEqual([]);
    const e = first(text)!;
    for (const [key, value] of Object.entries(values)) {
      const got = e[key as keyof Entry] as number | readonly number[];
      const wanted = [value].flat();
      [got].flat().forEach((x, i) => expect(x).toBeCloseTo(wanted[i]!, 9));
    }
  });

  test.each([
    ['Date,Temp\n2026-06-01,48\n', ['unit: Temp']],
    ['Date,KH\n2026-06-01,6\n', ['unit: KH']],
    ['Date,Feed\n2026-06-01,6\n', ['unit: Feed']],
    ['Date,Level (cubits)\n2026-06-01,6\n', ['unit: Level (cubits)']],
    ['Date,Topped up (gal)\n2026-06-01,6\n', ['unit: Topped up (gal)']],
    ['Date,Ammonia (ppm)\n2026-06-01,1\n', ['scale: Ammonia (ppm)']],
    [
      'Date,Nitrate (mg/L),Water level in tank\n2026-06-01,1,5\n',
      ['scale: Nitrate (mg/L)', 'unit: Water level in tank'],
    ],
    ['Date,pH\n03/06/2026,7\n04/06/2026,7\n', ['dates']],
    ['Date,Feed (g)\n2026-06-01,"1,250"\n', ['decimal']],
    ['Date,pH\n2026-06-01,"7,2"\n2026-06-02,7.1\n', ['decimal']],
  ])('%s', (text, questions) => {
    expect(asked(text)).toEqual(questions);
    // Until it is answered nothing that hangs on it is taken in.
    const { entries, skipped } = take(text);
    expect(entries).toEqual([]);
    expect(skipped.length).toBeGreaterThan(0);
  });

  it('the warmth of the air is not the water’s', () => {
    for (const head of ['Air temp (°C)', 'Room temperature (°C)', 'Greenhouse temp °C'])
      expect(
        guessMapping(readTable(`Date,${head}\n2026-06-01,20\n`), ZONE).columns[1]!.use,
      ).toBeNull();
  });

  it('a cell that disagrees with its table’s decimal mark is shown and left out', () => {
    const { entries, skipped } = take(
      'Date;pH;NO2 (mg/L)\n01.06.2026;7,2;0,25\n02.06.2026;7,1;0.5\n03.06.2026;7,0;0.250\n',
    );
    expect(entries.map((e) => e.ph)).toEqual([7.2, 7.1, 7]);
    expect(entries.map((e) => e.nitrite === undefined)).toEqual([false, true, true]);
    expect(skipped).toEqual([
      { row: 3, why: 'NO2 (mg/L): “0.5” is written with another decimal mark than the table.' },
      { row: 4, why: 'NO2 (mg/L): “0.250” is written with another decimal mark than the table.' },
    ]);
  });

  test.each([
    ['14:00:00 UTC', '2026-06-01T14:00:00.000Z'],
    ['14:00 +05:30', '2026-06-01T08:30:00.000Z'],
    ['14:00 America/New_York', '2026-06-01T18:00:00.000Z'],
    ['2:00:00.250 pm', '2026-06-01T12:00:00.250Z'],
    ['', '2026-06-01T10:00:00.000Z'],
  ])('a time of day is of its own zone: %s', (clock, iso) =>
    expect(new Date(first(`Date,Time,pH\n2026-06-01,${clock},7\n`)!.at).toISOString()).toBe(iso),
  );
  it('a time that is not known is no noon', () => {
    const { entries, skipped } = take(
      'Date,Time,pH\n2026-06-01,2 pm CEST,7\n1 Jun 2026,8:00,7.1\n',
    );
    expect(entries.map((e) => e.ph)).toEqual([7.1]);
    expect(skipped).toEqual([{ row: 2, why: '“2 pm CEST” is not a time of day.' }]);
  });

  it('two equal rows are two, and the same file again brings nothing', () => {
    const text = 'Date,Feed (g)\n2026-06-01,10\n2026-06-01,10\n2026-06-02,10\n';
    const { entries } = take(text);
    expect(new Set(entries.map((e) => e.id)).size).toBe(3);
    const table = readTable(text);
    const again = entriesOfTable(table, guessMapping(table, ZONE), 99, pair, entries);
    expect(again).toEqual({ entries: [], same: 3, skipped: [] });
    expect(newsOf(entries, again.entries).write).toEqual([]);
    // A hand that corrected one of them since is not overruled by the old table.
    const by = entries.map((e, i) => (i ? e : correct(e, { mass: 0.02 }, 50)));
    expect(entriesOfTable(table, guessMapping(table, ZONE), 99, pair, by).entries).toEqual([]);
  });
});

describe('a table in any dressing', () => {
  const DRESSED = {
    temperature: [
      ['°C', 1, 0],
      ['°F', 5 / 9, -160 / 9],
      ['celsius', 1, 0],
    ],
    alkalinity: [
      ['mg/L', 1, 0],
      ['dKH', 17.848, 0],
      ['meq/L', 50.043, 0],
      ['', 0, 0],
      ['cubits', 0, 0],
    ],
    tan: [
      ['mg/L as N', 1, 0],
      ['µg/L as N', 1e-3, 0],
      ['mg/L', 0, 0],
    ],
    level: [
      ['mm', 1e-3, 0],
      ['cm', 1e-2, 0],
      ['m', 1, 0],
      ['in', 0.0254, 0],
    ],
  } as const;
  const NAMES = { temperature: 'Water temp', alkalinity: 'KH', tan: 'Ammonia', level: 'Level' };
  const value = {
    temperature: [5, 35],
    alkalinity: [20, 900],
    tan: [0, 8],
    level: [0.1, 2.5],
  } as const;
  type Field = keyof typeof DRESSED;
  const anyTable = fc.record({
    field: fc.constantFrom<Field>('temperature', 'alkalinity', 'tan', 'level'),
    dress: fc.nat(4),
    bracket: fc.boolean(),
    shares: fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 1, maxLength: 6 }),
    mark: fc.constantFrom('.', ','),
    thousands: fc.constantFrom('', ' ', "'", 'other'),
    order: fc.constantFrom('ymd', 'dmy', 'mdy'),
    separator: fc.constantFrom(',', ';', '\t'),
    day: fc.integer({ min: 1, max: 28 }),
  });
  it('gives the values that it was made from, or a question, or a cell that is left out', () => {
    fc.assert(
      fc.property(anyTable, (r) => {
        const dresses = DRESSED[r.field];
        const [unit, factor, offset] = dresses[r.dress % dresses.length]!;
        const [low, high] = value[r.field];
        const head =
          unit === ''
            ? NAMES[r.field]
            : r.bracket
              ? `${NAMES[r.field]} (${unit})`
              : `${NAMES[r.field]} ${unit}`;
        const made = r.shares.map((x) => low + x * (high - low));
        const cells = made.map((x) => {
          const shown = factor ? (x - offset) / factor : x;
          const [whole, part] = shown.toFixed(2).split('.') as [string, string];
          const group = r.thousands === 'other' ? (r.mark === '.' ? ',' : '.') : r.thousands;
          return `${whole.replace(/\B(?=(\d{3})+$)/g, group)}${r.mark}${part}`;
        });
        const dates = made.map((_, i) => {
          const [m, d] = [String(1 + i).padStart(2, '0'), String(r.day).padStart(2, '0')];
          return r.order === 'ymd'
            ? `2026-${m}-${d}`
            : r.order === 'dmy'
              ? `${d}/${m}/2026`
              : `${m}/${d}/2026`;
        });
        const quoted = (x: string) => `"${x}"`;
        const text = [
          ['Date', head].map(quoted).join(r.separator),
          ...cells.map((c, i) => [dates[i]!, c].map(quoted).join(r.separator)),
        ].join('\n');
        const table = readTable(text);
        const mapping = guessMapping(table, 'UTC');
        const open = questionsOf(mapping);
        const { entries, skipped } = entriesOfTable(table, mapping, 1, pair);
        if (factor === 0) expect(open.some((q) => q.column === 1)).toBe(true);
        if (open.length) return;
        // Nothing vanishes, and nothing is another value or another day than it was made from.
        expect(entries.length + skipped.length).toBe(made.length);
        for (const e of entries) {
          const i = new Date(e.at).getUTCMonth();
          expect(new Date(e.at).getUTCDate()).toBe(r.day);
          const got = middle(e[r.field]!);
          expect(Math.abs(got - made[i]!)).toBeLessThanOrEqual(0.0051 * factor + 1e-9);
        }
      }),
      { numRuns: cases(400, 8000) },
    );
  });
});

describe('the log as a table', () => {
  const exported = (log: readonly Entry[], units: 'metric' | 'us' | 'imperial') =>
    logCsv(pair, log, units);
  const read = (text: string, there: readonly Entry[] = []) => {
    const table = readTable(text);
    return entriesOfTable(table, guessMapping(table, 'Asia/Tokyo'), 77, pair, there);
  };
  const anyLog = fc
    .array(anyKept, { maxLength: 8 })
    .map((all) => all.map((values, i) => newEntry(`e${i}`, values, 1)).sort(byTime));
  const systems = fc.constantFrom('metric', 'us', 'imperial' as const);

  it('read back over its log changes nothing: moments, zones, outcomes, signs, values', () => {
    fc.assert(
      fc.property(anyLog, systems, (log, units) => {
        expect(read(exported(log, units), log)).toEqual({
          entries: [],
          same: log.length,
          skipped: [],
        });
      }),
      { numRuns: cases(120, 3000) },
    );
  });

  it('read on another device and written again is the same text', () => {
    fc.assert(
      fc.property(anyLog, systems, (log, units) => {
        const text = exported(log, units);
        const { entries, skipped } = read(text);
        expect(skipped).toEqual([]);
        expect(entries.map((e) => [e.id, e.at, e.zone, e.kind, e.outcome, e.seen])).toEqual(
          log.map((e) => [e.id, e.at, e.zone, e.kind, e.outcome, e.seen]),
        );
        expect(exported(entries, units)).toBe(text);
      }),
      { numRuns: cases(120, 3000) },
    );
  });

  it('in which a cell was changed corrects that entry, and no other', () => {
    const log = entriesOf([
      { h: 3, ph: 7.1, temperature: 18.333333333333332, note: 'before' },
      { h: 2, kind: 'task', what: 'feed', outcome: 'skipped' },
      { h: 1, kind: 'feed', mass: 0.012 },
    ]);
    const text = exported(log, 'us').replace(',7.1,', ',6.9,').replace(',before,', ',,');
    const { entries, same } = read(text, log);
    expect(same).toBe(2);
    expect(entries).toHaveLength(1);
    expect(entries[0]).toMatchObject({
      id: 'e0',
      ph: 6.9,
      temperature: expect.closeTo(18.3333, 3) as number,
    });
    expect(entries[0]!.note).toBeUndefined();
    expect(entries[0]!.changes!.filter((c) => c.field === 'ph').map((c) => c.value)).toEqual([
      7.1, 6.9,
    ]);
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
    for (const line of text.split('\r\n').slice(1))
      expect(line).not.toMatch(/(^|,)"?[=+@-][A-Za-z]/);
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

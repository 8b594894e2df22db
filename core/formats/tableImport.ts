import Papa from 'papaparse';
import { SCALES_OF, asNitrogen, type KitScale } from '../life/index.ts';
import { knowsZone } from '../calendar/index.ts';
import { correct } from '../entries/entries.ts';
import { MOST_GIVEN, READ_FIELDS } from '../entries/fields.ts';
import { canBe } from '../entries/gate.ts';
import { signOf } from '../entries/signs.ts';
import {
  ENTRY_KINDS,
  TASK_OUTCOMES,
  type Entry,
  type EntryKind,
  type EntryValues,
} from '../entries/types.ts';
import { parse, type QuantityKind, type UnitSystem } from '../quantity/index.ts';
import { isId, plainText, same, type ReadingId, type SystemDocument } from '../system/index.ts';
import { isOwnTable, csvRows } from './logCsv.ts';
import {
  UNSTATED,
  idOf,
  decimalMarkOf,
  momentOfRow,
  cellNumbers,
  orderOf,
  type Unstated,
  type DateOrder,
  type DecimalMark,
} from './tableCells.ts';

export { UNSTATED, DATE_ORDERS, type DateOrder, type DecimalMark } from './tableCells.ts';

/** Any table as a log: columns told apart, what they leave open asked about, what is skipped said before it is. */

/** What a column may be. */
export type ColumnUse =
  | ReadingId
  | 'date'
  | 'time'
  | 'offset'
  | 'zone'
  | 'outcome'
  | 'until'
  | 'signs'
  | 'device'
  | 'kind'
  | 'about'
  | 'what'
  | 'note'
  | 'id'
  | 'feed'
  | 'top-up'
  | 'water-change'
  | 'harvest'
  | 'fish-dead'
  | 'mass'
  | 'volume'
  | 'count';

interface Use {
  readonly id: ColumnUse;
  readonly label: string;
  readonly kind: QuantityKind | null;
  /** Heads that mean it, in lower case. */
  readonly heads: RegExp;
}

// prettier-ignore
export const COLUMN_USES: readonly Use[] = [
  { id: 'date', label: 'Date, or date and time', kind: null, heads: /^(date|day|datum|timestamp|date ?time|when|fecha)/ },
  { id: 'time', label: 'Time of day', kind: null, heads: /^(time|hour|uhrzeit|zeit|hora)$/ },
  { id: 'offset', label: 'UTC offset', kind: null, heads: /^(utc )?offset$/ },
  { id: 'zone', label: 'Time zone', kind: null, heads: /^(time ?)?zone$/ },
  { id: 'outcome', label: 'Done or skipped', kind: null, heads: /^outcome$/ },
  { id: 'until', label: 'Until', kind: null, heads: /^until$/ },
  { id: 'signs', label: 'What was seen', kind: null, heads: /^signs?$/ },
  { id: 'device', label: 'Device', kind: null, heads: /^device$/ },
  { id: 'kind', label: 'Type of entry', kind: null, heads: /^(kind|type|entry)$/ },
  { id: 'about', label: 'Where', kind: null, heads: /^(where|place|vessel)$/ },
  { id: 'what', label: 'What', kind: null, heads: /^(what|substance|crop)$/ },
  { id: 'note', label: 'Note', kind: null, heads: /^(note|notes|comment|remarks?|bemerkung)/ },
  { id: 'id', label: 'Id', kind: null, heads: /^id$/ },
  { id: 'ph', label: 'pH', kind: 'ph', heads: /^p\.?h\b/ },
  { id: 'tan', label: 'Ammonia', kind: 'concentration', heads: /(^tan\b|ammon|^nh[34₃₄])/ },
  { id: 'nitrite', label: 'Nitrite', kind: 'concentration', heads: /(nitrit|^no[2₂])/ },
  { id: 'nitrate', label: 'Nitrate', kind: 'concentration', heads: /(nitrat|^no[3₃])/ },
  { id: 'conductivity', label: 'EC', kind: 'conductivity', heads: /(^ec\b|conduct|leitf)/ },
  { id: 'temperature', label: 'Water temperature', kind: 'temperature', heads: /(temp|°c|°f)/ },
  { id: 'oxygen', label: 'Dissolved oxygen', kind: 'concentration', heads: /(oxygen|^d\.?o\b|sauerstoff)/ },
  { id: 'alkalinity', label: 'Alkalinity (KH)', kind: 'hardness', heads: /(alkal|^kh\b|carbonate)/ },
  { id: 'hardness', label: 'Hardness (GH)', kind: 'hardness', heads: /(hardness|^gh\b)/ },
  { id: 'chlorine', label: 'Total chlorine', kind: 'concentration', heads: /chlorin/ },
  { id: 'chloride', label: 'Chloride', kind: 'concentration', heads: /chlorid/ },
  { id: 'level', label: 'Level', kind: 'length', heads: /^(water )?(level|pegel)/ },
  { id: 'flow', label: 'Flow', kind: 'flow', heads: /^flow/ },
  { id: 'fillTime', label: 'Time to fill', kind: 'time', heads: /fill/ },
  { id: 'feed', label: 'Feed given', kind: 'mass', heads: /(feed|fed\b|food|futter)/ },
  { id: 'top-up', label: 'Topped up', kind: 'volume', heads: /top/ },
  { id: 'water-change', label: 'Water changed', kind: 'volume', heads: /(water change|changed|wechsel)/ },
  { id: 'harvest', label: 'Harvested', kind: 'mass', heads: /(harvest|ernte|yield)/ },
  { id: 'fish-dead', label: 'Fish died', kind: 'count', heads: /(dead|died|death|mortal)/ },
  { id: 'mass', label: 'Mass', kind: 'mass', heads: /^mass/ },
  { id: 'volume', label: 'Volume', kind: 'volume', heads: /^volume/ },
  { id: 'count', label: 'Count', kind: 'count', heads: /^(count|number)/ },
];
const USE = new Map(COLUMN_USES.map((u) => [u.id, u]));

/** Heads that name the air, a room or a lamp: its warmth is not the water’s. */
const OF_AIR =
  /\b(air|room|outside|outdoors?|ambient|indoor|house|greenhouse|luft|raum|aussen|außen|soil|media|bed)\b/;

/** Units that may be chosen for a column of a kind, as they are typed. */
export const UNITS_OF: Partial<Record<QuantityKind, readonly string[]>> = {
  temperature: ['°C', '°F'],
  mass: ['g', 'kg', 'mg', 'oz', 'lb'],
  volume: ['L', 'mL', 'm³', 'US gal', 'imp gal'],
  length: ['mm', 'cm', 'm', 'in', 'ft'],
  flow: ['L/h', 'L/min', 'L/s', 'm³/h', 'US gal/h', 'imp gal/h'],
  time: ['s', 'min', 'h'],
  hardness: ['mg/L', '°dH', 'meq/L'],
  conductivity: ['mS/cm', 'µS/cm', 'S/m'],
  concentration: ['mg/L', 'µg/L'],
};
/** Scales that a column’s kit may show: as nitrogen, or as the ion. */
export const scalesOf = (use: ColumnUse): readonly KitScale[] =>
  (SCALES_OF as Partial<Record<string, readonly KitScale[]>>)[use] ?? [];

export interface ColumnMapping {
  readonly use: ColumnUse | null;
  /** As typed after a number; empty where it has none. */
  readonly unit: string;
  readonly scale: KitScale | Unstated | null;
}
export interface Mapping {
  readonly columns: readonly ColumnMapping[];
  readonly dates: DateOrder | Unstated;
  readonly decimal: DecimalMark | Unstated;
  readonly zone: string;
}

/** What a table leaves open: of a column its unit or its scale; of the whole its dates or its decimal mark. */
export interface TableQuestion {
  readonly about: 'unit' | 'scale' | 'dates' | 'decimal';
  /** The column, counted from 0; null for the whole table. */
  readonly column: number | null;
}

/** What is to be answered before a table can be taken in; a column that is left out asks nothing. */
export function questionsOf({ columns, dates, decimal }: Mapping): TableQuestion[] {
  return [
    ...(dates === UNSTATED ? [{ about: 'dates', column: null } as const] : []),
    ...(decimal === UNSTATED ? [{ about: 'decimal', column: null } as const] : []),
    ...columns.flatMap((c, column): TableQuestion[] => [
      ...(c.use && c.unit === UNSTATED ? [{ about: 'unit', column } as const] : []),
      ...(c.use && c.scale === UNSTATED ? [{ about: 'scale', column } as const] : []),
    ]),
  ];
}

/** A table as it stands in a file. */
export interface Table {
  readonly heads: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

/** Rows of a text, its separator found by itself; the first row is the heads. */
export function readTable(text: string): Table {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const [heads = [], ...rows] = data;
  // What was written against formulas is read as what it was.
  return { heads: heads.map(plainCell), rows: rows.map((r) => r.map(plainCell)) };
}
const plainCell = (x: string): string => (/^'[=+\-@\t\r]/.test(x) ? x.slice(1) : x).trim();

/** Runs of words that may name a unit: each bracket from its first word on, and what stands last without brackets. */
function unitWords(head: string, heads: RegExp): { inside: string[]; behind: string[] } {
  const text = head.toLowerCase().replace(/μ/g, 'µ');
  const words = (x: string) => x.split(/[\s,:;_]+/).filter(Boolean);
  const runs = (all: readonly string[], behind: boolean) =>
    all.map((_, i) => (behind ? all.slice(i) : all.slice(0, all.length - i)).join(' '));
  const inside = [...text.matchAll(/[([]\s*([^()[\]]*?)\s*[)\]]/g)].map((m) => m[1]!);
  const bare = text
    .replace(/[([][^)\]]*[)\]]/g, ' ')
    .replace(heads, ' ')
    .replace(/(\bas |-)(n|nitrogen|nh[34₃₄]|no[23₂₃])\b.*$/, ' ');
  return {
    inside: inside.reverse().flatMap((x) => runs(words(x), false)),
    behind: runs(words(bare), true),
  };
}
/** Gallons and what is made of them, of one country. */
const GALLONS: Readonly<Record<string, string>> = {
  gal: 'gal',
  gallon: 'gal',
  gallons: 'gal',
  gph: 'gal/h',
  'gal/h': 'gal/h',
  'gal/hr': 'gal/h',
  gpm: 'gal/min',
  'gal/min': 'gal/min',
};
/** Measures that are another in each country, and not told here. */
const DOUBTFUL = /^(qt|quarts?|pt|pints?)$/;

/**
 * Unit that a head names, as typed after a number.
 *
 * @returns empty where the kind has none; {@link UNSTATED} where none is named or it is not known
 */
function unitIn(head: string, kind: QuantityKind | null, heads: RegExp, own: UnitSystem): string {
  const choices = kind && UNITS_OF[kind];
  if (!choices) return '';
  const one = (unit: string) => parse(`1 ${unit}`, kind, own);
  const { inside, behind } = unitWords(head, heads);
  for (const unit of [...inside, ...behind]) {
    if (GALLONS[unit]) {
      if (own === 'metric') return UNSTATED;
      return `${own === 'us' ? 'US' : 'imp'} ${GALLONS[unit]}`;
    }
    const known = DOUBTFUL.test(unit) || /^[\d.,+-]/.test(unit) ? null : one(unit);
    // As it stands among the choices, where it is one of them by another name.
    if (known?.ok) return choices.find((c) => same(one(c), known)) ?? unit;
  }
  // Where no unit is named at all, mg/L is what everybody means of what is dissolved.
  return kind === 'concentration' && !inside.length && !behind.length ? 'mg/L' : UNSTATED;
}
function scaleIn(head: string, use: ColumnUse): KitScale | Unstated | null {
  const all = scalesOf(use);
  if (!all.length) return null;
  const text = head.toLowerCase();
  if (/-n\b|\bas n\b|nitrogen|\btan\b/.test(text)) return 'n';
  for (const [scale, formula] of [
    ['nh4', /nh[4₄]/],
    ['nh3', /nh[3₃]/],
    ['no2', /no[2₂]/],
    ['no3', /no[3₃]/],
  ] as const)
    if (formula.test(text) && all.includes(scale)) return scale;
  return UNSTATED;
}

/**
 * How a table is meant, as far as its heads and rows say; what they leave open is {@link UNSTATED}.
 *
 * @param table as it was read
 * @param zone of the wall clock, where the rows name none
 * @param own units of the grower: a gallon without a country is theirs
 */
export function guessMapping(table: Table, zone: string, own: UnitSystem = 'metric'): Mapping {
  const { heads, rows } = table;
  const taken = new Set<ColumnUse>();
  const columns = heads.map((head): ColumnMapping => {
    const text = head
      .toLowerCase()
      .replace(/[([].*$/, '')
      .trim();
    const use = COLUMN_USES.find((u) => !taken.has(u.id) && u.heads.test(text));
    if (!use || (use.id === 'temperature' && OF_AIR.test(head.toLowerCase())))
      return { use: null, unit: '', scale: null };
    taken.add(use.id);
    return {
      use: use.id,
      unit: unitIn(head, use.kind, use.heads, own),
      scale: scaleIn(head, use.id),
    };
  });
  const at = columns.findIndex((c) => c.use === 'date');
  const dates = rows.map((r) => r[at] ?? '');
  const numeric = columns.flatMap((c, i) => (c.use && USE.get(c.use)!.kind ? [i] : []));
  const cells = rows.flatMap((r) => numeric.map((i) => r[i] ?? ''));
  return { columns, dates: orderOf(dates), decimal: decimalMarkOf(cells), zone };
}

export interface ImportedRows {
  /** Entries that are new, and those that are corrected by their rows. */
  readonly entries: readonly Entry[];
  /** Rows that stand in the log as they are. */
  readonly same: number;
  /** Rows and cells that are left out, by row as a spreadsheet counts, and why. */
  readonly skipped: readonly { readonly row: number; readonly why: string }[];
}

const EMPTY = /^(|-|–|n\/?a|null|none)$/i;
/** Where rows of a table may lie, by name and by id. */
const placesOf = (system: Pick<SystemDocument, 'vessels' | 'paths'>): Map<string, string> =>
  new Map(
    [...system.vessels, ...system.paths].flatMap((p) => [
      [p.name.toLowerCase(), p.id] as const,
      [p.id.toLowerCase(), p.id] as const,
    ]),
  );

/** Fields of a row that its text columns say. */
function textsOf(
  cell: (use: ColumnUse) => string,
  places: ReadonlyMap<string, string>,
): Partial<EntryValues> {
  const outcome = TASK_OUTCOMES.find((x) => x === cell('outcome'));
  const seen = cell('signs')
    .split(/\s+/)
    .filter((x) => signOf(x));
  const until = Date.parse(cell('until'));
  const place = plainText(cell('about')).slice(0, 120);
  const about = places.get(place.toLowerCase()) ?? (cell('id') ? place : '');
  const [what, note, device] = [
    plainText(cell('what')).slice(0, 120),
    cell('note').slice(0, 4000),
    plainText(cell('device')).slice(0, 120),
  ];
  return {
    ...(about ? { about } : {}),
    ...(what ? { what } : {}),
    ...(outcome ? { outcome } : {}),
    ...(Number.isNaN(until) ? {} : { until }),
    ...(seen.length ? { seen } : {}),
    ...(note ? { note } : {}),
    ...(device ? { device } : {}),
  };
}

/**
 * Entries of a table. A row that stands in the log already brings nothing; one with the id of an entry corrects what
 * its cells say otherwise.
 *
 * @param written when they are taken in, milliseconds since 1970
 * @param there entries of the log
 */
export function entriesOfTable(
  table: Table,
  mapping: Mapping,
  written: number,
  system: Pick<SystemDocument, 'vessels' | 'paths'>,
  there: readonly Entry[] = [],
): ImportedRows {
  const entries: Entry[] = [];
  const skipped: { row: number; why: string }[] = [];
  let same = 0;
  const known = new Map(there.map((e) => [e.id, e]));
  const times = new Map<string, number>();
  const zone = knowsZone(mapping.zone) ? mapping.zone : 'UTC';
  const places = placesOf(system);
  const column = new Map(mapping.columns.map((c, i) => [c.use, i]));
  const asOwn =
    isOwnTable(table.heads) && mapping.columns.every((c) => c.use !== null)
      ? csvRows(system, table.heads)
      : null;
  table.rows.forEach((cells, i) => {
    const row = i + 2;
    const skip = (why: string) => void skipped.push({ row, why });
    const cell = (use: ColumnUse): string => cells[column.get(use) ?? -1] ?? '';
    const given = isId(cell('id')) ? cell('id') : '';
    const before = given ? known.get(given) : undefined;
    // A row of this program’s own table that reads as its entry does: nothing was changed in it.
    if (before && asOwn?.(before).every((x, k) => plainCell(x) === (cells[k] ?? ''))) {
      same++;
      return;
    }
    const where = cell('zone');
    const when = momentOfRow(
      cell('date'),
      cell('time'),
      cell('offset'),
      knowsZone(where) ? where : zone,
      mapping.dates,
    );
    if (typeof when === 'string') return skip(when);
    const found: EntryValues[] = [];
    const reading: Record<string, unknown> = {};
    const own: Record<string, unknown> = {};
    const said = cell('kind').toLowerCase();
    const kind = ENTRY_KINDS.find((k) => k === said);
    mapping.columns.forEach(({ use, unit, scale }, c) => {
      const text = cells[c] ?? '';
      const def = use && USE.get(use);
      if (!def?.kind || EMPTY.test(text.trim())) return;
      const head = table.heads[c] ?? def.label;
      if (unit === UNSTATED) return skip(`${head}: in which unit?`);
      if (scale === UNSTATED) return skip(`${head}: as nitrogen, or as the ion?`);
      const got = cellNumbers(text, def.kind, unit, mapping.decimal);
      if (typeof got === 'string') return skip(`${head}: ${got}`);
      const f = READ_FIELDS.find((x) => x.id === use);
      if (f) {
        const nitrogen = (x: number) => (scale ? asNitrogen(x, scale) : x);
        const [low, high] = [nitrogen(got[0]), nitrogen(got[1])];
        if (!canBe(f.id, low, high)) return skip(`${head}: ${text} is not a possible value.`);
        const within = (x: number) => Math.min(f.max, Math.max(f.min, x));
        reading[f.id] = f.banded ? [within(low), within(high)] : within((low + high) / 2);
        return;
      }
      const x = got[1];
      const field = AMOUNT_OF[use!] ?? null;
      if (!field) return;
      if (x < 0) return skip(`${head}: ${text} is below zero.`);
      if (x > MOST_GIVEN[field]) return skip(`${head}: ${text} is more than any system can hold.`);
      const value = field === 'count' && use !== 'count' ? Math.round(x) : x;
      if (use === field) own[field] = value;
      else if (value > 0) found.push({ ...when, kind: use as EntryKind, [field]: value });
    });
    const texts = textsOf(cell, places);
    const reads = Object.keys(reading).length > 0;
    if (kind ? kind !== 'reading' || reads : reads)
      found.unshift({
        ...when,
        kind: kind ?? 'reading',
        ...(reading as Partial<EntryValues>),
        ...(kind ? (own as Partial<EntryValues>) : {}),
      });
    if (!found.length && texts.note) found.push({ ...when, kind: 'note' });
    if (!found.length) return skip('It has no value in a column that is imported.');
    found.forEach((values, k) => {
      const full: EntryValues = k === 0 ? { ...values, ...texts } : values;
      if (before && k === 0) {
        const missing = asOwn ? gone(before, full) : {};
        entries.push(correct(before, { ...missing, ...full }, written));
        return;
      }
      const key = JSON.stringify(full);
      const nth = (times.get(key) ?? 0) + 1;
      times.set(key, nth);
      const id = given && k === 0 ? given : idOf(full, nth);
      if (known.has(id)) same++;
      else entries.push({ ...full, id, written });
    });
  });
  return { entries, same, skipped };
}

/** Where a column’s amount goes. */
const AMOUNT_OF: Partial<Record<ColumnUse, keyof typeof MOST_GIVEN>> = {
  mass: 'mass',
  volume: 'volume',
  count: 'count',
  feed: 'mass',
  harvest: 'mass',
  'top-up': 'volume',
  'water-change': 'volume',
  'fish-dead': 'count',
};
/** Fields that an entry has and its row does not: they are taken out. */
const gone = (before: Entry, row: EntryValues): Partial<EntryValues> =>
  Object.fromEntries(
    Object.keys(before)
      .filter((k) => !['id', 'written', 'changes', 'deleted'].includes(k) && !(k in row))
      .map((k) => [k, undefined]),
  );

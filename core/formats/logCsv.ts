import Papa from 'papaparse';
import { SCALES_OF, asNitrogen, type KitScale } from '../life/index.ts';
import {
  ENTRY_KINDS,
  READ_FIELDS,
  addDays,
  knowsZone,
  localDay,
  localMinutes,
  momentOf,
  type Entry,
  type EntryValues,
} from '../log/index.ts';
import { displayUnit, parse, show, type QuantityKind, type UnitSystem } from '../quantity/index.ts';
import { type ReadingId, type SystemDocument } from '../system/index.ts';
import { tableOf } from './csv.ts';

/** A log as a table, and any table as a log: columns told apart, units chosen, what is skipped said before it is. */

/** What a column may be. */
export type ColumnUse =
  | ReadingId
  | 'date'
  | 'time'
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
  { id: 'kind', label: 'Kind of entry', kind: null, heads: /^(kind|type|entry)$/ },
  { id: 'about', label: 'Where', kind: null, heads: /^(where|place|vessel)$/ },
  { id: 'what', label: 'What', kind: null, heads: /^(what|substance|crop)$/ },
  { id: 'note', label: 'Note', kind: null, heads: /^(note|notes|comment|remarks?|bemerkung)/ },
  { id: 'id', label: 'Id', kind: null, heads: /^id$/ },
  { id: 'ph', label: 'pH', kind: 'ph', heads: /^p\.?h\b/ },
  { id: 'tan', label: 'Ammonia', kind: 'concentration', heads: /(^tan\b|ammon|^nh[34₃₄])/ },
  { id: 'nitrite', label: 'Nitrite', kind: 'concentration', heads: /(nitrit|^no[2₂])/ },
  { id: 'nitrate', label: 'Nitrate', kind: 'concentration', heads: /(nitrat|^no[3₃])/ },
  { id: 'temperature', label: 'Water temperature', kind: 'temperature', heads: /(temp|°c|°f)/ },
  { id: 'oxygen', label: 'Dissolved oxygen', kind: 'concentration', heads: /(oxygen|^d\.?o\b|sauerstoff)/ },
  { id: 'conductivity', label: 'EC', kind: 'conductivity', heads: /(^ec\b|conduct|leitf)/ },
  { id: 'alkalinity', label: 'Alkalinity (KH)', kind: 'hardness', heads: /(alkal|^kh\b|carbonate)/ },
  { id: 'hardness', label: 'Hardness (GH)', kind: 'hardness', heads: /(hardness|^gh\b)/ },
  { id: 'chlorine', label: 'Chlorine in all', kind: 'concentration', heads: /chlorin/ },
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

/** Units that a column of a kind may be in, as they are typed. */
export const UNITS_OF: Partial<Record<QuantityKind, readonly string[]>> = {
  temperature: ['C', 'F'],
  mass: ['g', 'kg', 'oz', 'lb'],
  volume: ['L', 'mL', 'gal'],
  length: ['mm', 'cm', 'in'],
  flow: ['L/h', 'L/min', 'gph'],
  time: ['s', 'min', 'h'],
  hardness: ['mg/L', '°dH'],
  conductivity: ['mS/cm', 'µS/cm'],
};
/** Scales that a column’s kit may show: as nitrogen, or as the ion. */
export const scalesOf = (use: ColumnUse): readonly KitScale[] =>
  (SCALES_OF as Partial<Record<string, readonly KitScale[]>>)[use] ?? [];

export const DATE_ORDERS = ['ymd', 'dmy', 'mdy'] as const;
export type DateOrder = (typeof DATE_ORDERS)[number];

export interface ColumnMapping {
  readonly use: ColumnUse | null;
  /** As typed after a number; empty where it has none. */
  readonly unit: string;
  readonly scale: KitScale | null;
}
export interface Mapping {
  readonly columns: readonly ColumnMapping[];
  readonly dates: DateOrder;
  readonly decimal: '.' | ',';
  readonly zone: string;
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
  const plain = (x: string) => (/^'[=+\-@\t\r]/.test(x) ? x.slice(1) : x).trim();
  return { heads: heads.map(plain), rows: rows.map((r) => r.map(plain)) };
}

/** Unit that a head names in brackets or after it, of those that its kind may be in. */
function unitIn(head: string, kind: QuantityKind | null): string {
  const units = (kind && UNITS_OF[kind]) ?? [];
  const text = head.toLowerCase().replace('μ', 'µ');
  const inside = /[([]\s*([^)\]]+)\s*[)\]]/.exec(text)?.[1] ?? '';
  const named = units.find((u) => inside === u.toLowerCase() || inside === `°${u.toLowerCase()}`);
  if (named) return named;
  const long = [...units].sort((a, b) => b.length - a.length);
  return long.find((u) => u.length > 1 && text.includes(u.toLowerCase())) ?? units[0] ?? '';
}
function scaleIn(head: string, use: ColumnUse): KitScale | null {
  const all = scalesOf(use);
  if (!all.length) return null;
  const text = head.toLowerCase();
  if (/-n\b|\bas n\b|nitrogen|tan/.test(text)) return 'n';
  if (/nh[4₄]/.test(text)) return 'nh4';
  if (/nh[3₃]/.test(text)) return 'nh3';
  if (/no[2₂]/.test(text)) return 'no2';
  if (/no[3₃]/.test(text)) return 'no3';
  return 'n';
}

/** How a table is most likely meant, by its heads and its first rows. */
export function guessMapping({ heads, rows }: Table, zone: string): Mapping {
  const taken = new Set<ColumnUse>();
  const columns = heads.map((head): ColumnMapping => {
    const text = head
      .toLowerCase()
      .replace(/[([].*$/, '')
      .trim();
    const use = COLUMN_USES.find((u) => !taken.has(u.id) && u.heads.test(text));
    if (!use) return { use: null, unit: '', scale: null };
    taken.add(use.id);
    return { use: use.id, unit: unitIn(head, use.kind), scale: scaleIn(head, use.id) };
  });
  const at = columns.findIndex((c) => c.use === 'date');
  const dates = rows.slice(0, 200).map((r) => r[at] ?? '');
  const cells = rows.slice(0, 200).flatMap((r) => r.filter((_, i) => i !== at));
  const commas = cells.filter((x) => /^-?\d+,\d{1,3}$/.test(x)).length;
  const points = cells.filter((x) => /^-?\d+\.\d+$/.test(x)).length;
  return { columns, dates: orderOf(dates), decimal: commas > points ? ',' : '.', zone };
}

function orderOf(dates: readonly string[]): DateOrder {
  const parts = dates.flatMap((d) => {
    const m = /^(\d{1,4})[-./](\d{1,2})[-./](\d{1,4})/.exec(d);
    return m ? [[Number(m[1]), Number(m[2])] as const] : [];
  });
  if (parts.some(([a]) => a > 31)) return 'ymd';
  if (parts.some(([a]) => a > 12)) return 'dmy';
  if (parts.some(([, b]) => b > 12)) return 'mdy';
  return dates.some((d) => d.includes('.'))
    ? 'dmy'
    : dates.some((d) => d.includes('/'))
      ? 'mdy'
      : 'ymd';
}

/** A day and minutes of it, as a text has them; null where it is no date. */
function dateOf(text: string, order: DateOrder): { day: string; minutes: number | null } | null {
  const m = /^(\d{1,4})[-./](\d{1,2})[-./](\d{1,4})(?:[T, ]+(.*))?$/.exec(text.trim());
  if (!m) return null;
  const [a, b, c] = [Number(m[1]), Number(m[2]), Number(m[3])];
  const [y, mo, d] = order === 'ymd' ? [a, b, c] : order === 'dmy' ? [c, b, a] : [c, a, b];
  const year = y < 100 ? 2000 + y : y;
  const two = (n: number) => String(n).padStart(2, '0');
  const day = `${year}-${two(mo)}-${two(d)}`;
  if (year < 1980 || year > 2100 || Number.isNaN(Date.parse(`${day}T00:00:00Z`))) return null;
  if (addDays(day, 0) !== day) return null;
  const rest = m[4]?.replace(/(Z|[+-]\d{2}:?\d{2})$/, '') ?? '';
  return { day, minutes: rest === '' ? null : minutesOf(rest) };
}
function minutesOf(text: string): number | null {
  const clock = parse(text.replace(/(:\d{2})\.\d+$/, '$1'), 'clock', 'metric');
  return clock.ok ? Math.floor(clock.value / 60) : null;
}
/** The moment of a text that names its offset from UTC, as exports of instruments do. */
function absolute(text: string): number | null {
  if (!/^\d{4}-\d{2}-\d{2}T.*(Z|[+-]\d{2}:?\d{2})$/.test(text.trim())) return null;
  const at = Date.parse(text.trim());
  return Number.isNaN(at) ? null : at;
}

/** A number, or a band of two, as kits are written down: 0.25–0.5, <0.25, >8. */
function numbersOf(
  text: string,
  kind: QuantityKind,
  unit: string,
  decimal: '.' | ',',
): readonly [number, number] | string {
  const clean = text.replace('−', '-').trim();
  const one = (part: string): number | string => {
    const number =
      decimal === ',' ? part.replace(/\./g, '').replace(',', '.') : part.replace(/,(?=\d{3})/g, '');
    const bare = /^[+-]?\d+(\.\d+)?$/.test(number.trim());
    const got = parse(bare && unit ? `${number.trim()} ${unit}` : number, kind, 'metric');
    return got.ok ? got.value : got.message;
  };
  const under = /^(<|>)\s*(.+)$/.exec(clean);
  if (under) {
    const x = one(under[2]!);
    return typeof x === 'string' ? x : under[1] === '<' ? [0, x] : [x, 2 * x];
  }
  const band = /^(\d[\d.,]*)\s*(?:-|–|to|…)\s*(\d[\d.,]*)\s*$/.exec(clean);
  if (band) {
    const [low, high] = [one(band[1]!), one(band[2]!)];
    if (typeof low === 'string') return low;
    if (typeof high === 'string') return high;
    return low <= high ? [low, high] : [high, low];
  }
  const x = one(clean);
  return typeof x === 'string' ? x : [x, x];
}

/** A key of a row that is the same whenever the same row is read: two imports of one file are one. */
function idOf(values: unknown): string {
  const text = JSON.stringify(values);
  let a = 0xcbf29ce484222325n;
  for (let i = 0; i < text.length; i++)
    a = ((a ^ BigInt(text.charCodeAt(i))) * 0x100000001b3n) & 0xffffffffffffffffn;
  return `csv-${a.toString(36)}`;
}

export interface ImportedRows {
  readonly entries: readonly Entry[];
  /** Rows and cells that are left out, by row as a spreadsheet counts, and why. */
  readonly skipped: readonly { readonly row: number; readonly why: string }[];
}

const EMPTY = /^(|-|–|n\/?a|null|none)$/i;

/**
 * Entries of a table.
 *
 * @param written when they are taken in, milliseconds since 1970
 */
export function entriesOfTable(
  table: Table,
  mapping: Mapping,
  written: number,
  system: Pick<SystemDocument, 'vessels' | 'paths'>,
): ImportedRows {
  const entries: Entry[] = [];
  const skipped: { row: number; why: string }[] = [];
  const zone = knowsZone(mapping.zone) ? mapping.zone : 'UTC';
  const places = new Map(
    [...system.vessels, ...system.paths].flatMap((p) => [
      [p.name.toLowerCase(), p.id] as const,
      [p.id.toLowerCase(), p.id] as const,
    ]),
  );
  table.rows.forEach((cells, i) => {
    const row = i + 2;
    const skip = (why: string) => void skipped.push({ row, why });
    const cell = (use: ColumnUse): string => {
      const at = mapping.columns.findIndex((c) => c.use === use);
      return at < 0 ? '' : (cells[at] ?? '');
    };
    const dated = cell('date');
    const exact = absolute(dated);
    const date = exact === null ? dateOf(dated, mapping.dates) : null;
    if (exact === null && !date) return skip(dated ? `“${dated}” is no date.` : 'It has no date.');
    const clock = cell('time');
    const minutes = clock ? minutesOf(clock) : (date?.minutes ?? null);
    if (clock && minutes === null) skip(`“${clock}” is no time of day; noon is taken.`);
    const at = exact ?? momentOf(date!.day, minutes ?? 12 * 60, zone);
    const base = { at, zone };
    const reading: Record<string, unknown> = {};
    const found: EntryValues[] = [];
    const said = cell('kind').toLowerCase();
    const kind = ENTRY_KINDS.find((k) => k === said);
    const own: Record<string, unknown> = {};
    mapping.columns.forEach(({ use, unit, scale }, c) => {
      const text = cells[c] ?? '';
      const def = use && USE.get(use);
      if (!def?.kind || EMPTY.test(text.trim())) return;
      const head = table.heads[c] ?? def.label;
      const got = numbersOf(text, def.kind, unit, mapping.decimal);
      if (typeof got === 'string') return skip(`${head}: ${got}`);
      const f = READ_FIELDS.find((x) => x.id === use);
      if (f) {
        const nitrogen = (x: number) => (scale ? asNitrogen(x, scale) : x);
        const [low, high] = [nitrogen(got[0]), nitrogen(got[1])];
        if (low < f.min || high > f.max)
          return skip(`${head}: ${text} is outside what ${f.label.toLowerCase()} can be.`);
        reading[f.id] = f.banded ? [low, high] : (low + high) / 2;
        return;
      }
      const x = got[1];
      if (x < 0) return skip(`${head}: ${text} is less than nothing.`);
      if (use === 'mass' || use === 'volume' || use === 'count') own[use] = x;
      else if (x === 0) return;
      else if (use === 'feed' || use === 'harvest') found.push({ ...base, kind: use, mass: x });
      else if (use === 'top-up' || use === 'water-change')
        found.push({ ...base, kind: use, volume: x });
      else if (use === 'fish-dead') found.push({ ...base, kind: use, count: Math.round(x) });
    });
    const about = places.get(cell('about').toLowerCase());
    const note = cell('note').slice(0, 4000);
    const what = cell('what').slice(0, 120);
    if (Object.keys(reading).length)
      found.unshift({ ...base, kind: 'reading', ...(reading as Partial<EntryValues>) });
    else if (kind && kind !== 'reading')
      found.unshift({ ...base, kind, ...(what ? { what } : {}), ...(own as Partial<EntryValues>) });
    if (!found.length && note) found.push({ ...base, kind: 'note' });
    if (!found.length) return skip('Nothing in it is mapped or filled in.');
    found.forEach((values, k) => {
      const full: EntryValues = {
        ...values,
        ...(about && k === 0 ? { about } : {}),
        ...(note && k === 0 ? { note } : {}),
      };
      const given = cell('id');
      const id = given && k === 0 && /^[\w-]{1,64}$/.test(given) ? given : idOf(full);
      entries.push({ ...full, id, written });
    });
  });
  return { entries, skipped };
}

const shown = (x: number, kind: QuantityKind, units: UnitSystem, factor: number): string =>
  kind === 'temperature' ? show(x, kind, units).text : String(Number((x / factor).toPrecision(6)));

/** The log as a table: a row an entry, the oldest first, units in the heads, times as the wall clock showed them. */
export function logCsv(
  system: Pick<SystemDocument, 'vessels' | 'paths'>,
  entries: readonly Entry[],
  units: UnitSystem,
): string {
  const names = new Map([...system.vessels, ...system.paths].map((p) => [p.id, p.name]));
  const counted = entries.filter((e) => !e.deleted);
  const used = READ_FIELDS.filter((f) => counted.some((e) => e[f.id] !== undefined));
  const high = (v: number | readonly [number, number]) => (typeof v === 'number' ? v : v[1]);
  const fields = used.map((f) => {
    let most = 0;
    for (const e of counted) if (e[f.id] !== undefined) most = Math.max(most, high(e[f.id]!));
    return { f, unit: displayUnit(f.kind, units, most) };
  });
  const two = (n: number) => String(n).padStart(2, '0');
  const head = (label: string, symbol: string) => (symbol ? `${label} (${symbol})` : label);
  const rows: (string | number)[][] = [
    [
      'Date',
      'Time',
      'Zone',
      'Kind',
      'Where',
      'What',
      ...fields.map(({ f, unit }) => head(f.label, unit.symbol)),
      'Mass (g)',
      'Volume (L)',
      'Count',
      'Note',
      'Id',
    ],
  ];
  const amount = (x: number | undefined, factor: number) =>
    x === undefined ? '' : Number((x * factor).toPrecision(6));
  for (const e of counted) {
    const minutes = localMinutes(e.at, e.zone);
    rows.push([
      localDay(e.at, e.zone),
      `${two(Math.floor(minutes / 60))}:${two(minutes % 60)}`,
      e.zone,
      e.kind,
      e.about ? (names.get(e.about) ?? e.about) : '',
      e.what ?? '',
      ...fields.map(({ f, unit }) => {
        const v = e[f.id];
        if (v === undefined) return '';
        const text = (x: number) => shown(x, f.kind, units, unit.factor);
        if (typeof v === 'number') return text(v);
        return v[0] === v[1] ? text(v[0]) : `${text(v[0])}–${text(v[1])}`;
      }),
      amount(e.mass, 1000),
      amount(e.volume, 1000),
      amount(e.count, 1),
      e.note ?? (e.seen ?? []).join(' '),
      e.id,
    ]);
  }
  return tableOf(rows);
}

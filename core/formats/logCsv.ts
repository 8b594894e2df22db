import { ahead, knowsZone, twoDigits } from '../calendar/index.ts';
import { READ_FIELDS, type FieldOfLog } from '../entries/fields.ts';
import type { Entry } from '../entries/types.ts';
import {
  UNIT_SYSTEMS,
  displayUnit,
  displayUnits,
  type Unit,
  type UnitSystem,
} from '../quantity/index.ts';
import type { SystemDocument } from '../system/index.ts';
import { tableOf } from './csv.ts';

/** The log as a table, exact enough to be read back as it was. */

/** Heads of the columns that a table of this program has before and after its readings. */
const FRONT = [
  'Date',
  'Time',
  'UTC offset',
  'Zone',
  'Kind',
  'Where',
  'What',
  'Outcome',
  'Until',
] as const;
const BACK = ['Mass (g)', 'Volume (L)', 'Count', 'Signs', 'Device', 'Note', 'Id'] as const;
const headOf = (f: FieldOfLog, symbol: string): string =>
  symbol ? `${f.label} (${symbol})` : f.label;
/** Figures of a number: as many as come back as the same number. */
const FIGURES = 12;
function figures(x: number): string {
  const text = String(Number(x.toPrecision(FIGURES)));
  if (!text.includes('e')) return text;
  const plain = x.toFixed(15);
  return plain.includes('e')
    ? text
    : String(plain)
        .replace(/\.?0+$/, '')
        .replace(/^-0$/, '0');
}

/** Whether a table was written by this program, as its heads say. */
export const isOwnTable = (heads: readonly string[]): boolean =>
  FRONT.every((h, i) => heads[i] === h) &&
  BACK.every((h, i) => heads[heads.length - BACK.length + i] === h);

/** The day, the time and the offset that a wall clock showed, to the millisecond. */
function wallOf(at: number, zone: string): readonly [string, string, string] {
  const off = ahead(knowsZone(zone) ? zone : 'UTC', at);
  const [day, clock] = new Date(at + off).toISOString().split('T') as [string, string];
  const minutes = Math.abs(Math.round(off / 60_000));
  const sign = off < 0 ? '-' : '+';
  return [
    day,
    clock.replace(/(:\d{2})\.000Z$/, '$1').replace(/Z$/, ''),
    `${sign}${twoDigits(Math.floor(minutes / 60))}:${twoDigits(minutes % 60)}`,
  ];
}

/** How an entry stands in a table with certain heads. */
export function csvRows(
  system: Pick<SystemDocument, 'vessels' | 'paths'>,
  heads: readonly string[],
): (e: Entry) => readonly string[] {
  const names = new Map<string, string>();
  const seen = new Set<string>();
  for (const p of [...system.vessels, ...system.paths]) {
    // Two things of one name are told apart by their ids.
    const name = p.name.toLowerCase();
    if (!seen.has(name)) names.set(p.id, p.name);
    seen.add(name);
  }
  const fields = heads.slice(FRONT.length, heads.length - BACK.length).flatMap((head) => {
    const f = READ_FIELDS.find((x) => head === x.label || head.startsWith(`${x.label} (`));
    const unit = f && displayedIn(f, head);
    return f && unit ? [{ f, unit }] : [];
  });
  const amount = (x: number | undefined, factor: number) =>
    x === undefined ? '' : figures(x * factor);
  return (e) => [
    ...wallOf(e.at, e.zone),
    e.zone,
    e.kind,
    e.about ? (names.get(e.about) ?? e.about) : '',
    e.what ?? '',
    e.outcome ?? '',
    e.until === undefined ? '' : new Date(e.until).toISOString(),
    ...fields.map(({ f, unit }) => {
      const v = e[f.id];
      if (v === undefined) return '';
      const text = (x: number) => figures((x - (unit.offset ?? 0)) / unit.factor);
      if (typeof v === 'number') return text(v);
      const [low, high] = [text(v[0]), text(v[1])];
      return low === high ? low : `${low}–${high}`;
    }),
    amount(e.mass, 1000),
    amount(e.volume, 1000),
    amount(e.count, 1),
    (e.seen ?? []).join(' '),
    e.device ?? '',
    e.note ?? '',
    e.id,
  ];
}
/** Units that a field is written in: those that it is shown in, and seconds for a time. */
const unitsFor = (f: FieldOfLog): readonly Unit[] =>
  UNIT_SYSTEMS.flatMap((system) => displayUnits(f.kind, system));
const displayedIn = (f: FieldOfLog, head: string): Unit | undefined =>
  unitsFor(f).find((unit) => headOf(f, unit.symbol) === head);

/** The log as a table: a row an entry, the oldest first, units in the heads, times as the wall clock showed them. */
export function logCsv(
  system: Pick<SystemDocument, 'vessels' | 'paths'>,
  entries: readonly Entry[],
  units: UnitSystem,
): string {
  const counted = entries.filter((e) => !e.deleted);
  const heads: string[] = [...FRONT];
  for (const f of READ_FIELDS) {
    let most = 0;
    let used = false;
    for (const e of counted) {
      const v = e[f.id];
      if (v === undefined) continue;
      used = true;
      most = Math.max(most, typeof v === 'number' ? v : v[1]);
    }
    if (used) heads.push(headOf(f, displayUnit(f.kind, units, most).symbol));
  }
  heads.push(...BACK);
  const row = csvRows(system, heads);
  return tableOf([heads, ...counted.map((e) => [...row(e)])]);
}

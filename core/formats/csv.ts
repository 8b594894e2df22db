import Papa from 'papaparse';
import type { DayTrace } from '../day/types.ts';
import { displayUnit, type QuantityKind, type UnitSystem } from '../quantity/index.ts';
import { plainName, type SystemDocument } from '../system/index.ts';
import { eventInWords } from './words.ts';

/**
 * Rows as the text of a table: UTF-8, as its byte order mark tells spreadsheets, and cells that begin like a formula
 * written so that they are taken as text.
 */
export const tableOf = (rows: readonly (readonly (string | number)[])[]): string =>
  `\uFEFF${Papa.unparse([...rows] as unknown[], { escapeFormulae: true, newline: '\r\n' })}\r\n`;

/** Figures that a spreadsheet keeps of a number; more would only be noise of the solver. */
const FIGURES = 7;
const rounded = (x: number): number => Number(x.toPrecision(FIGURES));

/**
 * The simulated day as a table: a row for every step of the solver, with level and content of each
 * vessel, flow of each path, and what happened. Units stand in the heads of the columns.
 *
 * Cells that begin like a formula, as a name could, are written so that a spreadsheet takes them as text.
 */
export function dayCsv(system: SystemDocument, trace: DayTrace, units: UnitSystem): string {
  const unit = (kind: QuantityKind, of: (r: number) => number, all: number) => {
    // One unit a column: the one that suits its largest value.
    let most = 0;
    for (let r = 0; r < all; r++) most = Math.max(most, Math.abs(of(r)));
    return displayUnit(kind, units, most);
  };
  const n = trace.vessels.length;
  const width = trace.paths.length + n;
  const names = new Map(
    [...system.vessels, ...system.paths].flatMap((p): [string, string][] => [
      [p.id, plainName(p.name)],
      [`${p.id}-back`, `${plainName(p.name)}, running back`],
      [`${p.id}-weep`, `${plainName(p.name)}, weep hole`],
    ]),
  );
  const name = (id: string) => names.get(id) ?? id;
  const columns: { head: string; of: (r: number) => number }[] = [];
  const add = (what: string, id: string, kind: QuantityKind, of: (r: number) => number) => {
    const u = unit(kind, of, trace.rows);
    columns.push({
      head: `${name(id)}: ${what} (${u.symbol})`,
      of: (r) => rounded(of(r) / u.factor),
    });
  };
  trace.vessels.forEach((id, i) => {
    add('level', id, 'length', (r) => trace.levels[r * n + i]!);
    add('content', id, 'volume', (r) => trace.volumes[r * n + i]!);
  });
  trace.paths.forEach((id, i) => add('flow', id, 'flow', (r) => trace.flows[r * width + i]!));
  trace.vessels.forEach((id, i) =>
    add('over the rim', id, 'flow', (r) => trace.flows[r * width + trace.paths.length + i]!),
  );

  let event = 0;
  const happened = (r: number): string => {
    const words: string[] = [];
    const last = r + 1 === trace.rows || trace.times[r + 1]! > trace.times[r]!;
    // Of several rows at one moment the last tells what happened there.
    while (last && event < trace.events.length && trace.events[event]!.t <= trace.times[r]!) {
      const e = trace.events[event++]!;
      words.push(`${name(e.where)}: ${eventInWords(e.kind)}`);
    }
    return words.join('; ');
  };
  const rows: (string | number)[][] = [
    ['Time (s)', ...columns.map((c) => c.head), 'What happened'],
  ];
  for (let r = 0; r < trace.rows; r++) {
    rows.push([rounded(trace.times[r]!), ...columns.map((c) => c.of(r)), happened(r)]);
  }
  return tableOf(rows);
}

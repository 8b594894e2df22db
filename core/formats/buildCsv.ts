import { SHOPS, stockName, type BuildPlan } from '../construction/index.ts';
import { displayUnit, tell, type UnitSystem } from '../quantity/index.ts';
import { tableOf } from './csv.ts';
import { plainName, type SystemDocument } from '../system/index.ts';

/** Cut list and parts list as tables for a spreadsheet; cells that begin like a formula are written as text. */

type Row = (string | number)[];
/** Every piece with its length, what it is cut from and why it is so long. */
export function cutListCsv(s: SystemDocument, plan: BuildPlan, units: UnitSystem): string {
  const unit = displayUnit('bore', units);
  const names = new Map([...s.vessels, ...s.paths].map((x) => [x.id, plainName(x.name)]));
  const bars = new Map<string, string>();
  for (const c of plan.cuttings)
    c.nesting.bars.forEach((b, i) => {
      for (const id of b.pieces) bars.set(id, b.offcut ? `offcut ${i + 1}` : `length ${i + 1}`);
    });
  return tableOf([
    ['Piece', 'Of', 'Cut from', `Length (${unit.symbol})`, 'Bar', 'Why'],
    ...plan.pieces.map((p): Row => [
      p.name,
      names.get(p.about) ?? p.about,
      stockName(p.stock),
      Number((p.cut / unit.factor).toFixed(unit.decimals)),
      bars.get(p.id) ?? 'coil',
      tell(p.why, units),
    ]),
  ]);
}

/** Every line of the parts list with price, source and what it comes to. */
export function partsCsv(s: SystemDocument, plan: BuildPlan, units: UnitSystem): string {
  const shops = new Map(SHOPS.map((x) => [x.id as string, x.name as string]));
  const money = s.build.currency ? ` (${s.build.currency})` : '';
  return tableOf([
    [
      'Where',
      'What',
      'Size',
      'Count',
      'Unit',
      'Spare',
      `Price of one${money}`,
      `Sum${money}`,
      'Have it',
      'Source',
      'Note',
    ],
    ...plan.parts.map((p): Row => [
      shops.get(p.shop) ?? p.shop,
      p.what,
      tell(p.size, units),
      p.count,
      p.unit,
      p.spare,
      p.price ?? '',
      p.price === null ? '' : p.price * p.count,
      p.have ? 'yes' : '',
      p.source,
      tell(p.note, units),
    ]),
  ]);
}

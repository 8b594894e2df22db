import { pipeById, sectionById } from '../catalogue/index.ts';
import type { Metres } from '../quantity/si.ts';
import type { SystemDocument } from '../system/index.ts';
import { buildKey } from './keys.ts';

/** What is cut from lengths: its name, and the length in which it is sold. */

/** Usual trade lengths; what the shop sells wins. Practice. */
const SOLD: { readonly pipe: Metres; readonly timber: Metres; readonly steel: Metres } = {
  pipe: 3,
  timber: 4.8,
  steel: 6,
};

export type StockKind = 'pipe' | 'timber';

/** Whether a stock is a section of timber or steel, else it is pipe. */
export const stockKind = (stock: string): StockKind => (sectionById(stock) ? 'timber' : 'pipe');

/** Name of what a piece is cut from. */
export const stockName = (stock: string): string =>
  pipeById(stock)?.name ??
  sectionById(stock)?.name ??
  `tube of about ${stock.replace('tube-', '')} mm`;

/** Length in which a pipe or section is bought. */
export function stockLengthOf(s: SystemDocument, stock: string): Metres {
  const own = s.build.stock.find((x) => x.id === buildKey(stock));
  if (own) return own.length;
  const section = sectionById(stock);
  return section ? SOLD[section.material === 'steel' ? 'steel' : 'timber'] : SOLD.pipe;
}

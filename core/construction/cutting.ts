import type { Metres } from '../quantity/si.ts';
import type { SystemDocument } from '../system/index.ts';
import { nest, type Nesting } from './nesting.ts';
import { stockKind, stockLengthOf, stockName, type StockKind } from './stocks.ts';
import type { Piece } from './types.ts';

/** Pieces sorted by what they are cut from: lengths with their bars, and coils. */

/** What is cut from one pipe or section that is sold in lengths. */
export interface Cutting {
  readonly stock: string;
  readonly name: string;
  readonly kind: StockKind;
  readonly length: Metres;
  readonly nesting: Nesting;
}

/** Hose is sold by the half metre at the least. */
const COIL_STEP: Metres = 0.5;

/** What is cut from a coil, and how much of it is bought. */
export interface Coil {
  readonly stock: string;
  readonly name: string;
  readonly pieces: readonly string[];
  readonly length: Metres;
  readonly bought: Metres;
}

function byStock(pieces: readonly Piece[]): Map<string, Piece[]> {
  const out = new Map<string, Piece[]>();
  for (const p of pieces) out.set(p.stock, [...(out.get(p.stock) ?? []), p]);
  return out;
}

/** Every stock nested into bought lengths, the grower’s offcuts used first. */
export function cuttingsOf(s: SystemDocument, pieces: readonly Piece[]): Cutting[] {
  return [...byStock(pieces.filter((p) => !p.coil))].map(([stock, list]) => {
    const length = stockLengthOf(s, stock);
    const own = s.build.offcuts
      .filter((o) => o.of === stock)
      .map((o) => ({ id: o.id, length: o.length }));
    return {
      stock,
      name: stockName(stock),
      kind: stockKind(stock),
      length,
      nesting: nest(
        list.map((p) => ({ id: p.id, length: p.cut })),
        length,
        s.build.kerf,
        own,
      ),
    };
  });
}

/** Hose by the metre. */
export const coilsOf = (pieces: readonly Piece[]): Coil[] =>
  [...byStock(pieces.filter((p) => p.coil))].map(([stock, list]) => {
    const length = list.reduce((sum, p) => sum + p.cut, 0);
    return {
      stock,
      name: stockName(stock),
      pieces: list.map((p) => p.id),
      length,
      bought: Math.ceil(length / COIL_STEP - 1e-9) * COIL_STEP,
    };
  });

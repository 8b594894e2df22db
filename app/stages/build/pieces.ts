import type { Piece } from '../../../core/construction';

/** Pieces of one length and one place, together as a row of the cut list. */
export interface PieceRow {
  readonly piece: Piece;
  readonly ids: readonly string[];
}

/** Name of a piece without its number: stubs 1 to 8 are all “Stub”. */
export const plainPiece = (name: string): string => name.replace(/ \d+$/, '');

/** Pieces of a stock as rows, the longest first. */
export function stockRows(
  ids: readonly string[],
  pieces: ReadonlyMap<string, Piece>,
): readonly PieceRow[] {
  const rows = new Map<string, { piece: Piece; ids: string[] }>();
  for (const id of ids) {
    const piece = pieces.get(id);
    if (!piece) continue;
    const key = `${piece.about} ${plainPiece(piece.name)} ${piece.cut.toFixed(4)}`;
    const row = rows.get(key);
    if (row) row.ids.push(id);
    else rows.set(key, { piece, ids: [id] });
  }
  return [...rows.values()].sort((a, b) => b.piece.cut - a.piece.cut);
}

import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { nest, type ToCut } from './nesting.ts';

/** Cutting from lengths: nothing lost, never worse than first fit, as good as trying everything. */

const KERF = 0.002;
const list = (...lengths: number[]): ToCut[] =>
  lengths.map((length, i) => ({ id: `p${i}`, length }));
const lengths = (most: number, max = 1.4) =>
  fc
    .array(fc.integer({ min: 30, max: max * 1000 }), { minLength: 1, maxLength: most })
    .map((xs) => list(...xs.map((x) => x / 1000)));
const stock = (...xs: number[]): ToCut[] => xs.map((length, i) => ({ id: `o${i}`, length }));

/** First-fit decreasing, written again and plainly: bars of the stock length only. */
function firstFit(pieces: readonly ToCut[], length: number): number {
  const left: number[] = [];
  for (const p of [...pieces].sort((a, b) => b.length - a.length)) {
    const need = p.length + KERF;
    const k = left.findIndex((x) => x >= need - 1e-9);
    if (k < 0) left.push(length + KERF - need);
    else left[k]! -= need;
  }
  return left.length;
}

/** Fewest bars by trying every division of the pieces. */
function brute(pieces: readonly ToCut[], length: number, rooms: readonly number[] = []): number {
  let best = Infinity;
  const left = rooms.map((x) => x + KERF);
  const visit = (i: number, bought: number) => {
    if (bought >= best) return;
    if (i === pieces.length) {
      best = bought;
      return;
    }
    const need = pieces[i]!.length + KERF;
    for (let k = 0; k < left.length; k++) {
      if (left[k]! < need - 1e-9) continue;
      left[k]! -= need;
      visit(i + 1, bought);
      left[k]! += need;
    }
    left.push(length + KERF - need);
    visit(i + 1, bought + 1);
    left.pop();
  };
  visit(0, 0);
  return best;
}

describe('a nesting', () => {
  test('has every piece once, and its pieces, cuts and remainders make up the lengths', () => {
    fc.assert(
      fc.property(lengths(60), fc.array(fc.integer({ min: 50, max: 1200 })), (pieces, own) => {
        const offcuts = stock(...own.map((x) => x / 1000));
        const n = nest(pieces, 3, KERF, offcuts);
        expect(n.tooLong).toEqual([]);
        expect(n.bars.flatMap((b) => b.pieces).sort()).toEqual(pieces.map((p) => p.id).sort());
        for (const b of n.bars) {
          const used = b.pieces.reduce(
            (sum, id) => sum + pieces.find((p) => p.id === id)!.length,
            0,
          );
          const cuts = b.pieces.length * KERF;
          // The last cut of a bar may be saved: its piece ends where the bar does.
          expect(used + cuts + b.left - b.length).toBeGreaterThanOrEqual(-1e-9);
          expect(used + cuts + b.left - b.length).toBeLessThanOrEqual(
            (b.left > 1e-9 ? 0 : KERF) + 1e-9,
          );
          expect(used + cuts - KERF).toBeLessThanOrEqual(b.length + 1e-4);
        }
        expect(new Set(n.bars.flatMap((b) => b.offcut ?? [])).size).toBe(
          n.bars.filter((b) => b.offcut).length,
        );
        expect(n.bought).toBeGreaterThanOrEqual(n.bound);
      }),
      { numRuns: 60 },
    );
  });

  test('is never worse than first fit, the longest first', () => {
    fc.assert(
      fc.property(lengths(60), (pieces) => {
        expect(nest(pieces, 3, KERF).bought).toBeLessThanOrEqual(firstFit(pieces, 3));
      }),
      { numRuns: 60 },
    );
  });

  test('buys as few as trying every division, and says that it is proved', () => {
    fc.assert(
      fc.property(
        lengths(8),
        fc.array(fc.integer({ min: 100, max: 900 }), { maxLength: 2 }),
        (pieces, own) => {
          const rooms = own.map((x) => x / 1000);
          const n = nest(pieces, 1.5, KERF, stock(...rooms));
          expect(n.proved).toBe(true);
          expect(n.bought).toBe(brute(pieces, 1.5, rooms));
        },
      ),
      { numRuns: 150 },
    );
  });

  it('finds the full bars that first fit misses', () => {
    // 1.5 + 0.9 + 0.6 and 1.2 + 1.2 + 0.6: two bars of 3 m without a saw; first fit takes three.
    const pieces = list(1.2, 1.2, 0.6, 1.5, 0.9, 0.6);
    expect(nest(pieces, 3, 0).bought).toBe(2);
    expect(firstFit(pieces, 3)).toBe(3);
  });

  it('uses what is left over first, even for one piece that nothing else takes', () => {
    const n = nest(list(3.4, 0.5), 3, KERF, stock(3.5));
    expect(n).toMatchObject({ bought: 1, tooLong: [] });
    expect(n.bars[0]).toMatchObject({ offcut: 'o0', pieces: ['p0'] });
    expect(nest(list(0.5), 3, KERF, stock(0.64))).toMatchObject({ bought: 0 });
  });

  it('names what is longer than anything there is', () => {
    expect(nest(list(3.2, 1), 3, KERF)).toMatchObject({ tooLong: ['p0'], bought: 1 });
  });

  it('lets two halves share a bar only where the saw leaves room', () => {
    expect(nest(list(1.5, 1.5), 3, 0.002).bought).toBe(2);
    expect(nest(list(1.499, 1.499), 3, 0.002).bought).toBe(1);
  });
});

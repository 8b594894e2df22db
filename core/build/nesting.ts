import type { Metres } from '../quantity/si.ts';

/**
 * Cutting pieces from lengths that are bought and from offcuts that are there: the fewest bought lengths.
 * Exact by depth-first search with bounds, up to a budget of steps; beyond it the best that was found, with
 * the bound beside it.
 */

export interface ToCut {
  readonly id: string;
  readonly length: Metres;
}

export interface Bar {
  /** Id of the offcut that it is; null where it is bought. */
  readonly offcut: string | null;
  readonly length: Metres;
  readonly pieces: readonly string[];
  /** What is left of it, after the saw. */
  readonly left: Metres;
}

export interface Nesting {
  readonly bars: readonly Bar[];
  /** Bought lengths, and how few they could be at the very least. */
  readonly bought: number;
  readonly bound: number;
  /** Whether no cutting with fewer is possible: proved by bound or by search. */
  readonly proved: boolean;
  /** Pieces that are longer than anything there is. */
  readonly tooLong: readonly string[];
}

/** Lengths are compared in tenths of a millimetre. */
const UNIT: Metres = 1e-4;
/** Steps of the search: home sizes need far fewer. */
const BUDGET = 400_000;

const up = (x: Metres): number => Math.ceil(x / UNIT - 1e-6);
const down = (x: Metres): number => Math.floor(x / UNIT + 1e-6);

interface Item {
  readonly id: string;
  /** Length and the saw’s cut, in units. */
  readonly size: number;
}

/** A bar in the making: its room with one cut more, since the last piece needs none at the bar’s end. */
interface Bin {
  readonly offcut: string | null;
  readonly length: Metres;
  readonly room: number;
}

/** First-fit decreasing: each piece, the longest first, into the first bar that takes it. */
function firstFit(
  items: readonly Item[],
  offcuts: readonly Bin[],
  fresh: Bin,
  best: boolean,
): number[][] {
  const rooms: number[] = offcuts.map((b) => b.room);
  const out: number[][] = offcuts.map(() => []);
  items.forEach((item, i) => {
    let at = -1;
    for (let k = 0; k < rooms.length; k++)
      if (rooms[k]! >= item.size && (at < 0 || (best && rooms[k]! < rooms[at]!))) {
        at = k;
        if (!best) break;
      }
    if (at < 0) {
      at = rooms.length;
      rooms.push(fresh.room);
      out.push([]);
    }
    rooms[at]! -= item.size;
    out[at]!.push(i);
  });
  return out;
}

/** Fewest bought bars that any cutting needs: by length, and by pieces of which no two share a bar. */
function lowerBound(items: readonly Item[], offcuts: readonly Bin[], fresh: number): number {
  const free = offcuts.reduce((sum, b) => sum + b.room, 0);
  const total = items.reduce((sum, x) => sum + x.size, 0);
  let most = Math.ceil((total - free) / fresh);
  // @source Martello and Toth (1990), bound L2: pieces over half, and what does not fit beside them
  for (const k of new Set(items.map((x) => x.size).filter((x) => 2 * x <= fresh))) {
    const over = items.filter((x) => x.size > fresh - k).length;
    const half = items.filter((x) => x.size <= fresh - k && 2 * x.size > fresh);
    const small = items.filter((x) => 2 * x.size <= fresh && x.size >= k);
    const room = half.length * fresh - half.reduce((sum, x) => sum + x.size, 0);
    const rest = small.reduce((sum, x) => sum + x.size, 0) - room - free;
    const bars = over + half.length + Math.max(0, Math.ceil(rest / fresh));
    // An offcut can take the place of a bar of its own.
    most = Math.max(most, bars - offcuts.length);
  }
  return Math.max(0, most);
}

/** Looks for a cutting with no more than the bars given; nothing where there is none, or the budget ends. */
function search(
  items: readonly Item[],
  rooms: readonly number[],
  budget: { left: number },
): number[][] | null {
  const left = [...rooms];
  const out: number[][] = rooms.map(() => []);
  const slack = rooms.reduce((sum, r) => sum + r, 0) - items.reduce((sum, x) => sum + x.size, 0);
  if (slack < 0) return null;
  const smallest = items.map((_, i) => Math.min(...items.slice(i).map((x) => x.size)));
  const failed = new Set<string>();
  const place = (i: number): boolean => {
    if (i === items.length) return true;
    if (budget.left-- <= 0) return false;
    // What no piece that is still to come fits into is lost.
    let lost = 0;
    for (const r of left) if (r < smallest[i]!) lost += r;
    if (lost > slack) return false;
    const key = `${i}:${[...left].sort((a, b) => a - b).join()}`;
    if (failed.has(key)) return false;
    const { size } = items[i]!;
    const tried = new Set<number>();
    // A bar that it fills to the end is as good as any.
    const exact = left.findIndex((r) => r === size);
    const order = exact >= 0 ? [exact] : left.map((_, k) => k).sort((a, b) => left[a]! - left[b]!);
    for (const k of order) {
      const room = left[k]!;
      if (room < size || tried.has(room)) continue;
      tried.add(room);
      left[k] = room - size;
      out[k]!.push(i);
      if (place(i + 1)) return true;
      out[k]!.pop();
      left[k] = room;
    }
    if (budget.left > 0) failed.add(key);
    return false;
  };
  return place(0) ? out : null;
}

/**
 * Nests pieces of one section into bars.
 *
 * @param length that is bought, m
 * @param kerf width of the saw’s cut, m
 * @param offcuts that are there and are used first
 */
export function nest(
  pieces: readonly ToCut[],
  length: Metres,
  kerf: Metres,
  offcuts: readonly ToCut[] = [],
): Nesting {
  const saw = up(kerf);
  const fresh: Bin = { offcut: null, length, room: down(length) + saw };
  const own = [...offcuts]
    .sort((a, b) => a.length - b.length)
    .map((o): Bin => ({ offcut: o.id, length: o.length, room: down(o.length) + saw }));
  const longest = Math.max(fresh.room, ...own.map((b) => b.room));
  const all = pieces
    .map((p): Item => ({ id: p.id, size: up(p.length) + saw }))
    .sort((a, b) => b.size - a.size || (a.id < b.id ? -1 : 1));
  const items = all.filter((x) => x.size <= longest);
  const tooLong = all.filter((x) => x.size > longest).map((x) => x.id);
  // What only fits an offcut is rare and is put there before the rest is looked at.
  const fits = items.filter((x) => x.size <= fresh.room);
  const onlyOwn = items.filter((x) => x.size > fresh.room);
  const rooms = own.map((b) => b.room);
  const before: string[][] = own.map(() => []);
  for (const x of onlyOwn) {
    const k = rooms.findIndex((r) => r >= x.size);
    if (k < 0) tooLong.push(x.id);
    else {
      rooms[k]! -= x.size;
      before[k]!.push(x.id);
    }
  }
  const bins = own.map((b, k) => ({ ...b, room: rooms[k]! }));
  const bound = lowerBound(fits, bins, fresh.room);
  let found = [false, true]
    .map((best) => firstFit(fits, bins, fresh, best))
    .reduce((x, y) => (y.length < x.length ? y : x));
  let proved = found.length - own.length <= bound;
  const budget = { left: BUDGET };
  for (let n = bound; n < found.length - own.length && budget.left > 0; n++) {
    const tried = search(
      fits,
      [...bins.map((b) => b.room), ...Array<number>(n).fill(fresh.room)],
      budget,
    );
    if (tried) {
      found = tried;
      proved = budget.left > 0;
      break;
    }
    if (budget.left > 0 && n + 1 === found.length - own.length) proved = true;
  }
  const length0 = new Map(pieces.map((p) => [p.id, p.length]));
  const bars = found.flatMap((list, k): Bar[] => {
    const bin = own[k] ?? fresh;
    const ids = [...(before[k] ?? []), ...list.map((i) => fits[i]!.id)];
    if (!ids.length) return [];
    const used = ids.reduce((sum, id) => sum + length0.get(id)!, 0) + ids.length * kerf;
    return [
      { offcut: bin.offcut, length: bin.length, pieces: ids, left: Math.max(0, bin.length - used) },
    ];
  });
  return { bars, bought: bars.filter((b) => b.offcut === null).length, bound, proved, tooLong };
}

import type { Metres } from '../quantity/si.ts';

/**
 * Cutting pieces from lengths that are bought and from offcuts that are there: the fewest bought lengths.
 * Exact by filling bar after bar, with bounds, up to a budget of steps; beyond it the best that was found, with
 * the bound beside it.
 */

export interface ToCut {
  readonly id: string;
  readonly length: Metres;
}

export interface StockBar {
  /** Id of the offcut that it is; null where it is bought. */
  readonly offcut: string | null;
  readonly length: Metres;
  readonly pieces: readonly string[];
  /** What is left of it, after the saw. */
  readonly left: Metres;
}

export interface Nesting {
  readonly bars: readonly StockBar[];
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
/** Steps of the search, and fillings of one bar that are looked at: home sizes need far fewer. */
const BUDGET = 1_000_000;
const MOST_FILLINGS = 3000;

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

/** Pieces of one size: how many are still to be placed. */
interface Kind {
  readonly size: number;
  readonly items: number[];
}

/** Work that a search may still do, and whether it left something untried. */
interface Effort {
  left: number;
  cutShort: boolean;
}

/**
 * Fillings of one bar from the pieces that are left: those to which no piece could be added, the fullest first.
 *
 * @param counts pieces left of each kind, the largest kind first
 * @param first kind of which one must be in it, or −1
 * @param waste most room that may be left over
 */
function fillings(
  kinds: readonly Kind[],
  counts: readonly number[],
  room: number,
  first: number,
  waste: number,
  effort: Effort,
): { taken: number[]; left: number }[] {
  const out: { taken: number[]; left: number }[] = [];
  const taken = counts.map(() => 0);
  // What the smaller kinds could fill at the most.
  const tail = counts.map(() => 0);
  for (let i = counts.length - 1, sum = 0; i >= 0; i--)
    tail[i] = sum += counts[i]! * kinds[i]!.size;
  const visit = (i: number, left: number, least: number) => {
    if (effort.left <= 0 || out.length >= MOST_FILLINGS) {
      effort.cutShort = true;
      return;
    }
    effort.left--;
    if (i === counts.length) {
      if (left <= waste && left < least) out.push({ taken: [...taken], left });
      return;
    }
    if (left - tail[i]! > waste) return;
    const { size } = kinds[i]!;
    const most = Math.min(counts[i]!, Math.floor(left / size));
    for (let n = most; n >= (i === first ? 1 : 0); n--) {
      taken[i] = n;
      // A kind of which some are left over must not fit into what stays free.
      visit(i + 1, left - n * size, n < counts[i]! ? Math.min(least, size) : least);
    }
    taken[i] = 0;
  };
  visit(0, room, Infinity);
  return out.sort((a, b) => a.left - b.left);
}

/**
 * Looks for a cutting with no more than the bars given, filling one bar after the other; nothing where there is
 * none, or the effort ends.
 *
 * @source bin completion after Martello and Toth (1990) and Korf (2002), with pieces of one size counted together
 */
function search(
  items: readonly Item[],
  rooms: readonly number[],
  own: number,
  effort: Effort,
): number[][] | null {
  const kinds: Kind[] = [];
  items.forEach((x, i) => {
    const last = kinds[kinds.length - 1];
    if (last?.size === x.size) last.items.push(i);
    else kinds.push({ size: x.size, items: [i] });
  });
  const counts = kinds.map((k) => k.items.length);
  const chosen: number[][] = [];
  const failed = new Set<string>();
  const place = (k: number, room: number, need: number): boolean => {
    if (need === 0) return true;
    if (k === rooms.length || room < need) return false;
    const key = `${k}:${counts.join()}`;
    if (failed.has(key)) return false;
    const first = k < own ? -1 : counts.findIndex((n) => n > 0);
    for (const f of fillings(kinds, counts, rooms[k]!, first, room - need, effort)) {
      f.taken.forEach((n, i) => (counts[i]! -= n));
      chosen.push(f.taken);
      if (place(k + 1, room - rooms[k]!, need - (rooms[k]! - f.left))) return true;
      chosen.pop();
      f.taken.forEach((n, i) => (counts[i]! += n));
      if (effort.left <= 0) {
        effort.cutShort = true;
        return false;
      }
    }
    failed.add(key);
    return false;
  };
  const total = (list: readonly number[]) => list.reduce((sum, x) => sum + x, 0);
  if (!place(0, total(rooms), total(items.map((x) => x.size)))) return null;
  const next = kinds.map(() => 0);
  return rooms.map((_, k) =>
    (chosen[k] ?? []).flatMap((n, i) => {
      const from = next[i]!;
      next[i] = from + n;
      return kinds[i]!.items.slice(from, from + n);
    }),
  );
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
  const effort: Effort = { left: BUDGET, cutShort: false };
  for (let n = bound; n < found.length - own.length; n++) {
    const rooms = [...bins.map((b) => b.room), ...Array<number>(n).fill(fresh.room)];
    const tried = search(fits, rooms, own.length, effort);
    if (tried) found = tried;
    // Fewer were ruled out only where nothing was left untried.
    proved = !effort.cutShort || found.length - own.length <= bound;
    if (tried || effort.left <= 0) break;
  }
  const length0 = new Map(pieces.map((p) => [p.id, p.length]));
  const bars = found.flatMap((list, k): StockBar[] => {
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

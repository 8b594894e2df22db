import { crossCheck } from './crossCheck.ts';
import { applyEdits, readAt, type Edit } from './edit.ts';
import { fieldAt, rangeOf } from './fields.ts';
import { isLoose } from './loose.ts';
import type { SystemDocument } from './types.ts';

/** Differences of two documents as edits, and the merging of two that began as the same one. */

type Entry = { readonly id: string };

const isCollection = (x: unknown): x is readonly Entry[] =>
  Array.isArray(x) && x.every((e) => isLoose(e) && typeof e.id === 'string');

/** Whether two values of a document say the same. */
export function same(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (Array.isArray(a) && Array.isArray(b)) {
    return a.length === b.length && a.every((x, i) => same(x, b[i]));
  }
  if (!isLoose(a) || !isLoose(b)) return false;
  const keys = Object.keys(a).filter((k) => a[k] !== undefined);
  const others = Object.keys(b).filter((k) => b[k] !== undefined);
  return keys.length === others.length && keys.every((k) => same(a[k], b[k]));
}

/** A key that an edit's place can name. */
const nameable = (key: string): boolean => key !== '' && !key.includes('.');

function compare(from: unknown, to: unknown, at: string, out: Edit[]): void {
  if (same(from, to)) return;
  const inner = (key: string) => (at ? `${at}.${key}` : key);
  if (isCollection(from) && isCollection(to) && (from.length > 0 || to.length > 0)) {
    const was = new Map(from.map((e) => [e.id, e]));
    const is = new Map(to.map((e) => [e.id, e]));
    const kept = from.filter((e) => is.has(e.id)).map((e) => e.id);
    const came = to.filter((e) => !was.has(e.id));
    // Entries that only changed places, or came in between, need the list as a whole.
    const order = [...kept, ...came.map((e) => e.id)];
    const named = [...was.keys(), ...is.keys()].every(nameable);
    if (named && order.every((id, i) => to[i]?.id === id)) {
      for (const e of from) if (!is.has(e.id)) out.push({ at: inner(e.id), to: undefined });
      for (const e of to) compare(was.get(e.id), e, inner(e.id), out);
      return;
    }
  }
  const keys = isLoose(from) && isLoose(to) ? [...Object.keys(from), ...Object.keys(to)] : [];
  const whole = !isLoose(from) || !isLoose(to) || from.kind !== to.kind || !keys.every(nameable);
  if (whole && at) {
    out.push({ at, to });
    return;
  }
  for (const key of new Set(keys)) {
    compare(
      (from as Record<string, unknown>)[key],
      (to as Record<string, unknown>)[key],
      inner(key),
      out,
    );
  }
}

/**
 * The edits that make one document into another: as small as their places allow, so that
 * `applyEdits(from, diff(from, to))` says the same as `to`. Something of another kind is one edit.
 */
export function diff(from: SystemDocument, to: SystemDocument): Edit[] {
  const out: Edit[] = [];
  compare(from, to, '', out);
  return out;
}

/** Whether one place lies in the other, or is the same. */
const overlaps = (a: string, b: string): boolean =>
  a === b || a.startsWith(`${b}.`) || b.startsWith(`${a}.`);

/** A place that was changed on both sides, each its own way; {@link WHOLE} where the choice is between systems. */
export interface Conflict {
  readonly at: string;
  readonly mine: unknown;
  readonly theirs: unknown;
}
/** The place of a conflict of which `mine` and `theirs` are whole documents. */
export const WHOLE = '';

export interface Merged {
  /** Theirs with every change of mine that none of theirs contradicts. */
  readonly document: SystemDocument;
  /** My changes that went in, as edits on theirs. */
  readonly edits: readonly Edit[];
  readonly conflicts: readonly Conflict[];
}

/** Whether a number still lies in the range that its document leaves it. */
function fits(document: SystemDocument, at: string): boolean {
  const value = readAt(document, at);
  if (typeof value !== 'number' || !fieldAt(at)) return true;
  const { min, max } = rangeOf(document, at);
  return value >= min - 1e-9 && value <= max + 1e-9;
}

/** Whether a place is a part, or lies in one, that is not in a document. */
function partGone(document: SystemDocument, at: string): boolean {
  const [group, id] = at.split('.');
  return (
    id !== undefined &&
    isCollection(readAt(document, group!)) &&
    readAt(document, `${group}.${id}`) === undefined
  );
}

/**
 * Merges two documents that both grew out of `base`, field by field. Where both changed the same
 * place to different values, or where a change of mine would not fit into what theirs became, the
 * place is left as theirs has it and reported, for a person to decide. Where a part was taken out on one
 * side and changed on the other, or where parts would refer to what is gone, no single place decides it:
 * all is left as theirs has it, and the choice is between the two systems.
 */
export function merge(base: SystemDocument, mine: SystemDocument, theirs: SystemDocument): Merged {
  const theirPlaces = diff(base, theirs);
  const myPlaces = diff(base, mine);
  const asWhole: Merged = {
    document: theirs,
    edits: [],
    conflicts: [{ at: WHOLE, mine, theirs }],
  };
  const edits: Edit[] = [];
  const conflicts: Conflict[] = [];
  let document = theirs;
  for (const e of myPlaces) {
    if (same(readAt(theirs, e.at), e.to)) continue;
    const contested = theirPlaces.some((t) => overlaps(t.at, e.at));
    if (contested && (partGone(theirs, e.at) || partGone(mine, e.at))) return asWhole;
    let next: SystemDocument | null = null;
    if (!contested) {
      try {
        next = applyEdits(document, [e]);
      } catch {
        next = null;
      }
    }
    const broken = next !== null && fits(mine, e.at) && !fits(next, e.at);
    if (next === null || broken) {
      conflicts.push({ at: e.at, mine: e.to, theirs: readAt(theirs, e.at) });
      continue;
    }
    document = next;
    edits.push(e);
  }
  // What theirs changed may no longer fit beside what of mine went in.
  for (const t of theirPlaces) {
    if (fits(theirs, t.at) && !fits(document, t.at)) {
      return {
        document: theirs,
        edits: [],
        conflicts: myPlaces.map((e) => ({
          at: e.at,
          mine: e.to,
          theirs: readAt(theirs, e.at),
        })),
      };
    }
  }
  if (edits.length && crossCheck(document) !== null && crossCheck(theirs) === null) return asWhole;
  return { document, edits, conflicts };
}

import type { Handle } from './handles';

/** How handles and their tags are kept apart, in order, and on their steps. */

/**
 * Handles of which each that says and stands the same is the very object that it was. They keep their
 * order while they are the same ones: a handle that is moved past another in the page would lose the
 * focus and the pointer that hold it.
 */
export function sharedHandles(before: readonly Handle[], now: readonly Handle[]): Handle[] {
  const known = new Map(before.map((h) => [h.at, h]));
  const stay = before.length === now.length && now.every((h) => known.has(h.at));
  const order = new Map(before.map((h, i) => [h.at, i]));
  const list = stay ? [...now].sort((p, q) => order.get(p.at)! - order.get(q.at)!) : now;
  return list.map((h) => {
    const q = known.get(h.at);
    const same =
      q &&
      q.value === h.value &&
      q.x === h.x &&
      q.z === h.z &&
      q.min === h.min &&
      q.max === h.max &&
      q.name === h.name &&
      q.word === h.word &&
      q.role === h.role &&
      q.extra === h.extra &&
      // What a height means hangs on where the part stands; for water, on its vessel's shape.
      q.part === h.part;
    return same ? q : h;
  });
}

/** Of handles that say the same word and number the first: on paper nobody pulls the others. */
export const alikeOnce = (handles: readonly Handle[]): Handle[] =>
  handles.filter(
    (h, i) => !handles.slice(0, i).some((x) => x.word === h.word && x.value === h.value),
  );

/** A value brought into a handle's range and onto its step. */
export function snapped(h: Pick<Handle, 'min' | 'max' | 'step'>, value: number): number {
  const stepped = Math.round(value / h.step) * h.step;
  return Math.round(Math.min(h.max, Math.max(h.min, stepped)) * 1e7) / 1e7;
}

/** Spreads tags so that none covers another: positions in, down-sorted positions out. */
export function spreadTags(
  wanted: readonly number[],
  gap: number,
  low: number,
  high: number,
): number[] {
  const out = wanted.map((y) => Math.max(low, y));
  for (let i = 1; i < out.length; i++) out[i] = Math.max(out[i]!, out[i - 1]! + gap);
  let limit = high;
  for (let i = out.length - 1; i >= 0; i--) {
    out[i] = Math.min(out[i]!, limit);
    limit = out[i]! - gap;
  }
  return out;
}

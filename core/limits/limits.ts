import type { QuantityKind } from '../quantity/index.ts';

/** How the limits of the program are written down: each group once, with its unit, what it depends on and its source. */

/** One value, or a pair [low, high]. */
export type LimitValue = number | readonly [number, number];

/** A group of limits on one thing. */
export interface LimitGroup<V extends Readonly<Record<string, LimitValue>>> {
  readonly about: string;
  /** In SI, as everything in the core. */
  readonly kind: QuantityKind | 'factor';
  /** What it depends on, where it is not one value for all. */
  readonly depends: string;
  readonly source: string;
  readonly values: V;
}

const groups: LimitGroup<Readonly<Record<string, LimitValue>>>[] = [];

/**
 * Writes limits down.
 *
 * @param about what they are limits of
 * @param kind unit of the values
 * @returns the values
 */
export function defineLimits<const V extends Readonly<Record<string, LimitValue>>>(
  about: string,
  kind: QuantityKind | 'factor',
  note: { readonly depends?: string; readonly source: string },
  values: V,
): V {
  groups.push({ about, kind, depends: note.depends ?? 'nothing', source: note.source, values });
  return values;
}

/** Every group of limits, in the order in which they are defined. */
export const limitGroups = (): readonly LimitGroup<Readonly<Record<string, LimitValue>>>[] =>
  groups;

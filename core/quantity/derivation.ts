import type { QuantityKind } from './units.ts';

/** One value that goes into a computed number, and where it comes from. */
export interface Given {
  /** In TeX. */
  readonly symbol: string;
  readonly meaning: string;
  /** In SI. */
  readonly value: number;
  readonly kind: QuantityKind | 'plain';
  readonly from: string;
}

/** How a number came about: the formula, and what this system puts into it. */
export interface Explained {
  readonly title: string;
  /** In TeX, with the symbols of {@link given}. */
  readonly formula: string;
  readonly given: readonly Given[];
  readonly note?: string;
}

/** The derivation of a computed number. */
export interface Derivation extends Explained {
  /** In SI. */
  readonly value: number;
  readonly kind: QuantityKind;
  readonly source: string;
  /** What it is held against, where a finding judges it. */
  readonly limit?: number;
  /** Low and high, where inputs are ranges. */
  readonly range?: readonly [number, number];
}

/** Where a given value comes from, in words. */
export const ORIGIN = {
  entered: 'as entered',
  shape: 'solved from the vessel’s shape',
  balance: 'water balance',
  duty: 'duty point',
  day: 'the simulated day',
  practice: 'practice',
} as const;

/**
 * One value of a derivation.
 *
 * @param symbol in TeX, as the formula writes it
 * @param value in SI
 * @param from where it comes from, one of {@link ORIGIN} or a source
 */
export const given = (
  symbol: string,
  meaning: string,
  value: number,
  kind: Given['kind'],
  from: string,
): Given => ({ symbol, meaning, value, kind, from });

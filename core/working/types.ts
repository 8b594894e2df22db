import type { QuantityKind } from '../quantity/index.ts';

/** One value that goes into a computed number, and where it comes from. */
export interface Given {
  /** In TeX. */
  readonly symbol: string;
  readonly meaning: string;
  readonly value: number;
  readonly kind: QuantityKind | 'plain';
  readonly from: string;
}

/** How a number on the screen came about. */
export interface Working {
  readonly title: string;
  readonly value: number;
  readonly kind: QuantityKind;
  /** In TeX, with the symbols of {@link given}. */
  readonly formula: string;
  readonly given: readonly Given[];
  readonly source: string;
  /** What it is held against, where a finding judges it. */
  readonly limit?: number;
  /** Low and high, where inputs are ranges. */
  readonly range?: readonly [number, number];
  readonly note?: string;
}

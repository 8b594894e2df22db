import { PIPES, type PipeSize } from '../catalogue/pipes.ts';
import type { Metres } from '../quantity/si.ts';

/** A size that can be bought. */
export interface StockSize {
  readonly value: Metres;
  readonly name: string;
}

const rigid = PIPES.filter((p) => p.family === 'schedule-40' || p.family === 'metric');
const sizes = (of: (p: PipeSize) => Metres | undefined): readonly StockSize[] =>
  rigid
    .flatMap((p) => {
      const value = of(p);
      return value === undefined ? [] : [{ value, name: p.name }];
    })
    .sort((a, b) => a.value - b.value);

const bores = sizes((p) => p.bore);
const outsides = sizes((p) => p.outside);

/** What is cut from stock pipe, by its place in the document without ids. */
const CUT: Readonly<Record<string, readonly StockSize[]>> = {
  mouth: bores,
  mouthOutside: outsides,
  bellBore: bores,
  'guard.diameter': bores,
};

/** Stock sizes for a place such as `paths.siphon.bellBore`, rising; none where any size can be had. */
export function stockSizes(at: string): readonly StockSize[] {
  const [group, , ...rest] = at.split('.');
  return group === 'paths' ? (CUT[rest.join('.')] ?? []) : [];
}

/** Two sizes closer than this are the same pipe, m. */
const SAME: Metres = 5e-5;

/** The next size up or down from a value. */
export const nextStock = (
  list: readonly StockSize[],
  value: Metres,
  direction: 1 | -1,
): StockSize | undefined =>
  direction > 0
    ? list.find((s) => s.value > value + SAME)
    : list.findLast((s) => s.value < value - SAME);

/** The size that a value is, if it is one. */
export const stockAt = (list: readonly StockSize[], value: Metres): StockSize | undefined =>
  list.find((s) => Math.abs(s.value - value) <= SAME);

import type { Adjustment } from './adjustments/index.ts';

/** Changes of an adjustment without order are tried one by one, at most so many. */
const MOST_LISTED = 12;

/**
 * The smallest change of an adjustment that does what is wanted. A graded adjustment is searched by doubling
 * and halving, any other one by one.
 *
 * @param does whether the k-th change does it, k from 0
 * @param goesOn whether there is still work to spend
 * @returns its index, or nothing where none was found
 */
export function smallestThat(
  adjustment: Pick<Adjustment, 'count' | 'graded'>,
  does: (k: number) => boolean,
  goesOn: () => boolean = () => true,
): number | null {
  if (adjustment.count < 1) return null;
  if (!adjustment.graded) {
    for (let k = 0; k < Math.min(adjustment.count, MOST_LISTED) && goesOn(); k++)
      if (does(k)) return k;
    return null;
  }
  let low = -1;
  let high = 0;
  while (!does(high)) {
    low = high;
    if (high >= adjustment.count - 1 || !goesOn()) return null;
    high = Math.min(adjustment.count - 1, 2 * high + 1);
  }
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (does(middle)) high = middle;
    else low = middle;
  }
  return high;
}

import type { Phrase } from '../../quantity/index.ts';
import { rangeOf, readAt, type Edit, type SystemDocument } from '../../system/index.ts';

/**
 * What can be adjusted to mend a finding: changes of one thing in order, the smallest first. The search takes
 * the first that does it.
 */
export interface Adjustment {
  readonly id: string;
  readonly count: number;
  /** The edits of the k-th change, k from 0. */
  readonly edits: (k: number) => Edit[];
  readonly label: (k: number) => Phrase;
  /** Larger changes are never worse: the search may leap. Otherwise each is tried in turn. */
  readonly graded: boolean;
}

/**
 * A change that is made or not, without a size.
 *
 * @returns none where there is nothing to change
 */
export const once = (id: string, edits: readonly Edit[], label: Phrase): Adjustment[] =>
  edits.length
    ? [{ id, count: 1, graded: false, edits: () => [...edits], label: () => label }]
    : [];

type Say = (from: number, to: number) => Phrase;

/**
 * One number: from where it stands towards an end, in steps of the field.
 *
 * @param at its place in the document
 * @param step in SI, as the field has it; below 0 towards less
 * @param also further edits that the new number needs
 */
export function adjustNumber(
  s: SystemDocument,
  id: string,
  at: string,
  step: number,
  label: Say,
  also: (to: number) => Edit[] = () => [],
): Adjustment[] {
  const from = readAt(s, at);
  if (typeof from !== 'number') return [];
  const { min, max } = rangeOf(s, at);
  const size = Math.abs(step);
  // Land on round multiples of the step.
  const first = step > 0 ? Math.floor(from / size + 1e-6) + 1 : Math.ceil(from / size - 1e-6) - 1;
  const last = step > 0 ? Math.floor(max / size + 1e-6) : Math.ceil(min / size - 1e-6);
  const count = Math.min(400, Math.max(0, Math.abs(last - first) + 1));
  if ((step > 0 && first > last) || (step < 0 && first < last)) return [];
  const value = (k: number) => Math.round((first + Math.sign(step) * k) * size * 1e7) / 1e7;
  return [
    {
      id,
      count,
      graded: true,
      edits: (k) => [{ at, to: value(k) }, ...also(value(k))],
      label: (k) => label(from, value(k)),
    },
  ];
}

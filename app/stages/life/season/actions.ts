import { tell, type UnitSystem, format } from '../../../../core/quantity';
import { cropKindOf, type SystemDocument } from '../../../../core/system';
import type { GrowerAction } from '../../../../core/year';

/** What a grower did in a tended season, as its marks tell it. */

export type GrowerActionKind = GrowerAction['treatment'];

/** Names and drawn signs of what is done; what has none of its own shares the last. */
export const ACTION_MARKS: Readonly<
  Partial<Record<GrowerActionKind, { name: string; short: string; path: string }>>
> = {
  change: { name: 'Water change', short: 'Change', path: 'M0 -6C5 0 5 6 0 6S-5 0 0 -6Z' },
  base: { name: 'Base', short: 'Base', path: 'M0 -6L6 5H-6Z' },
  acid: { name: 'Acid', short: 'Acid', path: 'M0 6L6 -5H-6Z' },
  salt: { name: 'Salt', short: 'Salt', path: 'M-5 -5H5V5H-5Z' },
  ammonia: { name: 'Ammonia', short: 'Dose', path: 'M-6 0A6 6 0 1 0 6 0A6 6 0 1 0 -6 0' },
  stock: { name: 'Fish added', short: 'Fish added', path: 'M-7 0Q-1 -6 4 0L7 -4V4L4 0Q-1 6 -7 0Z' },
  'fish-out': {
    name: 'Fish removed',
    short: 'Fish removed',
    path: 'M-7 0Q-1 -6 4 0L7 -4V4L4 0Q-1 6 -7 0Z',
  },
};
const OTHER = { name: 'Treatment', short: 'Other', path: 'M0 -6L6 0L0 6L-6 0Z' };
export const actionMark = (kind: GrowerActionKind) => ACTION_MARKS[kind] ?? OTHER;

/** Acts that stand so near to each other on the axis that one mark holds them. */
export interface ActionMark {
  readonly key: string;
  readonly kind: GrowerActionKind;
  readonly day: number;
  readonly acts: readonly GrowerAction[];
}

/** Marks of each kind in a row of its own. @param span days that one mark holds */
export function actionMarks(acts: readonly GrowerAction[], span: number): ActionMark[] {
  const marks = new Map<string, GrowerAction[]>();
  for (const a of acts) {
    const key = `${a.treatment}/${Math.floor(a.time / span)}`;
    marks.set(key, [...(marks.get(key) ?? []), a]);
  }
  return [...marks].map(([key, all]) => ({
    key,
    kind: all[0]!.treatment,
    day: all.reduce((sum, a) => sum + a.time, 0) / all.length,
    acts: all,
  }));
}

/** What was done, in a sentence. */
export function actionInWords(a: GrowerAction, units: UnitSystem): string {
  if (a.title.length) return tell(a.title, units);
  const amount = a.amount === null || a.measure === null ? '' : format(a.amount, a.measure, units);
  switch (a.treatment) {
    case 'ammonia':
      return `Add ${amount} of ammonia nitrogen`;
    case 'stock':
      return a.amount === 1 ? 'Add one fish' : `Add ${a.amount ?? ''} fish`;
    case 'fish-out':
      return `Remove ${amount} of fish, because they have grown`;
    default:
      return `${actionMark(a.treatment).name} ${amount}`;
  }
}

export const cropName = (s: SystemDocument, id: string): string => cropKindOf(s, id)?.name ?? id;

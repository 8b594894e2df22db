import type { Phrase } from '../../quantity/index.ts';
import type { ReadingId } from '../../system/index.ts';
import type { Tended } from '../../readings/tended.ts';
import type { LocalDay } from '../../calendar/time.ts';
import type { Entry, EntryKind, Moment } from '../../entries/types.ts';
import type { Every } from './recurrence.ts';

/** When a task falls due. */
export type Schedule =
  /** So long after it was last done; at once where it never was. */
  | { readonly kind: 'every'; readonly every: Every; readonly first?: (t: Tended) => LocalDay }
  /** On days of this year and the next, as the plan and the place have them. */
  | {
      readonly kind: 'dates';
      readonly dates: (t: Tended) => readonly LocalDay[];
      /** So many days before, it counts as done. */
      readonly early?: number;
    }
  /** So many days after each of certain entries. */
  | {
      readonly kind: 'after';
      readonly event: EntryKind;
      readonly days: readonly number[];
    }
  /** As long as something holds. */
  | { readonly kind: 'while'; readonly holds: (t: Tended) => boolean };

/** A task that the program proposes: one row of the list. */
export interface TaskRule {
  readonly id: string;
  readonly title: (t: Tended) => Phrase;
  readonly why: Phrase;
  readonly minutes: number;
  /** What to record: readings, or an entry of some kind. */
  readonly reads?: readonly ReadingId[];
  readonly records?: EntryKind;
  /** Where in the drawing it belongs: parts of the system. */
  readonly about?: (t: Tended) => readonly string[];
  readonly applies: (t: Tended) => boolean;
  readonly schedule: (t: Tended) => Schedule;
  /** Entries that count as having done it, besides its own tick: those of a kind, of which some. */
  readonly doneBy?: {
    readonly kind: EntryKind;
    readonly is: (e: Entry, t: Tended) => boolean;
  };
}

export type TaskState = 'overdue' | 'today' | 'ahead';

/** A task as it stands for this system. */
export interface Task {
  readonly id: string;
  readonly title: Phrase;
  readonly why: Phrase;
  readonly minutes: number;
  readonly reads: readonly ReadingId[];
  readonly records: EntryKind | null;
  readonly about: readonly string[];
  readonly due: LocalDay;
  readonly at: Moment;
  readonly state: TaskState;
  /** How it repeats from its due day; null where it is once. */
  readonly repeats: Every | null;
  /** When it was last done. */
  readonly last: Moment | null;
  /** It was put off to this day. */
  readonly later: boolean;
  /** The grower’s own, or made from advice. */
  readonly own: boolean;
}

import type { Moment } from '../entries/types.ts';
import type { Phrase } from '../quantity/index.ts';
import type { CubicMetres, Seconds } from '../quantity/si.ts';
import type { ReadingId } from '../system/index.ts';
import type { Movement, Renewal } from './water.ts';

/** Where a value comes from. */
export type KnownFrom =
  /** A reading of the log, or one carried through what was done since. */
  | 'read'
  | 'carried'
  /** The starting water of the document. */
  | 'start'
  /** The season of the place. */
  | 'season'
  /** Not read: the range that is plausible. */
  | 'plausible';

/** What is known of one quantity. */
export interface Known {
  /** With the error of the kit, and widened by age. */
  readonly low: number;
  readonly high: number;
  /** As read, carried and widened by age, without the kit's error. */
  readonly band: readonly [number, number];
  /** As read and carried through what was done, not widened by age. */
  readonly read: readonly [number, number];
  /** Middle of the band as read and carried. */
  readonly best: number;
  readonly from: KnownFrom;
  /** When it was read; null where it only stands in the document or was never read. */
  readonly at: Moment | null;
  readonly age: Seconds | null;
  /** Young enough to act on by amount. */
  readonly fresh: boolean;
  readonly doubted: boolean;
  /** Where it was read; empty for the whole system. */
  readonly about: string;
}

/** A reading that may be wrong: why, and what to check. Until then the worse value counts. */
export interface Doubt {
  readonly quantity: ReadingId | 'clock';
  readonly why: Phrase;
  readonly do: Phrase;
}

/** What is known of the water of a system at a moment. */
export interface Knowledge {
  readonly known: Readonly<Partial<Record<ReadingId, Known>>>;
  readonly doubts: readonly Doubt[];
  /** Water that is there, and of the design at rest. */
  readonly volume: CubicMetres;
  readonly rest: CubicMetres;
  /** Changes and top-ups, and movements of pH by what was done, of the days that count. */
  readonly renewals: readonly Renewal[];
  readonly movements: readonly Movement[];
  /** Whether the log shows bacteria that keep up with the feed. */
  readonly nitrifies: boolean;
  /** Entries whose date cannot be, as after now; they do not count. */
  readonly undated: number;
}

import type { Stage } from '../../findings/index.ts';
import type { Phrase, QuantityKind } from '../../quantity/index.ts';
import type { Seconds } from '../../quantity/si.ts';
import type { Edit } from '../../system/index.ts';

/** The work from the design to the running system, as steps in order. */

/** Where an entry is kept, where it is more than a tick: a fact of the system itself. */
export type Writes =
  | { readonly to: 'flow' | 'bore'; readonly path: string }
  | { readonly to: 'fill-time' | 'drain-time'; readonly vessel: string }
  | { readonly to: 'socket'; readonly fitting: string }
  | { readonly to: 'hole'; readonly hole: string }
  | { readonly to: 'place'; readonly at: string };

/** What is looked at or measured at a step. */
export interface StepCheck {
  readonly id: string;
  readonly label: Phrase;
  /** Yes or no, or a quantity. */
  readonly kind: 'yes' | QuantityKind;
  /** What passes: at least, at the most. Null is without limit. */
  readonly least: number | null;
  readonly most: number | null;
  /** Not needed to pass. */
  readonly optional: boolean;
  /** What it means where it does not pass, and where to go: a step, or a stage and what is chosen there. */
  readonly means: Phrase;
  readonly goTo:
    { readonly step: string } | { readonly stage: Stage; readonly about: string } | null;
  readonly writes: Writes | null;
}

export type Chapter = 'prepare' | 'make' | 'join' | 'test' | 'fill' | 'start';
export const CHAPTERS: Readonly<Record<Chapter, string>> = {
  prepare: 'Prepare',
  make: 'Cut, drill and set up',
  join: 'Join',
  test: 'Test with water, before the media',
  fill: 'Fill',
  start: 'Run and plant',
};

export interface BuildStep {
  readonly id: string;
  readonly chapter: Chapter;
  readonly title: Phrase;
  readonly how: readonly Phrase[];
  /** Steps that must be done before. */
  readonly after: readonly string[];
  readonly hands: 1 | 2;
  readonly minutes: number;
  /** What has to dry, cure, stand or run before the next may begin. */
  readonly wait: { readonly time: Seconds; readonly what: Phrase } | null;
  /** A hold point is passed by its entries; other steps may ask for some as well. */
  readonly hold: boolean;
  readonly entries: readonly StepCheck[];
  /** Pieces that are cut when it is done. */
  readonly cuts: readonly string[];
  /** Steps whose work a hold point tests. */
  readonly tests: readonly string[];
  readonly caution: Phrase | null;
  /** Edits that make of the design what stands there while the step is done, where pumps run; null where none runs. */
  readonly running: readonly Edit[] | null;
  /** Vessels and paths that the drawing shows for it. */
  readonly about: readonly string[];
}

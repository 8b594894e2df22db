import type { Figures } from '../../assess/figures.ts';
import type { LifeBalance } from '../../life/index.ts';
import type { Adjustment } from '../../findings/adjustments/index.ts';
import type { Phrase } from '../../quantity/index.ts';
import type { SystemDocument } from '../../system/index.ts';
import type { Grade } from '../faultTests.ts';
import type { Severity } from '../severity.ts';

/** A system with fish whose living side is struck. */
export interface Alive {
  readonly c: Figures;
  readonly life: LifeBalance;
  readonly oxygen: NonNullable<LifeBalance['oxygen']>;
  readonly how: Severity;
}

/** What a fault of the living side comes to. */
export interface LifeFaultTest {
  readonly id: string;
  readonly name: string;
  readonly grade: Grade;
  readonly sentence: Phrase;
  readonly advice: Phrase;
}

/** A fault of what lives, with all that is known of it. */
export interface LifeFault<Id extends string = string> {
  readonly id: Id;
  /** What would have stopped it, and what to do when it happens. */
  readonly advice: Phrase;
  /** What it comes to; nothing where the system cannot have it. */
  readonly strike: (x: Alive) => Omit<LifeFaultTest, 'id' | 'advice'> | null;
  /** Adjustments of the design worth trying, the simplest in the hand first. @param vessel of the fish */
  readonly remedies: (s: SystemDocument, vessel: string) => Adjustment[];
}

/** A fault as it is written, its id known to the compiler. */
export const defineLifeFault = <const Id extends string>(f: LifeFault<Id>): LifeFault<Id> => f;

/** Failed below the second line, with loss below the first. */
export const gradeBelow = (value: number, loss: number, fail: number): Grade =>
  value < fail ? 'failed' : value < loss ? 'loss' : 'passed';

/** Failed above the second line, with loss above the first. */
export const gradeAbove = (value: number, loss: number, fail: number): Grade =>
  gradeBelow(-value, -loss, -fail);

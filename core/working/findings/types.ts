import type { DaySummary, Finding } from '../../findings/types.ts';
import type { Assessment } from '../../assess/assess.ts';
import type { SystemDocument } from '../../system/index.ts';
import type { Given } from '../types.ts';

/** A finding in its system, with what was worked out of it. */
export interface Case {
  readonly s: SystemDocument;
  readonly a: Assessment;
  readonly day: DaySummary | null;
  readonly f: Finding;
}
/** How its number came about. */
export type Explained = { title: string; formula: string; given: Given[]; note?: string };

/** Explanations by the id of the finding. */
export type Explanations = Readonly<Record<string, (c: Case) => Explained | null>>;

export const DAY = 'the simulated day';
export const BALANCE = 'water balance';
export const DUTY = 'duty point';
export const RULE = 'practice';

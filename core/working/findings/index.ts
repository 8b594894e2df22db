import type { DaySummary, Finding } from '../../findings/types.ts';
import type { Assessment } from '../../network/assess.ts';
import type { SystemDocument } from '../../system/index.ts';
import type { Working } from '../types.ts';
import { lift } from './lift.ts';
import { rhythm } from './rhythm.ts';
import { siphon } from './siphon.ts';
import type { Explanations } from './types.ts';
import { water } from './water.ts';

/** How the number of a finding came about, finding by finding; the limit stands beside it. */
const EXPLANATIONS: Explanations = { ...water, ...lift, ...siphon, ...rhythm };

/**
 * Working of a finding's number: formula, this system's values, source.
 *
 * @returns nothing where the finding is not of this system
 */
export function workingOfFinding(
  s: SystemDocument,
  a: Assessment,
  day: DaySummary | null,
  f: Finding,
): Working | null {
  const e = EXPLANATIONS[f.id]?.({ s, a, day, f });
  return e
    ? {
        title: e.title,
        value: f.measured,
        kind: f.kind,
        formula: e.formula,
        given: e.given,
        limit: f.limit,
        source: f.source,
        ...(e.note ? { note: e.note } : {}),
      }
    : null;
}

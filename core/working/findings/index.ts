import { judge } from '../../findings/judge.ts';
import { keyOf, type DaySummary, type Finding } from '../../findings/types.ts';
import type { Assessment } from '../../assess/assess.ts';
import type { SystemDocument } from '../../system/index.ts';
import { endsOfVoids, firstBed, withRange } from '../subject.ts';
import type { Working } from '../types.ts';
import { devices } from './devices.ts';
import { lift } from './lift.ts';
import { rhythm } from './rhythm.ts';
import { siphon } from './siphon.ts';
import type { Explanations } from './types.ts';
import { water } from './water.ts';

/** How the number of a finding came about, finding by finding; the limit stands beside it. */
const EXPLANATIONS: Explanations = { ...water, ...lift, ...siphon, ...rhythm, ...devices };

/**
 * The finding's number at the low and high end of a bed's voids; nothing where it does not hang on
 * them, or where only the day in time can say it.
 */
function overVoidsOf(s: SystemDocument, f: Finding): readonly [number, number] | undefined {
  const bed = firstBed(s);
  const ends = bed === undefined ? undefined : endsOfVoids(s, bed);
  const values = ends?.map((x) => judge(x).find((y) => keyOf(y) === keyOf(f) && y.kind === f.kind));
  if (!values?.every((x) => x !== undefined)) return undefined;
  const [a, b] = values.map((x) => x.measured) as [number, number];
  return Math.abs(a - b) > 1e-9 * Math.abs(a + b)
    ? [Math.min(a, b, f.measured), Math.max(a, b, f.measured)]
    : undefined;
}

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
        ...withRange(overVoidsOf(s, f)),
        ...(e.note ? { note: e.note } : {}),
      }
    : null;
}

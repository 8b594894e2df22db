/** The derivation of computed numbers: formula, this system's values, source, range. */
import type { DayMetrics } from '../day/metrics.ts';
import type { Assessment } from '../assess/assess.ts';
import type { Derivation } from '../quantity/derivation.ts';
import type { PumpedLine, SystemDocument } from '../system/index.ts';
import { cycleDerivation } from './cycle.ts';
import { dayDerivation } from './day.ts';
import { liftDerivation } from './lift.ts';
import type { Subject } from './subject.ts';
import { vesselsDerivation } from './vessels.ts';

export { derivationOfFinding } from './finding.ts';

/**
 * Derivation of a number by its key: `flow/lift`, `static-head/lift`, `fill/bed`, `reserve/tank` …
 *
 * @param metrics of the simulated day, for the numbers that only it can say
 * @returns nothing where this system has no such number
 */
export function derivationOf(
  s: SystemDocument,
  a: Assessment,
  key: string,
  metrics: DayMetrics | null = null,
): Derivation | null {
  const [what = '', id = ''] = key.split('/');
  const subject: Subject = {
    s,
    a,
    id,
    duty: a.duties.find((d) => d.id === id),
    line: s.paths.find((p): p is PumpedLine => p.id === id && p.kind === 'pumped-line'),
    bed: a.beds.find((b) => b.id === id),
    siphon: a.siphons.find((x) => x.id === id),
    index: s.vessels.findIndex((v) => v.id === id),
  };
  return (
    liftDerivation(what, subject, metrics) ??
    cycleDerivation(what, subject) ??
    vesselsDerivation(what, subject) ??
    dayDerivation(what, subject, metrics)
  );
}

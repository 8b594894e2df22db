/** The working of computed numbers: formula, this system's values, source, range. */
import type { DayMetrics } from '../day/metrics.ts';
import type { Assessment } from '../assess/assess.ts';
import type { PumpedLine, SystemDocument } from '../system/index.ts';
import { cycleWorking } from './cycle.ts';
import { dayWorking } from './day.ts';
import { liftWorking } from './lift.ts';
import type { Subject } from './subject.ts';
import type { Working } from './types.ts';
import { vesselsWorking } from './vessels.ts';

export { workingOfFinding } from './findings/index.ts';
export type { Given, Working } from './types.ts';

/**
 * Working of a number by its key: `flow/lift`, `static-head/lift`, `fill/bed`, `reserve/tank` …
 *
 * @param metrics of the simulated day, for the numbers that only it can say
 * @returns nothing where this system has no such number
 */
export function workingOf(
  s: SystemDocument,
  a: Assessment,
  key: string,
  metrics: DayMetrics | null = null,
): Working | null {
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
    liftWorking(what, subject, metrics) ??
    cycleWorking(what, subject) ??
    vesselsWorking(what, subject) ??
    dayWorking(what, subject, metrics)
  );
}

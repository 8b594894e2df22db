import type { StepCheck } from '../../../core/construction';
import { format, type UnitSystem } from '../../../core/quantity';

/** What passes at an entry, in words: “at least 20 min”; empty where nothing is asked, or it is a yes. */
export function limitsInWords({ kind, least, most }: StepCheck, units: UnitSystem): string {
  if (kind === 'yes') return '';
  const f = (v: number) => format(v, kind, units);
  if (least !== null && most !== null && least > 0) return `${f(least)} to ${f(most)}`;
  if (most !== null) return `at most ${f(most)}`;
  return least === null ? '' : `at least ${f(least)}`;
}

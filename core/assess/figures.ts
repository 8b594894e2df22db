import type { DayMetrics } from '../day/metrics.ts';
import type { SystemDocument } from '../system/types.ts';
import type { Assessment } from './assess.ts';

/** What further figures are read from: a system, what follows from it, and its day once that is simulated. */
export interface Figures {
  readonly system: SystemDocument;
  readonly a: Assessment;
  readonly day: { readonly metrics: DayMetrics } | null;
}

/** Water of the whole system at rest, m³. */
export const waterOf = ({ a }: Pick<Figures, 'a'>): number =>
  a.balance.rest.reduce((sum, r) => sum + r.volume, 0);

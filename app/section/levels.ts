import type { Assessment } from '../../core/assess';

/** Levels above the floors by vessel, m, as a drawing is given them. */
type Levels = Record<string, number>;

/** With the pumps off for long. */
export const levelsAtRest = ({ balance }: Assessment): Levels =>
  Object.fromEntries(balance.rest.map((r) => [r.vessel, r.level]));
/** With every bed full: where the water goes is seen. */
export const deepestLevels = ({ balance }: Assessment): Levels =>
  Object.fromEntries(balance.deepest.map((d) => [d.vessel, Math.max(0, d.level)]));

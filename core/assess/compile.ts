import { assemble } from '../network/assemble.ts';
import type { Network } from '../network/types.ts';
import type { SystemDocument } from '../system/types.ts';
import { calibrate } from './calibrate.ts';

/** Network of a system: coefficients solved, calibrated where something was measured. */
export const compile = (s: SystemDocument): Network =>
  s.measurements.length ? calibrate(s) : assemble(s);

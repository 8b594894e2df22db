import type { Level } from './rule.ts';

/**
 * Level of a value that should be large: stop at or below `must`, watch below `wish`.
 *
 * @param value in SI, as are both limits
 */
export function atLeast(value: number, must: number, wish: number): Level {
  if (value <= must) return 'stop';
  return value < wish ? 'watch' : 'fine';
}

/**
 * Level of a value that should lie in a range; outside is `watch`.
 *
 * @param value in SI, as are both limits
 */
export const gradeWithin = (value: number, low: number, high: number): Level =>
  value >= low && value <= high ? 'fine' : 'watch';

export const PRACTICE = 'Common practice of growers; the figure is a rule of thumb.';

import type { Grade } from '../../../core/faultTests';

/** How a fault test went, in a word. */
export const GRADE_WORDS: Readonly<Record<Grade, string>> = {
  passed: 'passed',
  loss: 'with loss',
  failed: 'failed',
};

import type { Grade } from '../../../core/drills';

/** How a drill went, in a word. */
export const GRADE_WORDS: Readonly<Record<Grade, string>> = {
  passed: 'passed',
  loss: 'with loss',
  failed: 'failed',
};

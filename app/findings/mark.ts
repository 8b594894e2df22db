import type { Level } from '../../core/findings';

/** The mark of a level in a box of 16 by 16: a drop, and what is cut out of it. */
export const DROP = 'M8 1C5 5 3 7.500 3 10a5 5 0 0 0 10 0C13 7.500 11 5 8 1z';
/** Levels as they are shown. */
export const LEVEL_WORDS: Record<Level, string> = {
  stop: 'Problem',
  watch: 'Warning',
  fine: 'OK',
};
export const CUT: Record<Level, string> = {
  stop: 'M4.500 10h7',
  watch: 'M8 6.500v3.500M8 12v.6',
  fine: 'M5.500 10l2 2 3-4',
};

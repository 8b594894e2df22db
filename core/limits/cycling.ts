import { defineLimits } from './limits.ts';

/** Fishless start. */
export const CYCLING_LIMITS = defineLimits(
  'start without fish, as N',
  'concentration',
  { source: 'Schools of fishless cycling; bacteria of the season’s model.' },
  { target: 2, again: 0.5, mostTan: 4, holdNitrite: 5, test: 1, gone: 0.25 },
);
/** Ammonia that keeps the bacteria alive until the fish come. */
export const CYCLED_WAIT = defineLimits(
  'time from one dose of ammonia to the next once a start is cycled',
  'time',
  { source: 'Schools of fishless cycling: a dose a week until the fish come.' },
  { dose: 7 * 86400 },
);

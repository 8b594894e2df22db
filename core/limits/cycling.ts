import { defineLimits } from './limits.ts';

/** Fishless start. */
export const CYCLING_LIMITS = defineLimits(
  'start without fish, as N',
  'concentration',
  { source: 'Schools of fishless cycling; bacteria of the season’s model.' },
  { target: 2, again: 0.5, mostTan: 4, holdNitrite: 5, test: 1, gone: 0.25 },
);

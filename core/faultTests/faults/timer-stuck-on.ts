import { defineFault } from '../definition.ts';
import { lessInflow } from '../remedies.ts';
import { stuckTimers } from '../timers.ts';

/** The pump never rests. */
export const timerStuckOn = defineFault({
  id: 'timer-stuck-on',
  instances: (c) => stuckTimers(c, 'on'),
  remedies: lessInflow,
});

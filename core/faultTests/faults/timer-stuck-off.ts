import { defineFault } from '../definition.ts';
import { stuckTimers } from '../timers.ts';

/** The pump never runs. No change of the design waters the bed: someone looks in. */
export const timerStuckOff = defineFault({
  id: 'timer-stuck-off',
  instances: (c) => stuckTimers(c, 'off'),
  remedies: () => [],
});

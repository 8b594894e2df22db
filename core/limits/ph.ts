import { defineLimits } from './limits.ts';

/** pH: how far and how fast it may be moved, and where it harms. */

const STEPS = 'Small steps by common practice of fish keepers.';

/** Most that the pH may be moved at once, with fish and without. */
export const PH_STEP = defineLimits(
  'pH moved in one step',
  'ph',
  { depends: 'fish', source: STEPS },
  { fish: 0.2, noFish: 0.5 },
);
/** Most that the pH is moved within a day by all causes together, with fish. */
export const PH_DAY = defineLimits(
  'pH moved within a day by dose, change, top-up and air together',
  'ph',
  { depends: 'fish', source: STEPS },
  { fish: 0.3 },
);
/** pH beside what fish are used to, within hours, from which all of it is strain, and from which they die. */
export const PH_SHOCK = defineLimits(
  'pH beside that of the last hours, with fish',
  'ph',
  { depends: 'fish', source: STEPS },
  { strain: 1, deadly: 1.7 },
);
/** Time until the next step, and over which movements add up. */
export const PH_WAIT = defineLimits(
  'wait after a step of pH',
  'time',
  { depends: 'fish', source: STEPS },
  { fish: 12 * 3600, noFish: 30 * 60, span: 86400 },
);
/** Outside this a species lives for hours to a day. */
export const PH_SURVIVED = defineLimits(
  'pH that fish survive for a day',
  'ph',
  { depends: 'species: sensitive ones as trout', source: 'Commonly published ranges.' },
  { usual: [5.5, 9.5], sensitive: [6, 9.2] },
);
/** Back towards what is survived. */
export const PH_RESCUE = defineLimits(
  'pH moved at once out of what kills, and under an acute poison',
  'ph',
  { depends: 'fish', source: STEPS },
  { step: 0.5 },
);
export const PH_RESCUE_WAIT = defineLimits(
  'wait after a rescue of pH',
  'time',
  { source: STEPS },
  { wait: 6 * 3600 },
);
/** pH at which bacteria, fish and plants all do well. */
export const AQUAPONIC_PH = defineLimits(
  'pH of fish, bacteria and plants together',
  'ph',
  { depends: 'species', source: 'Common practice of aquaponic growers.' },
  { good: [6.4, 7.4], into: 0.2 },
);
/** A step smaller than this is not worth a dose. */
export const PH_LEAST = defineLimits(
  'smallest step of pH that is dosed',
  'ph',
  { source: 'Error of pens and kits.' },
  { step: 0.02 },
);
/** Share of the day's movement that the worst end of what is known may take. */
export const PH_USUAL = defineLimits(
  'pH where a design has none',
  'ph',
  { source: 'Run-in systems.' },
  { design: 7 },
);

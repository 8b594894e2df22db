import { defineLimits } from './limits.ts';

/** Where fish eat less, are under stress and die, by the water that they are in. */

const PRACTICE = 'Practice; the limits of the species bound it.';

/** Oxygen, as a share of saturation, from which appetite falls and at which it is gone. */
export const APPETITE_OXYGEN = defineLimits(
  'oxygen from which fish eat less, and at which they eat nothing, a share of saturation',
  'share',
  { source: 'Common practice of fish farmers.' },
  { falls: 0.6, none: 0.3 },
);
/** How many times its acting limit a poison takes the appetite away altogether. */
export const APPETITE_POISON = defineLimits(
  'multiple of the acting limit of ammonia and of nitrite at which fish eat nothing',
  'factor',
  { depends: 'limits of the species', source: PRACTICE },
  { none: 4 },
);
/** Of the fish that are in it so many die in an hour. */
export const MORTALITY = defineLimits(
  'share of the fish that die in an hour beyond what they survive',
  'factor',
  { depends: 'how far beyond', source: PRACTICE },
  {
    oxygen: 0.35,
    oxygenLeast: 0.05,
    ammonia: 0.08,
    nitrite: 0.02,
    chlorine: 0.1,
    temperature: 0.1,
    ph: 0.05,
    stranded: 0.5,
  },
);
/** Poison at which fish begin to die, as a multiple of its acting limit, and beyond which no more die in an hour. */
export const LETHAL_POISON = defineLimits(
  'multiple of the acting limit at which a poison kills, and beyond which it kills no faster',
  'factor',
  { depends: 'limits of the species', source: PRACTICE },
  { nitrite: 5, chlorine: 5, most: 4, mostChlorine: 3 },
);
/** pH outside what a species is kept in that is stress by itself: alkaline water harms by its ammonia, which counts apart. */
export const PH_STRESS = defineLimits(
  'pH outside the range of a species that is stress',
  'ph',
  { depends: 'range of the species', source: PRACTICE },
  { below: 0.5, above: 0.75 },
);
/** Water left in the tank, as a share of its usual, under which fish lie on their sides. */
export const STRANDED = defineLimits(
  'water with the fish, a share of its usual: under stress, and stranded',
  'share',
  { source: PRACTICE },
  { stress: 0.3, stranded: 0.1 },
);

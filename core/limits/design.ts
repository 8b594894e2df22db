import { defineLimits } from './limits.ts';

/** Limits of the design: hydraulics, beds, place. */

const COMMON = 'Common practice of growers.';

export const HYDRAULIC_LIMITS = defineLimits(
  'shares of hydraulic quantities',
  'share',
  { source: COMMON },
  {
    airLiftSubmerged: 0.6,
    duty: [0.2, 0.9],
    headOfMost: 0.75,
    splitSpread: 0.2,
    floodedTime: 0.5,
    looseOfRest: 0.4,
    looseStop: 0.1,
    swing: 0.15,
    swingSump: 0.35,
    reserve: 0.15,
    fillSpare: [0.1, 0.25],
  },
);
export const HEIGHT_LIMITS = defineLimits(
  'heights',
  'length',
  { source: COMMON },
  {
    backflowRoom: 0.03,
    rowDifference: 0.03,
    joinedLag: 0.02,
    joinedLagMost: 0.05,
    overIntake: 0.025,
    underRim: 0.01,
    floatGap: 0.02,
    mediaOverFlood: 0.03,
  },
);
/** Froude number of a drop pipe: never full below the first, always above the second. */
export const FROUDE_LIMITS = defineLimits(
  'Froude number of a vertical drain',
  'factor',
  { source: 'Wallis (1969); Simpson (1969); Hills (1983).' },
  { quiet: 0.3, full: 1 },
);
export const BED_TO_TANK = defineLimits(
  'bed volume to tank volume, and flooded water to tank volume',
  'ratio',
  { depends: 'sump', source: COMMON },
  { plain: 1, withSump: 2, flooded: [0.3, 1] },
);
export const BACTERIA_LIMITS = defineLimits(
  'ammonia made to ammonia that the bacteria can process',
  'share',
  { source: COMMON },
  { load: 0.7 },
);
export const SOLIDS_LIMIT = defineLimits(
  'fish per water of the tank that a media bed alone can keep clean',
  'stocking',
  { source: COMMON },
  { most: 15 },
);
export const CROP_LIMITS = defineLimits(
  'degrees outside the growing range that a crop tolerates, and pH that every crop tolerates',
  'factor',
  { depends: 'crop', source: COMMON },
  { degrees: 4, ph: 7 },
);
export const SUN_LIMITS = defineLimits(
  'sun on open water',
  'time',
  { source: COMMON },
  { tank: 2 * 3600 },
);
export const DEVICE_AGE = defineLimits(
  'age at which a reading of a device no longer switches a plug',
  'time',
  { source: COMMON },
  { fresh: 15 * 60 },
);
/** A fault test by its outcome. */
export const FAULT_TEST_LIMITS = defineLimits(
  'outcome of a fault test: water on the floor, m³; share of the fish’s water that is left; time of roots, s',
  'factor',
  { source: COMMON },
  { spill: 1e-3, drops: 5e-5, fishFail: 0.25, fishWell: 0.6, loose: 0.4, roots: 3 * 3600 },
);

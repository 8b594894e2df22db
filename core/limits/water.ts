import { defineLimits } from './limits.ts';

/** Limits of what is dissolved in the water. Nitrogen as N, alkalinity as CaCO₃, mg/L. */

const COMMON = 'Common practice of fish keepers and growers.';

export const UNIONISED_LIMITS = defineLimits(
  'un-ionised ammonia',
  'concentration',
  {
    depends: 'total ammonia, pH and temperature (Emerson and others 1975)',
    source: 'Limits of un-ionised ammonia nitrogen for fish in common use.',
  },
  { caution: 0.02, act: 0.05, deadly: 0.2 },
);
export const CHLORIDE_RATIO = defineLimits(
  'chloride to nitrite nitrogen',
  'ratio',
  { depends: 'nitrite', source: 'SRAC 462, cited from memory.' },
  { least: 10, aim: 20 },
);
/** Shares of the ratio: a change of water aims under the limit, as a test is never exact. */
export const NITRITE_AIM = defineLimits(
  'aim of a water change against nitrite, a share of the limit',
  'share',
  { depends: 'limits of the species', source: COMMON },
  { share: 0.8 },
);
export const SALT_LIMITS = defineLimits(
  'plain salt dissolved at once',
  'concentration',
  { depends: 'freshwater fish and leaves', source: COMMON },
  { atOnce: 300 },
);
export const NITRATE_RANGE = defineLimits(
  'nitrate as NO₃⁻',
  'concentration',
  { depends: 'crops below, fish above', source: 'Working range of aquaponic growers.' },
  { low: 5, high: 150, most: 300 },
);
export const CHLORINE_LIMITS = defineLimits(
  'total chlorine',
  'concentration',
  {
    source: 'Criteria of the EPA for fresh water, acute and chronic, cited from memory.',
  },
  { target: 0.01, chronic: 0.011, acute: 0.019, proof: 0.05, usualTap: 0.5 },
);
export const CARBON_DIOXIDE_LIMITS = defineLimits(
  'free carbon dioxide',
  'concentration',
  { depends: 'oxygen that the species needs', source: COMMON },
  { usual: 20, sensitive: 10 },
);
/** Species that need this much oxygen bear less carbon dioxide and less acid. */
export const SENSITIVE_FROM = defineLimits(
  'oxygen of a sensitive species',
  'concentration',
  { depends: 'species', source: COMMON },
  { oxygen: 6 },
);
export const ALKALINITY_RANGE = defineLimits(
  'alkalinity with fish and crops',
  'hardness',
  { source: COMMON },
  { crash: 10, floor: 20, low: 30, high: 80, aim: 40, cycling: 60 },
);
/** Species that want a higher pH need more alkalinity under it. */
export const ALKALINITY_AIM = defineLimits(
  'alkalinity for a stable pH: margin above the least, maximum dose in mg/L CaCO₃, and share of a target that is close enough',
  'factor',
  { depends: 'pH of the species, carbon dioxide of the water', source: COMMON },
  { over: 1.3, most: 150, finished: 0.9 },
);
/** Oxygen that cannot be: so many times what the air gives. */
export const OXYGEN_PLAUSIBLE = defineLimits(
  'oxygen over saturation that algae in the sun reach',
  'factor',
  { depends: 'temperature and altitude', source: COMMON },
  { most: 2 },
);
/** Readings that a home system does not reach. */
export const PLAUSIBLE = defineLimits(
  'readings beyond which a test is doubted',
  'concentration',
  { source: 'Simulated seasons that nobody tended; practice.' },
  { tan: 50, nitrite: 50, nitrate: 500, chlorine: 10 },
);
export const PLAUSIBLE_ALKALINITY = defineLimits(
  'alkalinity beyond which a test is doubted',
  'hardness',
  { source: COMMON },
  { most: 500 },
);
export const PLAUSIBLE_PH = defineLimits(
  'pH beyond which a test is doubted, and of water that nobody read',
  'ph',
  { source: COMMON },
  { possible: [4, 10.5], unread: [6, 8.2] },
);
/** Partial pressure of carbon dioxide in fish water, from open air to water that hardly moves, atm. */
export const PLAUSIBLE_CO2 = defineLimits(
  'partial pressure of carbon dioxide in fish water, atm',
  'factor',
  { source: 'Free carbon dioxide of 0.6 to 50 mg/L.' },
  { low: 4.2e-4, high: 0.03 },
);
export const CYCLING_PH = defineLimits(
  'pH under which no ammonia is dosed',
  'ph',
  { source: 'Rate of the bacteria by pH.' },
  { hold: 6.5, slow: 6.5, hardly: 6 },
);
/** Ammonia or nitrite of a system whose bacteria keep up with its feed. */
export const NITRIFIES_LIMITS = defineLimits(
  'ammonia and nitrite where the bacteria keep up',
  'concentration',
  { source: 'Lowest colours of common kits.' },
  { tan: 0.5, nitrite: 0.5 },
);
export const IRON_LIMITS = defineLimits(
  'iron of one dose',
  'concentration',
  { depends: 'DTPA, EDDHA above pH 7', source: 'University of the Virgin Islands, from memory.' },
  { dose: 2 },
);
export const IRON_PH = defineLimits(
  'pH above which iron falls out',
  'ph',
  { depends: 'chelate', source: COMMON },
  { fallsOut: 7.8 },
);
/** What a solution may stray from what its crops like. */
export const SOLUTION_STRAY_PH = defineLimits(
  'pH outside the range of the crops',
  'ph',
  { depends: 'crop', source: COMMON },
  { ph: 0.2 },
);
export const SOLUTION_STRAY = defineLimits(
  'strength outside the range of the crops, and dilution at once',
  'share',
  { depends: 'crop and stage', source: COMMON },
  { strength: 0.1, diluted: 0.4, fullDose: 1 },
);
export const CROP_SALT = defineLimits(
  'crops that salt harms first',
  'conductivity',
  { depends: 'conductivity range of the crop', source: COMMON },
  { sensitive: 0.16 },
);

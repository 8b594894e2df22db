import { CHLORIDE_RATIO } from '../limits/index.ts';
import type { Celsius, GramsPerCubicMetre, GramsPerDay, Share } from '../quantity/si.ts';
import { KIT_SCALES } from './kitScales.ts';

/** Ammonia, nitrite and nitrate: what feed gives, what is poisonous. */

/** TAN made per protein fed, g N/g. @source Timmons & Ebeling, Recirculating Aquaculture */
export const TAN_PER_PROTEIN = 0.092;
/** g N per g NH₃. */
const N_IN_NH3 = KIT_SCALES.nh3.factor;

/**
 * Total ammonia nitrogen that fish give off.
 *
 * @param feed g a day
 * @param protein share of the feed that is protein
 * @returns g N a day
 * @source Timmons & Ebeling, Recirculating Aquaculture
 */
export const tanFromFeed = (feed: GramsPerDay, protein: Share): GramsPerDay =>
  TAN_PER_PROTEIN * protein * feed;

/**
 * The same by the sum of the small-unit guide, which counts grams of NH₃: protein is 16 % nitrogen, 61 % of it
 * is wasted, 1.2 g of ammonia hold 1 g of N. Shown beside {@link tanFromFeed}; some 5 % more.
 *
 * @param feed g a day
 * @returns g N a day
 * @source FAO Fisheries and Aquaculture Technical Paper 589 (2014)
 */
export const tanFromFeedGuide = (feed: GramsPerDay, protein: Share): GramsPerDay =>
  0.16 * 0.61 * 1.2 * protein * feed * N_IN_NH3;

/**
 * Share of total ammonia that is un-ionised, the poisonous part.
 *
 * @source Emerson, Russo, Lund & Thurston (1975), J. Fish. Res. Board Can. 32, 2379–2383
 */
export function unionisedShare(t: Celsius, ph: number): Share {
  const pKa = 0.09018 + 2729.92 / (t + 273.15);
  return 1 / (1 + 10 ** (pKa - ph));
}

/** TAN at which the un-ionised part reaches a limit, at a temperature and pH, mg N/L. */
export const tanAt = (limit: GramsPerCubicMetre, t: Celsius, ph: number): GramsPerCubicMetre =>
  limit / unionisedShare(t, ph);

/** Nitrogen in a fish, g/kg: what a dead one gives off. */
export const NITROGEN_IN_FISH = 27;

/** g NaCl per g Cl⁻, and g Cl⁻ per g NaCl. */
const SALT_PER_CHLORIDE = 58.443 / 35.453;
export const CHLORIDE_IN_SALT = 1 / SALT_PER_CHLORIDE;

/**
 * Salt that shields fish from nitrite.
 *
 * @param nitrite mg N/L
 * @param chloride present, mg/L
 * @param ratio Cl⁻ : NO₂-N to reach
 * @returns NaCl, mg/L; 0 where there is enough chloride
 */
export const saltAgainstNitrite = (
  nitrite: GramsPerCubicMetre,
  chloride: GramsPerCubicMetre,
  ratio: number = CHLORIDE_RATIO.aim,
): GramsPerCubicMetre => Math.max(0, SALT_PER_CHLORIDE * (ratio * nitrite - chloride));

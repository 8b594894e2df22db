import type {
  Celsius,
  GramsPerCubicMetre,
  GramsPerDay,
  Share,
  SquareMetres,
} from '../quantity/si.ts';

/** What nitrifying bacteria on a wetted surface process. */

/**
 * TAN that a wetted surface nitrifies at good conditions, g N/m²·day: 0.57 g NH₃.
 *
 * @source FAO Fisheries and Aquaculture Technical Paper 589 (2014): 0.2–2 g NH₃, 0.57 as design figure
 */
export const AREAL_RATE = 0.47;
/** Least and most of the same source, g N/m²·day. */
export const AREAL_RANGE = [0.2 * 0.822, 2 * 0.822] as const;

const WARM: Celsius = 25;
/** Half-saturation of oxygen, and the oxygen at which conditions count as good, mg/L. */
const HALF_OXYGEN: GramsPerCubicMetre = 0.5;
const GOOD_OXYGEN: GramsPerCubicMetre = 5;

/** Oxygen and alkalinity used per nitrogen nitrified, g/g; alkalinity as CaCO₃. */
export const OXYGEN_PER_N = 4.57;
export const ALKALINITY_PER_N = 7.14;
/** Alkalinity that comes back per nitrate nitrogen taken up or denitrified, g CaCO₃/g. */
export const ALKALINITY_BACK_PER_N = 3.57;

/** Share of the rate that is left below 25 °C. */
export const nitrificationTemperatureFactor = (t: Celsius): Share =>
  Math.min(1, 1.08 ** (t - WARM));

/** Share of the rate by pH: 1 above 7.2, 0.3 at 6.0, 0 at 5.0. Practice. */
export function nitrifyingPh(ph: number): Share {
  if (ph >= 7.2) return 1;
  if (ph >= 6) return 0.3 + (0.7 * (ph - 6)) / 1.2;
  return Math.max(0, 0.3 * (ph - 5));
}

/** Share of the rate by dissolved oxygen, 1 from 5 mg/L up. */
export const nitrifyingOxygen = (oxygen: GramsPerCubicMetre): Share =>
  Math.min(1, (oxygen * (HALF_OXYGEN + GOOD_OXYGEN)) / ((HALF_OXYGEN + oxygen) * GOOD_OXYGEN));

/**
 * TAN that a wetted surface processes.
 *
 * @param surface wetted, m²
 * @param oxygen mg/L
 * @returns g N a day
 */
export const tanCapacity = (
  surface: SquareMetres,
  t: Celsius,
  ph: number,
  oxygen: GramsPerCubicMetre,
): GramsPerDay =>
  surface *
  AREAL_RATE *
  nitrificationTemperatureFactor(t) *
  nitrifyingPh(ph) *
  nitrifyingOxygen(oxygen);

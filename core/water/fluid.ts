import type { Celsius } from '../quantity/si.ts';

/**
 * Density of fresh water.
 *
 * @returns kg/m³
 * @source Thiesen fit, McCutcheon, Martin & Barnwell (1993), Handbook of Hydrology
 */
export function waterDensity(t: Celsius): number {
  return 1000 * (1 - ((t + 288.9414) * (t - 3.9863) ** 2) / (508929.2 * (t + 68.12963)));
}

/**
 * Dynamic viscosity of water.
 *
 * @returns Pa·s
 * @source μ = 2.414·10⁻⁵·10^(247.8/(T_K − 140)), Vogel form, within 2.5 % from 0 to 370 °C
 */
export function waterViscosity(t: Celsius): number {
  return 2.414e-5 * 10 ** (247.8 / (t + 273.15 - 140));
}

let lastTemperature: Celsius = NaN;
let lastViscosity = 0;

/** Kinematic viscosity, m²/s. The last answer is kept, since a system has one temperature. */
export function kinematicViscosity(t: Celsius): number {
  if (t !== lastTemperature) {
    lastTemperature = t;
    lastViscosity = waterViscosity(t) / waterDensity(t);
  }
  return lastViscosity;
}

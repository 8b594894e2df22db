import type { Celsius, Share } from '../quantity/si.ts';

/** Share of open-water evaporation left under a lid or through a dry media surface. */
export const COVERED_SHARE = 0.1;

/** Saturation vapour pressure over water, Pa. @source Magnus form, WMO (2008) constants */
export const saturationPressure = (t: Celsius): number =>
  611.2 * Math.exp((17.62 * t) / (243.12 + t));

/** Humidity ratio, kg of vapour per kg of dry air, at a vapour pressure in Pa and 101 325 Pa in all. */
const humidityRatio = (e: number, pressure = 101325): number => (0.622 * e) / (pressure - e);

/**
 * Evaporation of open water.
 *
 * @param airSpeed over the surface, m/s; 0.1 indoors
 * @returns kg/(m²·h), 0 where the air is wetter than the surface
 * @source (25 + 19·v)·(x_s − x), a common pool formula
 */
export function openWaterEvaporation(
  water: Celsius,
  air: Celsius,
  humidity: Share,
  airSpeed: number,
): number {
  const atSurface = humidityRatio(saturationPressure(water));
  const inAir = humidityRatio(humidity * saturationPressure(air));
  return Math.max(0, (25 + 19 * airSpeed) * (atSurface - inAir));
}

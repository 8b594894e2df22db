import type { Celsius, Share } from '../quantity/si.ts';

/**
 * Wet-bulb temperature of air.
 *
 * @param humidity 0.05 … 0.99
 * @source Stull (2011), J. Appl. Meteorol. Climatol. 50, 2267–2269; within 0.65 °C
 */
export function wetBulb(air: Celsius, humidity: Share): Celsius {
  const rh = 100 * Math.min(0.99, Math.max(0.05, humidity));
  return (
    air * Math.atan(0.151977 * Math.sqrt(rh + 8.313659)) +
    Math.atan(air + rh) -
    Math.atan(rh - 1.676331) +
    0.00391838 * rh ** 1.5 * Math.atan(0.023101 * rh) -
    4.686035
  );
}

/** Wet stones: between wet-bulb and air temperature; the middle of both is the estimate. Practice. */
export function bedTemperature(
  air: Celsius,
  humidity: Share,
): readonly [Celsius, Celsius, Celsius] {
  const wet = Math.min(air, wetBulb(air, humidity));
  return [wet, (wet + air) / 2, air];
}

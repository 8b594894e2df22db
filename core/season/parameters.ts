import { CYCLING_LIMITS } from '../limits/index.ts';
import type { Celsius, GramsPerCubicMetre } from '../quantity/si.ts';

/** Parameters of the cycling model at 20 °C: a set that behaves as start-ups do. */
export interface Nitrifiers {
  /** Growth and decay, 1/day. */
  readonly growth: number;
  readonly decay: number;
  /** Half-saturation of the nitrogen they use and of oxygen, mg/L. */
  readonly halfNitrogen: GramsPerCubicMetre;
  readonly halfOxygen: GramsPerCubicMetre;
  /** Biomass per nitrogen, g/g. */
  readonly yield: number;
  /** Mass of a bare start, mg/L. */
  readonly bare: GramsPerCubicMetre;
}

export const AMMONIA_OXIDISERS: Nitrifiers = {
  growth: 0.6,
  decay: 0.05,
  halfNitrogen: 0.5,
  halfOxygen: 0.5,
  yield: 0.2,
  bare: 2e-4,
};
export const NITRITE_OXIDISERS: Nitrifiers = {
  growth: 0.6,
  decay: 0.05,
  halfNitrogen: 0.5,
  halfOxygen: 1,
  yield: 0.06,
  bare: 5e-6,
};

/** Un-ionised ammonia that halves the work of nitrite oxidisers, mg/L as NH₃. @source Anthonisen (1976): 0.1–1.0, cited from memory */
export const INHIBITION: GramsPerCubicMetre = 1;
/** mg NH₃ per mg N. */
export const NH3_PER_N = 17.031 / 14.007;

/** Growth and decay by temperature, a factor on those at 20 °C: ×1.10 per °C up to 30 °C. */
export const temperatureFactor = (t: Celsius): number => 1.1 ** (Math.min(t, 30) - 20);

/** "Cycled": a dose of so much on top of the day's is gone, both below the mark, within a day. mg N/L. */
export const CYCLED = { dose: CYCLING_LIMITS.test, below: CYCLING_LIMITS.gone } as const;

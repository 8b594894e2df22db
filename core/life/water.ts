import {
  CACO3_PER_EQUIVALENT,
  CO2_IN_AIR,
  carbonDioxidePressure,
  carbonateConstants,
  inorganicCarbon,
  phAtPressure,
  phOf,
  type Atmospheres,
  type MillimolesPerLitre,
} from './carbonate.ts';
import { unionisedShare } from './nitrogen.ts';
import type { Celsius, GramsPerCubicMetre, Share } from '../quantity/si.ts';

/**
 * Water with what is dissolved in it, and what becomes of its pH when it is mixed or dosed. Nothing here depends on a
 * system: amounts that are conserved mix by volume, the pH follows.
 */

/** Dissolved in mg/L; nitrogen as N, alkalinity as CaCO₃, total inorganic carbon in mmol/L. */
export interface Water {
  readonly t: Celsius;
  readonly alkalinity: GramsPerCubicMetre;
  readonly carbon: MillimolesPerLitre;
  readonly tan: GramsPerCubicMetre;
  readonly nitrite: GramsPerCubicMetre;
  readonly nitrate: GramsPerCubicMetre;
  readonly chloride: GramsPerCubicMetre;
  /** Total chlorine. */
  readonly chlorine: GramsPerCubicMetre;
}

/**
 * What the pH of water is taken as: nothing enters or leaves it (the first minutes), at the partial pressure of carbon
 * dioxide that it had before (hours later, fish and air as they were), or in equilibrium with air (strong aeration).
 */
export const WATER_STATES = ['closed', 'settled', 'air'] as const;
export type StateOfWater = (typeof WATER_STATES)[number];

/** pH and un-ionised ammonia of water in a state. */
export interface InState {
  readonly ph: number;
  readonly unionised: GramsPerCubicMetre;
}

/** Water by its readings. @param dissolved what is not given is none */
export const waterByPh = (
  ph: number,
  alkalinity: GramsPerCubicMetre,
  t: Celsius,
  dissolved: Partial<Omit<Water, 't' | 'alkalinity' | 'carbon'>> = {},
): Water => ({
  tan: 0,
  nitrite: 0,
  nitrate: 0,
  chloride: 0,
  chlorine: 0,
  ...dissolved,
  t,
  alkalinity,
  carbon: inorganicCarbon(ph, alkalinity, carbonateConstants(t)),
});

/** pH of water that nothing enters or leaves. */
export const closedPh = (w: Water): number =>
  phOf(w.alkalinity, Math.max(1e-6, w.carbon), carbonateConstants(w.t));

/** Partial pressure of carbon dioxide of water as it is. */
export const pressureOf = (w: Water): Atmospheres =>
  carbonDioxidePressure(closedPh(w), w.alkalinity, carbonateConstants(w.t));

const inState = (w: Water, ph: number): InState => ({
  ph,
  unionised: w.tan * unionisedShare(w.t, ph),
});

/**
 * Water in every state.
 *
 * @param pressure partial pressure of carbon dioxide that it settles at; its own where nothing was done to it
 */
export function waterStates(
  w: Water,
  pressure: Atmospheres,
): Readonly<Record<StateOfWater, InState>> {
  const c = carbonateConstants(w.t);
  return {
    closed: inState(w, closedPh(w)),
    settled: inState(w, phAtPressure(w.alkalinity, pressure, c)),
    air: inState(w, phAtPressure(w.alkalinity, CO2_IN_AIR, c)),
  };
}

/** Water of which a share is replaced by other water. */
export function renewed(w: Water, fresh: Water, share: Share): Water {
  const mix = (a: number, b: number) => a * (1 - share) + b * share;
  return {
    t: mix(w.t, fresh.t),
    alkalinity: mix(w.alkalinity, fresh.alkalinity),
    carbon: mix(w.carbon, fresh.carbon),
    tan: mix(w.tan, fresh.tan),
    nitrite: mix(w.nitrite, fresh.nitrite),
    nitrate: mix(w.nitrate, fresh.nitrate),
    chloride: mix(w.chloride, fresh.chloride),
    chlorine: mix(w.chlorine, fresh.chlorine),
  };
}

/**
 * Water to which alkalinity is given or, below 0, acid.
 *
 * @param change mg/L CaCO₃
 * @param carbonPerEquivalent inorganic carbon that comes with each equivalent: bicarbonate 1, carbonate 0.5, lime and acid 0
 */
export const dosed = (
  w: Water,
  change: GramsPerCubicMetre,
  carbonPerEquivalent: number,
): Water => ({
  ...w,
  alkalinity: w.alkalinity + change,
  carbon: w.carbon + (change / CACO3_PER_EQUIVALENT) * carbonPerEquivalent,
});

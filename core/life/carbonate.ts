import { root } from '../numerics/root.ts';
import type { Celsius, GramsPerCubicMetre } from '../quantity/si.ts';

/** The carbonate system of fresh water. Alkalinity in mg/L as CaCO₃, inorganic carbon in mmol/L. */

/** mg/L as CaCO₃ per meq/L. */
export const CACO3_PER_EQUIVALENT = 50.043;

/** Inorganic carbon, mmol/L. */
export type MillimolesPerLitre = number;

/** Dissociation constants, dimensionless on the mol/L scale, and the solubility of carbon dioxide, mol/L·atm. */
export interface CarbonateConstants {
  readonly k1: number;
  readonly k2: number;
  readonly kw: number;
  readonly kh: number;
}

/**
 * Constants at a temperature.
 *
 * @source Plummer & Busenberg (1982), Geochim. Cosmochim. Acta 46, 1011–1040; pK_w after Harned & Owen
 */
export function carbonateConstants(t: Celsius): CarbonateConstants {
  const there = kept.get(t);
  if (there) return there;
  if (kept.size >= MOST_KEPT) kept.clear();
  const of = constantsAt(t);
  kept.set(t, of);
  return of;
}
/** Constants of the temperatures that were asked for last. */
const kept = new Map<Celsius, CarbonateConstants>();
const MOST_KEPT = 64;

function constantsAt(t: Celsius): CarbonateConstants {
  const k = t + 273.15;
  const log = Math.log10(k);
  return {
    k1: 10 ** (-356.3094 - 0.06091964 * k + 21834.37 / k + 126.8339 * log - 1684915 / k ** 2),
    k2: 10 ** (-107.8871 - 0.03252849 * k + 5151.79 / k + 38.92561 * log - 563713.9 / k ** 2),
    kw: 10 ** -(4470.99 / k + 0.01706 * k - 6.0875),
    kh: 10 ** (108.3865 + 0.01985076 * k - 6919.53 / k - 40.45154 * log + 669365 / k ** 2),
  };
}

/** Charge that a mole of inorganic carbon carries at a proton activity: α₁ + 2α₂. */
function chargePerCarbon(h: number, { k1, k2 }: CarbonateConstants): number {
  return (k1 * h + 2 * k1 * k2) / (h * h + k1 * h + k1 * k2);
}

/** Alkalinity at a pH, mg/L CaCO₃. @param dic mmol/L */
export function alkalinityAt(ph: number, dic: MillimolesPerLitre, c: CarbonateConstants): number {
  const h = 10 ** -ph;
  return CACO3_PER_EQUIVALENT * (dic * chargePerCarbon(h, c) + 1000 * (c.kw / h - h));
}

/** Inorganic carbon of water with a pH and an alkalinity, mmol/L; not below 0. */
export function inorganicCarbon(
  ph: number,
  alkalinity: GramsPerCubicMetre,
  c: CarbonateConstants,
): MillimolesPerLitre {
  const h = 10 ** -ph;
  const charge = alkalinity / CACO3_PER_EQUIVALENT - 1000 * (c.kw / h - h);
  return Math.max(0, charge / chargePerCarbon(h, c));
}

/**
 * pH of water that nothing enters or leaves.
 *
 * @param alkalinity mg/L CaCO₃; below 0 where strong acid is left over
 * @param dic inorganic carbon, mmol/L
 * @returns pH, 2 … 12
 */
export function phOf(
  alkalinity: GramsPerCubicMetre,
  dic: MillimolesPerLitre,
  c: CarbonateConstants,
): number {
  return phNear(alkalinity, dic, c, USUAL_PH);
}
/** Where Newton's method begins. */
const USUAL_PH = 7.5;
const bracketedPh = (
  alkalinity: GramsPerCubicMetre,
  dic: MillimolesPerLitre,
  c: CarbonateConstants,
): number => root((ph) => alkalinityAt(ph, dic, c) - alkalinity, 2, 12, 1e-7);

/** Free carbon dioxide, mg/L. */
export function freeCarbonDioxide(
  ph: number,
  alkalinity: GramsPerCubicMetre,
  c: CarbonateConstants,
): GramsPerCubicMetre {
  const h = 10 ** -ph;
  return (44.01 * (alkalinity / CACO3_PER_EQUIVALENT) * h) / c.k1;
}

/** Carbon dioxide in the open air, atm. */
export const CO2_IN_AIR: Atmospheres = 4.2e-4;
/** A partial pressure. */
export type Atmospheres = number;

/** Partial pressure of carbon dioxide that water of a pH and an alkalinity would be in equilibrium with. */
export function carbonDioxidePressure(
  ph: number,
  alkalinity: GramsPerCubicMetre,
  c: CarbonateConstants,
): Atmospheres {
  const h = 10 ** -ph;
  const dic = inorganicCarbon(ph, alkalinity, c);
  return (dic * h * h) / (h * h + c.k1 * h + c.k1 * c.k2) / (1000 * c.kh);
}

/** pH of water of an alkalinity in equilibrium with a partial pressure of carbon dioxide; {@link CO2_IN_AIR} in air. */
export function phAtPressure(
  alkalinity: GramsPerCubicMetre,
  pressure: Atmospheres,
  c: CarbonateConstants,
): number {
  // Bicarbonate goes by 1/h and carbonate by 1/h²: Newton's method on the pH, each step at most one.
  const one = 1000 * c.k1 * c.kh * pressure;
  const two = 2 * one * c.k2;
  const wanted = alkalinity / CACO3_PER_EQUIVALENT;
  let ph = USUAL_PH;
  for (let i = 0; i < 60; i++) {
    const h = 10 ** -ph;
    const value = one / h + two / (h * h) + 1000 * (c.kw / h - h) - wanted;
    const slope = Math.LN10 * (one / h + (2 * two) / (h * h) + 1000 * (c.kw / h + h));
    const step = Math.max(-1, Math.min(1, value / slope));
    ph -= step;
    if (Math.abs(step) < 1e-9) break;
  }
  return Math.min(12, Math.max(2, ph));
}

/** Alkalinity of water of a pH in equilibrium with a partial pressure of carbon dioxide, mg/L CaCO₃. */
export function alkalinityAtPressure(
  ph: number,
  pressure: Atmospheres,
  c: CarbonateConstants,
): GramsPerCubicMetre {
  const h = 10 ** -ph;
  const dic = (c.kh * pressure * 1000 * (h * h + c.k1 * h + c.k1 * c.k2)) / (h * h);
  return alkalinityAt(ph, dic, c);
}

/** pH that water of an alkalinity reaches in air. */
export const phInAir = (alkalinity: GramsPerCubicMetre, c: CarbonateConstants): number =>
  phAtPressure(alkalinity, CO2_IN_AIR, c);

/**
 * {@link phOf} by Newton's method from a guess that is near, as within a simulation.
 *
 * @param guess pH
 */
export function phNear(
  alkalinity: GramsPerCubicMetre,
  dic: MillimolesPerLitre,
  c: CarbonateConstants,
  guess: number,
): number {
  const { k1, k2, kw } = c;
  const wanted = alkalinity / CACO3_PER_EQUIVALENT;
  let ph = guess;
  for (let i = 0; i < 30; i++) {
    const h = 10 ** -ph;
    const down = h * h + k1 * h + k1 * k2;
    const value = dic * ((k1 * h + 2 * k1 * k2) / down) + 1000 * (kw / h - h) - wanted;
    // d(alkalinity)/d(pH), above 0 everywhere.
    const slope =
      Math.LN10 *
      (dic * ((k1 * h * (h * h + k1 * k2 + 4 * h * k2)) / (down * down)) + 1000 * (kw / h + h));
    const step = Math.max(-1, Math.min(1, value / slope));
    ph -= step;
    if (Math.abs(step) < 1e-9) return Math.min(12, Math.max(2, ph));
  }
  return bracketedPh(alkalinity, dic, c);
}

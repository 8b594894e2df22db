import { PH_STEP, PH_WAIT } from '../limits/index.ts';
import { CACO3_PER_EQUIVALENT, carbonateConstants, phInAir } from './carbonate.ts';
import { closedPh, dosed, waterByPh } from './water.ts';
import type { Acid, Buffer } from '../catalogue/index.ts';
import { root } from '../numerics/root.ts';
import type { Celsius, CubicMetres, GramsPerCubicMetre, Seconds } from '../quantity/si.ts';

/** Doses that move alkalinity and pH: the whole correction, and the step that may be taken at once. */

/** pH that one dose may move. */
export const phStepOf = (withFish: boolean): number => (withFish ? PH_STEP.fish : PH_STEP.noFish);
/** Time from one dose to the next. */
export const phWaitOf = (withFish: boolean): Seconds => (withFish ? PH_WAIT.fish : PH_WAIT.noFish);

/** Water as it is before a dose. */
export interface Before {
  readonly ph: number;
  readonly alkalinity: GramsPerCubicMetre;
  readonly temperature: Celsius;
}

/**
 * pH after a change of alkalinity in closed water.
 *
 * @param change alkalinity added, mg/L CaCO₃; below 0 for acid
 * @param carbonPerEquivalent inorganic carbon that comes with each equivalent: bicarbonate 1, carbonate 0.5, lime and acid 0
 */
export function phAfter(
  before: Before,
  change: GramsPerCubicMetre,
  carbonPerEquivalent: number,
): number {
  const water = waterByPh(before.ph, before.alkalinity, before.temperature);
  return closedPh(dosed(water, change, carbonPerEquivalent));
}

/**
 * Change of alkalinity that brings closed water to a pH.
 *
 * @returns mg/L CaCO₃; null where this substance cannot bring it there: bicarbonates lead to about 8.3 at most
 */
export function changeToPh(
  before: Before,
  target: number,
  carbonPerEquivalent: number,
): GramsPerCubicMetre | null {
  const up = target > before.ph;
  const most = up ? 5000 : -(before.alkalinity + 200);
  const off = (change: number) => phAfter(before, change, carbonPerEquivalent) - target;
  if (up ? off(most) < 0 : off(most) > 0) return null;
  return up ? root(off, 0, most, 1e-4) : -root((x) => -off(-x), 0, -most, 1e-4);
}

/** Grams of a pure substance for an alkalinity, in a volume. */
export const gramsFor = (buffer: Buffer, change: GramsPerCubicMetre, volume: CubicMetres): number =>
  (change / CACO3_PER_EQUIVALENT) * buffer.gramsPerEquivalent * volume;

/** Protons that an acid gives at a pH. */
const protonsOf = (acid: Acid, ph: number): number =>
  acid.pK.reduce((sum, pK) => sum + 1 / (1 + 10 ** (pK - ph)), 0);

/** Equivalents in a litre of an acid, at the pH that it is used to reach. */
export function acidStrength(acid: Acid, ph: number): number {
  return (10 * acid.strength * acid.density * protonsOf(acid, ph)) / acid.molarMass;
}

/** Millilitres of an acid that take an alkalinity away, in a volume. */
export const millilitresFor = (
  acid: Acid,
  change: GramsPerCubicMetre,
  volume: CubicMetres,
  ph: number,
): number => ((-change / CACO3_PER_EQUIVALENT) * volume * 1000) / acidStrength(acid, ph);

/** A correction: in all, and the step to take now. */
export interface Correction {
  /** Alkalinity in all and now, mg/L CaCO₃; below 0 for acid. */
  readonly whole: GramsPerCubicMetre;
  readonly now: GramsPerCubicMetre;
  readonly phNow: number;
  /** What the pH comes to when the water has met the air again. */
  readonly phInAir: number;
  readonly steps: number;
  readonly wait: Seconds;
}

/**
 * A correction in small steps.
 *
 * @param target pH, or alkalinity in mg/L CaCO₃, to reach
 * @param most that the pH may be moved now
 * @returns null where the substance cannot bring it there
 */
export function correction(
  before: Before,
  target: { readonly ph: number } | { readonly alkalinity: GramsPerCubicMetre },
  carbonPerEquivalent: number,
  withFish: boolean,
  most: number = phStepOf(withFish),
): Correction | null {
  const whole =
    'ph' in target
      ? changeToPh(before, target.ph, carbonPerEquivalent)
      : target.alkalinity - before.alkalinity;
  if (whole === null) return null;
  const ends = phAfter(before, whole, carbonPerEquivalent);
  const moves = Math.abs(ends - before.ph);
  const step =
    moves <= most * (1 + 1e-3)
      ? whole
      : Math.sign(whole) *
        root(
          (x) =>
            Math.abs(phAfter(before, Math.sign(whole) * x, carbonPerEquivalent) - before.ph) - most,
          0,
          Math.abs(whole),
          1e-4,
        );
  const c = carbonateConstants(before.temperature);
  return {
    whole,
    now: step,
    phNow: phAfter(before, step, carbonPerEquivalent),
    phInAir: phInAir(before.alkalinity + whole, c),
    steps: Math.max(1, Math.ceil(moves / most - 1e-3)),
    wait: phWaitOf(withFish),
  };
}

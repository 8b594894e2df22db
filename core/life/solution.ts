import { SOLUTION_WAIT } from '../limits/index.ts';
import type { GrowthStage, Programme } from '../catalogue/index.ts';
import type { Celsius, CubicMetres, Share, SiemensPerMetre } from '../quantity/si.ts';

/** Nutrient solution: mixing, topping up, changing. */

/** One part of a mix, in the order of adding. */
export interface MixedPart {
  readonly name: string;
  readonly unit: 'mL' | 'g';
  readonly amount: number;
}

/**
 * Parts for a volume of water, in the order of adding; never concentrates together.
 *
 * @param volume water really in the system
 * @param strength 0.25–1 of the label
 */
export const solutionMix = (
  programme: Programme,
  stage: GrowthStage,
  volume: CubicMetres,
  strength: Share,
): MixedPart[] =>
  programme.parts.map((p) => ({
    name: p.name,
    unit: p.unit,
    amount: p.perLitre[stage] * volume * 1000 * strength,
  }));

/** Conductivity of a mix. @param tap of the water it is mixed in */
export const mixedConductivity = (
  programme: Programme,
  stage: GrowthStage,
  strength: Share,
  tap: SiemensPerMetre,
): SiemensPerMetre => tap + programme.conductivity[stage] * strength;

/**
 * Conductivity after topping up: (EC·V + EC_w·ΔV) / (V + ΔV).
 *
 * @param volume before
 * @param added of water of conductivity `tap`
 */
export const afterTopUp = (
  conductivity: SiemensPerMetre,
  volume: CubicMetres,
  tap: SiemensPerMetre,
  added: CubicMetres,
): SiemensPerMetre => (conductivity * volume + tap * added) / (volume + added);

/**
 * Share of a full dose that brings a conductivity back to its target.
 *
 * @param response what the last full dose raised it by, as measured; the label's where there is none
 */
export const doseToTarget = (
  conductivity: SiemensPerMetre,
  target: SiemensPerMetre,
  response: SiemensPerMetre,
): Share => (response > 0 ? Math.max(0, (target - conductivity) / response) : 0);

/** A reading at another temperature as at 25 °C: 2 % per °C. */
export const at25 = (conductivity: SiemensPerMetre, t: Celsius): SiemensPerMetre =>
  conductivity / (1 + 0.02 * (t - 25));

/**
 * When the solution is to be changed: by weeks, and when top-ups add to half or to one working volume.
 *
 * @param daily water use, m³/day
 */
export function solutionLasts(volume: CubicMetres, daily: CubicMetres) {
  const days = daily > 0 ? volume / daily : Infinity;
  return {
    byWeeks: [SOLUTION_WAIT.change[0], SOLUTION_WAIT.change[1]] as const,
    byTopUps: [(days / 2) * 86400, days * 86400] as const,
  };
}

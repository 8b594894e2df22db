import type { FishKind } from '../catalogue/index.ts';
import {
  APPETITE_OXYGEN,
  APPETITE_POISON,
  CHLORIDE_RATIO,
  CHLORINE_LIMITS,
  LETHAL_POISON,
  MORTALITY,
  PH_STRESS,
  STRANDED,
  UNIONISED_LIMITS,
  phSurvived,
} from '../limits/index.ts';
import type { Celsius, GramsPerCubicMetre, Share } from '../quantity/si.ts';

/**
 * How fish respond to the water that they are in: appetite, stress and death. Season and practice both go by it. Left
 * out: disease, acclimatisation, what a poison leaves behind when it has gone, carbon dioxide, and how one stress adds to
 * another's mortality.
 */

/** The water of the fish, mg/L; nitrogen as N. */
export interface FishWater {
  readonly t: Celsius;
  readonly oxygen: GramsPerCubicMetre;
  readonly saturation: GramsPerCubicMetre;
  readonly ph: number;
  /** Un-ionised ammonia. */
  readonly ammonia: GramsPerCubicMetre;
  readonly nitrite: GramsPerCubicMetre;
  readonly chloride: GramsPerCubicMetre;
  /** Total chlorine. */
  readonly chlorine: GramsPerCubicMetre;
  /** Water in the tank as a share of its usual. */
  readonly share: Share;
}

/** How far something is from one limit to the next, 0–1, in either direction. */
const between = (x: number, from: number, to: number): Share =>
  Math.min(1, Math.max(0, (x - from) / (to - from)));

/**
 * Nitrite that acts on the gills: what chloride does not shield, mg N/L.
 *
 * @source chloride to nitrite nitrogen of 10 and more keeps it out: SRAC 462, cited from memory
 */
export const unshieldedNitrite = (
  nitrite: GramsPerCubicMetre,
  chloride: GramsPerCubicMetre,
): GramsPerCubicMetre => Math.max(0, nitrite - chloride / CHLORIDE_RATIO.least);

/**
 * Appetite by the water, beside that by temperature: 1 at ease, 0 where nothing is eaten. Oxygen from 60 to 30 % of
 * saturation, un-ionised ammonia and nitrite up to four times their acting limits, pH from the edge of the range to what
 * is survived for a day; what presses on the fish together multiplies.
 *
 * @source handbook of practice; limits of the species
 */
export function waterAppetite(kind: FishKind, w: FishWater): Share {
  const { none } = APPETITE_POISON;
  const [dies, diesHigh] = phSurvived([kind]);
  const nitrite = unshieldedNitrite(w.nitrite, w.chloride);
  const air = between(
    w.oxygen,
    APPETITE_OXYGEN.none * w.saturation,
    APPETITE_OXYGEN.falls * w.saturation,
  );
  const ammonia = 1 - between(w.ammonia, UNIONISED_LIMITS.caution, none * UNIONISED_LIMITS.act);
  const blood = 1 - between(nitrite, kind.nitrite[0], none * kind.nitrite[1]);
  const acid = w.ph < kind.ph[0] ? between(w.ph, dies, kind.ph[0]) : 1;
  const alkaline = w.ph > kind.ph[1] ? 1 - between(w.ph, kind.ph[1], diesHigh) : 1;
  return air * ammonia * blood * acid * alkaline;
}

/** How a kind fares in its water. */
export interface FishState {
  /** Under stress; and by how much, 0–1: oxygen below what it is at ease with and ammonia above caution weigh in part. */
  readonly stress: boolean;
  readonly strain: Share;
  /** Share of it that dies in an hour. */
  readonly dying: number;
  /** It is short of air. */
  readonly air: boolean;
}

/**
 * Share of a kind that dies in an hour in its water; 0 within what it survives.
 *
 * @source mortality in an hour by practice, from the lethal limits of the species on
 */
export function mortality(kind: FishKind, w: FishWater): number {
  const { lethal } = kind.oxygen;
  const { deadly } = UNIONISED_LIMITS;
  const [dies, diesHigh] = phSurvived([kind]);
  const nitrite = unshieldedNitrite(w.nitrite, w.chloride);
  const poisoned = LETHAL_POISON.nitrite * kind.nitrite[1];
  const chlorinated = LETHAL_POISON.chlorine * CHLORINE_LIMITS.acute;
  return (
    (w.oxygen < lethal ? MORTALITY.oxygen * (1 - w.oxygen / lethal) + MORTALITY.oxygenLeast : 0) +
    (w.ammonia > deadly
      ? MORTALITY.ammonia * Math.min(LETHAL_POISON.most, w.ammonia / deadly)
      : 0) +
    (nitrite > poisoned
      ? MORTALITY.nitrite * Math.min(LETHAL_POISON.most, nitrite / poisoned)
      : 0) +
    (w.chlorine > chlorinated
      ? MORTALITY.chlorine * Math.min(LETHAL_POISON.mostChlorine, w.chlorine / chlorinated)
      : 0) +
    (w.t < kind.survives[0] || w.t > kind.survives[1] ? MORTALITY.temperature : 0) +
    (w.ph < dies || w.ph > diesHigh ? MORTALITY.ph : 0) +
    (w.share < STRANDED.stranded ? MORTALITY.stranded : 0)
  );
}

/** What puts fish under stress, the quickest to kill first. */
export type StressCause =
  'oxygen' | 'ammonia' | 'nitrite' | 'chlorine' | 'temperature' | 'ph' | 'stranded';

/** What puts a kind under stress in its water; saturation is of no account. */
export function stressCauses(kind: FishKind, w: Omit<FishWater, 'saturation'>): StressCause[] {
  const holds: Record<StressCause, boolean> = {
    oxygen: w.oxygen < kind.oxygen.stress,
    ammonia: w.ammonia > UNIONISED_LIMITS.act,
    nitrite: unshieldedNitrite(w.nitrite, w.chloride) > kind.nitrite[1],
    chlorine: w.chlorine > CHLORINE_LIMITS.acute,
    temperature:
      w.t < (kind.survives[0] + kind.stopsFeeding) / 2 ||
      w.t > (kind.survives[1] + kind.best[1]) / 2,
    ph: w.ph < kind.ph[0] - PH_STRESS.below || w.ph > kind.ph[1] + PH_STRESS.above,
    stranded: w.share < STRANDED.stress,
  };
  return (Object.keys(holds) as StressCause[]).filter((x) => holds[x]);
}

/** How a kind fares in its water. */
export function fishState(kind: FishKind, w: FishWater): FishState {
  const { comfort, stress } = kind.oxygen;
  const dying = mortality(kind, w);
  const causes = stressCauses(kind, w);
  const under = causes.length > 0;
  const strained = under || dying > 0;
  return {
    stress: strained,
    strain: strained
      ? 1
      : Math.max(
          between(w.oxygen, comfort, stress),
          between(w.ammonia, UNIONISED_LIMITS.caution, UNIONISED_LIMITS.act),
        ),
    dying,
    air: causes.includes('oxygen'),
  };
}

import { DECHLORINATORS } from '../../catalogue/index.ts';
import {
  MOST_AT_ONCE,
  UNIONISED_LIMITS,
  carbonateConstants,
  dechlorinate,
  freedAmmonia,
  inorganicCarbon,
  phOf,
  unionisedShare,
} from '../../life/index.ts';
import { dose, litres, say, type Phrase } from '../../quantity/index.ts';
import type {
  Celsius,
  CubicMetres,
  GramsPerCubicMetre,
  Seconds,
  Share,
} from '../../quantity/si.ts';
import type { Tended } from '../../readings/tended.ts';

/** The water after part of it is changed for tap water. */

/** Between two changes of water with fish. */
export const CHANGE_WAIT: Seconds = 12 * 3600;

export interface Mix {
  readonly temperature: Celsius;
  readonly ph: number;
  readonly alkalinity: GramsPerCubicMetre;
  /** With what a broken chloramine frees. */
  readonly tan: GramsPerCubicMetre;
  readonly unionised: GramsPerCubicMetre;
}

/** Water of the system as a dose meets it. */
export interface WaterNow {
  readonly ph: number;
  readonly alkalinity: GramsPerCubicMetre;
  readonly temperature: Celsius;
}

/** Alkalinity that is reckoned with where nobody read it: little, so that a dose comes out small. */
const UNKNOWN_ALKALINITY: GramsPerCubicMetre = 30;

/** pH, alkalinity and temperature as last read; what was not read as the tap or the usual has it. */
export function waterNow(t: Tended): WaterNow {
  const { tap } = t.system.site;
  return {
    ph: t.latest.ph?.value ?? t.life.ph,
    alkalinity: t.latest.alkalinity?.value ?? tap.alkalinity ?? UNKNOWN_ALKALINITY,
    temperature: t.latest.temperature?.value ?? t.system.site.waterTemperature,
  };
}

/** Water after a share of it is changed: alkalinity and inorganic carbon mix, the pH follows. */
export function mixed(t: Tended, share: Share, tan: GramsPerCubicMetre): Mix {
  const now = waterNow(t);
  const { tap } = t.system.site;
  const here = carbonateConstants(now.temperature);
  const alkalinity = tap.alkalinity ?? now.alkalinity;
  const incomingPh = tap.ph ?? now.ph;
  const dic = (ph: number, alk: number) => inorganicCarbon(ph, alk, here);
  const blend = (a: number, b: number) => a * (1 - share) + b * share;
  const mixedAlk = blend(now.alkalinity, alkalinity);
  const mixedDic = blend(dic(now.ph, now.alkalinity), dic(incomingPh, alkalinity));
  const ph = phOf(mixedAlk, mixedDic, here);
  const mixedTan =
    tan * (1 - share) + freedAmmonia(tap.chlorine ?? 'none', tap.chlorineLevel ?? 0, share);
  return {
    // The new water is brought within 2 °C before it goes in.
    temperature: now.temperature,
    ph,
    alkalinity: mixedAlk,
    tan: mixedTan,
    unionised: mixedTan * unionisedShare(now.temperature, ph),
  };
}

/**
 * The smallest change that brings un-ionised ammonia to a limit, by hundredths; the one that leaves least where
 * none does.
 *
 * @returns share, and the water then; null where changing makes it no better
 */
export function changeAgainstAmmonia(
  t: Tended,
  tan: GramsPerCubicMetre,
  limit: GramsPerCubicMetre,
): { readonly share: Share; readonly after: Mix; readonly enough: boolean } | null {
  const before = mixed(t, 0, tan).unionised;
  let best: { share: Share; after: Mix; enough: boolean } | null = null;
  for (let k = 10; k <= MOST_AT_ONCE * 100 + 1e-9; k++) {
    const after = mixed(t, k / 100, tan);
    if (after.unionised <= limit) return { share: k / 100, after, enough: true };
    if (after.unionised < (best?.after.unionised ?? before * 0.97))
      best = { share: k / 100, after, enough: false };
  }
  return best;
}

/**
 * As much of a wished change as leaves un-ionised ammonia calm, by hundredths: a tap may be alkaline, or bring
 * chloramine.
 *
 * @returns null where less than a twentieth may be changed
 */
export function calmChange(t: Tended, wished: Share): Share | null {
  if (!t.hasFish) return wished;
  const tan = t.latest.tan?.high ?? 0;
  const most = Math.max(mixed(t, 0, tan).unionised, UNIONISED_LIMITS.caution);
  for (let part = wished; part >= 0.05; part -= 0.01)
    if (mixed(t, part, tan).unionised <= most + 1e-9) return part;
  return null;
}

/** What the new water needs before it goes in: its chlorine taken out, its warmth brought near. */
export function treatedWater(t: Tended, volume: CubicMetres): Phrase[] {
  const { tap } = t.system.site;
  const kind = tap.chlorine ?? null;
  const level = tap.chlorineLevel;
  const out: Phrase[] = [];
  if (kind === 'none' || tap.treated)
    out.push(say`Within 2 °C of the tank; pump and heater unplugged first.`);
  else if (level !== null && level > 0) {
    const by = DECHLORINATORS.find((d) => d.id === 'sodium-ascorbate')!;
    out.push(
      say`Treat the ${litres(volume)} first: ${dose(dechlorinate(by, level, volume) / 1000)} of ${by.name.toLowerCase()} takes out their chlorine${kind === 'chloramine' ? '; of chloramine a conditioner must also bind the ammonia' : ''}. Within 2 °C of the tank; pump and heater unplugged first.`,
    );
  } else
    out.push(
      say`Water that has stood aerated or been treated for chlorine, within 2 °C of the tank; pump and heater unplugged first.`,
    );
  return out;
}

/** Alkalinity that may be added before un-ionised ammonia reaches a limit, as the pH it may come to. */
export const phForAmmonia = (
  tan: GramsPerCubicMetre,
  temperature: Celsius,
  limit: GramsPerCubicMetre,
): number => {
  if (tan <= limit) return 14;
  // The share as a function of pH is a logistic curve.
  const pKa = 7 - Math.log10(unionisedShare(temperature, 7) / (1 - unionisedShare(temperature, 7)));
  return pKa + Math.log10(limit / tan / (1 - limit / tan));
};

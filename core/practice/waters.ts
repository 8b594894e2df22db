import { TAN_PER_CHLORAMINE } from '../life/index.ts';
import {
  ALKALINITY,
  CARBON,
  NITRATE,
  NITRITE,
  N_IN,
  N_OUT,
  OXYGEN,
  STATE_COUNT,
  TAN,
} from '../season/model.ts';
import type { CubicMetres, Share } from '../quantity/si.ts';

/**
 * The water of a system as two well-mixed bodies: where the fish live, and all the rest. A body holds amounts, not
 * concentrations, so that whatever moves between them is neither made nor lost: grams (mg/L × m³), carbon in moles,
 * salts in S/m × m³.
 */

/** Beyond the states of the season: free chlorine or chloramine as Cl₂, and what the water conducts by. */
export const CHLORINE = STATE_COUNT;
export const SALTS = STATE_COUNT + 1;
/** Chloride, which shields fish from nitrite. */
export const CHLORIDE = STATE_COUNT + 2;
export const AMOUNTS = STATE_COUNT + 3;

export type Amounts = Float64Array;

/** What is dissolved and goes where the water goes; bacteria sit on their stones. */
const DISSOLVED = [
  TAN,
  NITRITE,
  NITRATE,
  ALKALINITY,
  CARBON,
  OXYGEN,
  CHLORINE,
  SALTS,
  CHLORIDE,
] as const;
const NITROGEN: ReadonlySet<number> = new Set([TAN, NITRITE, NITRATE]);

/** Less than this is a wet floor, m³. */
export const WET: CubicMetres = 1e-4;

/** What comes with new water, by litre of it. */
export interface NewWater {
  readonly alkalinity: number;
  readonly carbon: number;
  readonly oxygen: number;
  readonly chlorine: number;
  readonly salts: number;
}

/** Moves water with all that is dissolved in it. @param volume of the body that it leaves, before */
export function move(from: Amounts, to: Amounts, water: CubicMetres, volume: CubicMetres): void {
  if (!(water > 0) || !(volume > 0)) return;
  const share = Math.min(1, water / volume);
  for (const i of DISSOLVED) {
    const amount = from[i]! * share;
    from[i]! -= amount;
    to[i]! += amount;
  }
}

/** Mixes two bodies that give each other so much water. Exact for volumes that stay as they are. */
export function mixBodies(
  a: Amounts,
  b: Amounts,
  water: CubicMetres,
  va: CubicMetres,
  vb: CubicMetres,
): void {
  if (!(water > 0) || !(va > 0) || !(vb > 0)) return;
  const evened = 1 - Math.exp(-water * (1 / va + 1 / vb));
  for (const i of DISSOLVED) {
    const moved = ((a[i]! / va - b[i]! / vb) * evened * va * vb) / (va + vb);
    a[i]! -= moved;
    b[i]! += moved;
  }
}

/** Water is lost with all that is dissolved in it; its nitrogen is noted as out. */
export function lose(body: Amounts, share: Share): void {
  const s = Math.min(1, Math.max(0, share));
  for (const i of DISSOLVED) {
    const amount = body[i]! * s;
    body[i]! -= amount;
    if (NITROGEN.has(i)) body[N_OUT]! += amount;
  }
}

/** New water comes in. */
export function addWater(body: Amounts, water: CubicMetres, is: NewWater): void {
  body[ALKALINITY]! += is.alkalinity * water;
  body[CARBON]! += is.carbon * water;
  body[OXYGEN]! += is.oxygen * water;
  body[CHLORINE]! += is.chlorine * water;
  body[SALTS]! += is.salts * water;
}

/** Ammonia comes in, g N. */
export function addAmmonia(body: Amounts, nitrogen: number): void {
  body[TAN]! += nitrogen;
  body[N_IN]! += nitrogen;
}

/**
 * Chlorine is used up.
 *
 * @param share of what there is
 * @param chloramine its ammonia is freed as it breaks
 */
export function breakChlorine(body: Amounts, share: Share, chloramine: boolean): void {
  const gone = body[CHLORINE]! * Math.min(1, Math.max(0, share));
  body[CHLORINE]! -= gone;
  if (chloramine) addAmmonia(body, gone * TAN_PER_CHLORAMINE);
}

/** Nitrogen of the water, less what came in since the start and with what left: constant. g N */
export const nitrogenLeft = (bodies: readonly Amounts[]): number =>
  bodies.reduce((sum, b) => sum + b[TAN]! + b[NITRITE]! + b[NITRATE]! + b[N_OUT]! - b[N_IN]!, 0);

import type { Celsius, Kilograms, Seconds, SquareMetres, Watts } from '../quantity/si.ts';
import { COVERED_SHARE, openWaterEvaporation } from '../water/evaporation.ts';

/** Heat that a vessel of water loses, and what a heater does about it. */

/** Heat through a wall, W/m²·K: bare plastic, and 30 mm of foam. */
export const WALL_LOSS = { bare: 5.5, foam: 1 } as const;
/** Heat that evaporation takes, J/kg (0.68 Wh/g). */
const EVAPORATION_HEAT = 0.68 * 3600 * 1000;
export const WATER_HEAT = 4186;

/** What the water stands in. */
export interface HeatedVessel {
  /** Walls and floor, and the water's surface. */
  readonly walls: SquareMetres;
  readonly surface: SquareMetres;
  readonly lid: boolean;
  readonly insulated: boolean;
}

/**
 * Heat that leaves the water: through walls and lid, and by evaporation.
 *
 * @returns W; below 0 where the air is warmer
 */
export function heatLoss(
  v: HeatedVessel,
  water: Celsius,
  air: Celsius,
  humidity: number,
  airSpeed: number,
): Watts {
  const u = v.insulated ? WALL_LOSS.foam : WALL_LOSS.bare;
  const conducted = u * (v.walls + v.surface) * (water - air);
  const evaporated =
    (openWaterEvaporation(water, air, humidity, airSpeed) / 3600) *
    v.surface *
    (v.lid ? COVERED_SHARE : 1);
  return conducted + evaporated * EVAPORATION_HEAT;
}

/**
 * Time in which a heater warms water, its losses at the mean temperature taken off.
 *
 * @param loss at the mean of both temperatures, W
 * @returns s; Infinity where the heater is too weak
 */
export function warmUpTime(
  water: Kilograms,
  from: Celsius,
  to: Celsius,
  power: Watts,
  loss: Watts,
): Seconds {
  if (to <= from) return 0;
  const net = power - loss;
  return net > 0 ? (water * WATER_HEAT * (to - from)) / net : Infinity;
}

/** Rate at which water cools or warms without its heater, K/h. */
export const coolingRate = (water: Kilograms, loss: Watts): number =>
  (loss * 3600) / (water * WATER_HEAT);

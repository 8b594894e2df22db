/** Derived quantities: each number that follows from a system, named, worked out and explained in one place. */
import type { Derivation } from '../quantity/derivation.ts';
import {
  bedToTankRatio,
  daysWithoutTopUp,
  heldVolume,
  levelAfterCut,
  levelAtRest,
  levelDeepest,
  loadOnFootprint,
  loadPerLeg,
  reserveVolume,
  voidsToTankRatio,
  waterUseADay,
} from './balance.ts';
import { deepestFlood, drainTime, dryDepth, fillTime } from './cycle.ts';
import { airDrawn, energyADay, floodedShare, floodsADay } from './day.ts';
import {
  deliveryFlow,
  pumpDutyFlow,
  lineLoss,
  pipeLoss,
  pumpStaticHead,
  turnoverRate,
  velocity,
} from './lift.ts';
import {
  feedADay,
  tanADay,
  mediaSurface,
  bacteriaCapacity,
  oxygenSaturation,
  oxygenLowest,
  oxygenSupply,
  timeToStress,
  timeToLethal,
  stockingDensity,
  areaOfPlants,
  feedOnPlanting,
  stockingRuleMass,
  unionisedAmmonia,
  freeCO2,
  lightOfDay,
  expectedBedTemperature,
  heaterPower,
  nitrogenGiven,
  nitrogenTaken,
} from './life.ts';
import { highestWater, plugClearance, heightNeeded, powerDrawn } from './place.ts';
import type { DerivedQuantity, Figures } from './quantity.ts';
import { flowAtBreak, startingFlow } from './siphon.ts';

export * from './balance.ts';
export * from './cycle.ts';
export * from './day.ts';
export * from './life.ts';
export * from './lift.ts';
export * from './place.ts';
export * from './siphon.ts';
export type { DerivedQuantity, Figures } from './quantity.ts';

/** Every derived quantity. */
export const QUANTITIES = [
  heldVolume,
  levelAtRest,
  levelDeepest,
  levelAfterCut,
  reserveVolume,
  daysWithoutTopUp,
  waterUseADay,
  bedToTankRatio,
  voidsToTankRatio,
  loadOnFootprint,
  loadPerLeg,
  pumpStaticHead,
  pumpDutyFlow,
  lineLoss,
  pipeLoss,
  velocity,
  deliveryFlow,
  turnoverRate,
  fillTime,
  drainTime,
  deepestFlood,
  dryDepth,
  startingFlow,
  flowAtBreak,
  floodsADay,
  floodedShare,
  airDrawn,
  energyADay,
  feedADay,
  tanADay,
  mediaSurface,
  bacteriaCapacity,
  oxygenSaturation,
  oxygenLowest,
  oxygenSupply,
  timeToStress,
  timeToLethal,
  stockingDensity,
  areaOfPlants,
  feedOnPlanting,
  stockingRuleMass,
  unionisedAmmonia,
  freeCO2,
  lightOfDay,
  expectedBedTemperature,
  heaterPower,
  nitrogenGiven,
  nitrogenTaken,
  highestWater,
  plugClearance,
  heightNeeded,
  powerDrawn,
] as const;

export type QuantityId = (typeof QUANTITIES)[number]['id'];

/** Key of a quantity of one part: `flow/lift`, `fill/bed`; without a part, of the whole system. */
export type QuantityKey = QuantityId | `${QuantityId}/${string}`;

const BY_ID = new Map<string, DerivedQuantity>(QUANTITIES.map((q) => [q.id, q]));

/** A quantity and the part that a key names. @throws RangeError where there is no such quantity */
export function quantityAt(key: QuantityKey): readonly [quantity: DerivedQuantity, part: string] {
  const [id = '', part = ''] = key.split('/');
  const q = BY_ID.get(id);
  if (!q) throw new RangeError(`No derived quantity “${id}”.`);
  return [q, part];
}

/**
 * Derivation of a number by its key.
 *
 * @returns nothing where this system has no such number
 * @throws RangeError where there is no such quantity
 */
export function derivationAt(c: Figures, key: QuantityKey): Derivation | null {
  const [q, part] = quantityAt(key);
  return q.derive(c, part);
}

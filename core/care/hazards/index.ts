import type { Tended } from '../../readings/index.ts';
import type { Hazard } from '../types.ts';
import { ammoniaHazards } from './ammonia.ts';
import { breathHazards } from './breath.ts';
import { chlorineHazards } from './chlorine.ts';
import { cyclingHazards } from './cycling.ts';
import { cloggingHazards, deliveryHazards } from './equipment.ts';
import { deathHazards, feedingHazards, illnessHazards, newFishHazards } from './fish.ts';
import { levelHazards } from './level.ts';
import { nitrateHazards } from './nitrate.ts';
import { nitriteHazards } from './nitrite.ts';
import { alkalinityHazards, carbonDioxideHazards, phHazards } from './ph.ts';
import { plantHazards } from './plants.ts';
import { solutionAgeHazards, strengthHazards } from './solution.ts';
import { staleHazards } from './stale.ts';
import { temperatureHazards } from './temperature.ts';
import { trendHazards } from './trend.ts';

export { unionisedNow } from './ammonia.ts';
export { toppedUp } from './level.ts';
export { wantedEvery } from './stale.ts';

/** Every hazard that is looked for, in the order in which they kill. One subject a file. */
export const HAZARDS: readonly ((t: Tended) => Hazard[])[] = [
  breathHazards,
  ammoniaHazards,
  nitriteHazards,
  chlorineHazards,
  temperatureHazards,
  phHazards,
  deathHazards,
  illnessHazards,
  levelHazards,
  feedingHazards,
  newFishHazards,
  alkalinityHazards,
  carbonDioxideHazards,
  cyclingHazards,
  strengthHazards,
  deliveryHazards,
  cloggingHazards,
  nitrateHazards,
  plantHazards,
  solutionAgeHazards,
  trendHazards,
  staleHazards,
];

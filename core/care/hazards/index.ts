import type { Tended } from '../../readings/index.ts';
import type { Hazard } from '../types.ts';
import { ammonia } from './ammonia.ts';
import { breath } from './breath.ts';
import { chlorine } from './chlorine.ts';
import { cycling } from './cycling.ts';
import { clogging, delivery } from './equipment.ts';
import { deaths, feeding, illness, newFish } from './fish.ts';
import { level } from './level.ts';
import { nitrate } from './nitrate.ts';
import { nitrite } from './nitrite.ts';
import { alkalinity, carbonDioxide, ph } from './ph.ts';
import { plants } from './plants.ts';
import { solutionAge, strength } from './solution.ts';
import { stale } from './stale.ts';
import { temperature } from './temperature.ts';
import { trend } from './trend.ts';

export { unionisedNow } from './ammonia.ts';
export { toppedUp } from './level.ts';
export { wantedEvery } from './stale.ts';

/** Every hazard that is looked for, in the order in which they kill. One subject a file. */
export const HAZARDS: readonly ((t: Tended) => Hazard[])[] = [
  breath,
  ammonia,
  nitrite,
  chlorine,
  temperature,
  ph,
  deaths,
  illness,
  level,
  feeding,
  newFish,
  alkalinity,
  carbonDioxide,
  cycling,
  strength,
  delivery,
  clogging,
  nitrate,
  plants,
  solutionAge,
  trend,
  stale,
];

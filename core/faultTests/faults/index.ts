import { deliveryOff } from './delivery-off.ts';
import { drainBlocked } from './drain-blocked.ts';
import { floatStuck } from './float-stuck.ts';
import { guardClogged } from './guard-clogged.ts';
import { leak } from './leak.ts';
import { powerCut } from './power-cut.ts';
import { pumpClogged } from './pump-clogged.ts';
import { pumpFails } from './pump-fails.ts';
import { siphonNeverStarts } from './siphon-never-starts.ts';
import { siphonNeverStops } from './siphon-never-stops.ts';
import { timerStuckOff } from './timer-stuck-off.ts';
import { timerStuckOn } from './timer-stuck-on.ts';
import { topUpForgotten } from './top-up-forgotten.ts';
import { valveShut } from './valve-shut.ts';
import type { FaultDefinition } from '../definition.ts';

/** All faults, in the order in which they are tested. */
export const FAULTS = [
  powerCut,
  pumpFails,
  pumpClogged,
  deliveryOff,
  floatStuck,
  valveShut,
  siphonNeverStarts,
  siphonNeverStops,
  guardClogged,
  drainBlocked,
  timerStuckOn,
  timerStuckOff,
  topUpForgotten,
  leak,
] as const;

export type FaultKind = (typeof FAULTS)[number]['id'];

/** The fault of a kind. */
export const faultOf = (kind: FaultKind): FaultDefinition => FAULTS.find((f) => f.id === kind)!;

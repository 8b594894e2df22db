import { airLift } from './air-lift.ts';
import { bedOverTank } from './bed-over-tank.ts';
import { bedsInSeries } from './beds-in-series.ts';
import { bucketRow } from './bucket-row.ts';
import { counterBowl } from './counter-bowl.ts';
import { counterTank } from './counter-tank.ts';
import { feltWall } from './felt-wall.ts';
import { joinedBeds } from './joined-beds.ts';
import { linedFrame } from './lined-frame.ts';
import { loopOverTank } from './loop-over-tank.ts';
import { planter } from './planter.ts';
import { pumpChain } from './pump-chain.ts';
import { sumpLoop } from './sump-loop.ts';
import { trayOverReservoir } from './tray-over-reservoir.ts';
import { wetTray } from './wet-tray.ts';
import type { Layout } from './layout.ts';

export type { Layout } from './layout.ts';

/** Layouts on offer, in the order of the shelf. A new one is a file and a line here. */
export const LAYOUTS: readonly Layout[] = [
  bedOverTank,
  loopOverTank,
  joinedBeds,
  sumpLoop,
  trayOverReservoir,
  linedFrame,
  bedsInSeries,
  pumpChain,
  bucketRow,
  planter,
  counterBowl,
  counterTank,
  airLift,
  feltWall,
  wetTray,
];

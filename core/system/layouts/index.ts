import type { SystemDocument } from '../types.ts';
import { airLift, counterBowl, counterTank } from './counter.ts';
import { bedOverTank } from './pair.ts';
import { joinedBeds, loopOverTank, planter, sumpLoop } from './siphons.ts';
import { bedsInSeries, bucketRow, pumpChain } from './rows.ts';
import { feltWall, linedFrame, wetTray } from './timed.ts';
import { trayOverReservoir } from './tray.ts';

/** A family of systems that growers build: a name, what is particular, and a sensible start. */
export interface Layout {
  readonly id: string;
  readonly name: string;
  readonly particular: string;
  readonly make: (id: string, name: string) => SystemDocument;
}

/** Layouts on offer. A new one is a function and a line here. */
export const LAYOUTS: readonly Layout[] = [
  {
    id: 'bed-over-tank',
    name: 'Bed over tank, bell siphon',
    particular:
      'The pump is always on. Fish live below; the siphon has to start and stop by itself.',
    make: bedOverTank,
  },
  {
    id: 'loop-over-tank',
    name: 'Bed over tank, loop siphon',
    particular: 'A pipe that rises out of the bed and falls again. Air at its top keeps it still.',
    make: loopOverTank,
  },
  {
    id: 'joined-beds',
    name: 'Joined beds, one siphon',
    particular:
      'Beds connected under their floors rise and fall together; one siphon in a box drains them all.',
    make: joinedBeds,
  },
  {
    id: 'sump-loop',
    name: 'Sump, tank and two beds',
    particular:
      'The pump stands in a sump; the tank overflows to the beds and its level never moves.',
    make: sumpLoop,
  },
  {
    id: 'tray-over-reservoir',
    name: 'Flood tray over reservoir, timer',
    particular:
      'A timer floods the tray to the overflow pipe; it drains back through the stopped pump.',
    make: trayOverReservoir,
  },
  {
    id: 'lined-frame',
    name: 'Lined frame with net pots',
    particular:
      'A shallow frame lined with sheet; pots stand in it and float if they are too light.',
    make: linedFrame,
  },
  {
    id: 'beds-in-series',
    name: 'Beds in series from a pond',
    particular:
      'A timer floods the upper bed; each passes its water on, the last back to the pond.',
    make: bedsInSeries,
  },
  {
    id: 'pump-chain',
    name: 'Two pumps, filter and clear tank',
    particular: 'One pump cleans and fills a clear tank, another shares it out to the beds.',
    make: pumpChain,
  },
  {
    id: 'bucket-row',
    name: 'Bucket row',
    particular:
      'Buckets at one level; one pump fills them all, a float and a second pump empty them.',
    make: bucketRow,
  },
  {
    id: 'planter',
    name: 'Planter with nutrient solution',
    particular: 'A planter over its reservoir, fed from below, drained by a small siphon; no fish.',
    make: planter,
  },
  {
    id: 'counter-bowl',
    name: 'Counter bowl, constant trickle',
    particular: 'A bowl of stones on a small tank. It stands part full, its top stays dry.',
    make: counterBowl,
  },
  {
    id: 'counter-tank',
    name: 'Counter tank, fed through the floor',
    particular: 'Constant flow that draws air on its way; a power cut empties the bed backwards.',
    make: counterTank,
  },
  {
    id: 'air-lift',
    name: 'Air-lift',
    particular: 'Bubbles lift the water and aerate it at once; little height, flow by measuring.',
    make: airLift,
  },
  {
    id: 'felt-wall',
    name: 'Felt wall',
    particular: 'A header pipe wets felt by timer; the water runs down and back.',
    make: feltWall,
  },
  {
    id: 'wet-tray',
    name: 'Pots watered from below',
    particular: 'A float valve keeps a tray shallowly wet. Nothing runs back, all of it is drunk.',
    make: wetTray,
  },
];

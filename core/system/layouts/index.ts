import type { SystemDocument } from '../types.ts';
import { bedOverTank } from './pair.ts';
import { trayOverReservoir } from './tray.ts';

/** A family of systems that growers build: a name, what is particular, and a sensible start. */
export interface Layout {
  readonly id: string;
  readonly name: string;
  readonly particular: string;
  readonly make: (id: string, name: string) => SystemDocument;
}

/** Layouts on offer. A new one is a file and a line here. */
export const LAYOUTS: readonly Layout[] = [
  {
    id: 'bed-over-tank',
    name: 'Bed over tank, bell siphon',
    particular:
      'The pump is always on. Fish live below; the siphon has to start and stop by itself.',
    make: bedOverTank,
  },
  {
    id: 'tray-over-reservoir',
    name: 'Flood tray over reservoir, timer',
    particular:
      'A timer floods the tray to the overflow pipe; it drains back through the stopped pump.',
    make: trayOverReservoir,
  },
];

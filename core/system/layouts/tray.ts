import type { SystemDocument } from '../types.ts';
import { DOCUMENT_KIND, DOCUMENT_VERSION } from '../types.ts';

const MINUTE = 60;
const HOUR = 3600;

/**
 * L10: a flood tray over a reservoir. A timer runs the pump, an overflow pipe sets the depth, and the
 * tray drains back through the stopped pump.
 */
export function trayOverReservoir(id: string, name: string): SystemDocument {
  return {
    kind: DOCUMENT_KIND,
    version: DOCUMENT_VERSION,
    id,
    name,
    layout: 'tray-over-reservoir',
    site: {
      waterTemperature: 20,
      airTemperature: 21,
      humidity: 0.5,
      airSpeed: 0.1,
      floorLoad: null,
      outletProtected: null,
    },
    vessels: [
      {
        id: 'reservoir',
        name: 'Reservoir',
        role: 'reservoir',
        shape: { kind: 'box', length: 0.9, width: 0.5, height: 0.34 },
        floor: 0,
        fill: 0.13,
        lid: true,
        emptyMass: 8,
        rimTo: null,
        media: null,
        pots: null,
        legs: 0,
      },
      {
        id: 'tray',
        name: 'Tray',
        role: 'bed',
        shape: { kind: 'box', length: 1.2, width: 0.6, height: 0.2 },
        floor: 0.6,
        fill: 0,
        lid: false,
        emptyMass: 9,
        rimTo: null,
        media: { medium: 'expanded-shale', top: 0.165, voids: null, clogging: 0, layers: [] },
        pots: null,
        legs: 0,
      },
    ],
    paths: [
      {
        id: 'lift',
        name: 'Fill line',
        kind: 'pumped-line',
        from: 'reservoir',
        to: 'tray',
        pipe: 'hose-16',
        bore: 0.016,
        run: 0.3,
        pump: {
          intake: 0.02,
          maxHead: 1.5,
          maxFlow: 1000e-3 / 3600,
          points: null,
          wear: 0,
          power: 14,
        },
        fittings: [
          { fitting: 'elbow-90', count: 1 },
          { fitting: 'coarse-guard', count: 1 },
        ],
        valve: null,
        barb: null,
        end: 0,
        peak: null,
        checkValve: false,
        control: 'timer',
      },
      {
        id: 'overflow',
        name: 'Overflow pipe',
        kind: 'standpipe',
        from: 'tray',
        to: 'reservoir',
        pipe: 'metric-50',
        bore: 0.0452,
        run: 0.05,
        crest: 0.11,
        mouth: 0.0452,
        drop: 0.3,
        elbows: 0,
        vented: false,
        weep: null,
      },
      {
        id: 'spare',
        name: 'Second overflow',
        kind: 'standpipe',
        from: 'tray',
        to: 'reservoir',
        pipe: 'metric-40',
        bore: 0.0362,
        run: 0.05,
        crest: 0.14,
        mouth: 0.0362,
        drop: 0.3,
        elbows: 0,
        vented: true,
        weep: null,
      },
    ],
    controls: [
      {
        id: 'timer',
        kind: 'programs',
        device: 'digital-8',
        rows: [6, 8, 10, 12, 14, 16, 18, 21].map((h) => ({ start: h * HOUR, on: 6 * MINUTE })),
      },
    ],
    fish: [],
    measurements: [],
  };
}

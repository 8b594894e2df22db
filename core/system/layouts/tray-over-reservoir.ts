import {
  defineLayout,
  makeMedia,
  makePrograms,
  makePump,
  makePumpedLine,
  makeSecondOverflow,
  makeStandpipe,
  makeVessel,
  makeCrop,
  makeLamp,
  placed,
} from './parts.ts';

/**
 * A flood tray over a reservoir. A timer runs the pump, an overflow pipe sets the depth, and the
 * tray drains back through the stopped pump.
 */
export const trayOverReservoir = defineLayout({
  id: 'tray-over-reservoir',
  name: 'Flood tray over reservoir, timer',
  particular:
    'A timer floods the tray up to the overflow pipe. It drains back through the stopped pump.',
  demo: {
    file: 'under-stairs-tray',
    name: 'Under-stairs tray',
    edits: [
      ...placed('indoor', 'cool-room', 50, {
        lampTime: 50400,
        'power.height': 1.2,
        'tap.conductivity': 0.04,
        'tap.alkalinity': 90,
        'tap.ph': 7.5,
        'space.height': 1.9,
      }),
      {
        at: 'site.floorLoad',
        to: null,
      },
    ],
  },

  parts: () => ({
    site: { lampTime: 50400, waterTemperature: 20, airTemperature: 21, humidity: 0.5 },
    vessels: [
      makeVessel(
        'reservoir',
        'Reservoir',
        'reservoir',
        { kind: 'box', length: 0.9, width: 0.5, height: 0.34 },
        { fill: 0.13, lid: true, emptyMass: 8 },
      ),
      makeVessel(
        'tray',
        'Tray',
        'bed',
        { kind: 'box', length: 1.2, width: 0.6, height: 0.2 },
        { floor: 0.6, emptyMass: 9, media: makeMedia('expanded-shale', 0.165) },
      ),
    ],
    paths: [
      makePumpedLine({
        id: 'lift',
        name: 'Fill line',
        from: 'reservoir',
        to: 'tray',
        pipe: 'hose-19',
        run: 0.3,
        pump: makePump(0.02, 1.5, 1000, 14),
        fittings: [
          { fitting: 'elbow-90', count: 1 },
          { fitting: 'coarse-guard', count: 1 },
        ],
        end: 0,
        control: 'timer',
      }),
      makeStandpipe({
        id: 'overflow',
        name: 'Overflow pipe',
        from: 'tray',
        to: 'reservoir',
        pipe: 'metric-50',
        crest: 0.11,
        drop: 0.3,
        vented: false,
      }),
      makeSecondOverflow('tray', 'reservoir', 'metric-40', 0.14, 0.3),
    ],
    controls: [makePrograms('timer', 'digital-8', [6, 8, 10, 12, 14, 16, 18, 21], 6)],
    fish: [],
    crops: [
      makeCrop('rocket', 'rocket', 'tray', [0.02, 0.05], [4, 4]),
      makeCrop('beans', 'dwarf-bean', 'tray', [0.55, 0.05], [4, 3]),
    ],
    devices: [makeLamp('tray', 100, 2.5)],
    solution: { programme: 'two-part', strength: 1 },
  }),
});

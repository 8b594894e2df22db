import {
  defineLayout,
  makePrograms,
  makePump,
  makePumpedLine,
  makeSeep,
  makeVessel,
  makeFish,
  makeCrop,
  makeAirPump,
  placed,
} from './parts.ts';

/** A header pipe wets felt on a wall by timer; the water runs down and back. */
export const feltWall = defineLayout({
  id: 'felt-wall',
  name: 'Felt wall',
  particular: 'A timer wets the felt from a header pipe. The water runs down and returns.',
  demo: {
    file: 'courtyard-wall',
    name: 'Courtyard wall',
    edits: placed('open', 'mild-dry-summer', 41, {
      'sun.hours': 10800,
      'sun.shade': 0.2,
      'power.lowVoltage': true,
      'power.longestCut': 7200,
    }),
  },

  parts: () => ({
    vessels: [
      makeVessel(
        'tank',
        'Trough',
        'tank',
        { kind: 'box', length: 1.5, width: 0.45, height: 0.45 },
        {
          fill: 0.22,
          emptyMass: 16,
        },
      ),
      makeVessel(
        'wall',
        'Felt wall',
        'felt',
        { kind: 'box', length: 1.4, width: 0.02, height: 1.3 },
        {
          floor: 0.5,
          emptyMass: 8,
          rimTo: 'tank',
          plants: { dailyUse: 0.003, rooting: 0.05, rootShare: 0.3 },
        },
      ),
    ],
    paths: [
      makePumpedLine({
        id: 'lift',
        name: 'Header pipe',
        from: 'tank',
        to: 'wall',
        pipe: 'hose-16',
        run: 1.6,
        pump: makePump(0.16, 2.8, 1000, 22),
        fittings: [
          { fitting: 'elbow-90', count: 2 },
          { fitting: 'foam-prefilter', count: 1 },
        ],
        pinholes: { count: 28, diameter: 0.0018 },
        end: 1.3,
        control: 'timer',
      }),
      makeSeep('drip', 'Drip edge', 'wall', 'tank', 0.006, 420),
    ],
    controls: [
      makePrograms(
        'timer',
        'digital-20',
        Array.from({ length: 15 }, (_, k) => 7 + k),
        10,
      ),
    ],
    fish: [makeFish('goldfish', 'tank', 8, 0.02)],
    crops: [
      makeCrop('ivy', 'ivy', 'wall', [0.05, 0.05], [6, 3]),
      makeCrop('strawberry', 'strawberry', 'wall', [0.05, 0.7], [5, 2]),
    ],
    devices: [makeAirPump('tank', 4, 0.25, 4)],
  }),
});

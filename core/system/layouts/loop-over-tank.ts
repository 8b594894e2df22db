import {
  defineLayout,
  makeLoopSiphon,
  MAINS,
  makeMedia,
  makePump,
  makePumpedLine,
  makeSecondOverflow,
  makeVessel,
  makeFish,
  makeCrop,
  makeAirPump,
  placed,
  hung,
} from './parts.ts';

/** A bed over a tank with a pipe that rises out of it and falls again. */
export const loopOverTank = defineLayout({
  id: 'loop-over-tank',
  name: 'Bed over tank, loop siphon',
  particular:
    'The drain pipe rises outside the bed and falls again. It starts when its top is full of water.',
  demo: {
    file: 'wash-house-loop',
    name: 'Wash-house loop',
    edits: [
      ...placed('indoor', 'cool-room', 46, { 'power.height': 1.3, 'power.longestCut': 7200 }),
      hung('bed', 100, 2.5),
      { at: 'site.lampTime', to: 50400 },
    ],
  },

  parts: () => ({
    vessels: [
      makeVessel(
        'tank',
        'Fish tank',
        'tank',
        { kind: 'box', length: 1.1, width: 0.65, height: 0.6 },
        {
          fill: 0.34,
          lid: true,
          emptyMass: 18,
        },
      ),
      makeVessel(
        'bed',
        'Bed',
        'bed',
        { kind: 'box', length: 1, width: 0.5, height: 0.34 },
        {
          floor: 0.8,
          emptyMass: 10,
          media: makeMedia('lava-rock', 0.26),
        },
      ),
    ],
    paths: [
      makePumpedLine({
        id: 'lift',
        name: 'Fill line',
        from: 'tank',
        to: 'bed',
        pipe: 'hose-19',
        run: 0.6,
        pump: makePump(0.21, 1.6, 850, 14),
        valve: 0.68,
        end: 0.28,
        control: 'mains',
      }),
      makeLoopSiphon({
        id: 'loop',
        name: 'Loop siphon',
        from: 'bed',
        to: 'tank',
        pipe: 'sch40-3/4',
        crest: 0.195,
        drop: 0.25,
      }),
      makeSecondOverflow('bed', 'tank', 'sch40-1-1/4', 0.235, 0.2),
    ],
    controls: [MAINS],
    fish: [makeFish('bluegill', 'tank', 8, 0.04)],
    crops: [
      makeCrop('chard', 'chard', 'bed', [0.02, 0.1], [2, 1]),
      makeCrop('parsley', 'parsley', 'bed', [0.64, 0.04], [1, 2]),
    ],
    devices: [makeAirPump('tank', 4, 0.35, 4)],
  }),
});

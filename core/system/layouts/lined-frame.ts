import {
  defineLayout,
  makePrograms,
  makePump,
  makePumpedLine,
  makeSecondOverflow,
  makeStandpipe,
  makeVessel,
  makeCrop,
  placed,
  hung,
} from './parts.ts';

/** A shallow frame lined with sheet over a basin; net pots stand in it. */
export const linedFrame = defineLayout({
  id: 'lined-frame',
  name: 'Lined frame with net pots',
  particular: 'A shallow lined frame with pots in it. Pots that are too light float.',
  demo: {
    file: 'attic-frame',
    name: 'Attic frame',
    edits: [
      ...placed('indoor', 'heated-room', 52, { 'power.height': 1 }),
      hung('frame', 100, 2.5),
      { at: 'site.lampTime', to: 50400 },
      { at: 'site.floorLoad', to: null },
    ],
  },

  parts: () => ({
    build: {
      vessels: [
        {
          id: 'frame',
          make: 'lined-frame',
          stand: 'frame',
          bearer: 'timber-45x70',
          leg: 'timber-45x70',
        },
      ],
    },
    vessels: [
      makeVessel(
        'basin',
        'Basin',
        'reservoir',
        {
          kind: 'tapered-box',
          bottomLength: 0.8,
          bottomWidth: 0.5,
          topLength: 0.95,
          topWidth: 0.62,
          height: 0.4,
        },
        { fill: 0.15, lid: true, emptyMass: 6 },
      ),
      makeVessel(
        'frame',
        'Lined frame',
        'bed',
        { kind: 'box', length: 1.1, width: 0.7, height: 0.14 },
        {
          floor: 0.6,
          emptyMass: 11,
          pots: { medium: 'expanded-shale', count: 18, diameter: 0.1, height: 0.12, voids: null },
          plants: { dailyUse: 0.003, rooting: 0.08, rootShare: 0.2 },
        },
      ),
    ],
    paths: [
      makePumpedLine({
        id: 'lift',
        name: 'Fill line',
        from: 'basin',
        to: 'frame',
        pipe: 'hose-19',
        run: 0.3,
        pump: makePump(0.02, 1.2, 900, 12),
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
        from: 'frame',
        to: 'basin',
        pipe: 'metric-50',
        crest: 0.07,
        drop: 0.25,
      }),
      makeSecondOverflow('frame', 'basin', 'metric-40', 0.09, 0.25),
    ],
    controls: [makePrograms('timer', 'digital-8', [7, 10, 13, 16, 19], 15)],
    crops: [makeCrop('lettuce', 'lettuce', 'frame', [0.02, 0.02], [4, 3])],
    solution: { programme: 'two-part', strength: 1 },
    site: { waterTemperature: 20, airTemperature: 22, humidity: 0.5 },
  }),
});

import {
  defineLayout,
  MAINS,
  makeMedia,
  makePump,
  makePumpedLine,
  makeSecondOverflow,
  makeStandpipe,
  makeVessel,
  makeFish,
  makeCrop,
  makeHeater,
  placed,
  hung,
} from './parts.ts';

/** A bed on a tank, fed through its floor; a venturi draws air in, a power cut empties the bed backwards. */
export const counterTank = defineLayout({
  id: 'counter-tank',
  name: 'Counter tank, fed through the floor',
  particular:
    'A constant flow that draws in air. In a power cut the bed drains back through the feed.',
  demo: {
    file: 'window-sill-tank',
    name: 'Window-sill tank',
    edits: [
      ...placed('indoor', 'heated-room', 50, {
        waterTemperature: 24,
        airTemperature: 21,
        'power.height': 1.1,
        'power.longestCut': 7200,
      }),
      hung('bed', 24, 2.2),
      { at: 'site.lampTime', to: 50400 },
    ],
  },

  parts: () => ({
    vessels: [
      makeVessel(
        'tank',
        'Tank',
        'tank',
        { kind: 'box', length: 0.6, width: 0.32, height: 0.36 },
        {
          fill: 0.055,
          emptyMass: 9,
        },
      ),
      makeVessel(
        'bed',
        'Bed',
        'bed',
        { kind: 'box', length: 0.56, width: 0.28, height: 0.18 },
        {
          floor: 0.4,
          emptyMass: 3,
          media: makeMedia('lava-rock', 0.15),
        },
      ),
    ],
    paths: [
      makePumpedLine({
        id: 'lift',
        name: 'Feed through the floor',
        from: 'tank',
        to: 'bed',
        pipe: 'hose-13',
        run: 0.15,
        pump: makePump(0.13, 0.9, 230, 4),
        fittings: [{ fitting: 'elbow-90', count: 1 }],
        valve: 0.9,
        venturi: { throat: 0.0055 },
        end: 0,
        control: 'mains',
      }),
      makeStandpipe({
        id: 'overflow',
        name: 'Overflow pipe',
        from: 'bed',
        to: 'tank',
        pipe: 'metric-32',
        crest: 0.075,
        drop: 0.1,
        run: 0,
      }),
      makeSecondOverflow('bed', 'tank', 'metric-25', 0.1, 0.1, { run: 0 }),
    ],
    controls: [MAINS],
    fish: [makeFish('guppy', 'tank', 12, 0.0008)],
    devices: [makeHeater('tank', 100, 24)],
    crops: [makeCrop('basil', 'basil', 'bed', [0.02, 0.03], [2, 1])],
  }),
});

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
  placed,
  hung,
} from './parts.ts';

/** An air pump's bubbles lift the water; its flow is measured, not read from a box. */
export const airLift = defineLayout({
  id: 'air-lift',
  name: 'Air-lift',
  particular: 'Bubbles lift the water and aerate it. The lift is small, and you measure the flow.',
  demo: {
    file: 'bubble-lift',
    name: 'Bubble lift',
    edits: [
      ...placed('indoor', 'heated-room', 50, { 'power.height': 0.9, 'power.longestCut': 7200 }),
      hung('bed', 40, 2.2),
      { at: 'site.lampTime', to: 50400 },
    ],
  },

  parts: () => ({
    vessels: [
      makeVessel(
        'tank',
        'Tank',
        'tank',
        { kind: 'box', length: 0.8, width: 0.4, height: 0.5 },
        {
          fill: 0.118,
          emptyMass: 22,
        },
      ),
      makeVessel(
        'bed',
        'Bed',
        'bed',
        { kind: 'box', length: 0.65, width: 0.38, height: 0.24 },
        {
          floor: 0.44,
          emptyMass: 3,
          media: makeMedia('pumice', 0.13),
        },
      ),
    ],
    paths: [
      makePumpedLine({
        id: 'lift',
        name: 'Air-lift tube',
        from: 'tank',
        to: 'bed',
        pipe: 'metric-25',
        run: 0.4,
        pump: makePump(0.02, 0.5, 170, 5, { airLift: true }),
        fittings: [{ fitting: 'elbow-90', count: 2 }],
        end: 0.145,
        control: 'mains',
      }),
      makeStandpipe({
        id: 'overflow',
        name: 'Overflow pipe',
        from: 'bed',
        to: 'tank',
        pipe: 'metric-32',
        crest: 0.065,
        drop: 0.01,
        run: 0.1,
      }),
      makeSecondOverflow('bed', 'tank', 'metric-25', 0.095, 0.01, { run: 0.1 }),
    ],
    controls: [MAINS],
    fish: [makeFish('goldfish', 'tank', 10, 0.008)],
    crops: [
      makeCrop('chives', 'chives', 'bed', [0.03, 0.03], [2, 2]),
      makeCrop('loose-lettuce', 'loose-lettuce', 'bed', [0.36, 0.01], [1, 2]),
    ],
  }),
});

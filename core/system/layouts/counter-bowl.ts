import {
  defineLayout,
  MAINS,
  makeMedia,
  makePump,
  makePumpedLine,
  makeStandpipe,
  makeVessel,
  makeFish,
  makeCrop,
  placed,
  hung,
} from './parts.ts';

/** A shallow bowl of stones on a small tank; water leaves by a fixed overflow, the rim stays dry. */
export const counterBowl = defineLayout({
  id: 'counter-bowl',
  name: 'Counter bowl, constant trickle',
  particular: 'A bowl of media on a small tank. It is always part full, and its top stays dry.',
  demo: {
    file: 'work-bench-bowl',
    name: 'Work-bench bowl',
    edits: [
      ...placed('indoor', 'heated-room', 50, {
        'power.height': 1.1,
        'power.longestCut': 7200,
        'tap.chlorine': 'none',
        'space.height': 2.4,
      }),
      hung('bowl', 20, 2.2),
      { at: 'site.lampTime', to: 50400 },
      { at: 'vessels.tank.fill', to: 0.035 },
    ],
  },

  parts: () => ({
    vessels: [
      makeVessel(
        'tank',
        'Tank',
        'tank',
        { kind: 'box', length: 0.5, width: 0.3, height: 0.29 },
        {
          fill: 0.032,
          emptyMass: 6,
        },
      ),
      makeVessel(
        'bowl',
        'Bowl',
        'bed',
        { kind: 'tapered-round', bottomDiameter: 0.26, topDiameter: 0.5, height: 0.14 },
        {
          floor: 0.34,
          emptyMass: 1.5,
          rimTo: 'tank',
          media: makeMedia('expanded-clay', 0.115),
        },
      ),
    ],
    paths: [
      makePumpedLine({
        id: 'lift',
        name: 'Riser',
        from: 'tank',
        to: 'bowl',
        pipe: 'hose-13',
        run: 0.2,
        pump: makePump(0.1, 0.7, 200, 3),
        fittings: [
          { fitting: 'elbow-90', count: 1 },
          { fitting: 'coarse-guard', count: 1 },
        ],
        valve: 0.6,
        end: 0.13,
        control: 'mains',
      }),
      makeStandpipe({
        id: 'overflow',
        name: 'Overflow pipe',
        from: 'bowl',
        to: 'tank',
        pipe: 'metric-25',
        crest: 0.06,
        drop: 0.08,
        run: 0,
      }),
    ],
    controls: [MAINS],
    fish: [makeFish('white-cloud-minnow', 'tank', 8, 0.0006)],
    crops: [
      makeCrop('chives', 'chives', 'bowl', [0.05, 0.1], [1, 2]),
      makeCrop('sorrel', 'sorrel', 'bowl', [0.22, 0.1], [1, 1]),
    ],
  }),
});

import {
  makeBellSiphon,
  defineLayout,
  MAINS,
  makeMedia,
  makePump,
  makePumpedLine,
  makeSecondOverflow,
  makeVessel,
  makeCrop,
  makeLamp,
  placed,
} from './parts.ts';

/** A planter over a reservoir of nutrient solution, fed from below, with a small siphon. */
export const planter = defineLayout({
  id: 'planter',
  name: 'Planter with nutrient solution',
  particular:
    'A planter above its reservoir, fed from below and drained by a small siphon, without fish.',
  demo: {
    file: 'hallway-planter',
    name: 'Hallway planter',
    edits: [
      ...placed('indoor', 'heated-room', 50, { lampTime: 50400, 'power.lowVoltage': true }),
      { at: 'site.floorLoad', to: null },
    ],
  },

  parts: () => ({
    vessels: [
      makeVessel(
        'reservoir',
        'Reservoir',
        'reservoir',
        { kind: 'box', length: 0.75, width: 0.36, height: 0.3 },
        { fill: 0.06, lid: true, emptyMass: 7 },
      ),
      makeVessel(
        'planter',
        'Planter',
        'bed',
        { kind: 'box', length: 0.72, width: 0.32, height: 0.26 },
        {
          floor: 0.42,
          emptyMass: 9,
          media: makeMedia('expanded-clay', 0.225),
        },
      ),
    ],
    paths: [
      makePumpedLine({
        id: 'lift',
        name: 'Feed from below',
        from: 'reservoir',
        to: 'planter',
        pipe: 'hose-16',
        run: 0.3,
        pump: makePump(0.015, 1.1, 400, 7),
        fittings: [
          { fitting: 'elbow-90', count: 1 },
          { fitting: 'coarse-guard', count: 1 },
        ],
        valve: 0.72,
        end: 0,
        control: 'mains',
      }),
      makeBellSiphon({
        id: 'siphon',
        name: 'Bell siphon',
        from: 'planter',
        to: 'reservoir',
        pipe: 'sch40-1/2',
        crest: 0.18,
        mouth: 0.02093,
        mouthOutside: 0.02667,
        bellBore: 0.0525,
        gap: 0.02,
        notches: { count: 5, width: 0.01 },
        breakHeight: 0.02,
        guard: { diameter: 0.085, slotArea: 0.003 },
        drop: 0.16,
      }),
      makeSecondOverflow('planter', 'reservoir', 'sch40-3/4', 0.2, 0.14),
    ],
    controls: [MAINS],
    crops: [
      makeCrop('basil', 'basil', 'planter', [0.02, 0.06], [2, 1]),
      makeCrop('parsley', 'parsley', 'planter', [0.45, 0.06], [1, 1]),
    ],
    devices: [makeLamp('planter', 40, 2.2)],
    solution: { programme: 'two-part', strength: 0.75 },
    site: { lampTime: 50400, waterTemperature: 20, airTemperature: 21, humidity: 0.5 },
  }),
});

import {
  bellSiphon,
  defineLayout,
  MAINS,
  media,
  pump,
  pumpedLine,
  secondOverflow,
  vessel,
  fish,
  crop,
  airPump,
  placed,
} from './parts.ts';

/** One bed of stones over a fish tank; the pump is always on and a bell siphon drains the bed. */
export const bedOverTank = defineLayout({
  id: 'bed-over-tank',
  name: 'Bed over tank, bell siphon',
  particular: 'The pump is always on. Fish live below; the siphon has to start and stop by itself.',
  demo: {
    file: 'potting-shed-pair',
    name: 'Potting-shed pair',
    // A lower bed and a stronger pump than the layout’s: its hose eats the head, and the bed is small.
    edits: [
      ...placed('glasshouse', 'shed', 51, {
        'sun.glazing': 0.7,
        'sun.hours': 21600,
        altitude: 180,
        'power.height': 1.5,
        'power.longestCut': 7200,
        'tap.chlorine': 'chlorine',
        'tap.chlorineLevel': 0.3,
        'tap.alkalinity': 120,
        'tap.ph': 7.4,
        'space.height': 2.2,
      }),
      { at: 'fish.fish', to: fish('european-perch', 'tank', 14, 0.06) },
      { at: 'vessels.bed.shape.height', to: 0.33 },
      { at: 'paths.lift.pump.maxFlow', to: 0.0005 },
      { at: 'paths.lift.pump.power', to: 22 },
    ],
  },

  parts: () => ({
    site: { waterTemperature: 18, airTemperature: 18, humidity: 0.65 },
    vessels: [
      vessel(
        'tank',
        'Fish tank',
        'tank',
        { kind: 'cylinder', diameter: 1.1, height: 0.75 },
        { fill: 0.62, lid: true, emptyMass: 18 },
      ),
      vessel(
        'bed',
        'Bed',
        'bed',
        { kind: 'box', length: 1.2, width: 0.7, height: 0.37 },
        { floor: 0.95, emptyMass: 22, media: media('lava-rock', 0.28, 0.05) },
      ),
    ],
    paths: [
      pumpedLine({
        id: 'lift',
        name: 'Fill line',
        from: 'tank',
        to: 'bed',
        pipe: 'hose-19',
        run: 0.9,
        pump: pump(0.27, 1.9, 1400, 18),
        valve: 0.9,
        end: 0.32,
        control: 'mains',
      }),
      bellSiphon({
        id: 'siphon',
        name: 'Bell siphon',
        from: 'bed',
        to: 'tank',
        pipe: 'sch40-1',
        crest: 0.235,
        mouth: 0.04089,
        mouthOutside: 0.04826,
        bellBore: 0.07793,
        guard: { diameter: 0.11, slotArea: 0.006 },
        drop: 0.25,
      }),
      secondOverflow('bed', 'tank', 'sch40-1-1/2', 0.26, 0.2),
    ],
    controls: [MAINS],
    fish: [fish('european-perch', 'tank', 10, 0.05)],
    crops: [
      crop('mizuna', 'mizuna', 'bed', [0.04, 0.08], [3, 3]),
      crop('pak-choi', 'pak-choi', 'bed', [0.58, 0.06], [3, 3]),
    ],
    devices: [airPump('tank', 4, 0.5, 4)],
  }),
});

import { say } from '../../quantity/index.ts';
import type { Symptom } from './types.ts';

/** Signs with what to look at and what may be behind them. One row a sign. */
export const SYMPTOMS: readonly Symptom[] = [
  {
    sign: 'fish-gasp',
    look: [
      say`Does the pump run, do the drains flow, do the stones bubble?`,
      say`All at the surface, or one? At dawn, or all day?`,
      say`Gills: brown is nitrite, red and torn is ammonia.`,
    ],
    causes: [
      ['oxygen', 3],
      ['nitrite', 2],
      ['ammonia', 2],
      ['heat', 1.5],
      ['chlorine', 1],
      ['disease', 1],
      ['metal', 0.5],
    ],
  },
  {
    sign: 'fish-hide',
    look: [
      say`Do they come when you feed?`,
      say`Marks, clamped fins, fast gills?`,
      say`What changed: fish, light, noise, a visitor?`,
    ],
    causes: [
      ['newcomers', 2],
      ['cold', 2],
      ['fear', 2],
      ['ammonia', 1.5],
      ['ph', 1.5],
      ['disease', 1],
      ['oxygen', 1],
    ],
  },
  {
    sign: 'fish-dart',
    look: [
      say`Do they rub on walls and stones?`,
      say`White or gold dust on the skin?`,
      say`Was water topped up or dosed today?`,
    ],
    causes: [
      ['disease', 2.5],
      ['chlorine', 2],
      ['ph', 1.5],
      ['ammonia', 1.5],
      ['metal', 0.5],
    ],
  },
  {
    sign: 'fish-marks',
    look: [
      say`Spots, threads, sores, torn fins: how many fish, since when?`,
      say`Does one chase the others?`,
    ],
    causes: [
      ['disease', 3],
      ['ammonia', 1.5],
      ['ph', 1],
      ['fear', 1],
    ],
  },
  {
    sign: 'feed-left',
    look: [
      say`How long does it lie? Is the water colder than last week?`,
      say`New feed, or more than last month?`,
    ],
    causes: [
      ['cold', 2],
      ['oxygen', 1.5],
      ['ammonia', 1.5],
      ['fear', 1],
      ['disease', 1],
      ['heat', 1],
    ],
  },
  {
    sign: 'leaves-pale-veins',
    look: [
      say`Young leaves or old? Iron shows in the young ones first.`,
      say`Veins green, between them yellow?`,
    ],
    causes: [
      ['iron', 3],
      ['high-ph', 2],
      ['rot', 1],
      ['hungry', 0.5],
    ],
  },
  {
    sign: 'leaves-pale-old',
    look: [say`The lowest leaves first, all over?`, say`Do they stand crowded or dark?`],
    causes: [
      ['hungry', 3],
      ['potassium', 1],
      ['light', 1],
      ['rot', 1],
    ],
  },
  {
    sign: 'leaf-edges-brown',
    look: [
      say`Old leaves: potassium. Young hearts: calcium. All: salt or wind.`,
      say`Is the stand windless and damp?`,
    ],
    causes: [
      ['potassium', 2],
      ['calcium', 2],
      ['strong', 1.5],
      ['dry', 1],
      ['heat', 0.5],
    ],
  },
  {
    sign: 'leaves-wilt',
    look: [
      say`At noon only, or in the morning too?`,
      say`Watch one flood: does it reach the plug?`,
      say`Lift one: white roots or brown?`,
    ],
    causes: [
      ['dry', 2.5],
      ['rot', 2],
      ['strong', 1],
      ['pump', 1],
      ['guests', 0.5],
    ],
  },
  {
    sign: 'roots-brown',
    look: [say`Do they smell? Do they slide off at a pull?`, say`Does the bed drain to its floor?`],
    causes: [
      ['rot', 3],
      ['heat', 1],
      ['guard', 1],
      ['dead-corner', 1],
    ],
  },
  {
    sign: 'pests',
    look: [say`Under the leaves, in the hearts, at night with a lamp.`],
    causes: [['guests', 3]],
  },
  {
    sign: 'water-cloudy',
    look: [
      say`White like milk: bacteria. Grey-brown: solids. Green: algae.`,
      say`How old is the system, how much is fed?`,
    ],
    causes: [
      ['bloom', 2.5],
      ['fines', 2],
      ['dead-corner', 1],
      ['algae', 0.5],
    ],
  },
  {
    sign: 'water-green',
    look: [say`Where does the sun reach the water?`],
    causes: [
      ['algae', 3],
      ['bloom', 0.5],
    ],
  },
  {
    sign: 'water-smells',
    look: [say`Of eggs: no air somewhere. Of fish: feed or a dead one. Of earth: well.`],
    causes: [
      ['dead-corner', 3],
      ['bloom', 1.5],
      ['guard', 1],
      ['oxygen', 1],
    ],
  },
  {
    sign: 'level-falls',
    look: [
      say`With the pump off for an hour: does it still fall?`,
      say`Wet floor, wet stand, splashes, roots over an edge?`,
    ],
    causes: [
      ['weather', 2],
      ['leak', 2],
      ['line', 1],
      ['guard', 0.5],
    ],
  },
  {
    sign: 'siphon-hangs',
    look: [
      say`Watch its outlet: a thin stream that never breaks?`,
      say`Has the tap been opened, the guard cleaned?`,
    ],
    causes: [
      ['inflow-high', 2.5],
      ['guard', 2],
      ['air', 1],
    ],
  },
  {
    sign: 'siphon-sleeps',
    look: [say`Does water trickle over the crest?`, say`Is the second overflow taking it?`],
    causes: [
      ['inflow-low', 2.5],
      ['air', 2],
      ['guard', 1.5],
      ['pump', 1],
    ],
  },
  {
    sign: 'bed-slow',
    look: [say`Lift the guard: does it run faster?`, say`Roots in the pipe?`],
    causes: [
      ['guard', 3],
      ['clogged-bed', 1.5],
      ['line', 0.5],
    ],
  },
  {
    sign: 'bed-spills',
    look: [
      say`Pump off at once. Then: which outlet is shut?`,
      say`Does the second overflow take it all?`,
    ],
    causes: [
      ['guard', 3],
      ['clogged-bed', 1],
      ['inflow-low', 1],
    ],
  },
  {
    sign: 'media-floats',
    look: [say`Dry stones, or pots that are too light?`],
    causes: [
      ['fast-fill', 3],
      ['guard', 0.5],
    ],
  },
  {
    sign: 'flow-weak',
    look: [
      say`A bucket at the pump’s outlet, then at the line’s end.`,
      say`The guard, the tap, a kink?`,
    ],
    causes: [
      ['pump', 3],
      ['line', 2],
      ['dry-pump', 1],
    ],
  },
  {
    sign: 'pump-still',
    look: [
      say`Unplug first. Plug, timer, device that tripped?`,
      say`Does its impeller turn by hand?`,
    ],
    causes: [
      ['power', 2.5],
      ['pump', 2],
      ['dry-pump', 1.5],
    ],
  },
  {
    sign: 'pump-noise',
    look: [say`Is it under water by two hands?`, say`A stone in the impeller?`],
    causes: [
      ['dry-pump', 2.5],
      ['pump', 2],
      ['line', 0.5],
    ],
  },
];

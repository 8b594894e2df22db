import { say } from '../../quantity/index.ts';
import type { Symptom } from './types.ts';

/** Signs with what to look at and what may be behind them. One row a sign. */
export const SYMPTOMS: readonly Symptom[] = [
  {
    sign: 'fish-gasp',
    look: [
      say`Does the pump run, do the drains flow, do the air stones bubble?`,
      say`Are all fish at the surface, or one? At dawn, or all day?`,
      say`Look at the gills. Brown means nitrite, red and torn means ammonia.`,
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
      say`Do you see marks, clamped fins or fast gills?`,
      say`What has changed: fish, light, noise, a visitor?`,
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
      say`Do they rub on walls and edges?`,
      say`Is there white or gold dust on the skin?`,
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
      say`How many fish have spots, threads, sores or torn fins, and since when?`,
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
      say`How long has the feed been there? Is the water colder than last week?`,
      say`Is it new feed, or more than last month?`,
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
      say`Are the young leaves pale or the old ones? A lack of iron shows in young leaves first.`,
      say`Are the veins green and the rest yellow?`,
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
    look: [
      say`Did the lowest leaves turn yellow first, all over?`,
      say`Are the plants crowded or in the dark?`,
    ],
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
      say`Which leaves? Old leaves mean potassium, young hearts calcium, all leaves salt or wind.`,
      say`Is the air around the plants still and damp?`,
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
      say`Do they wilt at noon only, or in the morning too?`,
      say`Watch one flood. Does it reach the plug?`,
      say`Lift one plant. Are the roots white or brown?`,
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
    look: [say`Look under the leaves and in the hearts, at night with a lamp.`],
    causes: [['guests', 3]],
  },
  {
    sign: 'water-cloudy',
    look: [
      say`Which colour? Milky white means bacteria, grey-brown solids, green algae.`,
      say`How old is the system, and how much do you feed?`,
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
    look: [
      say`Which smell? Eggs mean media without air, fish means old feed or a dead fish, earth is healthy.`,
    ],
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
      say`Does it still fall with the pump off for an hour?`,
      say`Is there a wet floor, a wet stand, a splash or a root over an edge?`,
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
      say`Watch its outlet. Is there a thin stream that never stops?`,
      say`Has anyone opened the valve or cleaned the guard?`,
    ],
    causes: [
      ['inflow-high', 2.5],
      ['guard', 2],
      ['air', 1],
    ],
  },
  {
    sign: 'siphon-sleeps',
    look: [
      say`Does water trickle down the standpipe?`,
      say`Does the backup overflow take the water?`,
    ],
    causes: [
      ['inflow-low', 2.5],
      ['air', 2],
      ['guard', 1.5],
      ['pump', 1],
    ],
  },
  {
    sign: 'bed-slow',
    look: [say`Lift the guard. Does it drain faster?`, say`Are there roots in the pipe?`],
    causes: [
      ['guard', 3],
      ['clogged-bed', 1.5],
      ['line', 0.5],
    ],
  },
  {
    sign: 'bed-spills',
    look: [
      say`Switch the pump off at once. Which outlet is blocked?`,
      say`Does the backup overflow carry all the water?`,
    ],
    causes: [
      ['guard', 3],
      ['clogged-bed', 1],
      ['inflow-low', 1],
    ],
  },
  {
    sign: 'media-floats',
    look: [say`Are the media dry, or the pots too light?`],
    causes: [
      ['fast-fill', 3],
      ['guard', 0.5],
    ],
  },
  {
    sign: 'flow-weak',
    look: [
      say`Time a bucket at the pump’s outlet, then at the end of the pipe.`,
      say`Is the guard clogged, the valve closed or the pipe kinked?`,
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
      say`Unplug it first. Check plug, timer and residual-current device.`,
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
    look: [say`Is it well under water?`, say`Is there a stone in the impeller?`],
    causes: [
      ['dry-pump', 2.5],
      ['pump', 2],
      ['line', 0.5],
    ],
  },
];

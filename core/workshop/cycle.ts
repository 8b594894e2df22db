import type { Metres } from '../quantity/si.ts';
import { type Siphon } from '../system/index.ts';

/** One moment of a cycle, as it is seen and heard. */
export interface CycleMoment {
  readonly id: 'fills' | 'spills' | 'primes' | 'runs' | 'draws-air' | 'breaks';
  readonly name: string;
  readonly level: Metres;
  readonly seen: string;
  readonly heard: string;
}

/** The moments of a cycle in order, with the level in the bed at each. */
export function siphonCycle(p: Siphon, primesAt: Metres): CycleMoment[] {
  const bell = p.kind === 'bell-siphon';
  const half = (p.crest + p.breakHeight) / 2;
  return [
    {
      id: 'fills',
      name: 'It fills',
      level: half,
      seen: bell
        ? 'Water rises equally in the bed and under the bell. No water leaves.'
        : 'Water rises in the bed and in the rising part of the loop. No water leaves.',
      heard: 'Only the inlet.',
    },
    {
      id: 'spills',
      name: 'It spills',
      level: p.crest + 0.4 * (primesAt - p.crest),
      seen: 'A thin film flows over the mouth and down the wall of the pipe. The outlet drips, then trickles.',
      heard: 'A light patter in the pipe.',
    },
    {
      id: 'primes',
      name: 'It starts',
      level: primesAt,
      seen: bell
        ? 'The mouth goes under water. The water falls in as a plug and pulls the air out of the bell.'
        : 'The top of the loop fills, and the falling part runs full to its end.',
      heard: 'A gulp, then a rush. If it gurgles on and off, too little water flows in.',
    },
    {
      id: 'runs',
      name: 'It runs',
      level: half,
      seen: 'A full, clear jet at the outlet. The level falls faster than it rose.',
      heard: 'A steady pour.',
    },
    {
      id: 'draws-air',
      name: 'It draws air',
      level: p.breakHeight + 0.004,
      seen: bell
        ? 'The level reaches the notches. A swirl forms, and bubbles rise under the bell.'
        : 'The level reaches the inlet. A swirl forms, and bubbles rise in the pipe.',
      heard: 'Slurping. If it goes on for minutes, too much water flows in.',
    },
    {
      id: 'breaks',
      name: 'It stops',
      level: p.breakHeight,
      seen: 'The jet stops and the pipe empties. Then the level rises again.',
      heard: 'A last gulp of air, then silence.',
    },
  ];
}

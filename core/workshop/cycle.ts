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
export function cycleOf(p: Siphon, primesAt: Metres): CycleMoment[] {
  const bell = p.kind === 'bell-siphon';
  const half = (p.crest + p.breakHeight) / 2;
  return [
    {
      id: 'fills',
      name: 'It fills',
      level: half,
      seen: bell
        ? 'Water climbs alike in the bed and under the bell. Nothing leaves.'
        : 'Water climbs in the bed and in the loop’s rising leg. Nothing leaves.',
      heard: 'Only the inlet.',
    },
    {
      id: 'spills',
      name: 'It spills',
      level: p.crest + 0.4 * (primesAt - p.crest),
      seen: 'A thin film runs over the mouth and down the pipe’s wall; the outlet drips, then trickles.',
      heard: 'A light patter in the pipe.',
    },
    {
      id: 'primes',
      name: 'It starts',
      level: primesAt,
      seen: bell
        ? 'The mouth drowns; the water falls in as a plug and pulls the bell’s air down with it.'
        : 'The top of the loop fills; the falling leg runs full to its end.',
      heard: 'A gulp, then a rush. If it gurgles on and off, too little comes in.',
    },
    {
      id: 'runs',
      name: 'It runs',
      level: half,
      seen: 'A full, clear jet at the outlet; the bed falls faster than it filled.',
      heard: 'A steady pour.',
    },
    {
      id: 'draws-air',
      name: 'It draws air',
      level: p.breakHeight + 0.004,
      seen: bell
        ? 'The level reaches the notches; a swirl forms, bubbles go up under the bell.'
        : 'The level reaches the inlet; a swirl forms, bubbles run up the leg.',
      heard: 'Slurping. If it goes on for minutes, too much comes in.',
    },
    {
      id: 'breaks',
      name: 'It stops',
      level: p.breakHeight,
      seen: 'The jet breaks off; the pipe empties. The bed rises again from here.',
      heard: 'A last gasp of air, then quiet.',
    },
  ];
}

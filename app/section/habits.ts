import type { CropKind } from '../../core/catalogue';

/** Crops and fish as they are drawn: a few shapes of our own, by what they look like from the side. */

export type Habit = 'rosette' | 'bush' | 'vine' | 'root' | 'herb' | 'grass';

/** Narrow leaves from the ground, whatever they are grown for. */
const GRASSY = new Set([
  'chives',
  'lemongrass',
  'spring-onion',
  'papyrus',
  'spider-plant',
  'ginger',
  'turmeric',
  'canna',
]);
const BUSHY_HERBS = new Set(['basil', 'perilla', 'lemon-balm', 'mint']);

export function habitOf(kind: Pick<CropKind, 'id' | 'group' | 'support'>): Habit {
  if (GRASSY.has(kind.id)) return 'grass';
  if (kind.support === 'string' || kind.support === 'mesh') return 'vine';
  switch (kind.group) {
    case 'root':
      return 'root';
    case 'herb':
      return BUSHY_HERBS.has(kind.id) ? 'bush' : 'herb';
    case 'leaf':
      return 'rosette';
    case 'wet-footed':
      return 'herb';
    default:
      return 'bush';
  }
}

/** Leaves and stems as a path in a box 20 high, its foot at 0, 0 and up to −20. */
export const LEAVES: Readonly<Record<Habit, string>> = {
  rosette:
    'M0 0C-4-5-4-14 0-19C4-14 4-5 0 0zM0 0C-6-3-9-10-8-16C-3-14 0-7 0 0zM0 0C6-3 9-10 8-16C3-14 0-7 0 0zM0 0C-7-1-11-4-12-9C-7-9-2-5 0 0zM0 0C7-1 11-4 12-9C7-9 2-5 0 0z',
  bush: 'M-.6 0V-9H.6V0zM-6-6a4 3.6 0 1 0 .1 0zM6-6a4 3.6 0 1 0 .1 0zM-4-11.5a4.4 4 0 1 0 .1 0zM4-11.5a4.4 4 0 1 0 .1 0zM0-12.4a4.2 3.8 0 1 0 .1 0z',
  vine: 'M-.4 0V-20H.4V0zM0-2C-5-1-7-4-7-7C-3-7 0-5 0-2zM0-5C5-4 7-7 7-10C3-10 0-8 0-5zM0-9C-5-8-6-11-6-14C-2-14 0-12 0-9zM0-12C5-11 6-14 6-16C2-17 0-15 0-12zM0-15C-4-15-5-17-4-20C-1-19 0-18 0-15z',
  root: 'M0 0C-2-6-2-13 0-19C2-13 2-6 0 0zM0 0C-4-5-6-10-6-16C-2-12 0-6 0 0zM0 0C4-5 6-10 6-16C2-12 0-6 0 0z',
  herb: 'M-.4 0V-17H.4V0zM-5 0L-4.4-12-3.6-12-4.2 0zM5 0L4.4-12 3.6-12 4.2 0zM0-4c-3 0-4-2-4-4 3 0 4 2 4 4zM0-7c3 0 4-2 4-4-3 0-4 2-4 4zM0-11c-3 0-3.6-2-3.6-4 2.6 0 3.6 2 3.6 4zM0-14c2.6 0 3-2 3-4-2 0-3 2-3 4zM-4.2-6c-3 0-3.6-2-3.6-4 2.6 0 3.6 2 3.6 4zM4.2-6c3 0 3.6-2 3.6-4-2.6 0-3.6 2-3.6 4zM-4-10c2 0 2.6-2 2.6-3.6-2 0-2.6 1.6-2.6 3.6zM4-10c-2 0-2.6-2-2.6-3.6 2 0 2.6 1.6 2.6 3.6z',
  grass:
    'M-.8 0C-1-8-.6-14 .2-20C.8-14 .9-8 .8 0zM-1.6 0C-3-7-5-12-8-16C-4-13-1-7-.6 0zM1.6 0C3-7 5-12 8-16C4-13 1-7 .6 0zM-1 0C-2-8-3-14-4-19C-1.5-14-.5-8-.2 0zM1 0C2-8 3-14 4-19C1.5-14 .5-8 .2 0z',
};
/** The swollen root, half in its ground. */
export const ROOT = 'M-2.6-1.6C-2.6-3 2.6-3 2.6-1.6C2.6 2 .8 4 0 7C-.8 4-2.6 2-2.6-1.6z';
/** Where flowers and fruit hang, in the same box. */
export const FRUIT: Readonly<Record<Habit, readonly (readonly [x: number, y: number])[]>> = {
  rosette: [[0, -19]],
  bush: [
    [-5, -8],
    [5, -9],
    [0, -14],
  ],
  vine: [
    [-4, -5],
    [4, -8.5],
    [-3.6, -12.5],
    [3.4, -15],
  ],
  root: [],
  herb: [
    [0, -17],
    [-4, -12],
    [4, -12],
  ],
  grass: [[0, -20]],
};

export type Body = 'perch' | 'carp' | 'slender' | 'catfish' | 'shrimp';

const BODY: Readonly<Record<string, Body>> = {
  'common-carp': 'carp',
  goldfish: 'carp',
  koi: 'carp',
  tench: 'carp',
  'channel-catfish': 'catfish',
  'rainbow-trout': 'slender',
  ide: 'slender',
  guppy: 'slender',
  platy: 'slender',
  molly: 'slender',
  'small-tetra': 'slender',
  'white-cloud-minnow': 'slender',
  'zebra-danio': 'slender',
  'giant-river-prawn': 'shrimp',
  'cherry-shrimp': 'shrimp',
};
export const bodyOf = (kind: string | null): Body => BODY[kind ?? ''] ?? 'perch';

/** Bodies as paths 28 long, the head to the left, the middle at 0, 0. */
export const BODIES: Readonly<Record<Body, string>> = {
  perch:
    'M-14 0C-11-3-8-5-5-5.6L-3-8.4L-1-5.8L1-7.8L3-5L4.6-6L6-3.2C7.4-2.4 8.4-1.6 9.4-1.2L14-5V5L9.4 1.2C6 4.2 2 5.6-2 5.6L-3 7.6L-5 5.2C-9 4.4-12 2.6-14 0z',
  carp: 'M-14 .6C-12-3-8-6.4-3-6.8C-1-8.6 4-8.4 6-5.2C7.6-4 8.6-2.6 9.6-1.6L14-5.4C12.8-2 12.8 2 14 5.4L9.6 1.6C7 4.6 3 6.6-2 6.6L-4 8.2L-5.4 6C-9.4 5-12.4 3-14 .6z',
  slender:
    'M-14 0C-11-2.4-7-3.6-2-3.6L0-5.6L2.6-3.4C5-2.8 7.6-1.8 9.6-1L14-4C13-1.4 13 1.4 14 4L9.6 1C7 2.4 3 3.6-1 3.6L-2.4 5L-4 3.4C-8.6 3-12 1.8-14 0z',
  catfish:
    'M-13-1.4L-17-4L-12.6-2.4C-10.6-4-7-4.6-4-4.4L-3-7L0-4C3-3.4 7-2 9.6-1L14-4.4C13-1.6 13 1.6 14 4.4L9.6 1C6 2.6 0 3.6-5 3.6C-8.6 3.6-11.4 2.6-12.6 1L-17 2.6L-13-.2z',
  shrimp:
    'M-14-3L-9-3.4C-4-6 3-5.4 7-2C9 0 10.4 2.4 11 4.6L14 7L9.4 6.6L8 3.4C6 4.4 5 5.6 4.4 7L3.6 4.2C2 4.6 .8 5.6 0 7L-.6 4C-2 4-3.4 5-4.4 6.4L-4.4 3C-7 2-9-.6-9.6-2z',
};

/** Stages of the work at which a finding is mended and a caution told, in the order of the work. */
export const STAGES = [
  'place',
  'vessels',
  'lift',
  'drain',
  'life',
  'build',
  'startup',
  'rounds',
] as const;
export type Stage = (typeof STAGES)[number];

import type { SystemDocument } from './types.ts';

/** How much of anything a system may have: what is accepted is assessed at once, and its day worked out. */
export const MOST = {
  vessels: 64,
  paths: 128,
  controls: 32,
  fish: 64,
  crops: 256,
  devices: 64,
  measurements: 256,
  /** Events and readings of the plan, and own entries of each catalogue. */
  events: 400,
  own: 100,
  /** Notes of a build, a list each. */
  build: 1000,
  /** Tasks, channels and plugs, a list each. */
  care: 200,
  /** Branches of one line, and ends of all paths together. */
  branches: 24,
  ends: 128,
} as const;

/** What the program's own buttons build up to: more is no home system, and the drawing would not hold it. */
export const MOST_MADE = { vessels: 32, ends: 96 } as const;

/** Ends of all paths: a branched line has one a branch more. */
export const pathEndCount = (s: Pick<SystemDocument, 'paths'>): number =>
  s.paths.reduce((n, p) => n + 1 + (p.kind === 'pumped-line' ? p.branches.length : 0), 0);

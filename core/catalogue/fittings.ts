/** A fitting's loss as a number of velocity heads. */
export interface Fitting {
  readonly id: string;
  readonly name: string;
  readonly k: number;
}

export const FITTING_SOURCE =
  'Loss coefficients of Rossman (2000), EPANET 2 Users Manual, EPA/600/R-00/057, table of minor losses: short elbow 0.9, 45° 0.4, tee 0.6 and 1.8, swing check 2.5, entrance 0.5, exit 1. Swept bend, guard, foam (the middle of 2–6) and the open tap are practice.';

export const ENTRANCE_K = 0.5;
export const EXIT_K = 1.0;
export const ELBOW_K = 0.9;

export const FITTINGS: readonly Fitting[] = [
  { id: 'elbow-90', name: '90° elbow', k: ELBOW_K },
  { id: 'swept-bend', name: 'Swept bend', k: 0.4 },
  { id: 'elbow-45', name: '45° elbow', k: 0.4 },
  { id: 'tee-through', name: 'Tee, straight through', k: 0.6 },
  { id: 'tee-branch', name: 'Tee, to the branch', k: 1.8 },
  { id: 'check-valve', name: 'Swing check valve', k: 2.5 },
  { id: 'coarse-guard', name: 'Coarse guard', k: 0.5 },
  { id: 'foam-prefilter', name: 'Foam prefilter', k: 4 },
];

/** The fitting with this id, or nothing. */
export const fittingById = (id: string): Fitting | undefined => FITTINGS.find((f) => f.id === id);

/** Handle opening (share of the quarter turn) below which a ball valve is shut. */
const BALL_VALVE_SHUT = 0.05;

/**
 * Loss coefficient of a ball valve.
 *
 * @param opening handle angle ÷ 90°, 0 shut … 1 open
 * @returns velocity heads; Infinity where shut (below 0.05)
 * @source smooth stand-in K = 0.1·exp(11.5·(1−x)); the real valve is set by watching the flow
 */
export function ballValveK(opening: number): number {
  if (opening < BALL_VALVE_SHUT) return Infinity;
  return 0.1 * Math.exp(11.5 * (1 - Math.min(1, opening)));
}

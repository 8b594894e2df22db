/** The plan of care: hazards in the order in which they kill, and the one set of treatments that removes them. */
export * from './types.ts';
export * from './plan.ts';
export * from './ahead.ts';
export * from './entries.ts';
export * from './followUps.ts';
export { HAZARDS, toppedUp, unionisedNow, wantedEvery } from './hazards/index.ts';

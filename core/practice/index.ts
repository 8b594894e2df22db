/** The practice bench: a simulated copy of a system with hidden faults, a clock, looks and acts, and what a run came to. */
export * from './types.ts';
export { practiceBasis, type PracticeBasis } from './basis.ts';
export * from './actions.ts';
export * from './scenarios.ts';
export { livesIn, mendFirst } from './lives.ts';
export * from './run.ts';
export * from './looks.ts';
export * from './information.ts';
export * from './search.ts';
export * from './debrief.ts';
export * from './returns.ts';
export * from './classList.ts';
export * from './course.ts';
export { PRACTICE_FAULTS, repairPart, practiceFaultOf } from './faults/index.ts';
export { Coupled } from './coupled.ts';

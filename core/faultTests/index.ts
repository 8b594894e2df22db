/** A fault put into the simulated day at its worst moment: how the system comes through, and what would help. One fault a file, in `faults/`. */
export * from './severity.ts';
export { FAULTS, faultOf, type FaultKind } from './faults/index.ts';
export * from './instances.ts';
export * from './faultTests.ts';
export * from './fixes.ts';
export * from './life/index.ts';

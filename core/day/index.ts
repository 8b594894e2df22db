/** Network → DayTrace: the day in time, and its metrics. */
export * from './types.ts';
export * from './simulate.ts';
export { dividesDay, isOn, spansBetween } from './clock.ts';
export * from './metrics.ts';
export { blockDrain, testBlockedDrain, type BlockedDrain } from './faults/blockedDrain.ts';
export * from './faults/fault.ts';
export * from './faults/run.ts';

/** Network → DayTrace: the day in time, and its metrics. */
export * from './types.ts';
export * from './simulate.ts';
export { dividesDay, isOn, spansBetween } from './clock.ts';
export * from './metrics.ts';
export { blockDrain, drillBlockedDrain, type BlockedDrain } from './drills/blockedDrain.ts';
export * from './drills/fault.ts';
export * from './drills/run.ts';

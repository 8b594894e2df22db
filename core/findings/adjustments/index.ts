/** What can be adjusted to mend a finding or to come through a fault test, by what it changes. */
export * from './adjustment.ts';
export * from './pipes.ts';
export * from './lines.ts';
export * from './vessels.ts';
export * from './drains.ts';
export * from './timers.ts';
export * from './life.ts';
export * from './care.ts';

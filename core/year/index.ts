/** A season with its grower in it, and a year planned from what is wanted. */
export * from './cares.ts';
export * from './demoDays.ts';
export * from './demoLogs.ts';
export * from './grower.ts';
export * from './harvest.ts';
export * from './kits.ts';
export * from './layOut.ts';
export * from './money.ts';
export * from './planner.ts';
export * from './plots.ts';
export * from './sowings.ts';
export * from './tended.ts';
export * from './problems.ts';
export * from './wishes.ts';

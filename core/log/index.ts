/** The log of a running system and what follows from it: readings, tasks, advice. */
export * from './types.ts';
export * from './time.ts';
export * from './fields.ts';
export * from './signs.ts';
export * from './entries.ts';
export * from './state.ts';
export * from './bands.ts';
export * from './solution.ts';
export * from './advice/index.ts';
export * from './tasks/index.ts';

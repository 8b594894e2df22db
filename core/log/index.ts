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
export * from './words.ts';
export * from './things.ts';
export * from './advice/act.ts';
export * from './trends.ts';
export * from './trouble/index.ts';
export * from './startup.ts';
export * from './devices.ts';

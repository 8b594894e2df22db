/** The entries of a log: what they hold, how they are corrected and merged. */
export * from './types.ts';
export * from './fields.ts';
export * from './gate.ts';
export * from './signs.ts';
export * from './entries.ts';

/** Weeks and months: cycling, growth, pH and alkalinity, and the fit to a grower's readings. */
export * from './ahead.ts';
export * from './setup.ts';
export * from './fit.ts';
export * from './basis.ts';
export * from './parameters.ts';
export * from './run.ts';
export * from './season.ts';
export type { Held } from './model.ts';

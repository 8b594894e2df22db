/** Treatments: what a grower does to the water, what it does, the largest safe amount, how it is done, what is logged. */
export * from './types.ts';
export * from './basis.ts';
export * from './change.ts';
export * from './topUp.ts';
export * from './dechlorinate.ts';
export * from './salt.ts';
export * from './base.ts';
export * from './acid.ts';
export * from './feeding.ts';
export * from './aerate.ts';
export * from './temperature.ts';
export * from './look.ts';
export * from './nutrient.ts';
export * from './iron.ts';

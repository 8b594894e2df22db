/** Every limit of living water and its care, once: value, unit, what it depends on, source. */
export * from './cycling.ts';
export * from './design.ts';
export * from './fish.ts';
export * from './limits.ts';
export * from './ph.ts';
export * from './species.ts';
export * from './tending.ts';
export * from './water.ts';

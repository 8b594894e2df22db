/** Statics of water: vessels, pipes, pumps, drains, siphons, one subject a file. SI, pure functions. */
export * from './constants.ts';
export * from './fluid.ts';
export * from '../numerics/root.ts';
export * from './pipe.ts';
export * from '../numerics/pchip.ts';
export * from './pump.ts';
export * from './drain.ts';
export * from './siphon.ts';
export * from './evaporation.ts';
export * from './shape.ts';
export * from './vessel.ts';
export * from './alike.ts';

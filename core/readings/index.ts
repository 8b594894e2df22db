/** What is known of a running system at a moment, from its log and the starting water of its document. */
export * from './types.ts';
export * from './counted.ts';
export * from './running.ts';
export * from './tended.ts';
export * from './water.ts';
export * from './bands.ts';
export * from './solution.ts';
export * from './trends.ts';
export * from './weather.ts';
export * from './words.ts';
export { STARTING_WATER, alkalinityReadSince } from './known.ts';

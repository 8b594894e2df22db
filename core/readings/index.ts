/** What is known of a running system at a moment, from its log and the starting water of its document. */
export * from './tended.ts';
export * from './bands.ts';
export * from './solution.ts';
export * from './trends.ts';
export * from './weather.ts';

/** A season with its grower in it, and a year planned from what is wanted. */
export * from './grower.ts';
export * from './kits.ts';
export * from './tended.ts';

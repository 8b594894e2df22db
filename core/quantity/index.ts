/** Quantities at the edges: units, typed text in, shown text out. Inside the core everything is SI. */
export * from './si.ts';
export * from './units.ts';
export * from './format.ts';
export * from './parse.ts';
export * from './phrase.ts';
export * from './derivation.ts';
export * from './plural.ts';
export * from './locale.ts';
export { inSentence } from './inSentence.ts';

/** System → Network: vessels and water paths with solved coefficients, and what follows without time. */
export * from './types.ts';
export * from './pipes.ts';
export * from './assemble.ts';
export * from './flow.ts';
export * from './manifold.ts';
export * from './joined.ts';
export * from './losses.ts';
export * from './steady.ts';
export * from './settle.ts';
export * from './statics.ts';

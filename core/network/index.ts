/** System → Network: vessels and water paths with solved coefficients, and what follows without time. */
export * from './types.ts';
export * from './pipes.ts';
export * from './assemble.ts';
export * from './flow.ts';
export * from './manifold.ts';
export * from './joined.ts';
export * from './waterUse.ts';
export * from './steady.ts';
export * from './equilibrium.ts';
export * from './statics.ts';

/** System → Network: vessels and water paths with solved coefficients, and what follows without time. */
export * from './types.ts';
export * from './compile.ts';
export * from './flow.ts';
export * from './statics.ts';
export * from './accounts.ts';
export * from './assess.ts';

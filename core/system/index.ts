/** The document and what may be done to it. `schema/` is apart: it is loaded only to read files. */
export * from './types.ts';
export * from './edit.ts';
export * from './fields.ts';
export * from './find.ts';
export * from './flowOrder.ts';
export * from './history.ts';
export * from './limits.ts';
export * from './plainName.ts';
export * from './planting.ts';
export * from './stands.ts';
export * from './merge.ts';
export * from './migrate.ts';
export * from './stock.ts';
export * from './usual.ts';
export * from './kinds.ts';
export * from './layouts/index.ts';
export * from './makeup/index.ts';

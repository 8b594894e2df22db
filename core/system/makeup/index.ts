/** Changes of what a system is made of, within what has meaning. */
export * from './change.ts';
export * from './beds.ts';
export * from './parts.ts';
export * from './sites.ts';

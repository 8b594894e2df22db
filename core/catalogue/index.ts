/** Catalogues: typed rows with their sources. A measurement by the grower overrides any of them. */
export * from './media.ts';
export * from './pipes.ts';
export * from './fittings.ts';
export * from './timers.ts';

/** Catalogues: typed rows with their sources. A measurement by the grower overrides any of them. */
export * from './media.ts';
export * from './pipes.ts';
export * from './fittings.ts';
export * from './joints.ts';
export * from './sections.ts';
export * from './timers.ts';
export * from './fish.ts';
export * from './crops.ts';
export * from './treatments.ts';
export * from './nutrients.ts';
export * from './devices.ts';
export * from './climates.ts';

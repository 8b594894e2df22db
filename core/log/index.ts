/** The log of a running system and what follows from it: readings, the plan of care, tasks. */
export * from '../entries/index.ts';
export * from '../calendar/index.ts';
export * from '../readings/index.ts';
export * from '../care/index.ts';
export * from './tasks/index.ts';
export * from './words.ts';
export * from './things.ts';
export * from './troubleshooting/index.ts';
export * from './startup.ts';
export * from './building.ts';
export * from './devices.ts';
export * from './fish.ts';

/** Moments, days and days of the year: the one calendar of the program. */
export * from './dayOfYear.ts';
export * from './time.ts';
export * from './typed.ts';

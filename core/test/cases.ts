/** `npm run nightly`: everything is tried. */
export const NIGHTLY = Boolean(process.env.NIGHTLY);

/** How many cases a search through random ones takes: few in every test run, many at night. */
export const cases = (usual: number, nightly: number): number => (NIGHTLY ? nightly : usual);

/** All of a list at night, and in every test run the few that differ most. */
export const allOrFew = <T>(all: readonly T[], few: readonly T[]): readonly T[] =>
  NIGHTLY ? all : few;

import type { RouteLocationRaw } from 'vue-router';

/** The class’s list in a system. */
export const classRoute = (system: string, runs: readonly number[]): RouteLocationRaw => ({
  name: 'course',
  query: { runs: runs.join(','), in: system },
});

/** Where a file that was opened leads: to its runs for a class, or to its system. */
export const openedRoute = (system: string, runs: readonly number[]): RouteLocationRaw =>
  runs.length ? classRoute(system, runs) : { name: 'design', params: { id: system } };

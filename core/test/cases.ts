/** How many cases a search through random ones takes: few in every test run, many at night. */
export const cases = (usual: number, nightly: number): number =>
  process.env.NIGHTLY ? nightly : usual;

/** Whether who sits here wants nothing to move by itself. */
export const wantsStill = (): boolean =>
  window.matchMedia('(prefers-reduced-motion: reduce)').matches;

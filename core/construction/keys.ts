/** Id of a note in the build: words and hyphens only, so that an edit can name it. */
export const buildKey = (...parts: readonly string[]): string =>
  parts
    .map((p) => p.replace(/[^\w-]/g, '_'))
    .join('--')
    .slice(0, 64);

/** Longest that something waits for the page to have nothing else to do, ms. */
const PATIENCE = 400;

const idle = (): Promise<void> =>
  new Promise((resolve) => {
    if ('requestIdleCallback' in globalThis)
      requestIdleCallback(() => resolve(), { timeout: PATIENCE });
    else setTimeout(resolve, 16);
  });

let last: Promise<unknown> = Promise.resolve();

/** Does one thing after another, each when the page is idle: many cards that come into view stop no scrolling. */
export function inTurn<T>(work: () => T | Promise<T>): Promise<T> {
  const mine = last.then(idle).then(work);
  last = mine.catch(() => undefined);
  return mine;
}

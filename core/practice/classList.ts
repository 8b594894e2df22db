/** Runs for a class: numbers that give the same run to all who take them in the same system. */

/** Largest number of a run; small enough to be read out. */
export const MOST_SEED = 100_000;
/** Most runs of a list. */
export const MOST_RUNS = 30;

/** Whether something is the number of a run. */
export const isSeed = (x: unknown): x is number =>
  typeof x === 'number' && Number.isInteger(x) && x >= 1 && x <= MOST_SEED;

/** The numbers of a list that can be taken, in its order, none twice. */
export const runsOf = (list: readonly unknown[]): number[] =>
  [...new Set(list.filter(isSeed))].slice(0, MOST_RUNS);

/** Numbers as they are typed or stand in a link, between commas, semicolons or spaces. */
export const typedNumbers = (text: string): number[] =>
  text
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map(Number);

import type { Entry } from './types.ts';

type Log = readonly Entry[];

/** Whether a log is another with entries after it. */
function isGrownFrom(before: Log, log: Log): boolean {
  if (log.length < before.length) return false;
  for (let i = before.length - 1; i >= 0; i--) if (log[i] !== before[i]) return false;
  return true;
}

/**
 * What is worked out of a log entry by entry: kept by its list, and carried on where a log is the last one with
 * entries after it. A log of years is gone through once, not with every entry that is noted.
 *
 * @param take state after the entries of a log from an index on; it leaves the state before as it is
 */
export function extendedState<S>(
  begin: S,
  take: (before: S, log: Log, from: number) => S,
): (log: Log) => S {
  const known = new WeakMap<Log, S>();
  let last: Log = [];
  return (log) => {
    const there = known.get(log);
    if (there !== undefined) return there;
    const carried = last.length > 0 && isGrownFrom(last, log);
    const state = carried ? take(known.get(last)!, log, last.length) : take(begin, log, 0);
    known.set(log, state);
    last = log;
    return state;
  };
}

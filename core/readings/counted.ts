import { EARLIEST } from '../calendar/time.ts';
import { byTime, living, ordered } from '../entries/entries.ts';
import { extendedState } from '../entries/grown.ts';
import type { Entry, Moment } from '../entries/types.ts';
import { MEMORY } from '../limits/index.ts';

/** Which entries of a log count: none that is dated after now, as by a clock that is wrong, or before any system. */

/** Clocks of devices differ by so much without being wrong, ms. */
const CLOCK = MEMORY.clock * 1000;

/** Whether a moment can be one at which something was done or read. */
export const isPast = (at: Moment, now: Moment): boolean => at >= EARLIEST && at <= now + CLOCK;

export interface Counted {
  /** Entries that count, in order of time. */
  readonly entries: readonly Entry[];
  /** Entries whose date cannot be: they are kept and asked about, and count nowhere. */
  readonly undated: readonly Entry[];
}

/** The entries of a log in order that were not taken out; the same list for the same log. */
const livingOf = extendedState<readonly Entry[]>([], (before, log, from) => {
  const fresh = ordered(living(log.slice(from)));
  const [first] = fresh;
  const latest = before.at(-1);
  const all = before.length ? [...before, ...fresh] : fresh;
  return !latest || !first || byTime(latest, first) <= 0 ? all : ordered(all);
});
const last = new WeakMap<
  readonly Entry[],
  Counted & { readonly from: number; readonly to: number }
>();

/** Index of the first entry that is not before a moment. @param entries in order of time */
export function firstFrom(entries: readonly Entry[], at: Moment): number {
  let [low, high] = [0, entries.length];
  while (low < high) {
    const mid = (low + high) >> 1;
    if (entries[mid]!.at < at) low = mid + 1;
    else high = mid;
  }
  return low;
}

/**
 * Entries that count at a moment, and those that cannot be of it. The same lists as long as the same entries count.
 *
 * @param log entries as they are kept, in any order; those taken out among them or not
 */
export function counted(log: readonly Entry[], now: Moment): Counted {
  const all = livingOf(log);
  const from = firstFrom(all, EARLIEST);
  const to = firstFrom(all, now + CLOCK + 1);
  const before = last.get(all);
  if (before && before.from === from && before.to === to) return before;
  const whole = from === 0 && to === all.length;
  const found = {
    entries: whole ? all : all.slice(from, to),
    undated: whole ? [] : [...all.slice(0, from), ...all.slice(to)],
    from,
    to,
  };
  last.set(all, found);
  return found;
}

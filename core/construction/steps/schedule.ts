import type { BuildStep } from './types.ts';

/** The steps laid out over the days: one pair of hands, daylight hours, clocks that run overnight. */

/** Work begins and ends at these hours of a day. */
const FROM = 9;
const UNTIL = 18;
const MINUTE = 60_000;
const HOUR = 3_600_000;
const DAY = 86_400_000;

export interface Scheduled {
  readonly step: string;
  /** Milliseconds since 1970; read as local time where the work is. */
  readonly start: number;
  readonly end: number;
  /** When its clock has run, where it has one. */
  readonly ready: number | null;
}

/** The next moment within working hours with so much time before their end; longer work starts in the morning. */
function fit(at: number, length: number): number {
  const day = Math.floor(at / DAY) * DAY;
  const open = day + FROM * HOUR;
  const close = day + UNTIL * HOUR;
  const from = Math.max(at, open);
  if (from + length <= close || (length > close - open && from === open)) return from;
  return day + DAY + FROM * HOUR;
}

/**
 * A time for every step, each after what it needs and after its clocks.
 *
 * @param steps in order
 * @param start milliseconds since 1970
 */
export function scheduleOf(steps: readonly BuildStep[], start: number): Scheduled[] {
  const free = new Map<string, number>();
  let hands = start;
  return steps.map((x) => {
    const length = x.minutes * MINUTE;
    const earliest = Math.max(hands, ...x.after.map((id) => free.get(id) ?? start));
    const from = fit(earliest, length);
    const end = from + length;
    hands = end;
    const ready = x.wait ? end + x.wait.time * 1000 : null;
    free.set(x.id, ready ?? end);
    return { step: x.id, start: from, end, ready };
  });
}

/** What was missed comes back later, with another system: the wait grows each time it goes well. */

/** Days until something comes back, by how often it went well on end. */
export const WAITS = [1, 3, 7, 16, 40] as const;
const DAY_MS = 86_400_000;

/** What is kept of a scenario that was played. */
export interface Played {
  readonly scenario: string;
  /** Systems in which it was played, the latest last. */
  readonly systems: readonly string[];
  /** When it was played last, milliseconds since 1970. */
  readonly last: number;
  /** How often it went well on end. */
  readonly well: number;
}

/** How a run went: well where it came near the best line and all was in order at the end. */
export const wentWell = (mine: number, best: number, well: boolean): boolean =>
  well && mine <= 2 * best + 15;

/** What is kept after a run. @param systems that are remembered at the most */
export function played(
  before: Played | undefined,
  scenario: string,
  system: string,
  well: boolean,
  now: number,
): Played {
  return {
    scenario,
    systems: [...(before?.systems ?? []).filter((x) => x !== system), system].slice(-8),
    last: now,
    well: well ? (before?.well ?? 0) + 1 : 0,
  };
}

/** When something comes back; never, once it has gone well often enough. */
export const returnsAt = (p: Played): number =>
  p.well >= WAITS.length ? Infinity : p.last + WAITS[p.well]! * DAY_MS;

/** What has come back by now, the longest due first. */
export const due = (all: readonly Played[], now: number): Played[] =>
  all.filter((p) => returnsAt(p) <= now).sort((a, b) => returnsAt(a) - returnsAt(b));

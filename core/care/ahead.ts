import { waterAhead } from '../season/index.ts';
import { HORIZON, UNIONISED_LIMITS, YOUNG } from '../limits/index.ts';
import { daysRunning, type Tended } from '../readings/index.ts';
import { feedBy, type FeedShare, type TreatmentBasis } from '../treatment/index.ts';

/** The water over the time that a plan looks ahead, fed as the plan says, at its worst: no bacteria yet. */

/** Whether bacteria may not keep up with the feed yet: a young system whose log does not show that they do. */
const mayLag = (t: Tended): boolean =>
  !t.nitrifies && t.system.care.filled !== null && (daysRunning(t) ?? 0) * 86400 < YOUNG.age;

/** The most that may be fed so that un-ionised ammonia stays calm over the time that is looked ahead. */
export function feedAhead(
  g: TreatmentBasis,
  most: FeedShare,
): { readonly feed: FeedShare; readonly unionised: number } {
  const shares: readonly FeedShare[] = ['full', 'half', 0];
  const { water, states } = g.heavy;
  const from = { ...water, ph: states.settled.ph };
  let first = 0;
  for (const feed of shares.slice(shares.indexOf(most))) {
    const { unionised } = waterAhead(g.t.c, from, feedBy(feed, 1), false, g.volume, HORIZON.plan);
    if (feed === most) first = unionised;
    if (unionised <= UNIONISED_LIMITS.caution || feed === 0) return { feed, unionised: first };
  }
  return { feed: 0, unionised: first };
}

/** Whether it is worth looking: fish are fed, ammonia is known, and bacteria may lag. */
export const looksAhead = (t: Tended): boolean =>
  t.hasFish && mayLag(t) && (t.known.tan?.fresh ?? false) && t.known.ph?.from !== 'plausible';

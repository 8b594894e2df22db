import { waterAhead, type WaterAhead } from '../season/index.ts';
import { FEED_LIMITS, HORIZON, UNIONISED_LIMITS, YOUNG } from '../limits/index.ts';
import { daysRunning, type Tended } from '../readings/index.ts';
import type { FeedShare, Ground } from '../treatment/index.ts';

/** The water over the time that a plan looks ahead, fed as the plan says, at its worst and its best. */

/** Whether bacteria may not keep up with the feed yet: a young system whose log does not show that they do. */
const mayLag = (t: Tended): boolean =>
  !t.nitrifies && t.system.care.filled !== null && (daysRunning(t) ?? 0) * 86400 < YOUNG.age;

const portionOf = (feed: FeedShare): number =>
  feed === 0 ? 0 : feed === 'half' ? FEED_LIMITS.half : 1;

/** The water at the end of the time that is looked ahead: worst and best of what the bacteria may do. */
export function aheadOf(
  g: Ground,
  feed: FeedShare,
): { readonly worst: WaterAhead; readonly best: WaterAhead } {
  const { t } = g;
  const { water, states } = g.heavy;
  const at = (bacteria: boolean) =>
    waterAhead(
      t.c,
      { ...water, ph: states.settled.ph },
      portionOf(feed),
      bacteria,
      g.volume,
      HORIZON.plan,
    );
  const best = at(true);
  return { best, worst: mayLag(t) ? at(false) : best };
}

/** The most that may be fed so that un-ionised ammonia stays calm over the time that is looked ahead. */
export function feedAhead(
  g: Ground,
  most: FeedShare,
): { readonly feed: FeedShare; readonly unionised: number } {
  const shares: readonly FeedShare[] = ['full', 'half', 0];
  let first = 0;
  for (const feed of shares.slice(shares.indexOf(most))) {
    const { unionised } = aheadOf(g, feed).worst;
    if (feed === most) first = unionised;
    if (unionised <= UNIONISED_LIMITS.caution || feed === 0) return { feed, unionised: first };
  }
  return { feed: 0, unionised: first };
}

/** Whether it is worth looking: fish are fed, ammonia is known, and bacteria may lag. */
export const looksAhead = (t: Tended): boolean =>
  t.hasFish && mayLag(t) && (t.known.tan?.fresh ?? false) && t.known.ph?.from !== 'plausible';

import { FEED_LIMITS } from '../limits/index.ts';
import { feed, say } from '../quantity/index.ts';
import type { Kilograms } from '../quantity/si.ts';
import { stepOf, type TreatmentStep } from './types.ts';

/** Feed less, or not at all. */

/** How much of the ration is given. */
export type FeedShare = 0 | 'half' | 'full';

/** Feed of a day, kg. @param ration of the fish at this temperature, kg a day */
export const feedBy = (share: FeedShare, ration: Kilograms): Kilograms =>
  share === 0 ? 0 : share === 'half' ? ration * FEED_LIMITS.half : ration;

/** The step that stops or halves the feed; none where all of it is given. */
export function feedStep(share: FeedShare, ration: Kilograms, about: string): TreatmentStep | null {
  if (share === 'full') return null;
  if (share === 0)
    return stepOf('stop-feeding', [say`Do not feed until this plan says so.`], {
      about,
      title: say`Stop feeding`,
    });
  if (!(ration > 0)) return null;
  const half = feedBy('half', ration);
  return stepOf('feed-less', [say`Feed ${feed(half)} today, half of the usual.`], {
    about,
    title: say`Feed half: ${feed(half)}`,
    amount: half,
    measure: 'feed',
  });
}

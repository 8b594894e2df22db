import type { SystemDocument } from '../system/index.ts';
import type { Asks } from './grower.ts';

/** Money for the feed and the water of a season, by the prices that are noted; null where none is. */
export function seasonMoney({ build }: Pick<SystemDocument, 'build'>, asks: Asks): number | null {
  const { feed, water } = build.running;
  if (feed === null && water === null) return null;
  return (feed ?? 0) * asks.feed + (water ?? 0) * (asks.toppedUp + asks.changed);
}

import {
  WANTED,
  WANTED_CYCLING,
  WANTED_SOLUTION,
  WANTED_YOUNG,
  YOUNG,
} from '../../limits/index.ts';
import { say } from '../../quantity/index.ts';
import { daysRunning, type Tended } from '../../readings/index.ts';
import type { ReadingId } from '../../system/index.ts';
import { hazardOf, type Hazard } from '../types.ts';

/** How often each reading is wanted, s: more often in the first weeks. */
export function wantedEvery(t: Tended): Partial<Record<ReadingId, number>> {
  if (t.isSolution) return WANTED_SOLUTION;
  const young = (daysRunning(t) ?? 0) * 86400 < YOUNG.age;
  if (t.hasFish) return young ? WANTED_YOUNG : WANTED;
  const cycles = t.system.vessels.some((v) => v.role === 'tank') && t.system.fish.length > 0;
  return cycles ? WANTED_CYCLING : {};
}

/** What has not been read for long: nothing can be said without it. */
export function staleHazards(t: Tended): Hazard[] {
  if (daysRunning(t) === null) return [];
  const wanted = Object.entries(wantedEvery(t)) as [ReadingId, number][];
  const missing = wanted
    .filter(([id, every]) => {
      const x = t.known[id];
      return !x || x.at === null || x.from === 'start' || (x.age ?? Infinity) > every;
    })
    .map(([id]) => id);
  if (!missing.length) return [];
  return [
    hazardOf(
      'stale',
      'today',
      t.isSolution
        ? say`A solution changes within days. Its state is unknown without a reading.`
        : say`Ammonia and nitrite rise within days and are invisible. Only a test shows them.`,
      {
        rests: missing,
        readsNow: missing,
        source: 'Common practice: daily while cycling, then weekly.',
        unless: say`Readings that were taken but not entered.`,
      },
    ),
  ];
}

import { say } from '../../../quantity/index.ts';
import type { ReadingId } from '../../../system/index.ts';
import { listedFields } from '../../../entries/fields.ts';
import { ageOf, daysRunning, type Tended } from '../../../readings/tended.ts';
import { readWords } from '../pace.ts';
import { defineAdvice, type Advised } from '../types.ts';

const DAY = 86400;

/** How often each reading is wanted, s: oftener in the first weeks of a start. */
export function wantedEvery(t: Tended): Partial<Record<ReadingId, number>> {
  if (t.isSolution) return { conductivity: 4 * DAY, ph: 4 * DAY };
  if (!t.hasFish) return {};
  const young = (daysRunning(t) ?? 0) < 42;
  return young
    ? { temperature: 2 * DAY, ph: 2 * DAY, tan: 2 * DAY, nitrite: 2 * DAY, alkalinity: 10 * DAY }
    : {
        temperature: 7 * DAY,
        ph: 10 * DAY,
        tan: 10 * DAY,
        nitrite: 10 * DAY,
        nitrate: 21 * DAY,
        alkalinity: 21 * DAY,
      };
}

/** What has not been read for long: advice can say nothing without it. */
export const stale = defineAdvice({
  id: 'stale',
  advise: (t): Advised[] => {
    if (daysRunning(t) === null) return [];
    const wanted = Object.entries(wantedEvery(t)) as [ReadingId, number][];
    const missing = wanted.filter(([id, every]) => {
      const age = ageOf(t, t.latest[id]);
      return age === null || age > every;
    });
    if (!missing.length) return [];
    const ids = missing.map(([id]) => id);
    return [
      {
        kind: 'read',
        amount: null,
        measure: null,
        about: '',
        urgency: 'today',
        say: say`Read ${listedFields(ids)}.`,
        also: [],
        wait: null,
        retest: ids,
        because: t.isSolution
          ? say`A solution drifts in days; nothing can be said of it without a reading.`
          : say`Ammonia and nitrite rise in days and are not seen; nothing can be said of them without a test.`,
        rests: ids.map((id) => readWords(t, id)),
        unless: say`Readings that were taken but not noted.`,
        source: 'Common practice: daily while cycling, then weekly.',
      },
    ];
  },
});

import { readField } from '../entries/fields.ts';
import { say, time, type Phrase, type Told } from '../quantity/index.ts';
import type { Seconds } from '../quantity/si.ts';
import type { ReadingId } from '../system/index.ts';
import type { Tended } from './tended.ts';

/** Readings in sentences. */

/** How long ago. */
export const agoWords = (age: Seconds): Phrase =>
  age < 120 ? ['just now'] : [time(Math.round(age / 60) * 60), ' ago'];

/** A reading in a sentence, with its age. */
export function readWords(t: Tended, id: ReadingId): Phrase {
  const x = t.known[id];
  const { short, kind } = readField(id);
  if (!x || x.from === 'plausible') return say`${short} not read${x?.at ? ' lately' : ''}`;
  const [low, high] = x.band;
  const value: Phrase =
    x.from !== 'read' || high - low < 1e-3 * Math.abs(high)
      ? [{ value: x.best, kind }]
      : [{ value: low, kind }, ' to ', { value: high, kind }];
  const origin: Phrase =
    x.from === 'start'
      ? ['starting water']
      : x.from === 'season'
        ? ['as usual in this season']
        : x.from === 'carried'
          ? ['calculated from what was done since the last reading']
          : ['read ', ...agoWords(x.age ?? 0)];
  return [`${short} `, ...value, ', ', ...origin];
}

/** A value in the units of everyone, where it stands alone. */
export const shownAs = (id: ReadingId, value: number): Told => ({
  value,
  kind: readField(id).kind,
});

/** Unit in which files and reports give a reading, and what SI is multiplied by. */
export function waterUnits(id: string): readonly [unit: string, factor: number] {
  switch (id) {
    case 'temperature':
      return ['°C', 1];
    case 'ph':
      return ['', 1];
    case 'conductivity':
      return ['mS/cm', 10];
    default:
      return ['mg/L', 1];
  }
}

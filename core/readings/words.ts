import { readField } from '../entries/fields.ts';
import {
  say,
  time,
  type QuantityKind,
  type Phrase,
  type PhraseQuantity,
} from '../quantity/index.ts';
import type { Seconds } from '../quantity/si.ts';
import type { ReadingId } from '../system/index.ts';
import type { Tended } from './tended.ts';
import type { Known } from './types.ts';

/** Readings in sentences. */

/** How long ago. */
export const agoWords = (age: Seconds): Phrase =>
  age < 120 ? ['just now'] : [time(Math.round(age / 60) * 60), ' ago'];

/** A band, or its one value. */
const bandWords = ([low, high]: readonly [number, number], kind: QuantityKind): Phrase =>
  high - low < 1e-3 * Math.abs(high)
    ? [{ value: (low + high) / 2, kind }]
    : [{ value: low, kind }, ' to ', { value: high, kind }];

/** A reading in a sentence, with its age. */
export function readWords(t: Tended, id: ReadingId): Phrase {
  const x = t.known[id];
  const { short, kind } = readField(id);
  if (!x || x.from === 'plausible')
    return x?.at ? say`${short} not read lately` : say`${short} not read`;
  const value = x.from === 'read' ? bandWords(x.band, kind) : [{ value: x.best, kind }];
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

/** How much of a poison there is, or can be by now where its test is some time ago. */
export function levelWords(name: string, x: Known, kind: QuantityKind): Phrase {
  const now = { value: x.band[1], kind };
  if (x.age === null || !(now.value > x.read[1] * 1.02)) return say`${name} is at ${now}.`;
  return [
    ...say`${name} can be at ${now} by now. It was at `,
    ...bandWords(x.read, kind),
    ' ',
    ...agoWords(x.age),
    '.',
  ];
}

/** A value in the units of everyone, where it stands alone. */
export const shownAs = (id: ReadingId, value: number): PhraseQuantity => ({
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

import { say, time, type Phrase, type Told } from '../../quantity/index.ts';
import type { Seconds } from '../../quantity/si.ts';
import type { ReadingId } from '../../system/index.ts';
import { listedFields, readField } from '../../entries/fields.ts';
import { ageOf, isDated, newest, type Latest, type Tended } from '../../readings/tended.ts';
import type { Entry } from '../../entries/types.ts';
import type { Advised, Urgency } from './types.ts';

/** The pace of advice: nothing twice within its wait, and no further step before a new reading. */

/** A reading in a sentence, with its age. */
export function readWords(t: Tended, id: ReadingId): Phrase {
  const l = t.latest[id];
  const { short, kind } = readField(id);
  if (!l) return say`${short} not read`;
  const value: Phrase =
    l.low === l.high
      ? [{ value: l.value, kind }]
      : [{ value: l.low, kind }, ' to ', { value: l.high, kind }];
  const age = ageOf(t, l);
  return [
    `${short} `,
    ...value,
    ...(age === null ? [', as it stands in the design'] : [', read ', ...agoWords(age)]),
  ];
}

/** How long ago. */
export const agoWords = (age: Seconds): Phrase =>
  age < 120 ? ['just now'] : [time(Math.round(age / 60) * 60), ' ago'];

/** What a dose or change waits for. */
export interface Pace {
  /** Entries that count as having done it. */
  readonly acts: (e: Entry) => boolean;
  /** What was done, in words: “Water was changed”. */
  readonly acted: string;
  readonly wait: Seconds;
  /** What must be read anew before the next step. */
  readonly reads: readonly ReadingId[];
  readonly urgency: Urgency;
}

/** Whether a reading was taken after a moment; what stands in the design was not. */
const readSince = (l: Latest | undefined, at: number): boolean => isDated(l) && l.at > at;

/**
 * Advice at its pace. Within the wait after it was acted on there is only waiting; after it, and before all is read
 * anew, only reading.
 *
 * @param advise what is to be done now; null where nothing is
 */
export function paced(t: Tended, pace: Pace, advise: () => Advised | null): Advised[] {
  const now = advise();
  if (!now) return [];
  const last = newest(t, pace.acts);
  if (!last) return [now];
  const since = (t.now - last.at) / 1000;
  const { reads } = pace;
  const shared = {
    amount: null,
    measure: null,
    about: now.about,
    urgency: pace.urgency,
    retest: reads,
    because: now.because,
    source: now.source,
  };
  if (since < pace.wait) {
    const left = pace.wait - since;
    return [
      {
        ...shared,
        kind: 'wait',
        say: say`Wait ${time(Math.ceil(left / 60) * 60)} more, then read ${listedFields(reads)}.`,
        also: [],
        wait: left,
        rests: [[`${pace.acted} `, ...agoWords(since)], ...now.rests],
        unless: say`A step within its wait cannot be judged: what it did has not been read yet.`,
      },
    ];
  }
  if (!reads.every((id) => readSince(t.latest[id], last.at)))
    return [
      {
        ...shared,
        kind: 'read',
        say: say`Read ${listedFields(reads)} now: the last readings are from before the last step.`,
        also: [],
        wait: null,
        rests: [[`${pace.acted} `, ...agoWords(since)], ...now.rests],
        unless: say`The next step follows from what is read, and may not be needed.`,
      },
    ];
  return [now];
}

/** So old that a reading of it says little about today, by whether fish depend on it. */
const FRESH: Readonly<Partial<Record<ReadingId, Seconds>>> = {
  temperature: 3 * 86400,
  ph: 10 * 86400,
  tan: 10 * 86400,
  nitrite: 10 * 86400,
  oxygen: 86400,
  nitrate: 30 * 86400,
  alkalinity: 21 * 86400,
  chlorine: 2 * 86400,
  conductivity: 7 * 86400,
  level: 2 * 86400,
  flow: 30 * 86400,
  fillTime: 30 * 86400,
};

/** Whether a reading is fresh enough to act on; what stands in the design is taken as it is. */
export function isFresh(t: Tended, id: ReadingId): boolean {
  const l = t.latest[id];
  if (!l) return false;
  const age = ageOf(t, l);
  return age === null || age <= (FRESH[id] ?? Infinity);
}

/** A value in the units of everyone, where it stands alone. */
export const shownAs = (id: ReadingId, value: number): Told => ({
  value,
  kind: readField(id).kind,
});

import { listedFields } from '../entries/fields.ts';
import type { EntryValues } from '../entries/types.ts';
import { say, time, type Phrase } from '../quantity/index.ts';
import type { Seconds } from '../quantity/si.ts';
import type { ReadingId } from '../system/index.ts';
import { stepOf, type TreatmentStep } from './types.ts';

/** Look, read, remove, wait: what needs no amount. */

/** The step that reads the water. @param at time from now */
export const readStep = (
  reads: readonly ReadingId[],
  about: string,
  why: readonly Phrase[] = [],
  at: Seconds = 0,
): TreatmentStep =>
  stepOf(
    'read',
    [
      at > 0 ? say`Read ${listedFields(reads)} again.` : say`Read ${listedFields(reads)} now.`,
      ...why,
    ],
    {
      title: say`Read ${listedFields(reads)}`,
      about,
      at,
      reads,
    },
  );

/** The step that looks at something; `task` is what is ticked off with it. */
export const lookStep = (
  title: Phrase,
  instructions: readonly Phrase[],
  about: string,
  task: string | null = null,
  wait: Seconds | null = null,
): TreatmentStep =>
  stepOf('look', instructions, {
    title,
    about,
    wait,
    books:
      task === null
        ? null
        : ({ kind: 'task', what: task, outcome: 'done' } satisfies Omit<
            EntryValues,
            'at' | 'zone'
          >),
  });

/** The step that takes out what rots. */
export const removeStep = (
  title: Phrase,
  instructions: readonly Phrase[],
  about: string,
): TreatmentStep => stepOf('remove', instructions, { title, about });

/** The step that waits. */
export const waitStep = (left: Seconds, reads: readonly ReadingId[], why: Phrase): TreatmentStep =>
  stepOf(
    'wait',
    [
      reads.length
        ? say`Wait ${time(Math.ceil(left / 60) * 60)}, then read ${listedFields(reads)}.`
        : say`Wait ${time(Math.ceil(left / 60) * 60)}, then read the water.`,
      why,
    ],
    { wait: left, reads, title: say`Wait ${time(Math.ceil(left / 60) * 60)}` },
  );

/** The step that reads tap water of which nobody knows what it would do. */
export const tapStep = (about: string): TreatmentStep =>
  stepOf(
    'look',
    [
      say`Read pH and alkalinity of your tap water, and enter them in Place: nobody knows yet what it does to this tank.`,
      say`If its pH is higher than the tank's, do not change water.`,
    ],
    { about, title: say`Read your tap water first` },
  );

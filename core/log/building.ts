import { entryValue } from '../construction/steps/state.ts';
import type { StepCheck as BuildEntry, BuildStep } from '../construction/steps/types.ts';
import type { Phrase } from '../quantity/index.ts';
import type { ReadingId, SystemDocument } from '../system/index.ts';
import { STARTING_WATER } from '../readings/index.ts';
import type { EntryValues, Moment } from '../entries/types.ts';
import { BUILD_STEP } from './words.ts';

/** What the build showed, as entries of the log: hold points that were passed, and what was measured at any step. */

/** An entry with the id that it has on every device. */
export interface NotedEntry {
  readonly id: string;
  readonly values: EntryValues;
}

/** What of an entry of the build is a reading, and on which part. */
function readingOf(e: BuildEntry): { readonly id: ReadingId; readonly about: string } | null {
  if (e.id === 'chlorine') return { id: 'chlorine', about: '' };
  const w = e.writes;
  if (w?.to === 'flow') return { id: 'flow', about: w.path };
  if (w?.to === 'fill-time') return { id: 'fillTime', about: w.vessel };
  if (w?.to !== 'place') return null;
  if (w.at === 'site.waterTemperature') return { id: 'temperature', about: '' };
  const id = STARTING_WATER.find((x) => `water.${x}` === w.at);
  return id ? { id, about: '' } : null;
}

/**
 * Entries of a step that is done: one for each reading taken at it, and one for a hold point, with what was measured
 * besides.
 *
 * @param told puts a phrase into the grower’s units
 * @param at when it was done
 * @returns none for a step that is no hold point and at which nothing was read
 */
export function entriesOfStep(
  s: SystemDocument,
  step: BuildStep,
  told: (p: Phrase) => string,
  at: Moment,
  zone: string,
): NotedEntry[] {
  const out: NotedEntry[] = [];
  const measured: string[] = [];
  for (const e of step.entries) {
    const value = entryValue(s, step.id, e);
    if (value === null || e.kind === 'yes') continue;
    const reading = readingOf(e);
    if (!reading) measured.push(told([...e.label, ' ', { value, kind: e.kind }]));
    else
      out.push({
        id: ['build', reading.id, reading.about].filter(Boolean).join('-').slice(0, 64),
        values: {
          kind: 'reading',
          at,
          zone,
          [reading.id]: value,
          ...(reading.about ? { about: reading.about } : {}),
        },
      });
  }
  if (step.hold)
    out.push({
      id: `build-step-${step.id}`.slice(0, 64),
      values: {
        kind: 'task',
        at,
        zone,
        what: `${BUILD_STEP}${step.id}`,
        outcome: 'done',
        note: [told(step.title), ...measured].join('; '),
        ...(step.about.length === 1 ? { about: step.about[0]! } : {}),
      },
    });
  return out;
}

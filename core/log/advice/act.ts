import { tell } from '../../quantity/index.ts';
import type { Tended } from '../../readings/tended.ts';
import { DUE_MINUTE, retestEntry } from '../tasks/index.ts';
import { addDays, localDay, localMinutes, momentOf } from '../../calendar/time.ts';
import type { EntryValues, Moment } from '../../entries/types.ts';
import type { Advice } from './types.ts';

/** What is noted when advice was followed: the act itself, and the test that tells what came of it. */

/** Nobody tests at night: what falls between ten and seven waits for the morning. */
const LATE = 22 * 60;
const EARLY = 7 * 60;

/** When to look again: after the wait, at an hour at which somebody is up. */
export function lookAgainAt(
  t: Pick<Tended, 'now' | 'zone'>,
  a: Pick<Advice, 'wait'>,
): Moment | null {
  if (a.wait === null) return null;
  const at = t.now + a.wait * 1000;
  // What cannot wait for the morning is told at its hour.
  if (a.wait <= 3 * 3600) return at;
  const minute = localMinutes(at, t.zone);
  const day = localDay(at, t.zone);
  if (minute >= LATE) return momentOf(addDays(day, 1), DUE_MINUTE, t.zone);
  return minute < EARLY ? momentOf(day, DUE_MINUTE, t.zone) : at;
}

/** The act of advice as an entry; nothing where there is none to note but that it was read. */
function actOf(t: Tended, a: Advice): EntryValues | null {
  const base = { at: t.now, zone: t.zone, ...(a.about ? { about: a.about } : {}) };
  const amount = a.amount ?? 0;
  switch (a.kind) {
    case 'change-water':
    case 'change-solution':
      return { ...base, kind: 'water-change', volume: amount };
    case 'top-up':
      return { ...base, kind: 'top-up', volume: amount };
    case 'dose': {
      const programme = a.substance === t.system.solution?.programme;
      if (programme && a.part !== undefined)
        return { ...base, kind: 'dose', what: a.substance!, count: a.part };
      return {
        ...base,
        kind: 'dose',
        what: a.substance!,
        ...(a.measure === 'liquid' ? { volume: amount } : { mass: amount }),
      };
    }
    case 'clean': {
      const pump = t.system.paths.some((p) => p.id === a.about && p.kind === 'pumped-line');
      return { ...base, kind: 'task', what: pump ? 'pump-rinse' : 'guards', outcome: 'done' };
    }
    case 'look':
      return a.id === 'power'
        ? { ...base, kind: 'task', what: 'after-cut', outcome: 'done' }
        : { ...base, kind: 'note', note: tell(a.say, 'metric') };
    case 'read':
    case 'wait':
      return null;
    default:
      return { ...base, kind: 'note', note: tell(a.say, 'metric') };
  }
}

/** Entries that note advice as followed: the act, and the test to come. */
export function entriesOfAdvice(t: Tended, a: Advice): EntryValues[] {
  const act = actOf(t, a);
  const again = lookAgainAt(t, a);
  const test =
    again !== null && a.retest.length
      ? [{ ...retestEntry(t, a.retest, again, tell(a.say, 'metric')), at: t.now }]
      : [];
  return act ? [act, ...test] : test;
}

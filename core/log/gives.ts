import type { Figures } from '../assess/figures.ts';
import { powerDrawn } from '../derived/place.ts';
import { lifeOf, strictestMass } from '../life/index.ts';
import { tasksOf } from './tasks/index.ts';
import type { CubicMetres, Kilograms, Seconds, Watts } from '../quantity/si.ts';
import { tended } from '../readings/tended.ts';
import { applyEdits } from '../system/index.ts';

/** What a system gives and asks of its grower, to compare it with others. */
export interface Gives {
  /** Water at rest in all vessels. */
  readonly water: CubicMetres;
  /** Fish that the strictest rule of thumb allows; null without fish. */
  readonly fish: Kilograms | null;
  readonly power: Watts;
  /** Tasks of a week that come again, once it runs. */
  readonly work: Seconds;
}

const DAY = 86_400_000;
/** Days of a turn. */
const DAYS = { day: 1, week: 7, month: 30.4, year: 365 } as const;

/**
 * Work of a week on the tasks that come again by themselves, in a system that has run for two months and of which
 * nothing is logged.
 */
function weeklyWork(c: Figures): Seconds {
  const now = 100 * DAY;
  const running = applyEdits(c.system, [
    { at: 'care.filled', to: now - 60 * DAY },
    { at: 'care.stocked', to: true },
  ]);
  const tasks = tasksOf(tended({ ...c, system: running }, [], now, 'UTC'));
  return tasks.reduce(
    (sum, t) =>
      t.repeats ? sum + (60 * t.minutes * 7) / (t.repeats.every * DAYS[t.repeats.unit]) : sum,
    0,
  );
}

/** @param c a system with its day */
export function givesOf(c: Figures): Gives {
  const allowed = strictestMass(lifeOf(c).schools);
  return {
    water: c.a.balance.rest.reduce((sum, r) => sum + r.volume, 0),
    fish: c.system.fish.length && Number.isFinite(allowed) ? allowed : null,
    power: powerDrawn.value(c, '') ?? 0,
    work: weeklyWork(c),
  };
}

import { MEMORY, SOLUTION_WAIT } from '../../limits/index.ts';
import { conductivity, days, litres, say } from '../../quantity/index.ts';
import { bandsOf, daysRunning, sinceChange, type Tended } from '../../readings/index.ts';
import { diluteStep, feedSolution, newSolution } from '../../treatment/index.ts';
import { hazardOf, type Hazard } from '../types.ts';

/** Strength of a solution. */
export function strengthHazards(t: Tended): Hazard[] {
  const read = t.known.conductivity;
  const band = bandsOf(t).conductivity;
  if (!t.isSolution || !read || !band || !read.fresh) return [];
  const [low, high] = band.good;
  const aim = (low + high) / 2;
  const now = read.best;
  if (now >= band.edge[0] && now <= band.edge[1]) return [];
  const weak = now < low;
  const step = weak ? feedSolution(t, now, aim) : diluteStep(t, now, aim);
  return [
    hazardOf(
      'strength',
      'today',
      weak
        ? say`The solution is at ${conductivity(now)}. Its crops need ${conductivity(low)} to ${conductivity(high)}: they starve.`
        : say`The solution is at ${conductivity(now)}. Its crops need ${conductivity(low)} to ${conductivity(high)}: leaf tips burn.`,
      {
        rests: ['conductivity'],
        source: 'EC by commonly published hydroponic tables; mass balance.',
        wants: step ? [{ kind: 'step', step }] : [],
        readsAfter: ['conductivity', 'ph'],
        again: SOLUTION_WAIT.mixed,
        unless: say`A reading before the solution was stirred, or a warm meter without compensation.`,
      },
    ),
  ];
}

/** Age of the solution, by weeks and by top-ups. */
export function solutionAgeHazards(t: Tended): Hazard[] {
  if (!t.isSolution || daysRunning(t) === null) return [];
  const age = sinceChange(t);
  if (!age || (age.days <= age.mostDays && age.toppedUp <= t.volume)) return [];
  return [
    hazardOf(
      'solution-age',
      'week',
      age.toppedUp > t.volume
        ? say`${litres(age.toppedUp)} have been topped up since the solution was mixed, more than the ${litres(t.volume)} it holds. What the plants leave has built up.`
        : say`The solution is ${days(age.days)} old. Growers change it after one to four weeks.`,
      {
        source: 'Rules of solution growers: by weeks, by top-ups, by drift.',
        wants: [{ kind: 'step', step: newSolution(t) }],
        readsAfter: ['conductivity', 'ph'],
        again: MEMORY.cut,
        unless: say`EC and pH hold steady and the roots are white: large reservoirs may go on longer.`,
      },
    ),
  ];
}

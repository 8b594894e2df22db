import { buyStep, measureStep, placeStep, vesselSteps } from './ground.ts';
import { fillSteps } from './filling.ts';
import { joiningSteps } from './joining.ts';
import { testSteps } from './testing.ts';
import type { BuildStep } from './types.ts';
import type { Work } from './work.ts';

/** Steps from the agreed place to the planted system, in an order in which each can be done. */

export * from './types.ts';
export * from './state.ts';
export * from './schedule.ts';
export type { Work } from './work.ts';

/**
 * Orders steps so that each follows what it needs, else as they were given.
 *
 * @throws RangeError where steps wait for each other, or for one that there is not
 */
export function orderedSteps(steps: readonly BuildStep[]): BuildStep[] {
  const known = new Set(steps.map((x) => x.id));
  for (const x of steps)
    for (const id of [...x.after, ...x.tests])
      if (!known.has(id)) throw new RangeError(`${x.id} depends on ${id}, which is no step`);
  const left = [...steps];
  const out: BuildStep[] = [];
  const done = new Set<string>();
  while (left.length) {
    const next = left.findIndex((x) => x.after.every((id) => done.has(id)));
    if (next < 0)
      throw new RangeError(`Steps depend on each other: ${left.map((x) => x.id).join()}`);
    const [x] = left.splice(next, 1);
    out.push(x!);
    done.add(x!.id);
  }
  return out;
}

/** Steps of a system, ordered. */
export function stepsOf(w: Work): BuildStep[] {
  const vessels = vesselSteps(w);
  const ends = vessels.filter((x) => !vessels.some((y) => y.after.includes(x.id))).map((x) => x.id);
  const joining = joiningSteps(w, ends);
  const joined = joining
    .filter((x) => !joining.some((y) => y.after.includes(x.id)))
    .map((x) => x.id);
  const tests = testSteps(w, joined.length ? joined : ends);
  const tested = tests.filter((x) => !tests.some((y) => y.after.includes(x.id))).map((x) => x.id);
  return orderedSteps([
    placeStep(w),
    buyStep(w),
    measureStep(w),
    ...vessels,
    ...joining,
    ...tests,
    ...fillSteps(w, tested),
  ]);
}

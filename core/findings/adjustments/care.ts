import type { Assessment } from '../../assess/assess.ts';
import { carePlan, type HazardId, type CarePlan } from '../../care/index.ts';
import { CHANGE_WAIT } from '../../limits/index.ts';
import { say, time, type Phrase } from '../../quantity/index.ts';
import { STARTING_WATER, tended } from '../../readings/index.ts';
import { applyEdits, type Edit, type SystemDocument } from '../../system/index.ts';
import type { TreatmentStep } from '../../treatment/index.ts';
import { once, type Adjustment } from './adjustment.ts';

/** What the plan of care does to the starting water of a design, step after step, each after its test. */

/** As many plans are followed one after the other. */
const MOST_ROUNDS = 12;
const WATERY = new Set(['change', 'top-up', 'salt', 'base', 'acid', 'dechlorinate']);

const planOfDesign = (system: SystemDocument, a: Assessment): CarePlan =>
  carePlan(tended({ system, a, day: null }, [], 0, 'UTC'));

/** The starting water after a plan, as edits. */
function afterPlan(system: SystemDocument, { water, ph }: CarePlan['after']): Edit[] {
  const to = { ...water, ph } as Record<string, unknown>;
  return STARTING_WATER.flatMap((id): Edit[] => {
    const now = system.water[id];
    const then = to[id];
    if (now === null || typeof then !== 'number') return [];
    const rounded = Math.round(then * 1000) / 1000;
    return rounded === now ? [] : [{ at: `water.${id}`, to: rounded }];
  });
}

/**
 * The plan of care of the starting water as one adjustment: the first step in words, and the water when it has been
 * repeated until its hazards are gone.
 *
 * @param ids hazards that it is for
 * @returns none where no step of the plan does anything to the water
 */
export function careAdjustments(
  { system, a }: { readonly system: SystemDocument; readonly a: Assessment },
  ids: readonly HazardId[],
): Adjustment[] {
  let s = system;
  let first: TreatmentStep | null = null;
  let rounds = 0;
  for (; rounds < MOST_ROUNDS; rounds++) {
    const plan = planOfDesign(s, a);
    if (!plan.hazards.some((h) => ids.includes(h.id))) break;
    const step = plan.steps.find((x) => WATERY.has(x.treatment) && x.books);
    const edits = afterPlan(s, plan.after);
    if (!step || !edits.length) break;
    first ??= step;
    s = applyEdits(s, edits);
  }
  if (!first) return [];
  const edits = STARTING_WATER.flatMap((id): Edit[] =>
    s.water[id] === system.water[id] ? [] : [{ at: `water.${id}`, to: s.water[id] }],
  );
  const label: Phrase =
    rounds > 1
      ? [
          ...first.title,
          ...say`. Test again after ${time(first.wait ?? CHANGE_WAIT.calm)}. You will need about ${String(rounds)} such steps`,
        ]
      : [...first.title, ', then test again'];
  return once(`care-${first.treatment}`, edits, label);
}

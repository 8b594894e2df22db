import { applyEdits, type SystemDocument } from '../system/index.ts';
import { assess } from '../assess/assess.ts';
import { judge, judgeWhole } from './judge.ts';
import type { Adjustment } from './adjustments/index.ts';
import type { Level } from './rule.ts';
import { ruleOf, type FindingId } from './rules/index.ts';
import { smallestThat } from './search.ts';
import { keyOf, type Finding, type Fix } from './types.ts';

const RANK: Record<Level, number> = { fine: 0, watch: 1, stop: 2 };
const MOST_FIXES = 4;
const MORE_STEPS = 4;

/** Level that a finding of this key has among some findings; gone counts as fine. */
function levelOf(findings: readonly Finding[], key: string): Level {
  let level: Level = 'fine';
  for (const f of findings) {
    if (keyOf(f) === key && RANK[f.level] > RANK[level]) level = f.level;
  }
  return level;
}

/** Work that may still be spent on trying changes, in the measure that limits a day. */
export interface Budget {
  left: number;
}
/** What the statics of a system cost in that measure: about those of some hundred steps. */
const STATICS_STEPS = 100;

/** The day and findings of a system, charged to a budget. */
function wholeDay(system: SystemDocument, budget: Budget): Finding[] {
  const { trace, findings } = judgeWhole(system);
  budget.left -= trace.work;
  return findings;
}

/** Judges an edited system as far as the wanted finding needs. @throws RangeError where the edit is impossible */
function tryEdits(
  system: SystemDocument,
  adjustment: Adjustment,
  k: number,
  day: boolean,
  budget: Budget,
): Finding[] {
  const edited = applyEdits(system, adjustment.edits(k));
  if (day) return wholeDay(edited, budget);
  budget.left -= STATICS_STEPS * (edited.paths.length + edited.vessels.length ** 2 / 8);
  return judge(edited, null, assess(edited));
}

/** Smallest change of an adjustment that brings a finding to a level or better, or nothing. */
const smallest = (
  system: SystemDocument,
  adjustment: Adjustment,
  key: string,
  wanted: Level,
  day: boolean,
  budget: Budget,
): number | null =>
  smallestThat(
    adjustment,
    (k) => RANK[levelOf(tryEdits(system, adjustment, k, day, budget), key)] <= RANK[wanted],
    () => budget.left > 0,
  );

/**
 * Fixes of one finding, worked out and tried. Each is judged on the edited system with its whole
 * day before it is offered: it improves this finding and causes no `stop` that was not there.
 *
 * @param before findings of the system as it is, day included
 * @param budget when it is spent, what was found so far is offered
 */
export function fixesFor(
  system: SystemDocument,
  finding: Finding,
  before: readonly Finding[],
  budget: Budget = { left: Infinity },
): Fix[] {
  if (finding.level === 'fine') return [];
  const key = keyOf(finding);
  const a = assess(system);
  const rule = ruleOf(finding.id);
  const open = before.filter((f) => f.level !== 'fine');
  const cause = rule.cause?.({ system, a, f: finding }, open);
  const sought = cause ? keyOf(cause) : key;
  const day = !cause && rule.needsDay;
  const stopsBefore = new Set(before.filter((f) => f.level === 'stop').map(keyOf));
  const watchBefore = new Set(before.filter((f) => f.level === 'watch').map(keyOf));
  const out: Fix[] = [];
  const goals: Level[] = finding.level === 'stop' ? ['fine', 'watch'] : ['fine'];
  const mended = cause && rule.adjustsCause ? cause : finding;
  for (const adjustment of ruleOf(mended.id).adjustments({ system, a, f: mended })) {
    for (const goal of goals) {
      let k: number | null;
      try {
        k = budget.left > 0 ? smallest(system, adjustment, sought, goal, day, budget) : null;
      } catch {
        k = null;
      }
      if (k === null) continue;
      // The whole day may ask for a little more than the statics, which the search went by.
      let edits = adjustment.edits(k);
      let after = wholeDay(applyEdits(system, edits), budget);
      for (
        let more = 1;
        more <= MORE_STEPS && RANK[levelOf(after, key)] > RANK[goal] && k + 1 < adjustment.count;
        more++
      ) {
        edits = adjustment.edits(++k);
        after = wholeDay(applyEdits(system, edits), budget);
      }
      const leaves = levelOf(after, key);
      if (RANK[leaves] >= RANK[finding.level]) continue;
      const newStops = after.some((f) => f.level === 'stop' && !stopsBefore.has(keyOf(f)));
      if (newStops) continue;
      const afterKeys = new Map(after.map((f) => [keyOf(f), f.level]));
      out.push({
        id: adjustment.id,
        label: adjustment.label(k),
        edits,
        leaves,
        also: unique(
          before
            .filter(
              (f) => keyOf(f) !== key && RANK[afterKeys.get(keyOf(f)) ?? 'fine'] < RANK[f.level],
            )
            .map((f) => f.id),
        ),
        costs: unique(
          after
            .filter(
              (f) =>
                f.level === 'watch' && !watchBefore.has(keyOf(f)) && !stopsBefore.has(keyOf(f)),
            )
            .map((f) => f.id),
        ),
      });
      break;
    }
    if (out.length >= MOST_FIXES + 2) break;
  }
  // What mends more and costs less comes first; equal ones keep the order of the hand.
  return out
    .map((fix, i) => ({ fix, i }))
    .sort(
      (x, y) =>
        RANK[x.fix.leaves] - RANK[y.fix.leaves] ||
        x.fix.costs.length - y.fix.costs.length ||
        y.fix.also.length - x.fix.also.length ||
        x.i - y.i,
    )
    .slice(0, MOST_FIXES)
    .map((x) => x.fix);
}

const unique = (xs: readonly FindingId[]): FindingId[] => [...new Set(xs)];

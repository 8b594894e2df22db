import { applyEdits, type SystemDocument } from '../system/index.ts';
import { assess } from '../assess/assess.ts';
import { judge, judgeWhole } from './judge.ts';
import type { Adjustment } from './adjustments/index.ts';
import type { Level } from './rule.ts';
import { ruleOf, type FindingId } from './rules/index.ts';
import { smallestThat } from './search.ts';
import { keyOf, type Finding, type Fix } from './types.ts';
import { quotedName, sayOfEach } from './alike.ts';

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
  /** Findings of systems that were judged with it, by their text: none is judged twice. */
  judged?: Map<string, readonly Finding[]>;
}
/** What the statics of a system cost in that measure: about those of some hundred steps. */
const STATICS_STEPS = 100;

/** The day and findings of a system, charged to a budget. */
export function wholeDay(system: SystemDocument, budget: Budget): readonly Finding[] {
  const key = budget.judged ? JSON.stringify(system) : '';
  const there = budget.judged?.get(key);
  if (there) return there;
  const { trace, findings } = judgeWhole(system);
  budget.left -= trace.work;
  budget.judged?.set(key, findings);
  return findings;
}

/** Judges an edited system as far as the wanted finding needs. @throws RangeError where the edit is impossible */
function tryEdits(
  system: SystemDocument,
  adjustment: Adjustment,
  k: number,
  day: boolean,
  budget: Budget,
): readonly Finding[] {
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
      const fix = fixOf([finding], before, after, {
        id: adjustment.id,
        label: adjustment.label(k),
        edits,
      });
      if (!fix) continue;
      out.push(fix);
      break;
    }
    if (out.length >= MOST_FIXES + 2) break;
  }
  return bestFirst(out).slice(0, MOST_FIXES);
}

/** What mends more and costs less comes first; equal ones keep the order of the hand. */
const bestFirst = (fixes: readonly Fix[]): Fix[] =>
  fixes
    .map((fix, i) => ({ fix, i }))
    .sort(
      (x, y) =>
        RANK[x.fix.leaves] - RANK[y.fix.leaves] ||
        x.fix.costs.length - y.fix.costs.length ||
        y.fix.also.length - x.fix.also.length ||
        x.i - y.i,
    )
    .map((x) => x.fix);

/**
 * The fix that an edit is, judged on the edited system.
 *
 * @param mended findings that it is for
 * @returns nothing where one of them is no better, or there is a `stop` that was not there
 */
function fixOf(
  mended: readonly Finding[],
  before: readonly Finding[],
  after: readonly Finding[],
  change: Pick<Fix, 'id' | 'label' | 'edits'>,
): Fix | null {
  const levels = mended.map((f) => levelOf(after, keyOf(f)));
  if (mended.some((f, i) => RANK[levels[i]!] >= RANK[f.level])) return null;
  const stood = new Map(before.map((f) => [keyOf(f), f.level]));
  if (after.some((f) => f.level === 'stop' && stood.get(keyOf(f)) !== 'stop')) return null;
  const own = new Set(mended.map(keyOf));
  const better = (f: Finding) => RANK[levelOf(after, keyOf(f))] < RANK[f.level];
  return {
    ...change,
    leaves: levels.reduce((x, y) => (RANK[y] > RANK[x] ? y : x), 'fine'),
    also: unique(before.filter((f) => !own.has(keyOf(f)) && better(f)).map((f) => f.id)),
    costs: unique(
      after
        .filter((f) => f.level === 'watch' && (stood.get(keyOf(f)) ?? 'fine') === 'fine')
        .map((f) => f.id),
    ),
  };
}

/**
 * Fixes of findings that are alike, each made on all their parts together and tried as one.
 *
 * @param alike findings of one rule, level and part
 * @param fixes what {@link fixesFor} found for each of them
 * @param before findings of the system as it is, day included
 */
export function fixesTogether(
  system: SystemDocument,
  alike: readonly Finding[],
  fixes: Readonly<Record<string, readonly Fix[]>>,
  before: readonly Finding[],
  budget: Budget = { left: Infinity },
): Fix[] {
  const [first, ...rest] = alike;
  if (!first || !rest.length) return [];
  const plain = (fix: Fix, about: string) => fix.id.replace(about, '');
  const out: Fix[] = [];
  for (const fix of fixes[keyOf(first)] ?? []) {
    const all = [fix];
    for (const f of rest) {
      const twin = fixes[keyOf(f)]?.find((x) => plain(x, f.about) === plain(fix, first.about));
      if (twin) all.push(twin);
    }
    const edits = all.flatMap((x) => x.edits);
    const places = new Set(edits.map((e) => e.at));
    if (all.length < alike.length || places.size < edits.length || budget.left <= 0) continue;
    const label = sayOfEach(
      all.map((x, i) => ({ text: x.label, name: quotedName(system, alike[i]!.about) })),
    );
    if (!label) continue;
    try {
      const after = wholeDay(applyEdits(system, edits), budget);
      const both = fixOf(alike, before, after, { id: fix.id, label, edits });
      if (both) out.push(both);
    } catch {
      continue;
    }
  }
  return bestFirst(out);
}

const unique = (xs: readonly FindingId[]): FindingId[] => [...new Set(xs)];

import { applyEdits, type SystemDocument } from '../system/index.ts';
import { assess, type Assessment } from '../assess/assess.ts';
import { judge, judgeWhole } from './judge.ts';
import type { Knob } from './knobs.ts';
import { knobsFor } from './remedies.ts';
import { keyOf, type Finding, type Fix, type Level } from './types.ts';

const RANK: Record<Level, number> = { fine: 0, watch: 1, stop: 2 };
/** Findings that only a simulated day can judge. */
const NEEDS_DAY = new Set(['dry-run', 'spill', 'root-air']);
const MOST_FIXES = 4;
const MORE_TURNS = 4;

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
  knob: Knob,
  k: number,
  day: boolean,
  budget: Budget,
): Finding[] {
  const edited = applyEdits(system, knob.edits(k));
  if (day) return wholeDay(edited, budget);
  budget.left -= STATICS_STEPS * (edited.paths.length + edited.vessels.length ** 2 / 8);
  return judge(edited, null, assess(edited));
}

/**
 * Smallest change of a knob that brings a finding to a level or better, or nothing.
 * A graded knob is searched by doubling and halving, others one by one.
 */
function smallest(
  system: SystemDocument,
  knob: Knob,
  key: string,
  wanted: Level,
  day: boolean,
  budget: Budget,
): number | null {
  const does = (k: number) =>
    RANK[levelOf(tryEdits(system, knob, k, day, budget), key)] <= RANK[wanted];
  if (!knob.graded) {
    for (let k = 0; k < Math.min(knob.count, 10) && budget.left > 0; k++) if (does(k)) return k;
    return null;
  }
  let low = -1;
  let high = 0;
  while (!does(high)) {
    low = high;
    if (high >= knob.count - 1 || budget.left <= 0) return null;
    high = Math.min(knob.count - 1, 2 * high + 1);
  }
  while (high - low > 1) {
    const mid = (low + high) >> 1;
    if (does(mid)) high = mid;
    else low = mid;
  }
  return high;
}

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
  const cause = causeOf(system, a, finding, before);
  const sought = cause ? keyOf(cause) : key;
  const day = !cause && NEEDS_DAY.has(finding.id);
  const stopsBefore = new Set(before.filter((f) => f.level === 'stop').map(keyOf));
  const watchBefore = new Set(before.filter((f) => f.level === 'watch').map(keyOf));
  const out: Fix[] = [];
  const goals: Level[] = finding.level === 'stop' ? ['fine', 'watch'] : ['fine'];
  const turned = cause && finding.id === 'root-air' ? cause : finding;
  for (const knob of knobsFor(system, a, turned)) {
    for (const goal of goals) {
      let k: number | null;
      try {
        k = budget.left > 0 ? smallest(system, knob, sought, goal, day, budget) : null;
      } catch {
        k = null;
      }
      if (k === null) continue;
      // The whole day may ask for a little more than the statics, which the search went by.
      let edits = knob.edits(k);
      let after = wholeDay(applyEdits(system, edits), budget);
      for (
        let more = 1;
        more <= MORE_TURNS && RANK[levelOf(after, key)] > RANK[goal] && k + 1 < knob.count;
        more++
      ) {
        edits = knob.edits(++k);
        after = wholeDay(applyEdits(system, edits), budget);
      }
      const leaves = levelOf(after, key);
      if (RANK[leaves] >= RANK[finding.level]) continue;
      const newStops = after.some((f) => f.level === 'stop' && !stopsBefore.has(keyOf(f)));
      if (newStops) continue;
      const afterKeys = new Map(after.map((f) => [keyOf(f), f.level]));
      out.push({
        id: knob.id,
        label: knob.label(k),
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

/**
 * The finding that is behind another, by which that is mended: a pump that runs dry where its reserve is, since
 * drawing the last millimetres is no cure; roots without air where the siphon is that does not cycle.
 */
function causeOf(
  system: SystemDocument,
  a: Assessment,
  finding: Finding,
  before: readonly Finding[],
): Finding | undefined {
  const open = before.filter((f) => f.level !== 'fine');
  if (finding.id === 'dry-run')
    return open.find((f) => f.id === 'reserve' && sourceOf(system, finding) === f.about);
  if (finding.id !== 'root-air') return undefined;
  const { joined } = a.net.vessels[system.vessels.findIndex((v) => v.id === finding.about)]!;
  const group = joined.map((i) => system.vessels[i]!.id);
  const own = a.siphons.filter((w) => group.includes(w.bed)).map((w) => w.id);
  return open.find(
    (f) => (f.id === 'siphon-start' || f.id === 'siphon-stop') && own.includes(f.about),
  );
}

const sourceOf = (system: SystemDocument, f: Finding): string | undefined =>
  system.paths.find((p) => p.id === f.about)?.from;

const unique = (xs: readonly string[]): string[] => [...new Set(xs)];

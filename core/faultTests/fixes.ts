import { assess } from '../assess/assess.ts';
import type { Adjustment } from '../findings/adjustments/index.ts';
import { judge, judgeWhole } from '../findings/judge.ts';
import { smallestThat } from '../findings/search.ts';
import { keyOf } from '../findings/types.ts';
import type { Phrase } from '../quantity/index.ts';
import { applyEdits, type Edit, type SystemDocument } from '../system/index.ts';
import { FaultTests, RANK, type FaultTest, type Grade } from './faultTests.ts';
import { faultOf } from './faults/index.ts';
import { lifeFaultTests, lifeFaultOf } from './life/index.ts';
import { USUAL_SEVERITY, type Severity } from './severity.ts';

/** A change of the design that a fault test would have been passed with, or passed better. */
export interface FaultTestFix {
  readonly id: string;
  readonly label: Phrase;
  readonly edits: readonly Edit[];
  readonly leaves: Grade;
}

const MOST_FIXES = 3;

/** Findings at `stop`, by their keys. */
const stopsOf = (s: SystemDocument) =>
  new Set(
    judge(s)
      .filter((f) => f.level === 'stop')
      .map(keyOf),
  );

/**
 * Changes with which something is graded better, the smallest of each adjustment.
 *
 * @param now its grade as the system is
 * @param gradeOf its grade in an edited system; what it throws counts as failed
 * @returns the best first; none that brings a `stop` which was not there
 */
function betterWith(
  system: SystemDocument,
  now: Grade,
  adjustments: readonly Adjustment[],
  gradeOf: (edited: SystemDocument) => Grade,
): FaultTestFix[] {
  const before = stopsOf(system);
  const goals: Grade[] = now === 'failed' ? ['passed', 'loss'] : ['passed'];
  const out: FaultTestFix[] = [];
  for (const adjustment of adjustments) {
    if (out.length >= MOST_FIXES) break;
    let found: FaultTestFix | null = null;
    const grades = new Map<number, Grade>();
    const at = (k: number): Grade => {
      let g = grades.get(k);
      if (!g) {
        try {
          g = gradeOf(applyEdits(system, adjustment.edits(k)));
        } catch {
          g = 'failed';
        }
        grades.set(k, g);
      }
      return g;
    };
    for (const goal of goals) {
      const k = smallestThat(adjustment, (x) => RANK[at(x)] <= RANK[goal]);
      if (k === null) continue;
      const edits = adjustment.edits(k);
      if ([...stopsOf(applyEdits(system, edits))].some((key) => !before.has(key))) continue;
      found = { id: adjustment.id, label: adjustment.label(k), edits, leaves: at(k) };
      break;
    }
    if (found && !out.some((f) => f.id === found.id)) out.push(found);
  }
  return out.sort((x, y) => RANK[x.leaves] - RANK[y.leaves]);
}

/**
 * Changes of design with which a fault test would have gone better, each tried at the same moment; none that
 * brings a `stop` which was not there.
 */
export function fixesForFaultTest(
  system: SystemDocument,
  d: FaultTest,
  how: Severity = USUAL_SEVERITY,
): FaultTestFix[] {
  if (d.grade === 'passed') return [];
  const remedies = faultOf(d.kind).remedies({ system, a: assess(system), faultTest: d });
  return betterWith(system, d.grade, remedies, (edited) => {
    const faultTests = new FaultTests(edited, [d.at ?? 0], how);
    const fault = faultTests.fault(d.kind, d.about);
    return fault ? faultTests.runAt(fault, d.at ?? 0).grade : 'passed';
  });
}

/**
 * Changes of design with which a fault of the living side would have gone better, each judged on its whole day; none
 * that brings a `stop` which was not there.
 *
 * @param id of the fault
 * @throws RangeError where there is no such fault
 */
export function fixesForLifeFaultTest(
  system: SystemDocument,
  id: string,
  how: Severity = USUAL_SEVERITY,
): FaultTestFix[] {
  const gradeOf = (s: SystemDocument): Grade => {
    const { a, day } = judgeWhole(s);
    return lifeFaultTests({ system: s, a, day }, how).find((d) => d.id === id)?.grade ?? 'passed';
  };
  const fault = lifeFaultOf(id);
  const vessel = system.fish.find((f) => f.count > 0)?.vessel;
  const now = vessel === undefined ? 'passed' : gradeOf(system);
  if (vessel === undefined || now === 'passed') return [];
  return betterWith(system, now, fault.remedies(system, vessel), gradeOf);
}

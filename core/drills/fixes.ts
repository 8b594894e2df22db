import { assess } from '../assess/assess.ts';
import { judge } from '../findings/judge.ts';
import { smallestThat } from '../findings/search.ts';
import { keyOf } from '../findings/types.ts';
import type { Phrase } from '../quantity/index.ts';
import { applyEdits, type Edit, type SystemDocument } from '../system/index.ts';
import { Drills, RANK, type Drill, type Grade } from './drills.ts';
import { faultOf } from './faults/index.ts';
import { USUAL_SEVERITY, type Severity } from './severity.ts';

/** A change of the design that a drill would have been passed with, or passed better. */
export interface DrillFix {
  readonly id: string;
  readonly label: Phrase;
  readonly edits: readonly Edit[];
  readonly leaves: Grade;
}

const MOST_FIXES = 3;

/**
 * Changes of design with which a drill would have gone better, each tried at the same moment; none that
 * brings a `stop` which was not there.
 */
export function fixesForDrill(
  system: SystemDocument,
  d: Drill,
  how: Severity = USUAL_SEVERITY,
): DrillFix[] {
  if (d.grade === 'passed') return [];
  const a = assess(system);
  const stops = (s: SystemDocument) =>
    new Set(
      judge(s)
        .filter((f) => f.level === 'stop')
        .map(keyOf),
    );
  const before = stops(system);
  const outcome = (edits: readonly Edit[]): Grade => {
    const edited = applyEdits(system, edits);
    const drills = new Drills(edited, [d.at ?? 0], how);
    const fault = drills.faults.find((f) => f.id === d.fault);
    return fault ? drills.runAt(fault, d.at ?? 0).grade : 'passed';
  };
  const out: DrillFix[] = [];
  for (const adjustment of faultOf(d.kind).remedies({ system, a, drill: d })) {
    if (out.length >= MOST_FIXES) break;
    let found: DrillFix | null = null;
    const goals: Grade[] = d.grade === 'failed' ? ['passed', 'loss'] : ['passed'];
    const grades = new Map<number, Grade>();
    const at = (k: number): Grade => {
      let g = grades.get(k);
      if (!g) {
        try {
          g = outcome(adjustment.edits(k));
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
      const after = stops(applyEdits(system, edits));
      if ([...after].some((key) => !before.has(key))) continue;
      found = { id: adjustment.id, label: adjustment.label(k), edits, leaves: at(k) };
      break;
    }
    if (found && !out.some((f) => f.id === found.id)) out.push(found);
  }
  return out.sort((x, y) => RANK[x.leaves] - RANK[y.leaves]);
}

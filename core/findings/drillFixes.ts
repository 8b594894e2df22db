import { USUAL_SEVERITY, type Severity } from '../day/drills/faults.ts';
import { assess, type Assessment } from '../assess/assess.ts';
import { say, type Phrase } from '../quantity/index.ts';
import {
  addOverflow,
  applyEdits,
  pumpedLines,
  standpipes,
  targetsOf,
  type Edit,
  type SystemDocument,
} from '../system/index.ts';
import { judge } from './judge.ts';
import {
  adjustCrest,
  adjustFill,
  adjustHeight,
  adjustIntake,
  adjustPipeSize,
  adjustValve,
  addSecondOverflow,
  once,
  type Adjustment,
} from './adjustments.ts';
import { smallestThat } from './search.ts';
import { keyOf } from './types.ts';
import { type Grade, type Drill, Drills, RANK } from './drills.ts';

/** A change of the design that a drill would have been passed with, or passed better. */
export interface DrillFix {
  readonly id: string;
  readonly label: Phrase;
  readonly edits: readonly Edit[];
  readonly leaves: Grade;
}

/** What can be adjusted against a fault, the simplest in the hand first. */
function adjustmentsAgainst(s: SystemDocument, a: Assessment, d: Drill): Adjustment[] {
  const lines = pumpedLines(s);
  const line = lines.find((l) => l.id === d.about);
  const drain = s.paths.find((p) => p.id === d.about);
  const stores = s.vessels.filter((v) => lines.some((l) => l.from === v.id)).map((v) => v.id);
  const spill = d.outcome.where;
  const overflow = (bed: string): Adjustment[] => {
    const second = standpipes(s).filter((p) => p.from === bed && p.id !== d.about);
    const widen = second.flatMap((p) => adjustPipeSize(s, p.id, 1, `“${p.name}”`));
    const made = addOverflow(s, bed);
    const more = made.ok ? once(`${bed}-overflow`, made.edits, say`${made.label}`) : [];
    return [...widen, ...addSecondOverflow(s, a, bed), ...more, ...leanRim(s, bed)];
  };
  switch (d.kind) {
    case 'power-cut':
      return [
        ...(spill ? [...adjustFill(s, spill, -1), ...adjustHeight(s, spill)] : []),
        ...lines.flatMap((l) => addCheckValve(s, l.id)),
      ];
    case 'delivery-off':
      return line ? adjustIntake(s, line, 1) : [];
    case 'drain-blocked':
    case 'siphon-never-starts':
    case 'guard-clogged':
      return [
        ...(spill ? overflow(spill) : drain ? overflow(drain.from) : []),
        ...stores.flatMap((v) => adjustFill(s, v, 1)),
      ];
    case 'siphon-never-stops':
      return drain
        ? lines
            .filter((l) => targetsOf(l).includes(drain.from))
            .flatMap((l) => adjustValve(s, l, -1))
        : [];
    case 'float-stuck':
    case 'timer-stuck-on':
      return [
        ...(spill
          ? [...overflow(spill), ...adjustFill(s, drain?.from ?? stores[0] ?? '', -1)]
          : []),
        ...stores.flatMap((v) => adjustFill(s, v, 1)),
      ];
    case 'top-up-forgotten':
    case 'leak':
      return [
        ...stores.flatMap((v) => adjustFill(s, v, 1)),
        ...lines.flatMap((l) => adjustIntake(s, l, d.kind === 'leak' ? 1 : -1)),
      ];
    case 'pump-clogged':
      return [
        ...stores.flatMap((v) => adjustFill(s, v, 1)),
        ...lines.flatMap((l) => adjustCrest(s, l.to, -1)),
      ];
    default:
      return [];
  }
}

function leanRim(s: SystemDocument, bed: string): Adjustment[] {
  const v = s.vessels.find((x) => x.id === bed);
  const to = s.paths.find((p) => p.from === bed && p.kind !== 'pumped-line')?.to;
  const under = s.vessels.find((x) => x.id === to);
  if (!v || !under || v.rimTo !== null || under.floor >= v.floor) return [];
  return once(
    `${bed}-rim`,
    [{ at: `vessels.${bed}.rimTo`, to: under.id }],
    say`Lean the rim of “${v.name}” so that it spills into “${under.name}”`,
  );
}

function addCheckValve(s: SystemDocument, line: string): Adjustment[] {
  const l = pumpedLines(s).find((x) => x.id === line);
  return !l || l.checkValve
    ? []
    : once(
        `${line}-check`,
        [{ at: `paths.${line}.checkValve`, to: true }],
        say`Fit a check valve in “${l.name}”`,
      );
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
  for (const adjustment of adjustmentsAgainst(system, a, d)) {
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

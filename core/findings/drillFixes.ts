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
  crestKnob,
  fillKnob,
  heightKnob,
  intakeKnob,
  pipeSize,
  secondOverflow,
  valveKnob,
  ONCE,
  type Knob,
} from './knobs.ts';
import { keyOf } from './types.ts';
import { type Grade, type Drill, Drills, RANK } from './drills.ts';

/** A change of the design that a drill would have been passed with, or passed better. */
export interface DrillFix {
  readonly id: string;
  readonly label: Phrase;
  readonly edits: readonly Edit[];
  readonly leaves: Grade;
}

/** What may be turned against a fault, the simplest in the hand first. */
function knobsAgainst(s: SystemDocument, a: Assessment, d: Drill): Knob[] {
  const lines = pumpedLines(s);
  const line = lines.find((l) => l.id === d.about);
  const drain = s.paths.find((p) => p.id === d.about);
  const stores = s.vessels.filter((v) => lines.some((l) => l.from === v.id)).map((v) => v.id);
  const spill = d.outcome.where;
  const overflow = (bed: string): Knob[] => {
    const second = standpipes(s).filter((p) => p.from === bed && p.id !== d.about);
    const widen = second.flatMap((p) => pipeSize(s, p.id, 1, `“${p.name}”`));
    const made = addOverflow(s, bed);
    const more: Knob[] = made.ok
      ? [
          {
            id: `${bed}-overflow`,
            ...ONCE,
            edits: () => [...made.edits],
            label: () => say`${made.label}`,
          },
        ]
      : [];
    return [...widen, ...secondOverflow(s, a, bed), ...more, ...leanKnob(s, bed)];
  };
  switch (d.kind) {
    case 'power-cut':
      return [
        ...(spill ? [...fillKnob(s, spill, -1), ...heightKnob(s, spill)] : []),
        ...lines.flatMap((l) => checkKnob(s, l.id)),
      ];
    case 'delivery-off':
      return line ? intakeKnob(s, line, 1) : [];
    case 'drain-blocked':
    case 'siphon-never-starts':
    case 'guard-clogged':
      return [
        ...(spill ? overflow(spill) : drain ? overflow(drain.from) : []),
        ...stores.flatMap((v) => fillKnob(s, v, 1)),
      ];
    case 'siphon-never-stops':
      return drain
        ? lines.filter((l) => targetsOf(l).includes(drain.from)).flatMap((l) => valveKnob(s, l, -1))
        : [];
    case 'float-stuck':
    case 'timer-stuck-on':
      return [
        ...(spill ? [...overflow(spill), ...fillKnob(s, drain?.from ?? stores[0] ?? '', -1)] : []),
        ...stores.flatMap((v) => fillKnob(s, v, 1)),
      ];
    case 'top-up-forgotten':
    case 'leak':
      return [
        ...stores.flatMap((v) => fillKnob(s, v, 1)),
        ...lines.flatMap((l) => intakeKnob(s, l, d.kind === 'leak' ? 1 : -1)),
      ];
    case 'pump-clogged':
      return [
        ...stores.flatMap((v) => fillKnob(s, v, 1)),
        ...lines.flatMap((l) => crestKnob(s, l.to, -1)),
      ];
    default:
      return [];
  }
}

function leanKnob(s: SystemDocument, bed: string): Knob[] {
  const v = s.vessels.find((x) => x.id === bed);
  const to = s.paths.find((p) => p.from === bed && p.kind !== 'pumped-line')?.to;
  const under = s.vessels.find((x) => x.id === to);
  if (!v || !under || v.rimTo !== null || under.floor >= v.floor) return [];
  return [
    {
      id: `${bed}-rim`,
      ...ONCE,
      edits: () => [{ at: `vessels.${bed}.rimTo`, to: under.id }],
      label: () => say`Lean the rim of “${v.name}” so that it spills into “${under.name}”`,
    },
  ];
}

function checkKnob(s: SystemDocument, line: string): Knob[] {
  const l = pumpedLines(s).find((x) => x.id === line);
  return !l || l.checkValve
    ? []
    : [
        {
          id: `${line}-check`,
          ...ONCE,
          edits: () => [{ at: `paths.${line}.checkValve`, to: true }],
          label: () => say`Fit a check valve in “${l.name}”`,
        },
      ];
}

const MOST_FIXES = 3;
const MOST_TRIES = 12;

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
  for (const knob of knobsAgainst(system, a, d)) {
    if (out.length >= MOST_FIXES) break;
    let found: DrillFix | null = null;
    const goals: Grade[] = d.grade === 'failed' ? ['passed', 'loss'] : ['passed'];
    const grades = new Map<number, Grade>();
    const at = (k: number): Grade => {
      let g = grades.get(k);
      if (!g) {
        try {
          g = outcome(knob.edits(k));
        } catch {
          g = 'failed';
        }
        grades.set(k, g);
      }
      return g;
    };
    for (const goal of goals) {
      const k = firstThat(knob, (x) => RANK[at(x)] <= RANK[goal]);
      if (k === null) continue;
      const edits = knob.edits(k);
      const after = stops(applyEdits(system, edits));
      if ([...after].some((key) => !before.has(key))) continue;
      found = { id: knob.id, label: knob.label(k), edits, leaves: at(k) };
      break;
    }
    if (found && !out.some((f) => f.id === found.id)) out.push(found);
  }
  return out.sort((x, y) => RANK[x.leaves] - RANK[y.leaves]);
}

/** Smallest change of a knob that does it, within few tries; nothing where none does. */
function firstThat(knob: Knob, does: (k: number) => boolean): number | null {
  if (!knob.graded) {
    for (let k = 0; k < Math.min(knob.count, MOST_TRIES); k++) if (does(k)) return k;
    return null;
  }
  let low = -1;
  let high = Math.min(knob.count - 1, 0);
  let tries = 0;
  while (!does(high)) {
    if (high >= knob.count - 1 || ++tries > MOST_TRIES) return null;
    low = high;
    high = Math.min(knob.count - 1, 2 * high + 2);
  }
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (does(middle)) high = middle;
    else low = middle;
  }
  return high;
}

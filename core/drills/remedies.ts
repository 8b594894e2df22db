import type { Assessment } from '../assess/assess.ts';
import {
  addSecondOverflow,
  adjustFill,
  adjustPipeSize,
  once,
  type Adjustment,
} from '../findings/adjustments.ts';
import { say } from '../quantity/index.ts';
import {
  addOverflow,
  pumpedLines,
  standpipes,
  type PumpedLine,
  type SystemDocument,
} from '../system/index.ts';
import type { Struck } from './definition.ts';

/** Remedies that several faults share. */

/** Ids of the vessels that pumps draw from. */
export const pumpedStores = (s: SystemDocument): string[] =>
  s.vessels.filter((v) => pumpedLines(s).some((l) => l.from === v.id)).map((v) => v.id);

/** A check valve where the line has none. */
export const addCheckValve = (l: PumpedLine): Adjustment[] =>
  l.checkValve
    ? []
    : once(
        `${l.id}-check`,
        [{ at: `paths.${l.id}.checkValve`, to: true }],
        say`Fit a check valve in “${l.name}”`,
      );

function leanRim(s: SystemDocument, bed: string): Adjustment[] {
  const v = s.vessels.find((x) => x.id === bed);
  const to = s.paths.find((p) => p.from === bed && p.kind !== 'pumped-line')?.to;
  const under = s.vessels.find((x) => x.id === to);
  return !v || !under || v.rimTo !== null || under.floor >= v.floor
    ? []
    : once(
        `${bed}-rim`,
        [{ at: `vessels.${bed}.rimTo`, to: under.id }],
        say`Lean the rim of “${v.name}” so that it spills into “${under.name}”`,
      );
}

/** More room for what leaves a vessel beside the path that a drill struck. */
function outletsOf(s: SystemDocument, a: Assessment, vessel: string, but: string): Adjustment[] {
  const second = standpipes(s).filter((p) => p.from === vessel && p.id !== but);
  const made = addOverflow(s, vessel);
  return [
    ...second.flatMap((p) => adjustPipeSize(s, p.id, 1, `“${p.name}”`)),
    ...addSecondOverflow(s, a, vessel),
    ...(made.ok ? once(`${vessel}-overflow`, made.edits, say`${made.label}`) : []),
    ...leanRim(s, vessel),
  ];
}

/** Against a drain that takes too little: other outlets, and water enough for the pump meanwhile. */
export function moreOutlets({ system: s, a, drill }: Struck): Adjustment[] {
  const at = drill.outcome.where ?? s.paths.find((p) => p.id === drill.about)?.from;
  return [
    ...(at ? outletsOf(s, a, at, drill.about) : []),
    ...pumpedStores(s).flatMap((v) => adjustFill(s, v, 1)),
  ];
}

/** Against water that comes without end: other outlets, and less or more in the vessel it comes from. */
export function lessInflow({ system: s, a, drill }: Struck): Adjustment[] {
  const { where } = drill.outcome;
  const stores = pumpedStores(s);
  const from = s.paths.find((p) => p.id === drill.about)?.from ?? stores[0] ?? '';
  return [
    ...(where ? [...outletsOf(s, a, where, drill.about), ...adjustFill(s, from, -1)] : []),
    ...stores.flatMap((v) => adjustFill(s, v, 1)),
  ];
}

import type { Assessment } from '../assess/assess.ts';
import {
  addSecondOverflow,
  adjustFill,
  adjustPipeSize,
  leanRim,
  once,
  type Adjustment,
} from '../findings/adjustments/index.ts';
import { linesFrom } from '../findings/supply.ts';
import { say } from '../quantity/index.ts';
import { addOverflow, standpipes, type PumpedLine, type SystemDocument } from '../system/index.ts';
import type { Struck } from './definition.ts';

/** Remedies that several faults share. */

/** Ids of the vessels that pumps draw from. */
export const pumpedStores = (s: SystemDocument): string[] =>
  s.vessels.filter((v) => linesFrom(s, v.id).length > 0).map((v) => v.id);

/** A check valve where the line has none. */
export const addCheckValve = (l: PumpedLine): Adjustment[] =>
  l.checkValve
    ? []
    : once(
        `${l.id}-check`,
        [{ at: `paths.${l.id}.checkValve`, to: true }],
        say`Fit a check valve in “${l.name}”`,
      );

/** More room for what leaves a vessel beside the path that a fault test struck. */
function outletsOf(s: SystemDocument, a: Assessment, vessel: string, but: string): Adjustment[] {
  const second = standpipes(s).filter((p) => p.from === vessel && p.id !== but);
  const made = addOverflow(s, vessel);
  return [
    ...second.flatMap((p) => adjustPipeSize(s, p.id, 1, `“${p.name}”`)),
    ...addSecondOverflow(s, a, vessel),
    ...(made.ok ? once(`${vessel}-overflow`, made.edits, say`${made.label}`) : []),
    ...leanRim(s, vessel, s.paths.find((p) => p.from === vessel && p.kind !== 'pumped-line')?.to),
  ];
}

/** Against a drain that takes too little: other outlets, and water enough for the pump meanwhile. */
export function moreOutlets({ system: s, a, faultTest }: Struck): Adjustment[] {
  const at = faultTest.outcome.where ?? s.paths.find((p) => p.id === faultTest.about)?.from;
  return [
    ...(at ? outletsOf(s, a, at, faultTest.about) : []),
    ...pumpedStores(s).flatMap((v) => adjustFill(s, v, 1)),
  ];
}

/** Against water that comes without end: other outlets, and less or more in the vessel it comes from. */
export function lessInflow({ system: s, a, faultTest }: Struck): Adjustment[] {
  const { where } = faultTest.outcome;
  const stores = pumpedStores(s);
  const from = s.paths.find((p) => p.id === faultTest.about)?.from ?? stores[0] ?? '';
  return [
    ...(where ? [...outletsOf(s, a, where, faultTest.about), ...adjustFill(s, from, -1)] : []),
    ...stores.flatMap((v) => adjustFill(s, v, 1)),
  ];
}

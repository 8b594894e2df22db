import type { Assessment, Duty } from '../assess/assess.ts';
import type { Reserve } from '../assess/waterBalance.ts';
import { feedingPumps } from '../network/steady.ts';
import { given, ORIGIN, type Given } from '../quantity/index.ts';
import {
  beds,
  isSiphon,
  pumpedLines,
  targetsOf,
  type PumpedLine,
  type Siphon,
  type SystemDocument,
} from '../system/index.ts';

/** Which lines and pumps feed what: read by rules and their adjustments. */

/** The pumped line of an id, or none. */
export const lineOf = (s: SystemDocument, id: string): PumpedLine[] =>
  pumpedLines(s).filter((l) => l.id === id);

/** Pumped lines that draw from a vessel. */
export const linesFrom = (s: SystemDocument, vessel: string): PumpedLine[] =>
  pumpedLines(s).filter((l) => l.from === vessel);

/** Pumped lines that end in a vessel, branches counted. */
export const linesInto = (s: SystemDocument, vessel: string): PumpedLine[] =>
  pumpedLines(s).filter((l) => targetsOf(l).includes(vessel));

/** The siphon of an id, or none. */
export const siphonOf = (s: SystemDocument, id: string): Siphon[] =>
  s.paths.filter(isSiphon).filter((p) => p.id === id);

/** Lines that fill a vessel, straight or through what passes water on to it. */
export function linesFeeding(s: SystemDocument, a: Assessment, vessel: string): PumpedLine[] {
  const pumps = feedingPumps(
    a.net,
    s.vessels.findIndex((v) => v.id === vessel),
  ).map((i) => a.net.paths[i]!.id);
  return pumpedLines(s).filter((l) => pumps.includes(l.id));
}

/** Ids of the beds that the pumps in a vessel fill, straight or through others. */
export const bedsFedFrom = (s: SystemDocument, a: Assessment, vessel: string): string[] =>
  beds(s).flatMap((b) => (linesFeeding(s, a, b.id).some((l) => l.from === vessel) ? [b.id] : []));

/** Pumps but air-lifts: those have no curve and no narrow pipe, only a measured flow. */
export const pumpsWithCurve = (a: Assessment): Duty[] => a.duties.filter((d) => !d.airLift);

/** Of several pumps in one vessel the one that is uncovered first. */
export const uncoveredFirst = (reserves: readonly Reserve[]): Reserve[] =>
  reserves.filter(
    (r) =>
      !reserves.some(
        (o) =>
          o.vessel === r.vessel &&
          (o.volume < r.volume || (o.volume === r.volume && o.pump < r.pump)),
      ),
  );

/** What a flood takes of the water that a pump stands in, as values of a derivation. */
export const floodOf = (r: Reserve): { rest: Given; swing: Given } => ({
  rest: given(String.raw`V_\mathrm{rest}`, 'at rest', r.rest, 'volume', ORIGIN.entered),
  swing: given(
    String.raw`V_\mathrm{swing}`,
    'in beds and pipes',
    r.swing,
    'volume',
    ORIGIN.balance,
  ),
});

import { assess, type SiphonWindow } from '../assess/assess.ts';
import type { CubicMetresPerSecond, Share } from '../quantity/si.ts';
import {
  applyEdits,
  measured,
  pumpedLines,
  targetsOf,
  type Edit,
  type Siphon,
  type SystemDocument,
} from '../system/index.ts';
import type { StartRange } from '../water/siphon.ts';
import { PUMP, pumpAt } from './sensitivity.ts';

/** The siphon's workshop: where the inflow sits in its window, what would centre it, which stock sizes work. */

/** How far the inflow is from both edges of the sure window; above 1 on both sides it works. */
export interface Margins {
  /** Inflow ÷ the flow from which it is sure to start. */
  readonly start: number;
  /** The flow below which it is sure to stop ÷ inflow. */
  readonly stop: number;
  /** The lesser of the two: 1.2 means a fifth to spare on either side. */
  readonly least: number;
}

/**
 * Margins of an inflow in a siphon's window.
 *
 * @param reaches flow that goes down the siphon before it runs, m³/s
 * @param stopsBelow inflow below which it is sure to stop, m³/s
 * @param inflowAtBreak inflow at the break height, m³/s
 */
export function marginsOf(
  start: StartRange,
  reaches: CubicMetresPerSecond,
  stopsBelow: CubicMetresPerSecond,
  inflowAtBreak: CubicMetresPerSecond,
): Margins {
  const a = start.high > 0 ? reaches / start.high : 0;
  const b = inflowAtBreak > 0 ? stopsBelow / inflowAtBreak : Infinity;
  return { start: a, stop: b, least: Math.min(a, b) };
}

/** {@link marginsOf} a siphon as it was assessed. */
export const marginsOfWindow = (w: SiphonWindow): Margins =>
  marginsOf(w.start, w.reaches, w.stopsBelow, w.inflowAtBreak);

/** The inflow that sits in the middle of a window, by ratio; nothing where nothing both starts and stops it. */
export function centreOf(
  w: Pick<SiphonWindow, 'start' | 'stopsBelow'>,
): CubicMetresPerSecond | null {
  return w.start.high < w.stopsBelow ? Math.sqrt(w.start.high * w.stopsBelow) : null;
}

/** What the inflow may really be: a tired pump, or a good one; as measured where it was. */
export function inflowBand(s: SystemDocument, siphon: Siphon): readonly [number, number] {
  const lines = pumpedLines(s).filter((l) => feeds(s, l.id, siphon));
  const known = lines.every((l) => measured(s, 'flow', l.id));
  const at = (share: number) => {
    const edits: Edit[] = lines
      .filter((l) => !measured(s, 'flow', l.id))
      .flatMap((l) => pumpAt(l, share));
    return assess(applyEdits(s, edits)).siphons.find((w) => w.id === siphon.id)!.inflow;
  };
  if (known) {
    const q = at(1);
    return [q, q];
  }
  return [at(PUMP[0]), at(PUMP[1])];
}

/** Whether a line brings water to the bed of a siphon, straight or through what it is joined with. */
function feeds(s: SystemDocument, line: string, siphon: Siphon): boolean {
  const l = pumpedLines(s).find((x) => x.id === line)!;
  const reach = new Set(targetsOf(l));
  for (let more = true; more;) {
    more = false;
    for (const p of s.paths) {
      if (p.kind === 'pumped-line') continue;
      for (const [a, b] of p.kind === 'link'
        ? [
            [p.from, p.to],
            [p.to, p.from],
          ]
        : [[p.from, p.to]]) {
        if (reach.has(a!) && !reach.has(b!) && b !== l.from) {
          reach.add(b!);
          more = true;
        }
      }
    }
  }
  return reach.has(siphon.from);
}

/** Lines that feed a siphon's bed. */
export const linesFeedingSiphon = (s: SystemDocument, siphon: Siphon) =>
  pumpedLines(s).filter((l) => feeds(s, l.id, siphon));

/** A tap's opening in the words of a hand: “a third open”. */
export function openingInWords(open: Share): string {
  const steps: readonly (readonly [number, string])[] = [
    [0.05, 'shut'],
    [0.15, 'a crack open'],
    [0.25, 'a quarter open'],
    [1 / 3, 'a third open'],
    [0.5, 'half open'],
    [2 / 3, 'two thirds open'],
    [0.75, 'three quarters open'],
    [0.9, 'almost open'],
    [1, 'open'],
  ];
  return steps.reduce((best, step) =>
    Math.abs(step[0] - open) < Math.abs(best[0] - open) ? step : best,
  )[1];
}

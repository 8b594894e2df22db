import type { PipeSize } from '../catalogue/index.ts';
import { boreOf, drainRun } from '../network/pipes.ts';
import { assess } from '../assess/assess.ts';
import type { CubicMetresPerSecond, Metres, Share } from '../quantity/si.ts';
import {
  applyEdits,
  measured,
  vesselOf,
  type Edit,
  type Siphon,
  type SystemDocument,
} from '../system/index.ts';
import { fullPipeFlow } from '../water/pipe.ts';
import { STOPS_SHARE, startKind, startRange, type StartRange } from '../water/siphon.ts';
import { type Margins, marginsOf, marginsOfWindow, linesFeedingSiphon } from './window.ts';
import { DROPS, rigid, bellFor, madeOf, roomBelow } from './siphon.ts';

/** A combination of stock sizes that works for a bed and its pump. */
export interface StockChoice {
  readonly pipe: PipeSize;
  readonly mouth: PipeSize;
  readonly bell: PipeSize | null;
  readonly drop: Metres;
  readonly open: Share | null;
  readonly inflow: CubicMetresPerSecond;
  readonly start: StartRange;
  readonly stopsBelow: CubicMetresPerSecond;
  readonly margins: Margins;
  readonly edits: readonly Edit[];
}

/** Openings that are tried where the line has a tap. */
const OPENINGS: readonly Share[] = [1, 0.9, 0.8, 0.75, 0.7, 0.65, 0.6, 0.55, 0.5, 0.45, 0.4, 1 / 3];

/**
 * Every combination of standpipe, mouth, bell, drop and tap that starts and stops for sure with this bed
 * and pump, best margin first.
 *
 * @param most that are returned
 */
export function stockChoices(s: SystemDocument, siphon: Siphon, most = 60): StockChoice[] {
  const line = linesFeedingSiphon(s, siphon)[0];
  const taps: (Share | null)[] =
    line && line.valve !== null && !line.branches.length ? [...OPENINGS] : [null];
  const bed = vesselOf(s, siphon.from);
  const widest = Math.min(...footRoom(bed.shape));
  const temperature = s.site.waterTemperature;
  const below = roomBelow(s, siphon);
  const kept = measured(s, 'starting-flow', siphon.id)?.flow;
  const bored = measured(s, 'bore', siphon.id);
  const forgotten: Edit[] = bored ? [{ at: `measurements.${bored.id}`, to: undefined }] : [];
  const mouths = (size: PipeSize): PipeSize[] =>
    siphon.kind === 'loop-siphon'
      ? [size]
      : rigid.filter((m) => m.bore >= size.bore && m.bore <= 2.2 * size.bore);
  const out: StockChoice[] = [];
  for (const open of taps) {
    const edits: Edit[] =
      open === null || !line ? [] : [{ at: `paths.${line.id}.valve`, to: open }];
    const base = edits.length ? applyEdits(s, edits) : s;
    const a = assess(base);
    const now = a.siphons.find((w) => w.id === siphon.id);
    if (!now || now.inflow <= 0) continue;
    // A pipe that ends under the tank's water falls only as far as that.
    const to = base.vessels.findIndex((v) => v.id === siphon.to);
    const fall = bed.floor - (base.vessels[to]!.floor + a.balance.rest[to]!.level);
    for (const size of rigid) {
      if (size.bore > 0.06) continue;
      for (const mouth of mouths(size)) {
        const made = madeOf(siphon, size, mouth);
        if (!made) continue;
        const bell =
          siphon.kind === 'bell-siphon' ? (bellFor(size.bore, mouth.outside!) ?? null) : null;
        if (bell && bell.outside! > 0.4 * widest) continue;
        // A measured bore is that of the pipe that is taken out.
        const fresh = size.id === siphon.pipe ? made : [...made, ...forgotten];
        const parts = applyEdits(base, fresh);
        const p = parts.paths.find((x) => x.id === siphon.id) as Siphon;
        const kind =
          p.kind === 'loop-siphon'
            ? ('loop' as const)
            : startKind(mouth.bore, size.bore, p.waterLock);
        // A measured starting flow belongs to the pipe it was measured on.
        const own = size.bore === boreOf(s, siphon) ? kept : undefined;
        const start = startRange(kind, size.bore, own);
        for (const drop of DROPS) {
          if (drop > below) break;
          const pipe = drainRun(parts, { ...p, drop });
          const flow =
            p.efficiency * fullPipeFlow(p.breakHeight + Math.min(drop, fall), pipe, temperature);
          const stopsBelow = STOPS_SHARE * flow;
          const margins = marginsOf(start, now.inflow, stopsBelow, now.inflowAtBreak);
          if (margins.least < 1) continue;
          out.push({
            pipe: size,
            mouth,
            bell,
            drop,
            open,
            inflow: now.inflow,
            start,
            stopsBelow,
            margins,
            edits: [...edits, ...fresh, { at: `paths.${siphon.id}.drop`, to: drop }],
          });
        }
      }
    }
  }
  return exactly(s, siphon.id, out.sort(bestFirst), most);
}

const bestFirst = (a: StockChoice, b: StockChoice) => b.margins.least - a.margins.least;
/** So many times more combinations than are wanted are worked out whole. */
const TRIES = 3;

/** The best of them worked out with the whole system: other outlets may take from what would start it. */
function exactly(
  s: SystemDocument,
  siphon: string,
  sorted: readonly StockChoice[],
  most: number,
): StockChoice[] {
  const out: StockChoice[] = [];
  for (const c of sorted.slice(0, TRIES * most)) {
    const w = assess(applyEdits(s, c.edits)).siphons.find((x) => x.id === siphon);
    if (!w) continue;
    const margins = marginsOfWindow(w);
    if (margins.least < 1) continue;
    out.push({ ...c, inflow: w.inflow, start: w.start, stopsBelow: w.stopsBelow, margins });
    if (out.length === most) break;
  }
  return out.sort(bestFirst);
}

/** Length and breadth of a bed's floor, m. */
function footRoom(shape: ReturnType<typeof vesselOf>['shape']): number[] {
  switch (shape.kind) {
    case 'box':
    case 'pond':
      return [shape.length, shape.width];
    case 'cylinder':
      return [shape.diameter];
    case 'tapered-box':
      return [shape.bottomLength, shape.bottomWidth];
    case 'tapered-round':
      return [shape.bottomDiameter];
    case 'half-barrel':
      return [shape.diameter, shape.length];
    case 'measured':
      return [shape.width];
  }
}

import type { CubicMetres, CubicMetresPerSecond, Metres, Seconds, Share } from '../quantity/si.ts';
import { beds } from '../system/find.ts';
import type { SystemDocument } from '../system/types.ts';
import { boreArea } from '../water/constants.ts';
import { pumpCurve } from '../water/pump.ts';
import { STOPS_SHARE, startVerdict, stopVerdict, type StartRange } from '../water/siphon.ts';
import { rimFlow, selfVentingBore } from '../water/drain.ts';
import { volumeAt } from '../water/vessel.ts';
import {
  accountsOf,
  grossTo,
  looseDeliveries,
  weightsOf,
  type Accounts,
  type LooseDelivery,
  type Weight,
} from './accounts.ts';
import { compile } from './compile.ts';
import { drainHead, pumpFlow, runningFlow, spillingFlow, staticHead } from './flow.ts';
import {
  drainTime,
  drainsOf,
  fillTime,
  firstLevel,
  floodMark,
  inflowOf,
  pumpsOf,
  residueLevel,
  restVolumes,
  siphonsOf,
  spillingOut,
  surfaces,
} from './statics.ts';
import { DAY, type DrainPath, type NetControl, type Network } from './types.ts';

/** A pump and its line at the rest level. */
export interface Duty {
  readonly id: string;
  readonly name: string;
  readonly from: string;
  readonly to: string;
  readonly staticHead: Metres;
  /** From the water to an unvented peak, which the pump must reach to start; null where there is none. */
  readonly peakHead: Metres | null;
  readonly losses: Metres;
  readonly flow: CubicMetresPerSecond;
  readonly velocity: number;
  readonly maxFlow: CubicMetresPerSecond;
  readonly maxHead: Metres;
  readonly bore: Metres;
  readonly length: Metres;
  readonly sumK: number;
  /** Share of the day it is switched on, its shortest on-time and its shortest pause. */
  readonly onShare: Share;
  readonly shortestOn: Seconds;
  readonly shortestOff: Seconds;
}

/** A siphon's window and where the inflow sits in it. */
export interface SiphonWindow {
  readonly id: string;
  readonly bed: string;
  readonly start: StartRange;
  /** What can go down the pipe before it runs full: the inflow less what other ways out take first. */
  readonly reaches: CubicMetresPerSecond;
  readonly inflow: CubicMetresPerSecond;
  readonly inflowAtBreak: CubicMetresPerSecond;
  readonly flowAtCrest: CubicMetresPerSecond;
  readonly flowAtBreak: CubicMetresPerSecond;
  readonly stopsBelow: CubicMetresPerSecond;
  readonly starts: 'no' | 'maybe' | 'yes';
  readonly stops: 'yes' | 'maybe' | 'no';
}

/** A bed's static figures. */
export interface BedFigures {
  readonly id: string;
  readonly inflow: CubicMetresPerSecond;
  readonly highest: Metres;
  readonly flood: Metres;
  readonly residue: Metres;
  readonly fill: Seconds;
  readonly drain: Seconds;
  readonly gross: CubicMetres;
  /** Its lowest way out, and what the others carry with that one shut, the bed full to 10 mm under the rim. */
  readonly mainDrain: string | null;
  readonly otherWays: CubicMetresPerSecond;
  /** With the main drain shut at the flood mark: time until the water reaches the rim, if it does. */
  readonly toRim: Seconds;
  /** What all ways carry there. */
  readonly allWays: CubicMetresPerSecond;
  readonly selfVenting: Metres;
}

/** Everything that follows from a system without time. */
export interface Assessment {
  readonly net: Network;
  readonly accounts: Accounts;
  readonly weights: readonly Weight[];
  readonly loose: readonly LooseDelivery[];
  readonly duties: readonly Duty[];
  readonly siphons: readonly SiphonWindow[];
  readonly beds: readonly BedFigures[];
}

/** A bed counts as full this far under its rim. */
export const RIM_MARGIN: Metres = 0.01;

/** On-share of a day, and the shortest spans; the day wraps from midnight to midnight. */
export function rhythmOf(control: NetControl): { onShare: Share; on: Seconds; off: Seconds } {
  const spans = control.spans;
  if (spans === null) return { onShare: 1, on: Infinity, off: Infinity };
  if (spans.length === 0) return { onShare: 0, on: 0, off: DAY };
  let on = Infinity;
  let off = Infinity;
  let sum = 0;
  const wraps = spans.length > 1 && spans[0]![0] === 0 && spans[spans.length - 1]![1] === DAY;
  spans.forEach(([a, b], i) => {
    sum += b - a;
    const next = spans[i + 1];
    if (next) off = Math.min(off, next[0] - b);
    else if (!wraps) off = Math.min(off, spans[0]![0] + DAY - b || Infinity);
    const isEnd = wraps && i === spans.length - 1;
    const length = wraps && i === 0 ? b + (DAY - spans[spans.length - 1]![0]) : b - a;
    // A span that only the end of the day cuts short is no real on-time.
    if (!isEnd && !(b === DAY && spans.length > 1)) on = Math.min(on, length);
  });
  return { onShare: sum / DAY, on: Number.isFinite(on) ? on : sum, off };
}

function dutiesOf(net: Network, rest: readonly CubicMetres[]): Duty[] {
  const at = surfaces(net, rest);
  return pumpsOf(net).map((p) => {
    const source = at[p.from]!;
    const head = staticHead(p, source, at[p.to]!);
    const flow = pumpFlow(net, p, source, at[p.to]!);
    const curve = pumpCurve(p.figures);
    const { onShare, on, off } = rhythmOf(net.controls[p.control]!);
    return {
      id: p.id,
      name: p.name,
      from: net.vessels[p.from]!.id,
      to: net.vessels[p.to]!.id,
      staticHead: head,
      peakHead: p.startZ === null ? null : p.startZ - source,
      losses: flow > 0 ? curve.headAt(flow) - head : 0,
      flow,
      velocity: flow / boreArea(p.line.bore),
      maxFlow: curve.maxFlow,
      maxHead: curve.maxHead,
      bore: p.line.bore,
      length: p.line.length,
      sumK: p.line.sumK,
      onShare,
      shortestOn: on,
      shortestOff: off,
    };
  });
}

function windowOf(net: Network, p: DrainPath, accounts: Accounts): SiphonWindow {
  const v = net.vessels[p.from]!;
  const deep = surfaces(
    net,
    accounts.deepest.map((r) => r.volume),
  );
  const rest = surfaces(
    net,
    accounts.rest.map((r) => r.volume),
  );
  const prime = p.prime!;
  const inflow = inflowOf(net, p.from, deep);
  const inflowAtBreak = inflowOf(net, p.from, rest);
  // Level at which the bed would stand if the pipe never ran full; what then goes down this pipe.
  const steady = steadyLevel(net, p.from, inflow, deep);
  const reaches =
    inflow > 0
      ? spillingFlow(net, p, steady - p.crest, drainHead(p, v.floorZ + steady, deep[p.to]!))
      : 0;
  const flowAtBreak = runningFlow(net, p, drainHead(p, v.floorZ + prime.breakLevel, rest[p.to]!));
  return {
    id: p.id,
    bed: v.id,
    start: prime.start,
    reaches,
    inflow,
    inflowAtBreak,
    flowAtCrest: runningFlow(net, p, drainHead(p, v.floorZ + p.crest, deep[p.to]!)),
    flowAtBreak,
    stopsBelow: STOPS_SHARE * flowAtBreak,
    starts: startVerdict(reaches, prime.start),
    stops: stopVerdict(inflowAtBreak, flowAtBreak),
  };
}

/** Level at which a bed would stand if nothing ran full. */
function steadyLevel(
  net: Network,
  vessel: number,
  inflow: CubicMetresPerSecond,
  at: readonly Metres[],
): Metres {
  const top = net.vessels[vessel]!.height + 0.3;
  return firstLevel((level) => spillingOut(net, vessel, level, at), inflow, 0, top);
}

function bedFigures(
  s: SystemDocument,
  net: Network,
  accounts: Accounts,
  index: number,
): BedFigures {
  const v = net.vessels[index]!;
  const deep = surfaces(
    net,
    accounts.deepest.map((r) => r.volume),
  );
  const rest = surfaces(
    net,
    accounts.rest.map((r) => r.volume),
  );
  const inflow = inflowOf(net, index, deep);
  const drains = drainsOf(net).filter((p) => p.from === index);
  const main = [...drains].sort((a, b) => a.crest - b.crest)[0] ?? null;
  const full = v.height - RIM_MARGIN;
  const overRim = v.rimTo < 0 ? 0 : rimFlow(0.015, v.rimWidth);
  return {
    id: v.id,
    inflow,
    highest: accounts.deepest[index]!.level,
    flood: floodMark(net, index, rest),
    residue: residueLevel(net, index, true),
    fill: fillTime(net, index),
    drain: drainTime(net, index),
    gross: grossTo(s, index, v.height),
    mainDrain: main?.id ?? null,
    otherWays: main ? spillingOut(net, index, full, deep, main) + overRim : overRim,
    toRim:
      inflow > 0
        ? (volumeAt(v.room, v.height) - volumeAt(v.room, accounts.deepest[index]!.level)) / inflow
        : Infinity,
    allWays: spillingOut(net, index, full, deep),
    selfVenting: selfVentingBore(Math.max(inflow, 1e-9)),
  };
}

/** Works out everything that needs no time: network, accounts, duties, windows, beds. */
export function assess(s: SystemDocument): Assessment {
  const net = compile(s);
  const accounts = accountsOf(s, net);
  const rest = restVolumes(net);
  return {
    net,
    accounts,
    weights: weightsOf(s, accounts),
    loose: looseDeliveries(net, rest),
    duties: dutiesOf(net, rest),
    siphons: siphonsOf(net).map((p) => windowOf(net, p, accounts)),
    beds: beds(s).map((v) => bedFigures(s, net, accounts, s.vessels.indexOf(v))),
  };
}

import type { CubicMetres, CubicMetresPerSecond, Metres, Seconds, Share } from '../quantity/si.ts';
import { beds } from '../system/find.ts';
import type { SystemDocument } from '../system/types.ts';
import { boreArea } from '../water/constants.ts';
import { pumpCurve } from '../water/pump.ts';
import { headLoss } from '../water/pipe.ts';
import { STOPS_SHARE, startVerdict, stopVerdict, type StartRange } from '../water/siphon.ts';
import { rimFlow, selfVentingBore } from '../water/drain.ts';
import {
  waterBalanceOf,
  grossTo,
  looseDeliveries,
  weightsOf,
  type WaterBalance,
  type LooseDelivery,
  type VesselWeight,
} from './waterBalance.ts';
import { compile } from './compile.ts';
import { drainHead, liftedTo, runningFlow, spillingFlow } from '../network/flow.ts';
import { jointVolume, residueLevel } from '../network/equilibrium.ts';
import { atRest, floodMark } from '../network/statics.ts';
import { bedCycle } from './cycle.ts';
import {
  drainsOf,
  empties,
  levelPassing,
  pumpedFlows,
  pumpsOf,
  siphonsOf,
  outletFlows,
} from '../network/steady.ts';
import {
  type DrainPath,
  type LinkPath,
  type NetControl,
  type NetPath,
  type Network,
  type PumpPath,
} from '../network/types.ts';

/** A pump and its line at the rest level. */
export interface Duty {
  readonly id: string;
  readonly name: string;
  readonly from: string;
  /** Its first delivery's vessel. */
  readonly to: string;
  /** Every delivery with its flow; one where the line has one end. */
  readonly branches: readonly {
    readonly id: string;
    readonly to: string;
    readonly flow: CubicMetresPerSecond;
  }[];
  readonly airLift: boolean;
  /** It empties the vessel it stands in, by a float. */
  readonly empties: boolean;
  /** To the highest of its ends. */
  readonly staticHead: Metres;
  /** From the water to an unvented peak, which the pump must reach to start; null where there is none. */
  readonly peakHead: Metres | null;
  /** What the pump gives at the flow, {@link staticHead} and {@link losses} together. */
  readonly head: Metres;
  readonly losses: Metres;
  /** Of these, what the pipe and its fittings take; the rest is held back by taps. */
  readonly pipeLoss: Metres;
  readonly flow: CubicMetresPerSecond;
  readonly velocity: number;
  readonly maxFlow: CubicMetresPerSecond;
  readonly maxHead: Metres;
  readonly bore: Metres;
  readonly length: Metres;
  readonly sumK: number;
  /** Of ΣK, the tap of a line with one end. */
  readonly tapK: number;
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
  /** What can go down the pipe before it runs full: the inflow less what other outlets take first. */
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
  /** It is flooded to a mark; a dripped bed that drains freely is not. */
  readonly floods: boolean;
  /** It stands part full for good: constant inflow over a fixed overflow. */
  readonly trickle: boolean;
  readonly inflow: CubicMetresPerSecond;
  /** The highest level that it is built for, were there water enough to fill it. */
  readonly highest: Metres;
  readonly flood: Metres;
  readonly residue: Metres;
  /** From its lowest level to the flood mark, and back; Infinity where it never gets there. */
  readonly fill: Seconds;
  readonly drain: Seconds;
  /** From its pump's start until it is flooded, and from its pump's stop until it is drained. */
  readonly fromOn: Seconds;
  readonly fromOff: Seconds;
  readonly gross: CubicMetres;
  /** Its lowest outlet, and what the others carry with that one shut, the bed full to 10 mm under the rim. */
  readonly mainDrain: string | null;
  readonly otherOutlets: CubicMetresPerSecond;
  /** With the main drain shut at the flood mark: time until the water reaches the rim, if it does. */
  readonly toRim: Seconds;
  /** What all ways carry there. */
  readonly allOutlets: CubicMetresPerSecond;
  readonly selfVenting: Metres;
}

/** Everything that follows from a system without time. */
export interface Assessment {
  readonly net: Network;
  readonly balance: WaterBalance;
  readonly weights: readonly VesselWeight[];
  readonly loose: readonly LooseDelivery[];
  readonly duties: readonly Duty[];
  readonly siphons: readonly SiphonWindow[];
  readonly beds: readonly BedFigures[];
}

/** A bed counts as full this far under its rim. */
const RIM_MARGIN: Metres = 0.01;

/** Share of the time that a control is on, and its shortest spans; its period wraps from end to start. */
export function rhythmOf(control: NetControl): { onShare: Share; on: Seconds; off: Seconds } {
  const { spans, period } = control;
  if (spans === null) return { onShare: 1, on: Infinity, off: Infinity };
  if (spans.length === 0) return { onShare: 0, on: 0, off: period };
  let on = Infinity;
  let off = Infinity;
  let sum = 0;
  const wraps = spans.length > 1 && spans[0]![0] === 0 && spans[spans.length - 1]![1] === period;
  spans.forEach(([a, b], i) => {
    sum += b - a;
    const next = spans[i + 1];
    if (next) off = Math.min(off, next[0] - b);
    else if (!wraps) off = Math.min(off, spans[0]![0] + period - b || Infinity);
    const isEnd = wraps && i === spans.length - 1;
    const length = wraps && i === 0 ? b + (period - spans[spans.length - 1]![0]) : b - a;
    // A span that only the end of the period cuts short is no real on-time.
    if (!isEnd && !(b === period && spans.length > 1)) on = Math.min(on, length);
  });
  return { onShare: sum / period, on: Number.isFinite(on) ? on : sum, off };
}

/** Height over which each end of a pump's line must be lifted: its highest point, or the surface it ends under. */
export const liftEnds = (net: Network, p: PumpPath, at: readonly Metres[]): Metres[] =>
  (p.manifold < 0
    ? [p]
    : net.manifolds[p.manifold]!.outlets.map((o) => net.paths[o.path] as PumpPath)
  ).map((end) => liftedTo(end, at[end.to]!));

function dutiesOf(net: Network): Duty[] {
  const { at } = atRest(net);
  const flows = pumpedFlows(net, at);
  return pumpsOf(net).map((p): Duty => {
    const index = net.paths.indexOf(p);
    const source = at[p.from]!;
    const m = p.manifold >= 0 ? net.manifolds[p.manifold]! : null;
    const outlets = m ? m.outlets.map((o) => o.path) : [index];
    const flow = outlets.reduce((sum, i) => sum + flows[i]!, 0);
    const pipe = m ? m.trunk : p.line;
    const curve = pumpCurve(p.figures);
    const head = Math.max(...liftEnds(net, p, at)) - source;
    const { onShare, on, off } = rhythmOf(net.controls[p.control]!);
    return {
      id: p.id,
      name: p.name,
      from: net.vessels[p.from]!.id,
      to: net.vessels[p.to]!.id,
      branches: outlets.map((i) => ({
        id: net.paths[i]!.id,
        to: net.vessels[net.paths[i]!.to]!.id,
        flow: flows[i]!,
      })),
      airLift: p.steady !== null,
      empties: empties(p),
      staticHead: head,
      peakHead: p.startZ === null ? null : p.startZ - source,
      head: flow > 0 && p.steady === null ? curve.headAt(flow) : head,
      losses: flow > 0 && p.steady === null ? curve.headAt(flow) - head : 0,
      pipeLoss:
        flow > 0 && p.steady === null
          ? headLoss(flow, m ? pipe : { ...pipe, sumK: pipe.sumK - p.tapK }, net.temperature)
          : 0,
      flow,
      velocity: flow / boreArea(pipe.bore),
      maxFlow: p.steady ?? curve.maxFlow,
      maxHead: curve.maxHead,
      bore: pipe.bore,
      length: pipe.length,
      sumK: pipe.sumK,
      tapK: m ? 0 : p.tapK,
      onShare,
      shortestOn: on,
      shortestOff: off,
    };
  });
}

function windowOf(net: Network, p: DrainPath, balance: WaterBalance): SiphonWindow {
  const v = net.vessels[p.from]!;
  const { at: deep, steady: flowing } = balance.full;
  const rest = atRest(net).at;
  const prime = p.prime!;
  const inflow = flowing.inflow[p.from]!;
  const inflowAtBreak = atRest(net).steady.inflow[p.from]!;
  // Level at which the bed would stand if the pipe never ran full; what then goes down this pipe.
  const steady = levelPassing(net, p.from, inflow, deep);
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

/** A bed's lowest outlet over a crest: its own drain or one in a vessel joined with it; else what it passes on through. */
function mainWay(net: Network, index: number): NetPath | null {
  const { joined } = net.vessels[index]!;
  // What a pump empties has its overflow for the day on which that fails.
  if (pumpsOf(net).some((p) => empties(p) && joined.includes(p.from))) return null;
  const crestZ = (p: DrainPath) => net.vessels[p.from]!.floorZ + p.crest;
  const drains = drainsOf(net)
    .filter((p) => joined.includes(p.from))
    .sort((a, b) => crestZ(a) - crestZ(b));
  if (drains[0]) return drains[0];
  const links = net.paths
    .filter(
      (p): p is LinkPath => p.kind === 'link' && joined.includes(p.from) && !joined.includes(p.to),
    )
    .sort((a, b) => a.sillFrom - b.sillFrom);
  return links[0] ?? null;
}

function bedFigures(
  s: SystemDocument,
  net: Network,
  balance: WaterBalance,
  index: number,
): BedFigures {
  const v = net.vessels[index]!;
  const { at: deep, steady: flowing } = balance.full;
  const rest = atRest(net).at;
  const inflow = flowing.inflow[index]!;
  const main = mainWay(net, index);
  // Full to just under the lowest rim of those that stand joined.
  const lowest = Math.min(...v.joined.map((i) => net.vessels[i]!.floorZ + net.vessels[i]!.height));
  const full = lowest - v.floorZ - RIM_MARGIN;
  const overRim = v.rimTo < 0 ? 0 : rimFlow(0.015, v.rimWidth);
  const toRim =
    jointVolume(net, v, lowest) - jointVolume(net, v, v.floorZ + balance.deepest[index]!.level);
  const residue = residueLevel(net, index, true);
  const always = net.paths.every(
    (p) => p.kind !== 'pump' || !v.joined.includes(p.to) || net.controls[p.control]!.spans === null,
  );
  return {
    id: v.id,
    floods: v.floodLevel !== null,
    trickle: v.floodLevel !== null && always && residue >= 0.9 * v.floodLevel,
    inflow,
    highest: balance.full.levels[index]!,
    flood: floodMark(net, index, rest),
    residue,
    // Followed only when it is asked for: while a handle moves, the day's own times are at hand.
    get fill() {
      return bedCycle(net, v.id).fill;
    },
    get drain() {
      return bedCycle(net, v.id).drain;
    },
    get fromOn() {
      return bedCycle(net, v.id).fromOn;
    },
    get fromOff() {
      return bedCycle(net, v.id).fromOff;
    },
    gross: grossTo(s, index, v.height),
    mainDrain: main?.id ?? null,
    otherOutlets:
      (main ? outletFlows(net, index, full, deep, main) : outletFlows(net, index, full, deep)) +
      overRim,
    toRim: inflow > 0 ? Math.max(0, toRim) / inflow : Infinity,
    allOutlets: outletFlows(net, index, full, deep),
    selfVenting: selfVentingBore(Math.max(inflow, 1e-9)),
  };
}

/** Works out everything that needs no time: network, balance, duties, windows, beds. */
export function assess(s: SystemDocument): Assessment {
  const net = compile(s);
  const balance = waterBalanceOf(s, net);
  const { rest } = atRest(net);
  return {
    net,
    balance,
    weights: weightsOf(s, balance),
    loose: looseDeliveries(net, rest),
    duties: dutiesOf(net),
    // One that is given air, as in service, only spills and has no window.
    siphons: siphonsOf(net)
      .filter((p) => p.prime !== null)
      .map((p) => windowOf(net, p, balance)),
    beds: beds(s).map((v) => bedFigures(s, net, balance, s.vessels.indexOf(v))),
  };
}

/** The beds that clean a tank's water: with one tank all of them, however the water gets there. */
export function bedsOfTank(s: SystemDocument, a: Assessment, tank: string): BedFigures[] {
  const many = s.vessels.filter((v) => v.role === 'tank').length > 1;
  const straight = (bed: string) =>
    a.duties.some((d) => d.from === tank && d.branches.some((x) => x.to === bed));
  return a.beds.filter((b) => b.inflow > 0 && (!many || straight(b.id)));
}

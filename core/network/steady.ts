import type { CubicMetresPerSecond, Metres } from '../quantity/si.ts';
import { rimFlow } from '../water/drain.ts';
import { root } from '../numerics/root.ts';
import { drainHead, manifoldFlows, openFlow, pumpFlow, spillingFlow } from './flow.ts';
import type { BackPath, DrainPath, NetPath, NetVessel, Network, PumpPath } from './types.ts';

/** What runs where when the pumps have been on for long: no time, no switches. */

/** Every delivery of every pump. */
export const deliveriesOf = (net: Network): PumpPath[] =>
  net.paths.filter((p): p is PumpPath => p.kind === 'pump');
/** One path a pump: its first delivery. */
export const pumpsOf = (net: Network): PumpPath[] =>
  net.paths.filter((p, i): p is PumpPath => p.kind === 'pump' && p.lead === i);
/** Standpipes and siphons. */
export const drainsOf = (net: Network): DrainPath[] =>
  net.paths.filter((p): p is DrainPath => p.kind === 'drain');
/** Drains that can run full as a siphon. */
export const siphonsOf = (net: Network): DrainPath[] => drainsOf(net).filter((p) => p.siphon);

/** A pump that empties what a float stands in: it does not run while that fills. */
export const empties = (p: PumpPath): boolean => p.float !== null && p.float.on > p.float.off;

/** Deliveries of the pumps that fill something. */
export const drawing = (net: Network): PumpPath[] => deliveriesOf(net).filter((p) => !empties(p));

/**
 * Pumps that fill a vessel, by the index of their first path: those that deliver into it or what it is joined
 * with; where there are none, those that fill what passes water on to it, however far up.
 */
export function feedingPumps(net: Network, vessel: number): number[] {
  const seen = new Set(net.vessels[vessel]!.joined);
  let layer = [...seen];
  while (layer.length) {
    const here = new Set(layer);
    const pumps = drawing(net).flatMap((p) => (here.has(p.to) ? [p.lead] : []));
    if (pumps.length) return [...new Set(pumps)];
    const above = new Set<number>();
    const rise = (from: number) => {
      for (const j of net.vessels[from]!.joined) if (!seen.has(j)) above.add(j);
    };
    for (const p of net.paths) if (isOutlet(p) && here.has(p.to)) rise(p.from);
    net.vessels.forEach((v, i) => {
      if (v.rimTo >= 0 && here.has(v.rimTo)) rise(i);
    });
    for (const j of above) seen.add(j);
    layer = [...above];
  }
  return [];
}

/** A way by which water leaves a vessel by itself, without a pump standing still for it. */
type Outlet = Exclude<NetPath, PumpPath | BackPath>;
const isOutlet = (p: NetPath): p is Outlet => p.kind !== 'pump' && p.kind !== 'back';

/** Asked for at every step of a search for a level, and the same as long as the network is. */
const knownOutlets = new WeakMap<Network, Outlet[][]>();

/**
 * Outlets of a vessel and those it is joined with, to other vessels.
 *
 * @param vessel its index
 */
export function gravityOutlets(net: Network, vessel: number): readonly Outlet[] {
  let outlets = knownOutlets.get(net);
  if (!outlets) {
    outlets = net.vessels.map(({ joined }) =>
      net.paths.filter(
        (p): p is Outlet => isOutlet(p) && joined.includes(p.from) && !joined.includes(p.to),
      ),
    );
    knownOutlets.set(net, outlets);
  }
  return outlets[vessel]!;
}

/** Flow of an outlet at a surface above the ground, nothing running full. */
function outletFlow(
  net: Network,
  p: Outlet,
  z: Metres,
  at: readonly Metres[],
): CubicMetresPerSecond {
  const v = net.vessels[p.from]!;
  const level = z - v.floorZ;
  if (p.kind === 'drain') return spillingFlow(net, p, level - p.crest, drainHead(p, z, at[p.to]!));
  if (level <= 0) return 0;
  return Math.max(0, openFlow(net, p, level, at[p.to]! - net.vessels[p.to]!.floorZ));
}

/** Flow over the rim of one vessel, at a surface above the ground. */
const overRim = (m: NetVessel, z: Metres): CubicMetresPerSecond =>
  rimFlow(z - m.floorZ - m.height, m.rimWidth);

/** Flow over the rims of a vessel and those it is joined with, at a surface above the ground. */
const overRims = (net: Network, v: NetVessel, z: Metres): CubicMetresPerSecond => {
  let q = 0;
  for (const i of v.joined) q += overRim(net.vessels[i]!, z);
  return q;
};

/**
 * Flow out of a vessel, and those joined with it, over drains, holes, links and rims at a level of it.
 *
 * @param vessel its index
 * @param level above its floor, m
 * @param at surface of every vessel above the ground, m
 * @returns m³/s
 */
export function outletFlows(
  net: Network,
  vessel: number,
  level: Metres,
  at: readonly Metres[],
  except?: NetPath,
): CubicMetresPerSecond {
  const v = net.vessels[vessel]!;
  const z = v.floorZ + level;
  let q = overRims(net, v, z);
  for (const p of gravityOutlets(net, vessel)) if (p !== except) q += outletFlow(net, p, z, at);
  return q;
}

/** Where the flow of every pump and of what runs on from it goes. */
export interface Steady {
  /** Flow of each path: pumps and outlets; m³/s. */
  readonly flows: readonly CubicMetresPerSecond[];
  /** Over the rim of each vessel. */
  readonly overRims: readonly CubicMetresPerSecond[];
  /** Into each vessel with those that it is joined with. */
  readonly inflow: readonly CubicMetresPerSecond[];
  /** Drawn by pumps from each vessel with those that it is joined with. */
  readonly drawn: readonly CubicMetresPerSecond[];
}

/** Surface that a pump draws from, taken as covered: never below its intake. */
export const coveredSurface = (net: Network, p: PumpPath, at: readonly Metres[]): Metres =>
  Math.max(at[p.from]!, net.vessels[p.from]!.floorZ + p.intake);

/** Flows of all deliveries, pumps on and covered, at given surfaces; by path. */
export function pumpedFlows(net: Network, at: readonly Metres[]): CubicMetresPerSecond[] {
  const flows = net.paths.map(() => 0);
  net.paths.forEach((p, i) => {
    if (p.kind !== 'pump' || p.lead !== i) return;
    if (p.manifold < 0) flows[i] = pumpFlow(net, p, at, coveredSurface(net, p, at));
    else {
      const m = net.manifolds[p.manifold]!;
      const q = manifoldFlows(net, m, coveredSurface(net, p, at), (x) => at[x.to]!);
      m.outlets.forEach((o, k) => (flows[o.path] = q[k]!));
    }
  });
  return flows;
}

/** Level at which what runs out by itself equals a flow, above the vessel's floor. */
export function levelPassing(
  net: Network,
  vessel: number,
  flow: CubicMetresPerSecond,
  at: readonly Metres[],
  except?: NetPath,
): Metres {
  const top = net.vessels[vessel]!.height + 0.3;
  return firstLevel((level) => outletFlows(net, vessel, level, at, except), flow, 0, top);
}

/** How a flow leaves a vessel and those it is joined with: over each outlet, then over each rim. */
function sharedOut(
  net: Network,
  vessel: number,
  passes: CubicMetresPerSecond,
  at: readonly Metres[],
): number[] {
  const v = net.vessels[vessel]!;
  const outlets = gravityOutlets(net, vessel);
  const nothing = new Array<number>(outlets.length + v.joined.length).fill(0);
  if (!(passes > 1e-12)) return nothing;
  if (outlets.length === 1 && v.joined.every((j) => net.vessels[j]!.rimTo < 0)) {
    nothing[0] = passes;
    return nothing;
  }
  const z = v.floorZ + levelPassing(net, vessel, passes, at);
  const shares = [
    ...outlets.map((p) => outletFlow(net, p, z, at)),
    ...v.joined.map((j) => overRim(net.vessels[j]!, z)),
  ];
  const sum = shares.reduce((a, b) => a + b, 0);
  return sum > 0 ? shares.map((q) => (passes * q) / sum) : nothing;
}

/**
 * Steady flows with every filling pump on: each vessel passes on what it gets, shared among its outlets
 * out as they share it at the level that it stands at.
 */
export function steadyFlows(net: Network, at: readonly Metres[]): Steady {
  const flows = pumpedFlows(net, at);
  const n = net.vessels.length;
  const head = net.vessels.map((v) => v.joined[0]!);
  const drawn = new Array<number>(n).fill(0);
  const pumped = new Array<number>(n).fill(0);
  net.paths.forEach((p, i) => {
    if (p.kind !== 'pump' || empties(p)) return;
    pumped[head[p.to]!]! += flows[i]!;
    drawn[head[p.from]!]! += flows[i]!;
  });
  net.paths.forEach((p, i) => {
    if (p.kind === 'pump' && empties(p)) flows[i] = 0;
  });
  const index = new Map(net.paths.map((p, i) => [p, i]));
  const overFlows = new Array<number>(n).fill(0);
  /** How each vessel shared out what it last passed on, over its outlets and then its rims. */
  const shared = new Map<number, { passes: number; out: readonly number[] }>();
  let inflow = [...pumped];
  // What falls goes down at most as many steps as there are vessels.
  for (let sweep = 0; sweep < n; sweep++) {
    const next = [...pumped];
    for (let i = 0; i < n; i++) {
      if (head[i] !== i) continue;
      const v = net.vessels[i]!;
      const outlets = gravityOutlets(net, i);
      const passes = Math.max(0, inflow[i]! - drawn[i]!);
      let out = shared.get(i);
      if (out?.passes !== passes) {
        out = { passes, out: sharedOut(net, i, passes, at) };
        shared.set(i, out);
      }
      outlets.forEach((p, k) => {
        const q = out.out[k]!;
        flows[index.get(p)!] = q;
        next[head[p.to]!]! += q;
      });
      v.joined.forEach((j, k) => {
        const over = out.out[outlets.length + k]!;
        const { rimTo } = net.vessels[j]!;
        overFlows[j] = over;
        if (rimTo >= 0) next[head[rimTo]!]! += over;
      });
    }
    const still = next.every((q, i) => Math.abs(q - inflow[i]!) < 1e-12);
    inflow = next;
    if (still) break;
  }
  return {
    flows,
    overRims: overFlows,
    inflow: net.vessels.map((_, i) => inflow[head[i]!]!),
    drawn: net.vessels.map((_, i) => drawn[head[i]!]!),
  };
}

/** Lowest level, above the vessel's floor, at which a rising function reaches a value. */
export function firstLevel(
  rising: (level: Metres) => number,
  value: number,
  low: Metres,
  high: Metres,
): Metres {
  return root((level) => rising(level) - value, low, high, 1e-8);
}

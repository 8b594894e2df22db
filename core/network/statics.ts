import type { CubicMetres, CubicMetresPerSecond, Metres } from '../quantity/si.ts';
import { levelAt } from '../water/vessel.ts';
import { drainHead, spillingFlow } from './flow.ts';
import { residueLevel, restVolumes } from './equilibrium.ts';
import {
  deliveriesOf,
  empties,
  firstLevel,
  levelPassing,
  siphonsOf,
  steadyFlows,
  type Steady,
} from './steady.ts';
import type { DrainPath, Network } from './types.ts';

/** What follows from a network without time: highest levels, and the marks that count as flooded and as drained. */

/** Water surface of each vessel above the ground, from volumes. */
export const surfaces = (net: Network, volumes: readonly CubicMetres[]): Metres[] =>
  net.vessels.map((v, i) => v.floorZ + levelAt(v.storage, Math.max(0, volumes[i]!)));

/** Level at which a siphon's spill over the crest makes it run full; Infinity where the pipe cannot. */
export function primingLevel(net: Network, p: DrainPath, at: readonly Metres[]): Metres {
  if (!p.prime) return Infinity;
  const v = net.vessels[p.from]!;
  const spill = (level: Metres) =>
    spillingFlow(net, p, level - p.crest, drainHead(p, v.floorZ + level, at[p.to]!));
  const top = v.height + 0.5;
  if (spill(top) < p.prime.start.expected) return Infinity;
  return firstLevel(spill, p.prime.start.expected, p.crest, top);
}

/** Siphons in a vessel and those joined with it. */
const siphonsIn = (net: Network, vessel: number): DrainPath[] =>
  siphonsOf(net).filter((p) => net.vessels[vessel]!.joined.includes(p.from));

/** A level of one vessel as a level of another that stands at the same surface. */
const asLevelOf = (net: Network, to: number, from: number, level: Metres): Metres =>
  to === from ? level : level + net.vessels[from]!.floorZ - net.vessels[to]!.floorZ;

/**
 * Highest level a vessel reaches while its pumps run: where what spills out equals what comes in, or
 * where a siphon starts or a float stops the pump before that.
 *
 * @param except a drain taken as blocked
 */
export function highestLevel(
  net: Network,
  vessel: number,
  inflow: CubicMetresPerSecond,
  at: readonly Metres[],
  except?: DrainPath,
): Metres {
  const v = net.vessels[vessel]!;
  if (inflow <= 0) return levelAt(v.storage, v.initial);
  let level = levelPassing(net, vessel, inflow, at, except);
  for (const p of siphonsIn(net, vessel)) {
    if (p === except) continue;
    level = Math.min(level, asLevelOf(net, vessel, p.from, primingLevel(net, p, at)));
  }
  for (const p of deliveriesOf(net)) {
    if (!p.float || empties(p) || !v.joined.includes(p.float.vessel)) continue;
    level = Math.min(level, asLevelOf(net, vessel, p.float.vessel, p.float.off));
  }
  return level;
}

/**
 * The level that counts as flooded: where a siphon starts, else 95 % of the flood height.
 *
 * @param vessel its index
 * @param at surface of every vessel above the ground, m
 * @returns above its floor, m
 */
export function floodMark(net: Network, vessel: number, at: readonly Metres[]): Metres {
  const v = net.vessels[vessel]!;
  for (const p of siphonsIn(net, vessel)) {
    const level = primingLevel(net, p, at);
    return asLevelOf(net, vessel, p.from, Number.isFinite(level) ? level : p.crest);
  }
  return 0.95 * (v.floodLevel ?? v.height);
}

/** A bed counts as drained when all but this share of its flood height is gone. */
const DRAINED = 0.05;
/** A row that a pump empties keeps more: its float stops in the control bucket while the far ones lag. */
const PUMPED_OUT = 0.12;

/**
 * The level at which a vessel counts as drained, siphons aside.
 *
 * @param vessel its index
 * @param flood its flood mark above its floor, m
 * @returns above its floor, m
 */
export function drainedMark(net: Network, vessel: number, flood: Metres): Metres {
  const { joined } = net.vessels[vessel]!;
  const pumped = deliveriesOf(net).some((p) => empties(p) && joined.includes(p.from));
  return residueLevel(net, vessel, true) + (pumped ? PUMPED_OUT : DRAINED) * flood;
}

/** Everything at rest, and what the pumps then do; worked out once for a network. */
interface AtRest {
  readonly rest: readonly CubicMetres[];
  readonly at: readonly Metres[];
  readonly steady: Steady;
}
const known = new WeakMap<Network, AtRest>();
/**
 * Volumes and surfaces at rest, and what runs then with every pump on; worked out once for a network object.
 *
 * @returns volumes, m³; surfaces above the ground, m; steady flows, m³/s
 */
export function atRest(net: Network): AtRest {
  let r = known.get(net);
  if (!r) {
    const rest = restVolumes(net);
    const at = surfaces(net, rest);
    r = { rest, at, steady: steadyFlows(net, at) };
    known.set(net, r);
  }
  return r;
}

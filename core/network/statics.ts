import type { CubicMetres, CubicMetresPerSecond, Metres, Seconds } from '../quantity/si.ts';
import { areaAt, levelAt, volumeAt } from '../water/vessel.ts';
import { backFlow, drainHead, openFlow, pumpFlow, runningFlow, spillingFlow } from './flow.ts';
import { jointVolume, residueLevel, restVolumes } from './settle.ts';
import {
  deliveriesOf,
  drainsOf,
  empties,
  firstLevel,
  levelPassing,
  siphonsOf,
  spillingOut,
  steadyFlows,
  type Steady,
} from './steady.ts';
import type { DrainPath, NetPath, Network } from './types.ts';

/** What follows from a network without time: highest levels, fill and drain times by quadrature. */

/** Water surface of each vessel above the ground, from volumes. */
export const surfaces = (net: Network, volumes: readonly CubicMetres[]): Metres[] =>
  net.vessels.map((v, i) => v.floorZ + levelAt(v.room, Math.max(0, volumes[i]!)));

/** Flow into a vessel, and those joined with it, from pumps all on and what runs on from them. */
export const inflowOf = (
  net: Network,
  vessel: number,
  at: readonly Metres[],
): CubicMetresPerSecond => steadyFlows(net, at).inflow[vessel]!;

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
  if (inflow <= 0) return levelAt(v.room, v.initial);
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

/** The level that counts as flooded: where a siphon starts, else 95 % of the flood height. */
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

/** The level at which a vessel counts as drained, siphons aside. */
export function drainedMark(net: Network, vessel: number, flood: Metres): Metres {
  const { joined } = net.vessels[vessel]!;
  const pumped = deliveriesOf(net).some((p) => empties(p) && joined.includes(p.from));
  return residueLevel(net, vessel, true) + (pumped ? PUMPED_OUT : DRAINED) * flood;
}

const QUADRATURE = 10;

/**
 * ∫ dV/Q(level) between two levels by the midpoint rule, cut where a drain's crest or the media's top
 * puts a kink; Infinity where the flow is not positive all the way.
 */
function timeBetween(
  net: Network,
  vessel: number,
  low: Metres,
  high: Metres,
  q: (level: Metres) => CubicMetresPerSecond,
): Seconds {
  const v = net.vessels[vessel]!;
  const group = v.joined.map((i) => ({ m: net.vessels[i]!, i }));
  const kinks = [
    ...drainsOf(net)
      .filter((p) => v.joined.includes(p.from))
      .map((p) => asLevelOf(net, vessel, p.from, p.crest)),
    ...group.flatMap(({ m, i }) => m.room.map((g) => asLevelOf(net, vessel, i, g.z0))),
  ].filter((z) => z > low && z < high);
  const cuts = [low, ...new Set(kinks.sort((x, y) => x - y)), high];
  const area = (level: Metres) =>
    group.reduce((sum, { m, i }) => {
      const own = asLevelOf(net, i, vessel, level);
      return own <= 0 && m !== v ? sum : sum + areaAt(m.room, Math.max(0, own));
    }, 0);
  let t = 0;
  for (let k = 0; k + 1 < cuts.length; k++) {
    const step = (cuts[k + 1]! - cuts[k]!) / QUADRATURE;
    for (let i = 0; i < QUADRATURE; i++) {
      const level = cuts[k]! + (i + 0.5) * step;
      const flow = q(level);
      if (!(flow > 0)) return Infinity;
      t += (area(level) * step) / flow;
    }
  }
  return t;
}

/** Everything at rest, and what the pumps then do; worked out once for a network. */
interface AtRest {
  readonly rest: readonly CubicMetres[];
  readonly at: readonly Metres[];
  readonly steady: Steady;
}
const known = new WeakMap<Network, AtRest>();
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

/** The vessel whose water a vessel takes as it fills: its pump's, or up through what passes water on. */
export function storeFeeding(net: Network, vessel: number, steady: Steady): number | undefined {
  const seen = new Set<number>();
  let at = vessel;
  while (!seen.has(at)) {
    seen.add(at);
    const group = net.vessels[at]!.joined;
    const feeding = net.paths.findIndex(
      (p, i) =>
        group.includes(p.to) &&
        !group.includes(p.from) &&
        p.kind !== 'back' &&
        steady.flows[i]! > 0,
    );
    if (feeding < 0) return at === vessel ? undefined : at;
    at = net.paths[feeding]!.from;
    if (steady.inflow[at]! - steady.drawn[at]! <= 0) return at;
  }
  return at;
}

/** Surfaces while one vessel stands at a level, what it took having left the one that feeds it. */
function whileFilling(net: Network, vessel: number, source: number | undefined, level: Metres) {
  const { rest } = atRest(net);
  const v = net.vessels[vessel]!;
  const volumes = [...rest];
  const z = v.floorZ + level;
  if (source !== undefined) {
    const was = v.joined.reduce((sum, i) => sum + rest[i]!, 0);
    volumes[source]! += was - jointVolume(net, v, z);
  }
  for (const i of v.joined) {
    const m = net.vessels[i]!;
    volumes[i] = volumeAt(m.room, z - m.floorZ);
  }
  return surfaces(net, volumes);
}

/** Inflow of a vessel as its source falls: pumps worked out anew, what runs on from them as at rest. */
function fillingInflow(net: Network, vessel: number, now: readonly Metres[]): CubicMetresPerSecond {
  const { steady } = atRest(net);
  const group = net.vessels[vessel]!.joined;
  let q = 0;
  net.paths.forEach((p, i) => {
    if (!group.includes(p.to) || group.includes(p.from) || p.kind === 'back') return;
    if (p.kind !== 'pump') q += steady.flows[i]!;
    else if (!empties(p)) {
      const covered = Math.max(now[p.from]!, net.vessels[p.from]!.floorZ + p.intake);
      q += pumpFlow(net, p, now, covered);
    }
  });
  return q;
}

/**
 * Fill time of a bed from its residue to the flood mark, its source falling as it fills:
 * ∫ dV/(Q_in − Q_out). Infinity where it never gets there.
 */
export function fillTime(net: Network, vessel: number): Seconds {
  const { at, steady } = atRest(net);
  const source = storeFeeding(net, vessel, steady);
  const residue = residueLevel(net, vessel, true);
  const to = floodMark(net, vessel, at);
  // A bed that never drains below its overflow is filled once, from empty.
  const from = residue < to ? residue : 0;
  return timeBetween(net, vessel, from, to, (level) => {
    const now = whileFilling(net, vessel, source, level);
    return fillingInflow(net, vessel, now) - spillingOut(net, vessel, level, now);
  });
}

/** Flow out of a path of a draining bed; a siphon runs, a pump that empties it too. */
function drainingFlow(
  net: Network,
  p: NetPath,
  surface: Metres,
  now: readonly Metres[],
  siphon: boolean,
): CubicMetresPerSecond {
  const level = surface - net.vessels[p.from]!.floorZ;
  if (p.kind === 'drain') {
    const head = drainHead(p, surface, now[p.to]!);
    return p.siphon && p.prime
      ? runningFlow(net, p, head)
      : spillingFlow(net, p, level - p.crest, head);
  }
  if (p.kind === 'back') return siphon ? 0 : backFlow(net, p, surface, now[p.to]!);
  if (p.kind === 'pump') return empties(p) ? pumpFlow(net, p, now) : 0;
  return level <= 0 ? 0 : openFlow(net, p, level, now[p.to]! - net.vessels[p.to]!.floorZ);
}

/**
 * Drain time of a bed from its flood mark to its residue. A siphon drains against the inflow of an
 * always-on pump; otherwise the pumps stand still and the bed runs back through weep and line, or is
 * emptied by a pump of its own. Without a siphon the last twentieth, where the flow fades, is left out.
 */
export function drainTime(net: Network, vessel: number): Seconds {
  const { at, steady } = atRest(net);
  const source = storeFeeding(net, vessel, steady);
  const top = floodMark(net, vessel, at);
  const siphon = siphonsIn(net, vessel).some((p) => p.prime);
  const bottom = siphon ? residueLevel(net, vessel, true) : drainedMark(net, vessel, top);
  if (bottom >= top) return Infinity;
  const v = net.vessels[vessel]!;
  const ways = net.paths.filter((p) => v.joined.includes(p.from) && !v.joined.includes(p.to));
  return timeBetween(net, vessel, bottom, top, (level) => {
    const now = whileFilling(net, vessel, source, level);
    let q = 0;
    for (const p of ways) q += drainingFlow(net, p, v.floorZ + level, now, siphon);
    return siphon ? q - fillingInflow(net, vessel, now) : q;
  });
}

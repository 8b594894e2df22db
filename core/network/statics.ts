import type { CubicMetres, CubicMetresPerSecond, Metres, Seconds } from '../quantity/si.ts';
import { rimFlow } from '../water/drain.ts';
import { root } from '../water/root.ts';
import { areaAt, levelAt, volumeAt } from '../water/vessel.ts';
import { backFlow, drainHead, pumpFlow, runningFlow, spillingFlow, weepFlow } from './flow.ts';
import type { BackPath, DrainPath, HolePath, Network, PumpPath } from './types.ts';

/** What follows from a network without time: highest levels, fill and drain times by quadrature. */

export const pumpsOf = (net: Network): PumpPath[] =>
  net.paths.filter((p): p is PumpPath => p.kind === 'pump');
export const drainsOf = (net: Network): DrainPath[] =>
  net.paths.filter((p): p is DrainPath => p.kind === 'drain');
export const siphonsOf = (net: Network): DrainPath[] => drainsOf(net).filter((p) => p.siphon);
const holesOf = (net: Network): HolePath[] =>
  net.paths.filter((p): p is HolePath => p.kind === 'hole');
export const backsOf = (net: Network): BackPath[] =>
  net.paths.filter((p): p is BackPath => p.kind === 'back');

/** Water surface of each vessel above the ground, from volumes. */
export const surfaces = (net: Network, volumes: readonly CubicMetres[]): Metres[] =>
  net.vessels.map((v, i) => v.floorZ + levelAt(v.room, Math.max(0, volumes[i]!)));

/** Flow into a vessel from all pumps that feed it, all on, at given surfaces. */
export function inflowOf(
  net: Network,
  vessel: number,
  at: readonly Metres[],
): CubicMetresPerSecond {
  let q = 0;
  for (const p of pumpsOf(net)) {
    if (p.to === vessel)
      q += pumpFlow(
        net,
        p,
        Math.max(at[p.from]!, net.vessels[p.from]!.floorZ + p.intake),
        at[vessel]!,
      );
  }
  return q;
}

/** Flow out of a vessel over its drains, weep holes and rim at a level, nothing running full. */
export function spillingOut(
  net: Network,
  vessel: number,
  level: Metres,
  at: readonly Metres[],
  except?: DrainPath,
): CubicMetresPerSecond {
  const v = net.vessels[vessel]!;
  let q = rimFlow(level - v.height, v.rimWidth);
  for (const p of net.paths) {
    if (p.from !== vessel || p === except) continue;
    if (p.kind === 'hole') q += weepFlow(p, level);
    else if (p.kind === 'drain') {
      q += spillingFlow(net, p, level - p.crest, drainHead(p, v.floorZ + level, at[p.to]!));
    }
  }
  return q;
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

/**
 * Highest level a bed reaches while its pumps run: where what spills out equals what comes in, or
 * where a siphon starts before that.
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
  const steady = firstLevel(
    (level) => spillingOut(net, vessel, level, at, except),
    inflow,
    0,
    v.height + 0.3,
  );
  let level = steady;
  for (const p of drainsOf(net)) {
    if (p.from === vessel && p !== except && p.siphon && inflow > 0) {
      level = Math.min(level, primingLevel(net, p, at));
    }
  }
  return level;
}

/** Lowest level to which a vessel drains by itself with the pumps off; `siphons` says whether siphons run. */
export function residueLevel(net: Network, vessel: number, siphons: boolean): Metres {
  const v = net.vessels[vessel]!;
  let level = v.height;
  for (const p of drainsOf(net)) {
    if (p.from !== vessel) continue;
    level = Math.min(level, siphons && p.siphon ? p.prime!.breakLevel : p.crest);
  }
  for (const p of holesOf(net)) if (p.from === vessel) level = Math.min(level, p.level);
  for (const p of backsOf(net)) {
    if (p.from === vessel && Number.isFinite(p.line.sumK)) {
      level = Math.min(level, Math.max(0, p.endZ - v.floorZ));
    }
  }
  return level;
}

/** Rest volumes as filled, with what stands above a free way out run on to where it goes. */
export function restVolumes(net: Network): CubicMetres[] {
  const volumes = net.vessels.map((v) => v.initial);
  settle(net, volumes, false);
  return volumes;
}

/** Lets every vessel run down to its residue, the highest first; what leaves goes down its drain's path. */
export function settle(net: Network, volumes: CubicMetres[], siphons: boolean): void {
  const order = net.vessels.map((_, i) => i);
  order.sort((a, b) => net.vessels[b]!.floorZ - net.vessels[a]!.floorZ);
  for (const i of order) {
    const way = net.paths.find((p) => p.kind !== 'pump' && p.from === i);
    if (!way) continue;
    const keep = volumeAt(net.vessels[i]!.room, residueLevel(net, i, siphons));
    if (volumes[i]! > keep) {
      volumes[way.to]! += volumes[i]! - keep;
      volumes[i] = keep;
    }
  }
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
  const room = net.vessels[vessel]!.room;
  const kinks = [
    ...drainsOf(net)
      .filter((p) => p.from === vessel)
      .map((p) => p.crest),
    ...room.map((g) => g.z0),
  ].filter((z) => z > low && z < high);
  const cuts = [low, ...new Set(kinks.sort((x, y) => x - y)), high];
  let t = 0;
  for (let k = 0; k + 1 < cuts.length; k++) {
    const step = (cuts[k + 1]! - cuts[k]!) / QUADRATURE;
    for (let i = 0; i < QUADRATURE; i++) {
      const level = cuts[k]! + (i + 0.5) * step;
      const flow = q(level);
      if (!(flow > 0)) return Infinity;
      t += (areaAt(room, level) * step) / flow;
    }
  }
  return t;
}

/** The level that counts as flooded: where a siphon starts, else 95 % of the lowest crest. */
export function floodMark(net: Network, vessel: number, at: readonly Metres[]): Metres {
  const v = net.vessels[vessel]!;
  for (const p of siphonsOf(net)) {
    if (p.from === vessel) {
      const level = primingLevel(net, p, at);
      return Number.isFinite(level) ? level : p.crest;
    }
  }
  return 0.95 * (v.floodLevel ?? v.height);
}

/** Surfaces while one bed stands at a level, what it took having left its pumps' vessels. */
function whileFilling(
  net: Network,
  vessel: number,
  rest: readonly CubicMetres[],
  level: Metres,
): Metres[] {
  const volumes = [...rest];
  const held = volumeAt(net.vessels[vessel]!.room, level);
  const source = pumpsOf(net).find((p) => p.to === vessel)?.from;
  if (source !== undefined) volumes[source] = rest[source]! + rest[vessel]! - held;
  volumes[vessel] = held;
  return surfaces(net, volumes);
}

/**
 * Fill time of a bed from its residue to the flood mark, its source falling as it fills:
 * ∫ dV/(Q_in − Q_out). Infinity where it never gets there.
 */
export function fillTime(net: Network, vessel: number): Seconds {
  const rest = restVolumes(net);
  const at = surfaces(net, rest);
  const from = residueLevel(net, vessel, true);
  const to = floodMark(net, vessel, at);
  return timeBetween(net, vessel, from, to, (level) => {
    const now = whileFilling(net, vessel, rest, level);
    return inflowOf(net, vessel, now) - spillingOut(net, vessel, level, now);
  });
}

/**
 * Drain time of a bed from its flood mark to its residue. A siphon drains against the inflow of an
 * always-on pump; otherwise the pumps stand still and the bed runs back through weep and line.
 * Without a siphon the last twentieth, where the flow fades, is left out.
 */
export function drainTime(net: Network, vessel: number): Seconds {
  const rest = restVolumes(net);
  const at = surfaces(net, rest);
  const top = floodMark(net, vessel, at);
  const siphon = siphonsOf(net).find((p) => p.from === vessel);
  const bottom = residueLevel(net, vessel, true) + (siphon ? 0 : 0.05 * top);
  const v = net.vessels[vessel]!;
  return timeBetween(net, vessel, bottom, top, (level) => {
    const now = whileFilling(net, vessel, rest, level);
    const surface = v.floorZ + level;
    let q = 0;
    for (const p of net.paths) {
      if (p.from !== vessel) continue;
      if (p === siphon) q += runningFlow(net, p, drainHead(p, surface, now[p.to]!));
      else if (p.kind === 'hole') q += weepFlow(p, level);
      else if (p.kind === 'drain')
        q += spillingFlow(net, p, level - p.crest, drainHead(p, surface, now[p.to]!));
      else if (p.kind === 'back' && !siphon) q += backFlow(net, p, surface, now[p.to]!);
    }
    return siphon ? q - inflowOf(net, vessel, now) : q;
  });
}

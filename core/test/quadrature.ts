import type { CubicMetresPerSecond, Metres, Seconds } from '../quantity/si.ts';
import { areaAt, volumeAt } from '../water/vessel.ts';
import {
  backFlow,
  drainHead,
  openFlow,
  pumpFlow,
  runningFlow,
  spillingFlow,
} from '../network/flow.ts';
import { jointVolume, residueLevel } from '../network/equilibrium.ts';
import { atRest, drainedMark, floodMark, surfaces } from '../network/statics.ts';
import { drainsOf, empties, siphonsOf, outletFlows, type Steady } from '../network/steady.ts';
import type { DrainPath, NetPath, Network } from '../network/types.ts';

/**
 * A second method for the times of one bed over one store: ∫ dV/Q by the midpoint rule, without the day's
 * solver. It knows nothing of lines that fill, of beds in series or of joining pipes that lag.
 */

const QUADRATURE = 10;

const siphonsIn = (net: Network, vessel: number): DrainPath[] =>
  siphonsOf(net).filter((p) => net.vessels[vessel]!.joined.includes(p.from));
const asLevelOf = (net: Network, to: number, from: number, level: Metres): Metres =>
  to === from ? level : level + net.vessels[from]!.floorZ - net.vessels[to]!.floorZ;

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
    ...group.flatMap(({ m, i }) => m.storage.map((g) => asLevelOf(net, vessel, i, g.z0))),
  ].filter((z) => z > low && z < high);
  const cuts = [low, ...new Set(kinks.sort((x, y) => x - y)), high];
  const area = (level: Metres) =>
    group.reduce((sum, { m, i }) => {
      const own = asLevelOf(net, i, vessel, level);
      return own <= 0 && m !== v ? sum : sum + areaAt(m.storage, Math.max(0, own));
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
    volumes[i] = volumeAt(m.storage, z - m.floorZ);
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
export function quadratureFillTime(net: Network, vessel: number): Seconds {
  const { at, steady } = atRest(net);
  const source = storeFeeding(net, vessel, steady);
  const residue = residueLevel(net, vessel, true);
  const to = floodMark(net, vessel, at);
  // A bed that never drains below its overflow is filled once, from empty.
  const from = residue < to ? residue : 0;
  return timeBetween(net, vessel, from, to, (level) => {
    const now = whileFilling(net, vessel, source, level);
    return fillingInflow(net, vessel, now) - outletFlows(net, vessel, level, now);
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
export function quadratureDrainTime(net: Network, vessel: number): Seconds {
  const { at, steady } = atRest(net);
  const source = storeFeeding(net, vessel, steady);
  const top = floodMark(net, vessel, at);
  const siphon = siphonsIn(net, vessel).some((p) => p.prime);
  const bottom = siphon ? residueLevel(net, vessel, true) : drainedMark(net, vessel, top);
  if (bottom >= top) return Infinity;
  const v = net.vessels[vessel]!;
  const outlets = net.paths.filter((p) => v.joined.includes(p.from) && !v.joined.includes(p.to));
  return timeBetween(net, vessel, bottom, top, (level) => {
    const now = whileFilling(net, vessel, source, level);
    let q = 0;
    for (const p of outlets) q += drainingFlow(net, p, v.floorZ + level, now, siphon);
    return siphon ? q - fillingInflow(net, vessel, now) : q;
  });
}

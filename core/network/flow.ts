import type { CubicMetresPerSecond, Metres, Share } from '../quantity/si.ts';
import { holeFlow, mouthOrificeFlow, ringWeirFlow } from '../water/drain.ts';
import {
  LAMINAR_HEAD,
  filmFlow,
  floatOpening,
  floorHoleFlow,
  roundEntryFlow,
  submergedShare,
} from '../water/passage.ts';
import { fullPipeFlow, fullPipeNeeds } from '../water/pipe.ts';
import { dutyFlow, pumpCurve } from '../water/pump.ts';
import {
  UNCOVER,
  type BackPath,
  type DrainPath,
  type FloatPath,
  type HolePath,
  type LinkPath,
  type Manifold,
  type NetPath,
  type Network,
  type PumpPath,
  type SeepPath,
} from './types.ts';
import { branchFlows, manifoldPieces } from './manifold.ts';

/**
 * Flow of each kind of path from the water surfaces at its ends, by the relations of `water/` and
 * without tables. Surfaces are above the ground, flows are m³/s in the path's own direction.
 */

/**
 * What a pump path's end is lifted to, above the ground: the delivery's surface where its end is under water,
 * else its end, or a vented peak above both.
 */
export const liftedTo = (p: PumpPath, delivery: Metres): Metres => Math.max(p.topZ, delivery);

/** Whether a pump of a greatest head gets its line running: it must reach an unvented peak once. */
export const reachesPeak = (p: PumpPath, maxHead: Metres, source: Metres): boolean =>
  p.startZ === null || maxHead > p.startZ - source;

/** The highest point of a pumped line, vented or not, above the ground: where its delivery may come off. */
export const highestPoint = (p: PumpPath): Metres => Math.max(p.endZ, p.topZ, p.startZ ?? p.endZ);

/**
 * Delivered flows of a branched line, in the order of its outlets, at the surfaces of all vessels.
 *
 * @param source surface the pump draws from, above the ground, m
 * @param surfaces surface at the end of each delivery, above the ground, m
 * @returns m³/s
 */
export function manifoldFlows(
  net: Network,
  m: Manifold,
  source: Metres,
  surfaces: (path: PumpPath) => Metres,
): Float64Array {
  const lead = net.paths[m.lead] as PumpPath;
  const curve = pumpCurve(lead.figures);
  const flows = new Float64Array(m.outlets.length);
  if (!reachesPeak(lead, curve.maxHead, source)) return flows;
  const ends = m.outlets.map((o) => {
    const p = net.paths[o.path] as PumpPath;
    return liftedTo(p, surfaces(p));
  });
  if (m.trunk.sumK < Infinity)
    branchFlows(curve, manifoldPieces(m, net.temperature), source, ends, flows);
  return flows;
}

/**
 * Delivered flow of a running, covered pump into one end of its line.
 *
 * @param at water surface of every vessel, above the ground
 * @param source surface the pump draws from, where it is not what stands in `at`
 */
export function pumpFlow(
  net: Network,
  p: PumpPath,
  at: readonly Metres[],
  source: Metres = at[p.from]!,
): CubicMetresPerSecond {
  if (p.steady !== null) return p.steady;
  if (p.manifold >= 0) {
    const m = net.manifolds[p.manifold]!;
    const k = m.outlets.findIndex((o) => net.paths[o.path] === p);
    return manifoldFlows(net, m, source, (x) => at[x.to]!)[k]!;
  }
  const curve = pumpCurve(p.figures);
  if (!reachesPeak(p, curve.maxHead, source)) return 0;
  return dutyFlow(curve, liftedTo(p, at[p.to]!) - source, p.line, net.temperature);
}

/** Head that drives a drain: to its outlet, or to the receiving surface where that stands higher. */
export const drainHead = (p: DrainPath, surface: Metres, receiving: Metres): Metres =>
  surface - Math.max(p.outletZ, receiving);

/** What enters an upright pipe over its rim: a ring weir on its mouth until the bore is an orifice. */
const ringEntry = (head: Metres, mouth: Metres, bore: Metres): CubicMetresPerSecond =>
  Math.min(ringWeirFlow(head, mouth), mouthOrificeFlow(head, bore));

/** What enters a drain that does not run full, were its pipe no hindrance. */
export const freeEntry = (p: DrainPath, crestHead: Metres): CubicMetresPerSecond =>
  p.entry === 'round' ? roundEntryFlow(crestHead, p.bore) : ringEntry(crestHead, p.mouth, p.bore);

/** Flow over a drain's crest that does not run full: the least of weir, orifice and full pipe. */
export function spillingFlow(
  net: Network,
  p: DrainPath,
  crestHead: Metres,
  drivingHead: Metres,
): CubicMetresPerSecond {
  if (crestHead <= 0 || p.open <= 0) return 0;
  const free = freeEntry(p, crestHead);
  // The full pipe is the costly one to solve; where it needs less head than there is, it does not limit.
  return (
    p.open *
    (fullPipeNeeds(free, p.pipe, net.temperature) <= drivingHead
      ? free
      : fullPipeFlow(drivingHead, p.pipe, net.temperature))
  );
}

/** Share of its full flow that a siphon which does not stop takes as it begins to draw air. */
export const openWhileStalled = (p: DrainPath, level: Metres): Share =>
  p.stallLevel === null ? 1 : Math.min(1, Math.max(0, (level - p.stallLevel) / UNCOVER));

/** Flow of a drain that runs full. */
export function runningFlow(net: Network, p: DrainPath, drivingHead: Metres): CubicMetresPerSecond {
  return p.open * (p.prime?.efficiency ?? 1) * fullPipeFlow(drivingHead, p.pipe, net.temperature);
}

/** Flow of an open hole, to a level above the floor. */
const openHoleFlow = (p: HolePath, level: Metres): CubicMetresPerSecond =>
  p.inFloor ? floorHoleFlow(level, p.diameter) : holeFlow(level - p.level, p.diameter);

/**
 * Flow of a joining pipe from the higher surface to the lower: what enters it freely, hindered by the
 * tail water, or what the full pipe passes, whichever is less. Within a millimetre it is taken as
 * proportional to the difference, so that the levels settle.
 *
 * @param full what the full pipe passes at a head, m³/s
 * @returns negative where it runs from b to a
 */
export function linkFlow(
  p: LinkPath,
  a: Metres,
  b: Metres,
  full: (head: Metres) => CubicMetresPerSecond,
): CubicMetresPerSecond {
  if (a === b) return 0;
  const high = Math.max(a, b);
  const head = high - (a > b ? p.sillFrom : p.sillTo);
  if (head <= 0) return 0;
  const entry =
    (a > b ? p.entryFrom : p.entryTo) === 'floor'
      ? ringEntry(head, p.bore, p.bore)
      : roundEntryFlow(head, p.bore);
  const at = (drive: Metres) => Math.min(entry * submergedShare(head, head - drive), full(drive));
  const drive = Math.min(head, Math.abs(a - b));
  const least = Math.min(head, LAMINAR_HEAD);
  const q = drive < least ? (at(least) * drive) / least : at(drive);
  return a > b ? q : -q;
}

/** Flow through a float valve at the levels of its two vessels. */
function floatValveFlow(
  p: FloatPath,
  source: Metres,
  delivery: Metres,
  level: Metres,
  full: (head: Metres) => CubicMetresPerSecond,
): CubicMetresPerSecond {
  const open = p.stuck ?? floatOpening(level, p.level);
  if (open <= 0) return 0;
  return open * full(source - Math.max(delivery, p.outletZ));
}

/** Drip from felt, m³/s: in proportion to what it holds over what stays in it. */
const seepFlow = (p: SeepPath, level: Metres): CubicMetresPerSecond =>
  Math.max(0, level - p.level) * p.perMetre;

/** Flow back through a stopped pump until the line's end is uncovered. */
export function backFlow(
  net: Network,
  p: BackPath,
  surface: Metres,
  receiving: Metres,
): CubicMetresPerSecond {
  const over = surface - p.endZ;
  if (over <= 0) return 0;
  const head = surface - Math.max(p.intakeZ, receiving);
  return Math.min(1, over / UNCOVER) * fullPipeFlow(head, p.line, net.temperature);
}

/**
 * Flow of a path that waits for no switch, at the levels of its vessels above their floors: holes,
 * links, float valves, films and felt.
 *
 * @param full what its full pipe passes at a head, where it has one
 */
export function openFlow(
  net: Network,
  p: Exclude<NetPath, PumpPath | DrainPath | BackPath>,
  from: Metres,
  to: Metres,
  full: (head: Metres) => CubicMetresPerSecond = (head) =>
    'pipe' in p ? fullPipeFlow(head, p.pipe, net.temperature) : 0,
): CubicMetresPerSecond {
  const a = net.vessels[p.from]!.floorZ + from;
  const b = net.vessels[p.to]!.floorZ + to;
  switch (p.kind) {
    case 'hole':
      return openHoleFlow(p, from);
    case 'link':
      return linkFlow(p, a, b, full);
    case 'float':
      return from <= 0 ? 0 : floatValveFlow(p, a, b, to, full);
    case 'film':
      return filmFlow(from, p.width, p.slope);
    case 'seep':
      return seepFlow(p, from);
  }
}

import type { CubicMetresPerSecond, Metres } from '../quantity/si.ts';
import { holeFlow, mouthOrificeFlow, ringWeirFlow } from '../water/drain.ts';
import { fullPipeFlow, fullPipeNeeds } from '../water/pipe.ts';
import { dutyFlow, pumpCurve } from '../water/pump.ts';
import {
  UNCOVER,
  type BackPath,
  type DrainPath,
  type HolePath,
  type Network,
  type PumpPath,
} from './types.ts';

/**
 * Flow of each kind of path from the water surfaces at its ends, by the relations of `water/` and
 * without tables. Surfaces are above the ground, flows are m³/s in the path's own direction.
 */

/**
 * Static head of a pumped line: to the delivery's surface where its end is under water, else to its
 * end, or to a vented peak above both.
 */
export const staticHead = (p: PumpPath, source: Metres, delivery: Metres): Metres =>
  Math.max(p.topZ, delivery) - source;

/** Whether a pump of a greatest head gets its line running: it must reach an unvented peak once. */
export const reachesPeak = (p: PumpPath, maxHead: Metres, source: Metres): boolean =>
  p.startZ === null || maxHead > p.startZ - source;

/** Delivered flow of a running, covered pump. */
export function pumpFlow(
  net: Network,
  p: PumpPath,
  source: Metres,
  delivery: Metres,
): CubicMetresPerSecond {
  const curve = pumpCurve(p.figures);
  if (!reachesPeak(p, curve.maxHead, source)) return 0;
  return dutyFlow(curve, staticHead(p, source, delivery), p.line, net.temperature);
}

/** Head that drives a drain: to its outlet, or to the receiving surface where that stands higher. */
export const drainHead = (p: DrainPath, surface: Metres, receiving: Metres): Metres =>
  surface - Math.max(p.outletZ, receiving);

/** Flow over a drain's crest that does not run full: the least of weir, orifice and full pipe. */
export function spillingFlow(
  net: Network,
  p: DrainPath,
  crestHead: Metres,
  drivingHead: Metres,
): CubicMetresPerSecond {
  if (crestHead <= 0 || p.open <= 0) return 0;
  const free = Math.min(ringWeirFlow(crestHead, p.mouth), mouthOrificeFlow(crestHead, p.bore));
  // The full pipe is the costly one to solve; where it needs less head than there is, it does not limit.
  return (
    p.open *
    (fullPipeNeeds(free, p.pipe, net.temperature) <= drivingHead
      ? free
      : fullPipeFlow(drivingHead, p.pipe, net.temperature))
  );
}

/** Flow of a drain that runs full. */
export function runningFlow(net: Network, p: DrainPath, drivingHead: Metres): CubicMetresPerSecond {
  return p.open * (p.prime?.efficiency ?? 1) * fullPipeFlow(drivingHead, p.pipe, net.temperature);
}

/** Flow of a weep hole, to a level above its bottom edge. */
export const weepFlow = (p: HolePath, level: Metres): CubicMetresPerSecond =>
  holeFlow(level - p.level, p.diameter);

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

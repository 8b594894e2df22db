import type { CubicMetresPerSecond, Metres, Seconds, Share } from '../quantity/si.ts';
import { GRAVITY, HOLE_DISCHARGE, SQRT_2G, boreArea } from './constants.ts';
import { mouthOrificeFlow } from './drain.ts';

/** Passages without a crest of their own: loops before they run, joining pipes, valves, films, felt. */

/** Heads over the inlet, in bores, between which critical flow in a round pipe was measured. */
export const ROUND_ENTRY_RANGE = [0.15, 1.3] as const;

/**
 * Free flow into a level round pipe, critical at its mouth, such as over the top of a loop.
 *
 * @param head water above the pipe's lower edge, m
 * @returns m³/s; below 0.15 bores it fades with the square of the head, as critical flow over the bottom of a
 *   circle does; above 1.3 bores the drowned mouth's orifice takes over where it gives less
 * @source Q = 0.46·√g·d^2.5·(E/d)^1.82 for 0.15 < E/d < 1.3
 */
export function roundEntryFlow(head: Metres, bore: Metres): CubicMetresPerSecond {
  if (head <= 0) return 0;
  const least = ROUND_ENTRY_RANGE[0];
  const x = head / bore;
  const share = x < least ? least ** 1.82 * (x / least) ** 2 : x ** 1.82;
  const critical = 0.46 * Math.sqrt(GRAVITY) * bore ** 2.5 * share;
  if (head <= ROUND_ENTRY_RANGE[1] * bore) return critical;
  return Math.min(critical, mouthOrificeFlow(head, bore));
}

/**
 * What tail water leaves of a weir's flow.
 *
 * @param head upstream, above the crest, @param tail downstream, above the crest
 * @source Villemonte (1947): (1 − (h₂/h₁)^1.5)^0.385
 */
export function submergedShare(head: Metres, tail: Metres): Share {
  if (tail <= 0) return 1;
  if (tail >= head) return 0;
  return (1 - (tail / head) ** 1.5) ** 0.385;
}

/** Difference of level below which a joining pipe's flow is taken as proportional to it, m. */
export const LAMINAR_HEAD: Metres = 0.001;

/** Travel of a float valve from shut to open, m. */
export const FLOAT_TRAVEL: Metres = 0.02;

/** How far a float valve stands open at a level, 0–1; a pure on and off would chatter. */
export const floatOpening = (level: Metres, shutAt: Metres): Share =>
  Math.min(1, Math.max(0, (shutAt - level) / FLOAT_TRAVEL));

/** Loss of a hole or seat as velocity heads of the pipe before it, its jet's velocity head included. */
export const orificeK = (bore: Metres, openArea: number): number =>
  openArea > 0 ? (boreArea(bore) / (HOLE_DISCHARGE * openArea)) ** 2 : Infinity;

/**
 * Flow of a hole in a floor: an orifice under the whole level, without a crest.
 *
 * @param level above the floor, m
 */
export function floorHoleFlow(level: Metres, diameter: Metres): CubicMetresPerSecond {
  if (level <= 0) return 0;
  // Below half a diameter the hole is not drowned and the flow fades with the square of the depth.
  const drowned = diameter / 2;
  const head = Math.max(level, drowned);
  const fade = level < drowned ? (level / drowned) ** 1.5 : 1;
  return fade * HOLE_DISCHARGE * boreArea(diameter) * SQRT_2G * Math.sqrt(head);
}

/** Manning's roughness of smooth plastic with roots lying in it, s/m^⅓ (practice). */
const CHANNEL_MANNING = 0.013;

/**
 * Flow of a film at the end of a channel that is much wider than the film is deep.
 *
 * @param depth m, @param width m, @param slope fall ÷ length
 * @source Manning, hydraulic radius = depth
 */
export const filmFlow = (depth: Metres, width: Metres, slope: Share): CubicMetresPerSecond =>
  depth <= 0 ? 0 : (width * Math.sqrt(slope) * depth ** (5 / 3)) / CHANNEL_MANNING;

/** Rate at which felt gives off what it holds in motion, 1/s: after the drain-down time a twentieth is left. */
export const seepRate = (drainDown: Seconds): number => 3 / drainDown;

/** Diffuser recovery of a venturi tube: the share of its pressure difference that is lost for good. */
const VENTURI_LOSS = 0.2;

/** Loss of a venturi, on the pipe's velocity head. @param throat m */
export function venturiK(throat: Metres, bore: Metres): number {
  const beta = Math.min(1, throat / bore);
  return VENTURI_LOSS * (1 / beta ** 4 - 1);
}

/**
 * Suction in a venturi's throat, m of water: above zero it draws air.
 *
 * @param velocity in the pipe, m/s
 * @param backHead pressure head of the water just behind it, m
 */
export function venturiSuction(
  velocity: number,
  throat: Metres,
  bore: Metres,
  backHead: Metres,
): Metres {
  const beta = Math.min(1, throat / bore);
  const heads = (1 / beta ** 4 - 1) * (1 - VENTURI_LOSS);
  return (heads * velocity * velocity) / (2 * GRAVITY) - backHead;
}

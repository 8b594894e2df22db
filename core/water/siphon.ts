import type { CubicMetresPerSecond, Metres } from '../quantity/si.ts';
import { ELBOW_K } from '../catalogue/fittings.ts';
import { GRAVITY, boreArea } from './constants.ts';

/** Share of the full-pipe flow that a running siphon passes, for air drawn in and fouling. */
export const RUNNING_EFFICIENCY = 0.85;
/** ΣK of a bell siphon where nothing is known of its parts. */
export const UNKNOWN_SIPHON_K = 2.3;
/** Below this share of the flow at the break height it stops for certain; up to the whole it may hang. */
export const STOPS_SHARE = 0.6;
/** Froude numbers between which a pipe may or may not run full. */
const NEVER_STARTS_FROUDE = 0.3;
const ALWAYS_STARTS_FROUDE = 1;

/** How easily the mouth and outlet make the pipe run full. */
export type PrimingKind = 'plain' | 'wide-mouth' | 'wide-mouth-water-lock' | 'loop';

/** Default starting Froude number by kind of mouth and outlet (practice). */
export const START_FROUDE: Record<PrimingKind, number> = {
  plain: 0.6,
  'wide-mouth': 0.5,
  'wide-mouth-water-lock': 0.4,
  loop: 0.6,
};

/** A mouth counts as wide from this multiple of the bore. */
export const WIDE_MOUTH_RATIO = 1.3;

/** The kind of start of a standpipe with this mouth and outlet. */
export function startKind(mouth: Metres, bore: Metres, waterLock: boolean): PrimingKind {
  if (mouth < WIDE_MOUTH_RATIO * bore) return 'plain';
  return waterLock ? 'wide-mouth-water-lock' : 'wide-mouth';
}

/** Flow that makes a pipe of this bore run full at a starting Froude number, m³/s. */
export function flowAtFroude(froude: number, bore: Metres): CubicMetresPerSecond {
  return froude * boreArea(bore) * Math.sqrt(GRAVITY * bore);
}

/** Smallest starting flow as a range: never below low, expected, reliable from high on. */
export interface StartRange {
  readonly low: CubicMetresPerSecond;
  readonly expected: CubicMetresPerSecond;
  readonly high: CubicMetresPerSecond;
}

/**
 * Starting flow of a siphon as low / expected / high: Froude 0.3, the default of its kind, and half
 * as much again, at most 1. A measured smallest starting flow replaces all three.
 */
export function startRange(
  kind: PrimingKind,
  bore: Metres,
  measured?: CubicMetresPerSecond,
): StartRange {
  if (measured !== undefined) return { low: measured, expected: measured, high: measured };
  const fr = START_FROUDE[kind];
  return {
    low: flowAtFroude(NEVER_STARTS_FROUDE, bore),
    expected: flowAtFroude(fr, bore),
    high: flowAtFroude(Math.min(ALWAYS_STARTS_FROUDE, 1.5 * fr), bore),
  };
}

/** Will it start? From inflow against the starting range. */
export function startVerdict(
  inflow: CubicMetresPerSecond,
  range: StartRange,
): 'no' | 'maybe' | 'yes' {
  if (inflow < range.low) return 'no';
  return inflow < range.high ? 'maybe' : 'yes';
}

/** Will it stop? From inflow against the siphon's flow at its break height. */
export function stopVerdict(
  inflow: CubicMetresPerSecond,
  flowAtBreak: CubicMetresPerSecond,
): 'yes' | 'maybe' | 'no' {
  if (inflow < STOPS_SHARE * flowAtBreak) return 'yes';
  return inflow < flowAtBreak ? 'maybe' : 'no';
}

/** The parts of a bell siphon that decide its losses. Lengths in m, areas in m². */
export interface BellGeometry {
  readonly bore: Metres;
  readonly mouth: Metres;
  readonly mouthOutside: Metres;
  readonly bellBore: Metres;
  /** Clear height between the mouth and the bell's closed top. */
  readonly gap: Metres;
  readonly notchArea: number;
  readonly elbows: number;
}

/** Area of the curtain of water that turns over the mouth, m². */
const curtainArea = (g: Pick<BellGeometry, 'mouth' | 'gap'>): number => Math.PI * g.mouth * g.gap;

/** Area of the ring between bell and mouth, m². */
export const annulusArea = (g: Pick<BellGeometry, 'bellBore' | 'mouthOutside'>): number =>
  (Math.PI / 4) * (g.bellBore ** 2 - g.mouthOutside ** 2);

/**
 * Loss coefficients of a bell siphon without the 1 of its velocity head: entry under the bell
 * 0.5·(A/A_notch)², turn over the mouth 1.5·(A/A_curtain)², elbows 0.9 each.
 */
export function siphonK(g: BellGeometry): number {
  const a = boreArea(g.bore);
  return 0.5 * (a / g.notchArea) ** 2 + 1.5 * (a / curtainArea(g)) ** 2 + ELBOW_K * g.elbows;
}

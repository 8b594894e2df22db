import type { CubicMetresPerSecond, Metres } from '../quantity/si.ts';
import { CREST_DISCHARGE, GRAVITY, HOLE_DISCHARGE, SQRT_2G, boreArea } from './constants.ts';

/**
 * Flow over the rim of an open standpipe, as a ring weir.
 *
 * @param head water above the crest, m
 * @param crestDiameter diameter of the mouth, m
 * @returns m³/s
 * @source ⅔·C_d·√(2g)·πD·h^1.5, C_d = 0.6
 */
export function ringWeirFlow(head: Metres, crestDiameter: Metres): CubicMetresPerSecond {
  if (head <= 0) return 0;
  return (2 / 3) * CREST_DISCHARGE * SQRT_2G * Math.PI * crestDiameter * head * Math.sqrt(head);
}

/**
 * Flow into a drowned pipe mouth, as an orifice of the bore's area.
 *
 * @param head water above the crest, m
 */
export function mouthOrificeFlow(head: Metres, bore: Metres): CubicMetresPerSecond {
  return head <= 0 ? 0 : CREST_DISCHARGE * boreArea(bore) * SQRT_2G * Math.sqrt(head);
}

/**
 * Flow of a round side hole: an orifice to its centre when covered; partly covered, the same law on
 * the covered share of its height.
 *
 * @param level water level above the hole's bottom edge, m
 */
export function holeFlow(level: Metres, diameter: Metres): CubicMetresPerSecond {
  if (level <= 0) return 0;
  const a = HOLE_DISCHARGE * boreArea(diameter) * SQRT_2G;
  if (level >= diameter) return a * Math.sqrt(level - diameter / 2);
  const full = a * Math.sqrt(diameter / 2);
  return full * (level / diameter) ** 1.5;
}

/**
 * Flow of a straight weir, such as a vessel's rim.
 *
 * @param width m
 */
export function rimFlow(head: Metres, width: Metres): CubicMetresPerSecond {
  return head <= 0 ? 0 : (2 / 3) * CREST_DISCHARGE * SQRT_2G * width * head * Math.sqrt(head);
}

/**
 * Froude number of a drain's flow, Q/(A·√(g·d)): below 0.3 the pipe vents itself, above 1 it runs full.
 *
 * @source Wallis (1969); Simpson (1969); Hills (1983), Chem. Eng. J.
 */
export function pipeFroude(flow: CubicMetresPerSecond, bore: Metres): number {
  return flow / (boreArea(bore) * Math.sqrt(GRAVITY * bore));
}

/** Froude number up to which a drop pipe vents itself. */
export const SELF_VENTING_FROUDE = 0.3;
/** Froude number from which a drop pipe runs full. */
export const RUNS_FULL_FROUDE = 1;

/**
 * Bore that carries a flow down an unvented pipe without gulping.
 *
 * @returns m
 * @source d = (4Q/(0.3·π·√g))^0.4, the bore at which Fr = 0.3
 */
export function selfVentingBore(flow: CubicMetresPerSecond): Metres {
  return ((4 * flow) / (SELF_VENTING_FROUDE * Math.PI * Math.sqrt(GRAVITY))) ** 0.4;
}

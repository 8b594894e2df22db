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

/** Points and weights of Gauss's rule for ∫ √(u(1−u))·f(u) du over 0 to 1. */
const ROUND = Array.from({ length: 8 }, (_, k) => {
  const angle = ((k + 1) * Math.PI) / 9;
  return [(1 + Math.cos(angle)) / 2, (Math.PI / 36) * Math.sin(angle) ** 2] as const;
});

/**
 * Flow of a round side hole: every strip of it gives by the head over it, as far up as it is covered.
 * From two diameters on this is within 1 % of an orifice to the hole's centre.
 *
 * @param level water level above the hole's bottom edge, m
 * @returns m³/s
 * @source C·√(2g)·∫ b(y)·√(h − y) dy over the covered part, b the chord at height y, C = 0.61; Gauss–Chebyshev
 */
export function holeFlow(level: Metres, diameter: Metres): CubicMetresPerSecond {
  if (level <= 0) return 0;
  const x = level / diameter;
  let sum = 0;
  if (x < 1) for (const [u, w] of ROUND) sum += w * Math.sqrt(1 - x * u);
  else for (const [u, w] of ROUND) sum += w * Math.sqrt(x - u);
  const shape = x < 1 ? x * x * sum : sum;
  return 2 * HOLE_DISCHARGE * SQRT_2G * diameter ** 2.5 * shape;
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
const SELF_VENTING_FROUDE = 0.3;
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

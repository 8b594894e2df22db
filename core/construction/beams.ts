import { sectionFigures, STRENGTHS, type Section } from '../catalogue/index.ts';
import { GRAVITY } from '../water/constants.ts';
import type { Kilograms, Metres, Share } from '../quantity/si.ts';

/** Beams and posts under load: simple checks that compare, and approve nothing. */

/** Partial factor of a load that never goes. @source EN 1990 */
const LOAD_FACTOR = 1.35;
/** Sag in the long run that looks straight and keeps water level: span ÷ 200. */
export const SAG_SHARE = 1 / 200;

/**
 * Share of its bending strength that a beam on two supports uses under an even load; above 1 it is too weak.
 *
 * @param load on the whole span, kg
 * @source M = 1.35·W·g·L/8 against W_el·f·k_mod/γ_M, EN 1995-1-1, EN 1993-1-1
 */
export function bendingUse(x: Section, load: Kilograms, span: Metres): Share {
  const { modulus } = sectionFigures(x);
  const s = STRENGTHS[x.material];
  return (LOAD_FACTOR * load * GRAVITY * span) / 8 / (modulus * s.bending * s.lasting);
}

/**
 * Sag of a beam on two supports under an even load after years, m.
 *
 * @source 5·W·g·L³/(384·E·I), times 1 + k_def
 */
export function sag(x: Section, load: Kilograms, span: Metres): Metres {
  const { inertia } = sectionFigures(x);
  const s = STRENGTHS[x.material];
  return (5 * load * GRAVITY * span ** 3 * (1 + s.creep)) / (384 * s.stiffness * inertia);
}

/**
 * Share of its buckling strength that an upright post uses, hinged at both ends about its weak axis.
 *
 * @source EN 1995-1-1, 6.3.2 (timber, β_c 0.2); EN 1993-1-1, 6.3.1 (steel, curve c)
 */
export function bucklingUse(x: Section, load: Kilograms, height: Metres): Share {
  const weak: Section = {
    ...x,
    breadth: Math.max(x.breadth, x.depth),
    depth: Math.min(x.breadth, x.depth),
  };
  const { area, inertia } = sectionFigures(weak);
  const s = STRENGTHS[x.material];
  const slenderness = height / Math.sqrt(inertia / area);
  const relative = (slenderness / Math.PI) * Math.sqrt(s.compression / s.bucklingStiffness);
  const from = x.material === 'softwood' ? 0.3 : 0.2;
  const k = 0.5 * (1 + s.crooked * (relative - from) + relative ** 2);
  const reduction = Math.min(1, 1 / (k + Math.sqrt(Math.max(0, k ** 2 - relative ** 2))));
  return (LOAD_FACTOR * load * GRAVITY) / (area * s.compression * s.lasting * reduction);
}

/** Plywood of 18 mm on joists: stiffness with creep, Pa. @source practice, EN 12369 class of 6 GPa and k_def 2.5 */
const DECK_STIFFNESS = 6e9 / 3.5;
export const DECK: Metres = 0.018;

/**
 * Widest spacing of joists under a deck, by its sag.
 *
 * @param pressure on it, kg/m²
 * @returns m, the span at which a strip sags by {@link SAG_SHARE} of it
 */
export function joistSpacing(pressure: number, thickness: Metres = DECK): Metres {
  const inertia = thickness ** 3 / 12;
  return ((384 * DECK_STIFFNESS * inertia * SAG_SHARE) / (5 * pressure * GRAVITY)) ** (1 / 3);
}

/**
 * Widest spacing of joists by their own strength and sag.
 *
 * @param pressure on the deck, kg/m²
 * @param span of a joist, between the bearers
 * @source both are linear in the load, and so in the width of deck that a joist carries
 */
export function joistsApart(x: Section, pressure: number, span: Metres): Metres {
  const each = pressure * span;
  return Math.min(1 / bendingUse(x, each, span), (span * SAG_SHARE) / sag(x, each, span));
}

/** Plastic channel: long-term stiffness, Pa, and its wall, m. Practice. */
const CHANNEL_STIFFNESS = 1e9;
const CHANNEL_WALL: Metres = 0.0025;

/**
 * Widest spacing of supports under a light channel, by its sag.
 *
 * @param load on a metre of it, kg
 */
export function channelSpacing(width: Metres, height: Metres, load: number): Metres {
  const t = CHANNEL_WALL;
  const inertia = (2 * t * height ** 3) / 12 + 2 * width * t * (height / 2) ** 2;
  return ((384 * CHANNEL_STIFFNESS * inertia * SAG_SHARE) / (5 * load * GRAVITY)) ** (1 / 3);
}

import { GRAVITY } from '../quantity/units.ts';

export { GRAVITY };
/** Discharge coefficient of a ring weir and of an orifice in a pipe's mouth. */
export const CREST_DISCHARGE = 0.6;
/** Discharge coefficient of a small sharp hole. */
export const HOLE_DISCHARGE = 0.61;
/** √(2g), √m/s. */
export const SQRT_2G = Math.sqrt(2 * GRAVITY);

/** Cross-section of a round bore, m². */
export const boreArea = (bore: number): number => (Math.PI * bore * bore) / 4;

import type { CarbonateConstants } from './carbonate.ts';
import { CACO3_PER_EQUIVALENT } from './carbonate.ts';
import type {
  Celsius,
  GramsPerCubicMetre,
  GramsPerDay,
  Kilograms,
  SquareMetres,
} from '../quantity/si.ts';

/** Shell or chalk that lies where the water passes, and dissolves by pH. */

/** Surface of grit of about three millimetres, m²/kg: 6 ÷ (2700 kg/m³ · 3 mm). */
const GRIT_SURFACE = 0.74;
/** Share of it that the water reaches through slime and sludge. Practice. */
const REACHED = 0.3;

/** Surface of so much shell that dissolves. */
export const shellSurface = (mass: Kilograms): SquareMetres => mass * GRIT_SURFACE * REACHED;

/** Solubility of calcite, mol²/L². @source Plummer & Busenberg (1982), Geochim. Cosmochim. Acta 46, 1011–1040 */
export const calciteSolubility = (t: Celsius): number => {
  const k = t + 273.15;
  return 10 ** (-171.9065 - 0.077993 * k + 2839.319 / k + 71.595 * Math.log10(k));
};

/** Rates of calcite by protons, by carbon dioxide and by water, cm/s and mmol/cm²·s. */
export interface ShellConstants {
  readonly k1: number;
  readonly k2: number;
  readonly k3: number;
  readonly solubility: number;
}
/** @source Plummer, Wigley & Parkhurst (1978), Am. J. Sci. 278, 179–216 */
export const shellConstants = (t: Celsius): ShellConstants => {
  const k = t + 273.15;
  return {
    k1: 10 ** (0.198 - 444 / k),
    k2: 10 ** (2.84 - 2177 / k),
    k3: 10 ** (-5.86 - 317 / k),
    solubility: calciteSolubility(t),
  };
};

/**
 * Shell that dissolves, g CaCO₃ a day; none where the water is saturated with it.
 *
 * @param surface of {@link shellSurface}
 * @param carbon inorganic, mmol/L
 * @param calcium mg/L as CaCO₃
 * @source Plummer, Wigley & Parkhurst (1978), the back reaction by the saturation with calcite; activities as concentrations
 */
export function shellDissolved(
  surface: SquareMetres,
  ph: number,
  carbon: number,
  calcium: GramsPerCubicMetre,
  c: CarbonateConstants,
  s: ShellConstants,
): GramsPerDay {
  if (!(surface > 0)) return 0;
  const h = 10 ** -ph;
  const dic = carbon / 1000;
  const down = h * h + c.k1 * h + c.k1 * c.k2;
  const dissolved = (dic * h * h) / down;
  const carbonate = (dic * c.k1 * c.k2) / down;
  const saturation = ((calcium / (2 * CACO3_PER_EQUIVALENT) / 1000) * carbonate) / s.solubility;
  const forward = s.k1 * h + s.k2 * dissolved + s.k3;
  // mmol/cm²·s to g/m²·day.
  return surface * Math.max(0, forward * (1 - saturation)) * 1e4 * 86400 * 0.100087;
}

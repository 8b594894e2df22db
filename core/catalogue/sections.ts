import type { Metres } from '../quantity/si.ts';

/** Timber and steel sections for stands and frames. */
export interface Section {
  readonly id: string;
  readonly name: string;
  readonly material: 'softwood' | 'steel';
  /** Breadth, and depth in which it stands under load; for tube the wall too. */
  readonly breadth: Metres;
  readonly depth: Metres;
  readonly wall?: Metres;
  readonly use: readonly ('bearer' | 'leg' | 'board')[];
}

/** Strength of a material, Pa: bending, compression along it, and stiffness for deflection and for buckling. */
export interface Strength {
  readonly bending: number;
  readonly compression: number;
  readonly stiffness: number;
  readonly bucklingStiffness: number;
  /** Share of the strength that lasts under a load that never goes, in the wet, over its safety factor. */
  readonly lasting: number;
  /** Sag grows by so many times its first in the years. */
  readonly creep: number;
  /** Imperfection in buckling. */
  readonly crooked: number;
  readonly density: number;
}

export const SECTION_SOURCE =
  'Softwood C16: EN 338 (2016); k_mod 0.5 for permanent load outdoors, γ_M 1.3, k_def 2.0: EN 1995-1-1. Steel S235, cold-formed square tube: EN 1993-1-1, buckling curve c. A weaker timber, knots at mid-span, rot and bad joints are not in these numbers.';

export const STRENGTHS: Readonly<Record<Section['material'], Strength>> = {
  softwood: {
    bending: 16e6,
    compression: 17e6,
    stiffness: 8e9,
    bucklingStiffness: 5.4e9,
    lasting: 0.5 / 1.3,
    creep: 2,
    crooked: 0.2,
    density: 370,
  },
  steel: {
    bending: 235e6,
    compression: 235e6,
    stiffness: 210e9,
    bucklingStiffness: 210e9,
    lasting: 1,
    creep: 0,
    crooked: 0.49,
    density: 7850,
  },
};

const timber = (b: number, d: number, use: Section['use']): Section => ({
  id: `timber-${b}x${d}`,
  name: `${b} × ${d} mm softwood`,
  material: 'softwood',
  breadth: b / 1000,
  depth: d / 1000,
  use,
});
const tube = (a: number, t: number, use: Section['use']): Section => ({
  id: `tube-${a}x${t}`,
  name: `${a} × ${a} × ${t} mm steel tube, coated`,
  material: 'steel',
  breadth: a / 1000,
  depth: a / 1000,
  wall: t / 1000,
  use,
});

/** From the lightest to the heaviest of each use. */
export const SECTIONS: readonly Section[] = [
  timber(45, 70, ['bearer', 'leg']),
  timber(45, 95, ['bearer']),
  timber(70, 70, ['leg']),
  timber(45, 120, ['bearer']),
  timber(45, 145, ['bearer']),
  timber(95, 95, ['leg']),
  timber(45, 195, ['bearer']),
  timber(120, 120, ['leg']),
  timber(22, 145, ['board']),
  timber(28, 195, ['board']),
  tube(30, 2, ['bearer', 'leg']),
  tube(40, 2, ['bearer', 'leg']),
  tube(50, 3, ['bearer', 'leg']),
];

/** The section with this id, or nothing. */
export const sectionById = (id: string): Section | undefined => SECTIONS.find((x) => x.id === id);

/** Area m², second moment m⁴ about the axis of bending, and section modulus m³. */
export function sectionFigures(x: Section): { area: number; inertia: number; modulus: number } {
  const { breadth: b, depth: d, wall: t } = x;
  const inner = t ? { b: b - 2 * t, d: d - 2 * t } : { b: 0, d: 0 };
  const inertia = (b * d ** 3 - inner.b * inner.d ** 3) / 12;
  return { area: b * d - inner.b * inner.d, inertia, modulus: inertia / (d / 2) };
}

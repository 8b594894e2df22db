import type { GramsPerCubicMetre } from '../quantity/si.ts';

/** What the scales of kits are in, by molar masses. */

/** What a kit's scale is in. */
export const KIT_SCALES = {
  n: { name: 'as nitrogen (N)', factor: 1 },
  nh3: { name: 'as NH₃', factor: 14.007 / 17.031 },
  nh4: { name: 'as NH₄⁺', factor: 14.007 / 18.038 },
  no2: { name: 'as NO₂⁻', factor: 14.007 / 46.005 },
  no3: { name: 'as NO₃⁻', factor: 14.007 / 62.004 },
} as const;
export type KitScale = keyof typeof KIT_SCALES;
/** Scales that a kit for each may have, as nitrogen first. */
export const SCALES_OF: Readonly<Record<'tan' | 'nitrite' | 'nitrate', readonly KitScale[]>> = {
  tan: ['n', 'nh3', 'nh4'],
  nitrite: ['n', 'no2'],
  nitrate: ['n', 'no3'],
};

/** A kit's reading as nitrogen, mg N/L. */
export const asNitrogen = (reading: number, scale: KitScale): GramsPerCubicMetre =>
  reading * KIT_SCALES[scale].factor;

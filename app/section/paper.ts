import type { SystemDocument } from '../../core/system';
import { AIR, PAPER } from './frame';
import { sceneOf } from './scene';

/** CSS pixels in a millimetre of paper. */
export const PX_PER_MM = 96 / 25.4;
/** Scales that a ruler can be held to. */
const SCALES = [1, 2, 5, 10, 15, 20, 25, 30, 40, 50, 75, 100, 200, 500, 1000];

export interface PaperSize {
  readonly width: number;
  readonly height: number;
  readonly perMetre: number;
  /** The drawing is 1 : this. */
  readonly scale: number;
}

/** The largest common scale at which a system fits a place on paper, and the drawing's size there, px. */
export function paperSize(system: SystemDocument, wideMm: number, highMm: number): PaperSize {
  const s = sceneOf(system);
  const wide = s.maxX - s.minX + AIR;
  const high = s.maxZ - s.minZ + AIR;
  const size = (scale: number): PaperSize => {
    const perMetre = (1000 / scale) * PX_PER_MM;
    return {
      scale,
      perMetre,
      width: Math.ceil(wide * perMetre + PAPER.left + PAPER.right),
      height: Math.ceil(high * perMetre + PAPER.top + PAPER.bottom),
    };
  };
  const fits = (p: PaperSize) => p.width <= wideMm * PX_PER_MM && p.height <= highMm * PX_PER_MM;
  return SCALES.map(size).find(fits) ?? size(SCALES[SCALES.length - 1]!);
}

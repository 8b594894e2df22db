import { isStore, type SystemDocument } from '../../core/system';
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

/** From tag to tag, and room over and below them, px. */
const TAG = 27;
const ENDS = 32;
/** Names under beds that stand on the ground, px. */
const NAMES = 20;

/**
 * The largest common scale at which a system fits a place on paper, and the drawing's size there, px.
 *
 * @param tags that stand beside it one under another
 */
export function paperSize(
  system: SystemDocument,
  wideMm: number,
  highMm: number,
  tags = 0,
): PaperSize {
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
  const p = SCALES.map(size).find(fits) ?? size(SCALES[SCALES.length - 1]!);
  const lowest = Math.min(...s.vessels.map((v) => (isStore(v.vessel) ? 1 : v.vessel.floor)));
  const names = Math.max(0, NAMES - lowest * p.perMetre);
  const wanted = Math.min(highMm * PX_PER_MM, Math.max(p.height + names, ENDS + tags * TAG));
  return { ...p, height: Math.max(p.height, Math.ceil(wanted)) };
}

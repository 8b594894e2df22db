import type { Figures } from '../assess/figures.ts';
import { grossTo } from '../assess/waterBalance.ts';
import { mediumById } from '../catalogue/index.ts';
import type { BedDay } from '../day/metrics.ts';
import type { Seconds, Share, SquareMetres } from '../quantity/si.ts';
import { isStore } from '../system/index.ts';
import { boreArea } from '../water/constants.ts';
import { rimLength, shapeArea } from '../water/shape.ts';

/** Surface of stones on which bacteria live: in the zone that is flooded, and wet often enough. */

/** Stones stay moist, and their bacteria at work, for so long after the water has left them. Practice. */
export const STAYS_MOIST: Seconds = 1800;

export interface BedSurface {
  readonly bed: string;
  /** By the medium's range: low, middle, high. */
  readonly range: readonly [SquareMetres, SquareMetres, SquareMetres];
  /** Share of the day that the flooded zone is wet or moist. */
  readonly wet: Share;
}

/** Share of a day that the flooded zone of a bed is wet, or moist after a flood. */
export const wetShare = (bed: BedDay, trickle: boolean): Share =>
  trickle ? 1 : Math.min(1, bed.floodedShare + (bed.cyclesPerDay * STAYS_MOIST) / 86400);

/** Walls under water, on which bacteria live as well. */
function walls({ system: s, a }: Pick<Figures, 'system' | 'a'>): BedSurface[] {
  return s.vessels.flatMap((v, i): BedSurface[] => {
    if (!(isStore(v) || v.role === 'raft')) return [];
    const level = Math.min(a.balance.rest[i]!.level, v.shape.height);
    if (!(level > 0)) return [];
    const area = v.count * (rimLength(v.shape) * level + shapeArea(v.shape, 0.5 * level));
    return [{ bed: v.id, range: [area, area, area], wet: 1 }];
  });
}

/**
 * Wetted surface of each vessel: walls under water, and of each bed the true surface of its stones up to the highest level of the day, less what is
 * clogged, by the share of the day that it is wet.
 */
export function wettedSurfaces(c: Figures): BedSurface[] {
  const { system: s, a, day } = c;
  if (!day) return [];
  const stones = day.metrics.beds.flatMap((bed): BedSurface[] => {
    const index = s.vessels.findIndex((v) => v.id === bed.id);
    const v = s.vessels[index];
    if (!v) return [];
    const wet = wetShare(bed, a.beds.find((b) => b.id === bed.id)?.trickle ?? false);
    const zones: { medium: string; volume: number }[] = [];
    if (v.media) {
      let below = 0;
      for (const layer of [...v.media.layers, v.media]) {
        const gross = grossTo(s, index, Math.min(layer.top, bed.highest));
        if (gross > below) zones.push({ medium: layer.medium, volume: gross - below });
        below = Math.max(below, gross);
      }
    }
    if (v.pots) {
      const depth = Math.min(v.pots.height, bed.highest);
      const volume = v.count * v.pots.count * boreArea(v.pots.diameter) * depth;
      zones.push({ medium: v.pots.medium, volume });
    }
    const open = (1 - (v.media?.clogging ?? 0)) * wet;
    let low = 0;
    let high = 0;
    for (const z of zones) {
      const surface = mediumById(z.medium)?.surface;
      if (!surface) continue;
      low += surface[0] * z.volume * open;
      high += surface[1] * z.volume * open;
    }
    return high > 0 ? [{ bed: bed.id, range: [low, (low + high) / 2, high], wet }] : [];
  });
  return [...walls(c), ...stones];
}

import { mediumById } from '../catalogue/index.ts';
import type { Share } from '../quantity/si.ts';
import type { SystemDocument, Vessel } from '../system/types.ts';
import { boreArea } from '../water/constants.ts';
import { manyOf, stageStorage, type StageStorage } from '../water/vessel.ts';

/** Drainable voids of a medium: as measured, else the table's usual value. */
const voidsOf = (m: { medium: string; voids: Share | null }): Share =>
  m.voids ?? mediumById(m.medium)?.voids[1] ?? 0.4;

/** Voids that a fill time can mean at all. */
const within = (voids: Share): Share => Math.min(0.95, Math.max(0.03, voids));

/** Voids of a bed's main medium as they are now, less what roots and solids take, times a correction. */
export const voidsNow = (v: Vessel, correction: number): Share =>
  v.media ? within(voidsOf(v.media) * (1 - v.media.clogging) * correction) : 1;

/** Open area inside the guards that stand in a bed, m². */
function guardArea(s: SystemDocument, vessel: string): number {
  let area = 0;
  for (const p of s.paths) {
    if (p.kind === 'bell-siphon' && p.from === vessel && p.guard)
      area += boreArea(p.guard.diameter);
  }
  return area;
}

/**
 * What a vessel holds at every level, all of a count together.
 *
 * @param correction as a fill time asks: of the voids of its stones, or where it has none of all that it holds
 */
export function stageStorageOf(s: SystemDocument, v: Vessel, correction: number): StageStorage {
  return manyOf(stageStorageOfOne(s, v, correction), v.count * (v.media ? 1 : correction));
}

function stageStorageOfOne(s: SystemDocument, v: Vessel, correction: number): StageStorage {
  const { media, pots } = v;
  if (!media && !pots) return stageStorage(v.shape, null);
  const layers = media
    ? [
        ...media.layers.map((l) => ({
          top: l.top,
          voids: within(voidsOf(l) * (1 - media.clogging) * correction),
        })),
        { top: media.top, voids: voidsNow(v, correction) },
      ]
    : [];
  return stageStorage(v.shape, {
    layers,
    openArea: guardArea(s, v.id),
    pots: pots && {
      area: pots.count * boreArea(pots.diameter),
      top: pots.height,
      voids: within(voidsOf(pots)),
    },
  });
}

import { isStore } from '../../core/system';
import type { Box } from './frame';
import { startsBetween, type LabelRequest } from './labels';
import type { Placed } from './place';

/** Lines of small text stand this far apart, px. */
const LINE = 15;
/** From a wall to a label beside it, px. */
const GAP = 8;

/**
 * Where the name of a vessel may stand: of a store in its water, near the floor; of what stands higher under its
 * floor; else over the rim, or beside it.
 *
 * @param box of the vessel in px, its walls
 */
function nameSpots(p: Placed, box: Box) {
  return (width: number): { x: number; y: number }[] => {
    const { x1, y1, x2, y2 } = box;
    /** Starts of a line of this width between the walls: left, right, then what lies between. */
    const across = (inset: number) => {
      const room = x2 - x1 - 2 * inset - width;
      if (room < 0) return [];
      return startsBetween(x1 + inset, x1 + inset + room);
    };
    const rows = (ys: readonly number[], xs: readonly number[]) =>
      ys.flatMap((y) => xs.map((x) => ({ x, y })));
    const wide = across(0).length ? across(0) : [x1, (x1 + x2 - width) / 2, x2 - width];
    const inside = rows(
      Array.from({ length: 5 }, (_, i) => y2 - 9 - i * LINE).filter((y) => y > y1 + LINE),
      across(GAP),
    );
    const under = rows([y2 + 21, y2 + 21 + LINE], wide);
    const over = rows([y1 - GAP, y1 - GAP - LINE], wide);
    const beside = rows([(y1 + y2) / 2, y2 - 9, y1 + LINE], [x1 - GAP - width, x2 + GAP + 2]);
    return isStore(p.vessel)
      ? [...inside, ...over, ...under, ...beside]
      : [...under, ...over, ...beside, ...inside];
  };
}

/** The name of a vessel with what is in it, where there is room for both. */
export const nameLabel = (
  p: Placed,
  name: string,
  box: Box,
  content: string,
  must: boolean,
): LabelRequest => ({
  key: `name/${p.vessel.id}`,
  texts: content ? [`${name}  ${content}`, name] : [name],
  spots: nameSpots(p, box),
  must,
});

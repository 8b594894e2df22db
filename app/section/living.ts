import { fullestIn, stands, standsOf, type Stand } from '../../core/system';
import type { Metres } from '../../core/quantity/si';
import type { SystemDocument } from '../../core/system';
import type { Placed } from './place';

/** Where what lives stands in the drawing. */

/** Length of a fish of common shape by its mass, kg. */
export const fishLength = (mass: number): Metres => 0.01 * Math.cbrt((mass * 1000) / 0.0125);

/** Height above the ground at which plants stand in a vessel; nothing where none do. */
export function rootsAt(p: Placed, level: Metres): Metres | null {
  const v = p.vessel;
  if (v.media) return v.floor + v.media.top;
  if (v.pots) return v.floor + v.pots.height;
  if (v.role === 'raft') return v.floor + level + 0.01;
  return v.role === 'channel' ? v.floor + v.shape.height : null;
}

/** One plant as it is seen from the side. */
export interface SidePlant {
  readonly key: string;
  readonly stand: string;
  readonly x: Metres;
  readonly z: Metres;
  readonly height: Metres;
  readonly spacing: Metres;
  readonly roots: Metres;
}

/** Day of the year on which plants are shown: by its number, all that ever stand there, or the fullest. */
export type DayOfPlants = number | 'all' | 'fullest';

/** Plants of the stands in a vessel on a day, column by column; on felt row by row too. */
export function plantsFromSide(
  s: SystemDocument,
  p: Placed,
  level: Metres,
  day: DayOfPlants,
): SidePlant[] {
  const { vessel } = p;
  const felt = vessel.role === 'felt';
  const z = felt ? vessel.floor : rootsAt(p, level);
  if (z === null) return [];
  const here =
    day === 'fullest'
      ? fullestIn(s, vessel.id)
      : standsOf(s).filter(
          (x) => x.stand.vessel === vessel.id && (day === 'all' || stands(x.stand, day)),
        );
  const left = p.left;
  const rowsOf = (x: Stand) => (felt ? x.stand.rows : 1);
  return here.flatMap((x) =>
    Array.from({ length: x.stand.columns * rowsOf(x) }, (_, i): SidePlant => {
      const column = i % x.stand.columns;
      const row = Math.floor(i / x.stand.columns);
      const along = x.stand.x + (column + 0.5) * x.kind.spacing;
      return {
        key: `${x.stand.id}-${i}`,
        stand: x.stand.id,
        x: Math.min(p.end - 0.01, left + along),
        z: felt ? z + x.stand.y + (row + 0.2) * x.kind.spacing : z,
        height: felt ? Math.min(x.kind.height, x.kind.spacing) : x.kind.height,
        spacing: x.kind.spacing,
        roots: felt ? 0 : x.kind.roots,
      };
    }),
  );
}

import { daysAcross } from '../../core/calendar/dayOfYear';
import { fullestIn, isPlanted, standsOf, type CropPlanting } from '../../core/system';
import type { Metres } from '../../core/quantity/si';
import type { SystemDocument } from '../../core/system';
import { habitOf, type Habit } from './habits';
import type { Placed } from './place';

/** Where what lives stands in the drawing. */

/** Length of a fish of common shape by its mass, kg. */
export const fishLength = (mass: number): Metres => 0.01 * Math.cbrt((mass * 1000) / 0.0125);

/** Of its full height a plant has so much when it is planted out, and bears from this share of its time on. */
const SEEDLING = 0.25;
const RIPE = 0.8;
const BEARS = new Set(['fruit', 'flower']);

/** Height above the ground at which plants stand in a vessel; nothing where none do. */
export function rootsAt(p: Placed, level: Metres): Metres | null {
  const v = p.vessel;
  if (v.media) return v.floor + v.media.top;
  if (v.pots) return v.floor + v.pots.height;
  if (v.role === 'raft') return v.floor + level + 0.01;
  return v.role === 'channel' ? v.floor + v.shape.height : null;
}

/** Where a device hangs in its vessel, as a share of its width from the left. */
const HANGS = { 'air-pump': 0.86, heater: 0.72, lamp: 0.5 } as const;
/** Across the drawing where a device of a vessel hangs, m. */
export const hangsAt = (p: Placed, kind: keyof typeof HANGS): Metres =>
  p.left + (p.end - p.left) * HANGS[kind];

/** One plant as it is seen from the side. */
export interface SidePlant {
  readonly key: string;
  readonly planting: string;
  readonly habit: Habit;
  /** Flowers and fruit hang on it. */
  readonly ripe: boolean;
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
          (x) => x.planting.vessel === vessel.id && (day === 'all' || isPlanted(x.planting, day)),
        );
  const left = p.left;
  /** Of its full size on the day; what is shown at its fullest is full grown. */
  const ageOf = (x: CropPlanting): number => {
    if (typeof day !== 'number' || x.planting.from === null) return 1;
    const days = daysAcross(x.planting.from, day);
    return Math.min(1, Math.max(0, days / Math.max(1, x.kind.daysToHarvest)));
  };
  const rowsOf = (x: CropPlanting) => (felt ? x.planting.rows : 1);
  return here.flatMap((x) =>
    Array.from({ length: x.planting.columns * rowsOf(x) }, (_, i): SidePlant => {
      const column = i % x.planting.columns;
      const row = Math.floor(i / x.planting.columns);
      const age = ageOf(x);
      const size = SEEDLING + (1 - SEEDLING) * age;
      const tall = felt ? Math.min(x.kind.height, x.kind.spacing) : x.kind.height;
      const along = x.planting.x + (column + 0.5) * x.kind.spacing;
      return {
        key: `${x.planting.id}-${i}`,
        planting: x.planting.id,
        x: Math.min(p.end - 0.01, left + along),
        z: felt ? z + x.planting.y + (row + 0.2) * x.kind.spacing : z,
        habit: habitOf(x.kind),
        ripe: age > RIPE && BEARS.has(x.kind.group),
        height: tall * size,
        spacing: x.kind.spacing,
        roots: felt ? 0 : x.kind.roots * size,
      };
    }),
  );
}

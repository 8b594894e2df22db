import { dayAfter, daysAcross, monthAndDay, monthsAfter } from '../calendar/dayOfYear.ts';
import { daysToReady, harvestedShare, plantingUptake } from '../life/index.ts';
import type { Kilograms } from '../quantity/si.ts';
import { N_IN_PLANTS, type Season, type SeasonBasis } from '../season/index.ts';
import type { CropPlanting } from '../system/index.ts';

/** What a season's plants give, by the nitrogen that they took up. */

/** Fresh mass of a crop that is harvested in a month. */
export interface Harvest {
  readonly crop: string;
  /** Month of the year, 1 … 12, and how many months after the start. */
  readonly month: number;
  readonly after: number;
  readonly mass: Kilograms;
}

/** What one planting gave in a season. */
export interface PlantingHarvest {
  readonly planting: CropPlanting;
  readonly mass: Kilograms;
  /** The same with as much nitrogen as it could use. */
  readonly full: Kilograms;
}

/** Days from planting out from which a planting is picked; Infinity where it is cut once. */
function pickedFrom(ground: SeasonBasis, { planting, kind }: CropPlanting): number {
  const { from, vessel } = planting;
  if (from === null) return 0;
  if (kind.harvest === 'once' || kind.harvest === 'none') return Infinity;
  return daysToReady(ground.c.system, { vessel, from }, kind);
}

/**
 * Goes through a season's harvest: the nitrogen that was taken up is shared among the plantings by what each would take, and
 * a planting that is cut once is harvested on the day on which it is cleared.
 *
 * @param begins day of the year
 * @param give told the day of the season, the planting, and what is harvested with the nitrogen that there was and with plenty
 */
function harvested(
  ground: SeasonBasis,
  season: Season,
  begins: number,
  give: (day: number, x: CropPlanting, mass: Kilograms, full: Kilograms) => void,
): void {
  const { system } = ground.c;
  const rows = ground.plantings.map((x) => ({
    x,
    share: harvestedShare(x.kind),
    picked: pickedFrom(ground, x),
    has: 0,
    full: 0,
  }));
  for (let day = 0; day < season.days; day++) {
    const ofYear = dayAfter(begins, day);
    const wants = rows.map(({ x }) => plantingUptake(system, x, ofYear));
    const all = wants.reduce((sum, x) => sum + x, 0);
    rows.forEach((row, i) => {
      const { x, share } = row;
      const { from, to } = x.planting;
      const age = from === null ? Infinity : daysAcross(from, ofYear);
      const full = (wants[i]! / N_IN_PLANTS) * share;
      const grows = all > 0 ? (season.uptake[day]! / all) * full : 0;
      if (age >= row.picked) {
        if (full > 0) give(day, x, grows, full);
        return;
      }
      row.has += grows;
      row.full += full;
      if (to === null || ofYear !== to || !(row.full > 0)) return;
      if (x.kind.harvest === 'once') give(day, x, row.has, row.full);
      row.has = row.full = 0;
    });
  }
}

/** The harvest of a season by crop and month. @param begins day of the year */
export function harvestOf(ground: SeasonBasis, season: Season, begins: number): Harvest[] {
  const cells = new Map<string, { crop: string; month: number; after: number; mass: Kilograms }>();
  harvested(ground, season, begins, (day, { kind }, mass) => {
    if (!(mass > 0)) return;
    const [month] = monthAndDay(dayAfter(begins, day));
    const after = monthsAfter(begins, day);
    const key = `${kind.id}/${after}`;
    const there = cells.get(key) ?? { crop: kind.id, month, after, mass: 0 };
    there.mass += mass;
    cells.set(key, there);
  });
  return [...cells.values()].sort((a, b) => a.after - b.after || a.crop.localeCompare(b.crop));
}

/** What each planting gave in a season, and would have given with plenty of nitrogen. @param begins day of the year */
export function plantingHarvests(
  ground: SeasonBasis,
  season: Season,
  begins: number,
): PlantingHarvest[] {
  const masses = new Map(
    ground.plantings.map((planting) => [planting, { planting, mass: 0, full: 0 }]),
  );
  harvested(ground, season, begins, (_, x, mass, full) => {
    const there = masses.get(x)!;
    there.mass += mass;
    there.full += full;
  });
  return [...masses.values()];
}

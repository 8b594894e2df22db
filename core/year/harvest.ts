import { dayAfter, daysAcross, monthAndDay } from '../calendar/dayOfYear.ts';
import { grown } from '../life/index.ts';
import type { Kilograms } from '../quantity/si.ts';
import { N_IN_PLANTS, type Season, type SeasonGround } from '../season/index.ts';
import type { Stand } from '../system/index.ts';

/** What a season's plants give, by the nitrogen that they took up. */

/** Fresh mass of a crop that is harvested in a month. */
export interface Harvest {
  readonly crop: string;
  /** Month of the year, 1 … 12, and how many months after the start. */
  readonly month: number;
  readonly after: number;
  readonly mass: Kilograms;
}

/** Whether what a stand grows on a day is harvested by and by: picked, or cut and grown again. */
function isPicked({ stand, kind }: Stand, age: number): boolean {
  if (kind.harvest === 'picked' || kind.harvest === 'again') return age >= kind.daysToHarvest;
  return stand.from === null;
}

/**
 * The harvest of a season, month by month: the nitrogen that was taken up is shared among the stands by what each would
 * take, and a stand that is cut once is harvested on the day on which it is cleared.
 *
 * @param begins day of the year
 */
export function harvestOf(ground: SeasonGround, season: Season, begins: number): Harvest[] {
  const standing = new Map<Stand, Kilograms>();
  const months = new Map<string, { crop: string; month: number; after: number; mass: Kilograms }>();
  let [month] = monthAndDay(begins);
  let after = 0;
  const give = (crop: string, mass: Kilograms) => {
    if (!(mass > 0)) return;
    const key = `${crop}/${after}`;
    const there = months.get(key) ?? { crop, month, after, mass: 0 };
    there.mass += mass;
    months.set(key, there);
  };
  for (let day = 0; day < season.days; day++) {
    const ofYear = dayAfter(begins, day);
    const [now] = monthAndDay(ofYear);
    if (now !== month) {
      month = now;
      after++;
    }
    const wants = ground.stands.map((x) => x.area * x.kind.nitrogen * grown(x, ofYear));
    const all = wants.reduce((sum, x) => sum + x, 0);
    ground.stands.forEach((x, i) => {
      const has = standing.get(x) ?? 0;
      const grows = all > 0 ? (season.uptake[day]! * wants[i]!) / all / N_IN_PLANTS : 0;
      const { from, to } = x.stand;
      const age = from === null ? Infinity : daysAcross(from, ofYear);
      const edible = x.kind.harvest !== 'none' && x.kind.edible;
      if (isPicked(x, age)) {
        if (edible) give(x.kind.id, grows);
        return;
      }
      const cleared = to !== null && ofYear === to && has > 0;
      if (cleared && edible && x.kind.harvest === 'once') give(x.kind.id, has + grows);
      standing.set(x, cleared ? 0 : has + grows);
    });
  }
  return [...months.values()].sort((a, b) => a.after - b.after || a.crop.localeCompare(b.crop));
}

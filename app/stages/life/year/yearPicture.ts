import { dayAfter, daysAcross, monthAndDay, monthsAfter } from '../../../../core/calendar';
import { sowing } from '../../../../core/life';
import { isPlantSite, standsOf, type SystemDocument } from '../../../../core/system';

/** The planting of a year over its days: bars of what stands in each bed, in lanes. */

export interface PlantingBar {
  readonly id: string;
  readonly name: string;
  readonly group: string;
  readonly plants: number;
  /** Days of the season: planted out, first harvest, cleared. */
  readonly first: number;
  readonly ready: number;
  readonly last: number;
  readonly lane: number;
  /** It stands there all year. */
  readonly always: boolean;
}
export interface BedRow {
  readonly id: string;
  readonly name: string;
  readonly bars: readonly PlantingBar[];
  readonly lanes: number;
}

/** What stands in each bed over the days of a season. */
export function bedRows(doc: SystemDocument, begins: number, days: number): BedRow[] {
  const plantings = standsOf(doc);
  return doc.vessels.filter(isPlantSite).map((v): BedRow => {
    const bars = plantings
      .filter((x) => x.planting.vessel === v.id)
      .flatMap((x) => {
        const { from, to, id } = x.planting;
        const shared = { id, name: x.kind.name, group: x.kind.group, plants: x.plants };
        const first = from === null ? 0 : daysAcross(begins, from);
        const length = to === null || from === null ? days : daysAcross(from, to);
        if (first >= days) return [];
        const ready = sowing(doc, x).ready;
        const last = Math.min(days, first + length + 1);
        return [
          {
            ...shared,
            first,
            last,
            ready: ready === null ? last : Math.min(last, first + daysAcross(from!, ready)),
            always: from === null,
          },
        ];
      })
      .sort((a, b) => a.first - b.first || a.last - b.last);
    const ends: number[] = [];
    const placed = bars.map((b): PlantingBar => {
      let lane = ends.findIndex((end) => end <= b.first);
      if (lane < 0) lane = ends.length;
      ends[lane] = b.last;
      return { ...b, lane };
    });
    return { id: v.id, name: v.name, bars: placed, lanes: Math.max(1, ends.length) };
  });
}

/** A month of a season: its first day and the day after its last, and how many months after the start. */
export interface MonthSpan {
  readonly first: number;
  readonly end: number;
  readonly month: number;
  readonly after: number;
}
/** Months of a season, the first and the last as far as they lie in it. */
export function monthsOf(begins: number, days: number): MonthSpan[] {
  const out: MonthSpan[] = [];
  let first = 0;
  for (let d = 1; d <= days; d++) {
    const after = out.length;
    if (d < days && monthsAfter(begins, d) === after) continue;
    const [month] = monthAndDay(dayAfter(begins, first));
    out.push({ first, end: d, month, after });
    first = d;
  }
  return out;
}

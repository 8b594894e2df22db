import { format, type UnitSystem } from '../../../../core/quantity';
import { cropKindOf, type SystemDocument, type PlantRequest } from '../../../../core/system';
import type { AwayResult, RequestResult, YearLimit } from '../../../../core/year';
import { monthName } from '../../../parts/months';

/** The year's plan in words. */

/** What keeps something from being had, and what would help. */
export const LIMITS: Readonly<Record<YearLimit, { why: string; help: string }>> = {
  light: {
    why: 'There is too little light.',
    help: 'A lamp over the bed gives more.',
  },
  cold: {
    why: 'It is too cold for this crop.',
    help: 'Try a crop that grows in the cold, or a warmer place.',
  },
  heat: {
    why: 'It is too hot for this crop.',
    help: 'Try a crop for hot weather, or add shade.',
  },
  frost: {
    why: 'Frost would kill the plants.',
    help: 'Try a hardy crop, or a glasshouse.',
  },
  area: {
    why: 'The beds have no free growing area.',
    help: 'Clear what grows there now, add a bed, or reduce the goal.',
  },
  roots: {
    why: 'No bed is deep or large enough for this crop.',
    help: 'Try a smaller crop.',
  },
  bacteria: {
    why: 'The system is not cycled yet.',
    help: 'Start earlier, or add media from a running bed.',
  },
  nitrogen: {
    why: 'The fish give too little nitrogen.',
    help: 'Keep more fish, or grow fewer plants at a time.',
  },
  water: {
    why: 'The system cannot support so many fish of this size.',
    help: 'Reduce the goal, or add aeration and media.',
  },
  growth: {
    why: 'The fish do not reach this weight in time.',
    help: 'Choose a later day, or heat the water.',
  },
  away: { why: 'You are away.', help: 'Ask somebody to harvest.' },
  end: { why: 'The planned year ends first.', help: 'Start earlier.' },
};

const round = (x: number) => String(Math.round(x));

/** Name of what a wish is about. */
export function requestName(doc: SystemDocument, w: PlantRequest): string {
  return w.kind === 'fish' ? 'Fish' : (cropKindOf(doc, w.crop)?.name ?? w.crop);
}

/** Months in a row as spans: "Nov to Feb, Apr". */
export function monthSpans(months: readonly { month: number; after: number }[]): string {
  const out: { first: number; last: number; after: number }[] = [];
  for (const { month, after } of months) {
    const open = out.at(-1);
    if (open && after === open.after + 1) {
      open.last = month;
      open.after = after;
    } else out.push({ first: month, last: month, after });
  }
  return out
    .map((x) =>
      x.first === x.last ? monthName(x.first) : `${monthName(x.first)} to ${monthName(x.last)}`,
    )
    .join(', ');
}

/** What is had of a wish. */
export function hadInWords(w: PlantRequest, r: RequestResult, units: UnitSystem): string {
  if (w.kind === 'heads') return `${round(r.had)} of ${round(r.wanted)} heads`;
  if (w.kind === 'mass')
    return `${format(r.had, 'mass', units)} of ${format(r.wanted, 'mass', units)}`;
  return r.reached === null
    ? `0 of ${round(r.wanted)} fish`
    : `${round(r.had)} of ${round(r.wanted)} fish, ${format(r.reached, 'mass', units)} each by then`;
}

/** What is missing of a wish: when, why, and what would help. */
export function missingInWords(r: RequestResult): { when: string; why: string; help: string }[] {
  if (!r.months.length) return r.limit === null ? [] : [{ when: '', ...LIMITS[r.limit] }];
  const limits = [...new Set(r.months.flatMap((m) => (m.limit ? [m.limit] : [])))];
  return limits.map((limit) => ({
    when: monthSpans(r.months.filter((m) => m.limit === limit)),
    ...LIMITS[limit],
  }));
}

/** Days away: what runs short; nothing where nothing does. */
export function awayInWords(r: AwayResult, days: number): string {
  if (r.limit === 'feed')
    return `${days} days without feed are too long for the fish. Ask somebody to feed them, or use a feeder.`;
  if (r.limit === 'water')
    return `Without topping up, the pump runs dry after ${Math.floor(r.lasts)} days, and you are away for ${days}. Ask somebody to top up, or fit a float valve.`;
  return `The fish can go without feed for ${days} days, and the water lasts.`;
}

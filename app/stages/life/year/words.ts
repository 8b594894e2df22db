import { format, type UnitSystem } from '../../../../core/quantity';
import { cropKindOf, type SystemDocument, type Wish } from '../../../../core/system';
import type { AwayResult, WishResult, YearLimit } from '../../../../core/year';
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
    help: 'Try a crop that likes heat, or shade.',
  },
  frost: {
    why: 'Frost would kill the plants.',
    help: 'Try a hardy crop, or a glasshouse.',
  },
  ground: {
    why: 'There is no free ground in the beds.',
    help: 'Clear what grows there now, add a bed, or want fewer.',
  },
  roots: {
    why: 'No bed has the depth or the room that this crop needs.',
    help: 'Try a smaller crop.',
  },
  bacteria: {
    why: 'The bacteria do not feed plants yet.',
    help: 'Start earlier, or bring stones from a running bed.',
  },
  nitrogen: {
    why: 'The fish give too little nitrogen.',
    help: 'Keep more fish, or want fewer plants at a time.',
  },
  water: {
    why: 'The water cannot carry so many fish of this size.',
    help: 'Want fewer or smaller fish, or add air and media.',
  },
  growth: {
    why: 'The fish do not grow that fast.',
    help: 'Give them more time, or warmer water.',
  },
  away: { why: 'You are away.', help: 'Ask somebody to harvest.' },
  end: { why: 'The year is over before.', help: 'Begin earlier.' },
};

const round = (x: number) => String(Math.round(x));

/** Name of what a wish is about. */
export function wishName(doc: SystemDocument, w: Wish): string {
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
export function hadInWords(w: Wish, r: WishResult, units: UnitSystem): string {
  if (w.kind === 'heads') return `${round(r.had)} of ${round(r.wanted)} heads`;
  if (w.kind === 'mass')
    return `${format(r.had, 'mass', units)} of ${format(r.wanted, 'mass', units)}`;
  return r.reached === null
    ? `0 of ${round(r.wanted)} fish`
    : `${round(r.had)} of ${round(r.wanted)} fish; a fish has ${format(r.reached, 'mass', units)} by then`;
}

/** What is missing of a wish: when, why, and what would help. */
export function missingInWords(r: WishResult): { when: string; why: string; help: string }[] {
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
    return `The fish go hungry in ${days} days: somebody must feed them, or a feeder.`;
  if (r.limit === 'water')
    return `The water lasts ${Math.floor(r.lasts)} days without topping up, and you are away for ${days}: a float valve or somebody must top it up.`;
  return `Nothing runs short in ${days} days: the fish fast, and the water lasts.`;
}

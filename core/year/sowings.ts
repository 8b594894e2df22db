import { dayAfter, daysAcross, monthAndDay, monthsAfter } from '../calendar/dayOfYear.ts';
import type { CropKind } from '../catalogue/index.ts';
import type { Figures } from '../assess/figures.ts';
import {
  cropPlaces,
  frosty,
  growthLimit,
  harvestedShare,
  plantingUptake,
  type GrowthLimit,
} from '../life/index.ts';
import type { Kilograms } from '../quantity/si.ts';
import { N_IN_PLANTS } from '../season/index.ts';
import { cropKindOf, type CropPlanting, type Vessel, type PlantRequest } from '../system/index.ts';
import { bedsFor } from './plots.ts';

/** When a crop can be planted in a bed so that it is harvested on a day, and what keeps it from that. */

/** Why something that is wanted cannot be had. */
export type YearLimit =
  | GrowthLimit
  | 'frost'
  | 'area'
  | 'roots'
  | 'bacteria'
  | 'nitrogen'
  | 'water'
  | 'growth'
  | 'away'
  | 'end';

/** How much is missing by each limit. */
export type Missing = Map<YearLimit, number>;
/** Counts what is missing by a limit. */
export const addMissing = (to: Missing, limit: YearLimit, amount: number): void =>
  void to.set(limit, (to.get(limit) ?? 0) + amount);
/** The limit by which most is missing; null where nothing is. */
export const mostMissing = (all: Missing): YearLimit | null =>
  [...all].reduce<readonly [YearLimit | null, number]>(
    (a, b) => (b[1] > a[1] ? b : a),
    [null, 0],
  )[0];

/** A crop may stand so many times its published days: what takes longer bolts, or is not worth its ground. */
const SLOWEST = 2;
/** What grows less than this share over so many days is cleared. */
const IDLE = 0.2;
const IDLE_DAYS = 14;
/** A week's harvest, in days. */
const WEEK = 7;

/** What stays the same over a search. */
export interface YearContext {
  readonly c: Figures;
  readonly begins: number;
  /** Days of the season that is planned. */
  readonly days: number;
  /** First day on which plants find food. */
  readonly fed: number;
  readonly away: (day: number) => boolean;
}

/** A time in which a crop can stand in a bed: planted out, first and last day of its harvest. Days of the season. */
export interface Slot {
  readonly vessel: string;
  readonly first: number;
  readonly ready: number;
  readonly last: number;
}
export type SlotOr = Slot | YearLimit;
/** Whether a time was found. */
export const isSlot = (x: SlotOr): x is Slot => typeof x !== 'string';

/** Whether a crop would stand in frost that kills it. */
function freezes(g: YearContext, kind: CropKind, first: number, last: number): boolean {
  const { system } = g.c;
  if (kind.frost !== 'tender' || system.site.kind === 'glasshouse') return false;
  for (let d = first; d <= last; d++) if (frosty(system, dayAfter(g.begins, d))) return true;
  return false;
}
/** What limits growth most over a span of the season. */
function limitOver(
  { c, begins }: YearContext,
  vessel: string,
  kind: CropKind,
  first: number,
  last: number,
): GrowthLimit {
  const places = cropPlaces(c.system);
  const counts = { light: 0, cold: 0, heat: 0 };
  for (let d = first; d <= last; d++) {
    const day = dayAfter(begins, d);
    const limit = growthLimit(kind, places.light(vessel, day), places.temperature(day));
    if (limit) counts[limit] += 1 - places.growth(vessel, kind).on(day);
  }
  return (['light', 'cold', 'heat'] as const).reduce((a, b) => (counts[b] > counts[a] ? b : a));
}
/** Whether a crop has too little light over a span for a fair harvest. */
function tooDark(
  { c, begins }: YearContext,
  vessel: string,
  kind: CropKind,
  first: number,
  ready: number,
): boolean {
  const light = cropPlaces(c.system).meanLight(vessel, dayAfter(begins, first), ready - first);
  return light !== null && light < kind.light[0];
}

/**
 * The latest planting of a crop that is cut once in a bed, so that it is grown on a day.
 *
 * @param last day of its harvest
 */
export function slotFor(
  g: YearContext,
  vessel: string,
  kind: CropKind,
  ready: number,
  last: number,
): SlotOr {
  if (last >= g.days) return 'end';
  const growth = cropPlaces(g.c.system).growth(vessel, kind);
  const most = Math.ceil(SLOWEST * kind.daysToHarvest);
  if (ready - kind.daysToHarvest < g.fed) return 'bacteria';
  let days = Math.max(1, kind.daysToHarvest);
  while (
    days <= most &&
    growth.over(dayAfter(g.begins, ready - days), days) < kind.daysToHarvest - 1e-9
  )
    days++;
  if (days > most) return limitOver(g, vessel, kind, ready - most, ready);
  let first = ready - days;
  while (first >= g.fed && g.away(first)) first--;
  if (first < g.fed) return 'bacteria';
  if (tooDark(g, vessel, kind, first, ready)) return 'light';
  if (freezes(g, kind, first, last)) return 'frost';
  return { vessel, first, ready, last };
}

/** The time of a crop in a bed from its planting on, as long as it crops. */
export function slotFrom(g: YearContext, vessel: string, kind: CropKind, first: number): SlotOr {
  if (first < g.fed) return 'bacteria';
  const growth = cropPlaces(g.c.system).growth(vessel, kind);
  const wait = growth.until(dayAfter(g.begins, first), kind.daysToHarvest);
  const most = SLOWEST * kind.daysToHarvest;
  if (wait > most)
    return limitOver(g, vessel, kind, first, first + Math.min(wait, Math.ceil(most)));
  const ready = first + wait;
  if (ready >= g.days) return 'end';
  if (tooDark(g, vessel, kind, first, ready)) return 'light';
  if (freezes(g, kind, first, ready)) return 'frost';
  let last = ready;
  const until = Math.min(g.days - 1, ready + Math.ceil(SLOWEST * kind.daysOfHarvest));
  while (
    last < until &&
    growth.over(dayAfter(g.begins, ready), last - ready) < kind.daysOfHarvest &&
    growth.over(dayAfter(g.begins, last), IDLE_DAYS) >= IDLE * IDLE_DAYS &&
    !freezes(g, kind, last + 1, last + 1)
  )
    last++;
  return { vessel, first, ready, last };
}

/** Fresh mass that one plant gives in a slot, with nitrogen enough. */
export function yieldOf(g: YearContext, kind: CropKind, slot: Slot): Kilograms {
  const { system } = g.c;
  const area = kind.spacing ** 2;
  const planting: CropPlanting = {
    planting: {
      id: '',
      vessel: slot.vessel,
      crop: kind.id,
      x: 0,
      y: 0,
      columns: 1,
      rows: 1,
      from: dayAfter(g.begins, slot.first),
      to: dayAfter(g.begins, slot.last),
    },
    kind,
    plants: 1,
    area,
    length: kind.spacing,
    width: kind.spacing,
  };
  const from = kind.harvest === 'once' ? slot.first : slot.ready;
  let sum = 0;
  for (let d = from; d <= slot.last; d++)
    sum += plantingUptake(system, planting, dayAfter(g.begins, d));
  return (sum / N_IN_PLANTS) * harvestedShare(kind);
}

/** Heads that are wanted in a week of the season. */
export interface WantedWeek {
  readonly first: number;
  /** Month of the year, and how many months after the start. */
  readonly month: number;
  readonly after: number;
  readonly count: number;
}

/** Weeks of a season in which a wish wants heads. */
export function wantedWeeks(
  wish: Extract<PlantRequest, { kind: 'heads' }>,
  begins: number,
  days: number,
): WantedWeek[] {
  const span = daysAcross(wish.from, wish.to);
  const out: WantedWeek[] = [];
  for (let first = 0; first + WEEK <= days; first += WEEK) {
    const middle = dayAfter(begins, first + 3);
    if (daysAcross(wish.from, middle) > span) continue;
    const [month] = monthAndDay(middle);
    out.push({ first, month, after: monthsAfter(begins, first + 3), count: wish.perWeek });
  }
  return out;
}

/** Kind and beds of a wish of plants; null where the crop is not known. */
export function cropOf(
  c: Figures,
  wish: Exclude<PlantRequest, { kind: 'fish' }>,
): { kind: CropKind; beds: Vessel[] } | null {
  const kind = cropKindOf(c.system, wish.crop);
  return kind ? { kind, beds: bedsFor(c, kind) } : null;
}

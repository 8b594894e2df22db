import { chance } from '../numerics/chance.ts';
import type { CropKind } from '../catalogue/index.ts';
import {
  addMissing,
  cropOf,
  isSlot,
  mostMissing,
  slotFor,
  slotFrom,
  wantedWeeks,
  yieldOf,
} from './sowings.ts';
import type { Missing, Slot, SlotOr, WantedWeek, YearContext, YearLimit } from './sowings.ts';
import { GrowingArea, type Plot } from './plots.ts';
import type { CropPlanting, Vessel, PlantRequest } from '../system/index.ts';

/** What is wanted of the beds, laid out on their ground over a year. */

export type AskedPlanting = Exclude<PlantRequest, { kind: 'fish' }>;

/** Heads of a week that a plot is cut for. */
interface Cut {
  readonly week: WantedWeek;
  readonly heads: number;
}
/** A plot with what it is for: heads of weeks, or mass. */
export interface PlannedPlot extends Plot {
  /** Place of its wish among the wishes. */
  readonly wish: number;
  readonly ready: number;
  readonly cuts: readonly Cut[];
  /** Fresh mass that it gives with nitrogen enough, kg. */
  readonly full: number;
}
/** What is not had: heads of a week, or mass, and why. */
export interface Missed {
  readonly wish: number;
  readonly week: WantedWeek | null;
  readonly amount: number;
  readonly limit: YearLimit;
}
export interface LaidOut {
  readonly plots: readonly PlannedPlot[];
  readonly missed: readonly Missed[];
  /** Share of each wish that is had; 1 for fish, which take no ground. */
  readonly met: readonly number[];
  /** Mean of what they are worth. */
  readonly score: number;
}

/** How a layout is chosen among the many. */
export interface Choice {
  /** Weeks that one planting is harvested over. */
  readonly weeks: number;
  /** Wishes for mass before those for heads. */
  readonly massFirst: boolean;
  /** Of the order of plantings, and how far, in days, it departs from that of their harvest. */
  readonly seed: number;
  readonly apart: number;
  /** Bed that is tried first. */
  readonly bed: number;
  /** Times of planting of a wish for mass that are passed over, the best first. */
  readonly passed: number;
  /** Most plots of a wish for mass. */
  readonly plots: number;
}
/** Plots of one wish for mass, at most; times that give less than so much of the best are not used. */
const MOST_PLOTS = 8;
const WORTH = 0.3;
export const PLAIN: Choice = {
  weeks: 1,
  massFirst: true,
  seed: 0,
  apart: 0,
  bed: 0,
  passed: 0,
  plots: MOST_PLOTS,
};

const WEEK = 7;

interface Job {
  readonly wish: number;
  readonly kind: CropKind;
  readonly beds: readonly Vessel[];
  readonly weeks: readonly WantedWeek[];
  readonly at: number;
}

/** Lays wishes out; times and yields are kept from one layout to the next. */
export class LayOut {
  private readonly slots = new Map<string, SlotOr>();
  private readonly times = new Map<number, { slot: Slot; each: number }[]>();
  private readonly limits = new Map<number, YearLimit>();
  private readonly crops: ReturnType<typeof cropOf>[];
  /** Weeks in which heads are wanted, wish by wish. */
  readonly weeks: readonly WantedWeek[][];
  private readonly empty: GrowingArea;

  /** @param there plantings that keep their ground */
  constructor(
    private readonly g: YearContext,
    readonly wishes: readonly PlantRequest[],
    there: readonly CropPlanting[],
  ) {
    const { system } = g.c;
    this.empty = new GrowingArea(system.vessels, there, g.begins, g.days);
    this.crops = wishes.map((w) => (w.kind === 'fish' ? null : cropOf(g.c, w)));
    this.weeks = wishes.map((w) => (w.kind === 'heads' ? wantedWeeks(w, g.begins, g.days) : []));
  }

  /** Longest time over which one planting of any wish can be cut, in weeks. */
  get mostWeeks(): number {
    return Math.max(
      1,
      ...this.wishes.flatMap((w, i) =>
        w.kind === 'heads' && this.crops[i] ? [weeksOf(this.crops[i].kind)] : [],
      ),
    );
  }

  private slot(kind: CropKind, vessel: string, ready: number, last: number): SlotOr {
    const key = `${kind.id}/${vessel}/${ready}/${last}`;
    let x = this.slots.get(key);
    if (x === undefined) this.slots.set(key, (x = slotFor(this.g, vessel, kind, ready, last)));
    return x;
  }

  /** Times of planting of a wish for mass, the most of one plant first. */
  private timesOf(i: number): { slot: Slot; each: number }[] {
    const was = this.times.get(i);
    if (was) return was;
    const { kind, beds } = this.crops[i]!;
    const found: { slot: Slot; each: number }[] = [];
    const limits: Missing = new Map();
    for (const v of beds)
      for (let first = Math.max(0, this.g.fed); first < this.g.days; first += WEEK) {
        const day = this.g.away(first) ? first + WEEK : first;
        const slot = slotFrom(this.g, v.id, kind, day);
        if (isSlot(slot)) found.push({ slot, each: yieldOf(this.g, kind, slot) });
        else if (slot !== 'end') addMissing(limits, slot, 1);
      }
    found.sort((a, b) => b.each - a.each || a.slot.first - b.slot.first);
    const best = found[0]?.each ?? 0;
    const worth = found.filter((x) => x.each >= WORTH * best && x.each > 0);
    this.times.set(i, worth);
    this.limits.set(i, mostMissing(limits) ?? (beds.length ? 'bacteria' : 'roots'));
    return worth;
  }

  private jobs(choice: Choice): Job[] {
    const random = chance(choice.seed);
    const out: Job[] = [];
    this.wishes.forEach((w, i) => {
      const crop = this.crops[i];
      if (w.kind === 'fish' || !crop) return;
      const { kind, beds } = crop;
      if (w.kind === 'mass') {
        out.push({ wish: i, kind, beds, weeks: [], at: choice.massFirst ? -1000 : 1000 });
        return;
      }
      const most = Math.min(choice.weeks, weeksOf(kind));
      let group: WantedWeek[] = [];
      const close = () => {
        if (group.length) out.push({ wish: i, kind, beds, weeks: group, at: group[0]!.first });
        group = [];
      };
      for (const week of this.weeks[i]!) {
        const last = group.at(-1);
        if (last && (week.first !== last.first + WEEK || group.length >= most)) close();
        if (!this.isGone(week)) group.push(week);
        else close();
      }
      close();
    });
    const order = new Map(out.map((j) => [j, j.at + choice.apart * (random() - 0.5)]));
    return out.sort((a, b) => order.get(a)! - order.get(b)! || a.wish - b.wish);
  }
  /** Whether nobody is there in a whole week. */
  private isGone({ first }: WantedWeek): boolean {
    for (let d = first; d < first + WEEK; d++) if (!this.g.away(d)) return false;
    return true;
  }

  /** One layout. */
  make(choice: Choice = PLAIN): LaidOut {
    const ground = this.empty.copy();
    const plots: PlannedPlot[] = [];
    const missed: Missed[] = [];
    const had = this.wishes.map(() => 0);
    for (const job of this.jobs(choice)) {
      if (job.weeks.length) this.heads(job, choice, ground, plots, missed, had);
      else this.mass(job, choice, ground, plots, missed, had);
    }
    this.wishes.forEach((w, wish) => {
      if (w.kind === 'fish') return;
      if (!this.crops[wish])
        missed.push({ wish, week: null, amount: wanted(w, this.weeks[wish]!), limit: 'roots' });
      for (const week of this.weeks[wish]!)
        if (this.crops[wish] && this.isGone(week))
          missed.push({ wish, week, amount: week.count, limit: 'away' });
    });
    const met = this.wishes.map((w, i) => {
      if (w.kind === 'fish') return 1;
      const all = wanted(w, this.weeks[i]!);
      return all > 0 ? Math.min(1, had[i]! / all) : 1;
    });
    const plants = met.filter((_, i) => this.wishes[i]!.kind !== 'fish');
    return {
      plots,
      missed,
      met,
      score: meanWorth(plants),
    };
  }

  private heads(
    { wish, kind, beds, weeks }: Job,
    choice: Choice,
    ground: GrowingArea,
    plots: PlannedPlot[],
    missed: Missed[],
    had: number[],
  ): void {
    const all = weeks.reduce((sum, w) => sum + w.count, 0);
    const whole = Math.ceil(all - 1e-9);
    const ready = weeks[0]!.first;
    const last = weeks.at(-1)!.first + WEEK - 1;
    const turned = beds.map((_, k) => beds[(k + choice.bed) % beds.length]!);
    const slots = turned.map((v) => this.slot(kind, v.id, ready, last));
    const open = slots.filter(isSlot).sort((a, b) => b.first - a.first);
    let left = whole;
    let wantedLeft = weeks.map((w) => w.count);
    for (const slot of open) {
      if (left <= 0) break;
      const plot = most(
        left,
        (n) => ground.plant(slot.vessel, kind, n, slot.first, slot.last),
        ground.most(slot.vessel, kind),
      );
      if (!plot) continue;
      let heads = Math.min(left, plot.columns * plot.rows);
      left -= heads;
      const cuts: Cut[] = [];
      wantedLeft = wantedLeft.map((n, i) => {
        const cut = Math.min(n, heads);
        if (cut > 0) cuts.push({ week: weeks[i]!, heads: cut });
        heads -= cut;
        had[wish]! += cut;
        return n - cut;
      });
      plots.push({
        ...plot,
        wish,
        ready,
        cuts,
        full: plot.columns * plot.rows * yieldOf(this.g, kind, slot),
      });
    }
    const limit: YearLimit = open.length
      ? 'area'
      : ((slots[0] as YearLimit | undefined) ?? 'roots');
    wantedLeft.forEach((n, i) => {
      if (n > 1e-9) missed.push({ wish, week: weeks[i]!, amount: n, limit });
    });
  }

  private mass(
    { wish, kind }: Job,
    choice: Choice,
    ground: GrowingArea,
    plots: PlannedPlot[],
    missed: Missed[],
    had: number[],
  ): void {
    const w = this.wishes[wish]! as Extract<PlantRequest, { kind: 'mass' }>;
    const times = this.timesOf(wish);
    let left = w.mass;
    let used = 0;
    for (let k = 0; k < times.length && left > 1e-9 && used < choice.plots; k++) {
      const { slot, each } = times[(k + choice.passed) % times.length]!;
      const plot = most(
        Math.ceil(left / each - 1e-9),
        (n) => ground.plant(slot.vessel, kind, n, slot.first, slot.last),
        ground.most(slot.vessel, kind),
      );
      if (!plot) continue;
      used++;
      const full = plot.columns * plot.rows * each;
      had[wish]! += Math.min(left, full);
      left -= full;
      plots.push({ ...plot, wish, ready: slot.ready, cuts: [], full });
    }
    if (left > 1e-9)
      missed.push({
        wish,
        week: null,
        amount: left,
        limit: times.length ? 'area' : this.limits.get(wish)!,
      });
  }
}

/**
 * What shares of wishes are worth together, 0 … 1: the first half of one is worth more than the second half of another, so
 * that each gets some.
 */
export const meanWorth = (shares: readonly number[]): number =>
  shares.length ? shares.reduce((sum, x) => sum + Math.sqrt(Math.max(0, x)), 0) / shares.length : 1;

/** Weeks over which one planting of a crop can be cut. */
const weeksOf = (kind: CropKind): number => 1 + Math.floor(kind.daysOfHarvest / WEEK);

/** What a wish asks for in all: heads, or kg. */
export const wanted = (w: AskedPlanting, weeks: readonly WantedWeek[]): number =>
  w.kind === 'mass' ? w.mass : weeks.reduce((sum, x) => sum + x.count, 0);

/** The most plants, up to a number, for which there is room. */
function most(
  count: number,
  plant: (n: number) => Plot | null,
  { columns, rows }: { columns: number; rows: number },
): Plot | null {
  for (let n = Math.min(count, columns * rows); n >= 1; n--) {
    const plot = plant(n);
    if (plot) return plot;
  }
  return null;
}

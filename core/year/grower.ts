import { DAY_MS, dateIn, momentOf, type Moment } from '../calendar/index.ts';
import { CARE_STEP, carePlan, type HazardId, type CarePlan } from '../care/index.ts';
import type { Entry, EntryValues } from '../entries/types.ts';
import { gramsFor, lifeOf, strictestMass, total } from '../life/index.ts';
import {
  AFTER_NEW_FISH,
  CYCLING_LIMITS,
  FEED_LIMITS,
  MORE_AIR,
  SALT_WAIT,
  TEST_EVERY,
  WORK_TIME,
  YOUNG,
  phSurvived,
} from '../limits/index.ts';
import { cycledOn, stockingByGroup, stockingOf, todaysDose } from '../log/index.ts';
import type { Phrase, QuantityKind } from '../quantity/index.ts';
import type { CubicMetres, Kilograms, Seconds } from '../quantity/si.ts';
import {
  AMMONIA,
  afterDose,
  asKnown,
  renewedAlike,
  newWaterOf,
  tended,
  RAIN,
  type NewWaterSource,
  type Tended,
} from '../readings/index.ts';
import {
  isAway,
  type Grower,
  type SeasonBasis,
  type SeasonRun,
  type FishGroupState,
} from '../season/index.ts';
import type { ReadingId, SeasonEvent, SystemDocument } from '../system/index.ts';
import {
  BASE,
  airIsRisky,
  treatmentBasis,
  topUpSource,
  type TreatmentStep,
  type TreatmentId,
} from '../treatment/index.ts';
import { Kits } from './kits.ts';

/** The grower of a tended season: tests, makes the plan of care of what the tests say, and does what it says. */

/** Where the clock of a season's log stands: the year is of no account. */
const YEAR = 2001;
const ZONE = 'UTC';
/** The round of the morning, and the last of a day, in hours. */
const MORNING = 8;
const EVENING = 22;
/** Looks of one day, at most, and plans at one look. */
const MOST_LOOKS = 4;
const MOST_PLANS = 4;
/** Nobody looks again sooner. */
const SOONEST: Seconds = 1800;
/** Shares of the ration that are left before it is noted as left. */
const LEFT = 0.6;

/** What a plan of care said on the day: why, what to do, how much to feed. Plain data. */
export interface KnownPlan {
  readonly urgency: CarePlan['urgency'];
  readonly hazards: readonly { readonly id: HazardId; readonly because: Phrase }[];
  readonly steps: readonly Phrase[];
  /** Feed of the day, kg; null without fish. */
  readonly feed: Kilograms | null;
}
const told = (p: CarePlan): KnownPlan => ({
  urgency: p.urgency,
  hazards: p.hazards.map(({ id, because }) => ({ id, because })),
  steps: p.steps.map((s) => s.title),
  feed: p.feed,
});

/** Something that the grower did, with the plan that it came from. */
export interface GrowerAction {
  /** Days since the start. */
  readonly time: number;
  readonly treatment: TreatmentId | 'ammonia' | 'stock' | 'fish-out' | 'top-up';
  readonly substance: string | null;
  /** In SI. */
  readonly amount: number | null;
  readonly measure: QuantityKind | null;
  readonly title: Phrase;
  /** The plan that it came from; null where it is routine. */
  readonly plan: KnownPlan | null;
}

/** What a season asks of its grower. */
export interface Asks {
  seconds: number;
  /** Time a day in the busiest thirty days on end. */
  busiest: Seconds;
  /** New water, topped up and changed, m³. */
  toppedUp: CubicMetres;
  changed: CubicMetres;
  /** Given, kg by id of the substance; acids m³. */
  readonly given: Record<string, Kilograms>;
  readonly volumes: Record<string, CubicMetres>;
  feed: Kilograms;
  tests: number;
}

/** Whether fish may come: nothing grave, and ammonia and nitrite were both read low since the last dose. */
function isSafe(t: Tended, plan: CarePlan): boolean {
  const { tan, nitrite, ph } = t.known;
  if (!tan || !nitrite || !ph || !tan.fresh || !nitrite.fresh) return false;
  if (plan.urgency === 'now' || plan.hazards.some((h) => h.id === 'deaths')) return false;
  const { gone } = CYCLING_LIMITS;
  const [low, high] = phSurvived(t.life.groups.map((g) => g.kind));
  return (
    tan.read[1] <= gone && nitrite.read[1] <= gone && ph.best > low + 0.5 && ph.best < high - 0.5
  );
}

const DAYS_YOUNG = YOUNG.age / 86400;
/** Nothing asked yet. */
export const noAsks = (): Asks => ({
  seconds: 0,
  busiest: 0,
  toppedUp: 0,
  changed: 0,
  given: {},
  volumes: {},
  feed: 0,
  tests: 0,
});

const days = (s: Seconds): number => s / 86400;

/** How a grower is set up; what is not given is as for a season that begins on any year's day. */
export interface GrowerOptions {
  /** Of the errors of the kits. */
  readonly seed?: number;
  /** Moment of the first round, and the zone that its entries are written in. */
  readonly start?: Moment;
  readonly zone?: string;
  /** Days that the system has run before. */
  readonly age?: number;
}

export class TendingGrower implements Grower {
  entries: readonly Entry[] = [];
  readonly acts: GrowerAction[] = [];
  readonly asks: Asks = noAsks();
  /** Day on which the log shows that the bacteria are there; null until then. */
  cycledDay: number | null = null;
  private readonly ground: SeasonBasis;
  private readonly kits: Kits;
  private readonly start: Moment;
  private readonly zone: string;
  private readonly age: number;
  private readonly last = new Map<ReadingId, number>();
  private day = -1;
  private looks = 0;
  private noted = 0;
  private weighed = -Infinity;
  private weights = new Map<string, Kilograms>();
  private stocking: { day: number; group: number; count: number; each: Kilograms }[] = [];
  private freshTests: number[] = [];
  private planAt = Infinity;
  private counter = 0;
  private readonly most: Kilograms;

  /** @param begins day of the year */
  constructor(ground: SeasonBasis, begins: number, options: GrowerOptions = {}) {
    this.ground = ground;
    this.kits = new Kits(options.seed ?? 1);
    this.zone = options.zone ?? ZONE;
    this.age = options.age ?? 0;
    this.start = options.start ?? momentOf(dateIn(YEAR, begins), MORNING * 60, ZONE);
    const life = lifeOf(ground.c);
    this.most = Math.max(
      total(life.groups, (g) => g.mass),
      strictestMass(life.schools),
    );
  }

  /** Time that work takes, by day of the season. */
  readonly spent: Seconds[] = [];
  private works(day: number, time: Seconds): void {
    this.asks.seconds += time;
    this.spent[day] = (this.spent[day] ?? 0) + time;
  }

  private moment(time: number): Moment {
    return Math.round(this.start + time * DAY_MS);
  }
  private note(time: number, values: Omit<EntryValues, 'at' | 'zone'>, later: Seconds = 0): void {
    const at = this.moment(time) + 1000 * later;
    const e = { ...values, id: `s${this.counter++}`, at, zone: this.zone, written: at };
    // A log that grew is another log: what is known of it is kept by its list.
    this.entries = [...this.entries, e];
  }

  /** The document as the grower keeps it: the fish that are there, by their last weighing. */
  private document(run: SeasonRun): SystemDocument {
    const { system } = run;
    return {
      ...system,
      care: {
        ...system.care,
        filled: this.start - this.age * DAY_MS,
        stocked: run.shoals.length > 0,
      },
      fish:
        run.shoals.length > 0
          ? system.fish.map((f) => {
              const shoal = run.shoals.find((x) => x.fish.id === f.id);
              return {
                ...f,
                count: shoal?.count ?? 0,
                meanMass: this.weights.get(f.id) ?? shoal?.mass ?? f.meanMass,
              };
            })
          : system.fish,
    };
  }
  /** What the log tells at a time. */
  tended(run: SeasonRun): Tended {
    const document = this.document(run);
    const now = this.moment(run.time);
    const { a, day } = this.ground.c;
    const system = asKnown({ system: document, a: { ...a }, day }, this.entries, now, this.zone);
    return tended({ system, a: { ...a }, day }, this.entries, now, this.zone, [], document);
  }

  /** Fish that are planned come when the log shows that the water is safe for them, and somebody is there. */
  waits(run: SeasonRun, e: SeasonEvent): boolean {
    if (isAway(run.course, run.day)) return e.kind !== 'heater-off' && e.kind !== 'death';
    if (e.kind !== 'stock' || run.course.start === 'fish') return false;
    return this.cycledDay === null || !this.safe;
  }

  look(run: SeasonRun): number {
    if (isAway(run.course, run.day)) {
      this.day = run.day;
      run.tending = { ...run.tending, fed: 0 };
      this.planAt = run.day + 1;
      this.topUp(run);
      return run.day + 1;
    }
    const morning = run.day !== this.day;
    if (morning) {
      this.day = run.day;
      this.looks = 0;
      this.chores(run);
    }
    this.looks++;
    const due = this.due(run);
    if (due.length || run.time >= this.planAt - 1e-6) this.round(run, due);
    const evening = run.day + days((EVENING - MORNING) * 3600);
    return this.planAt <= evening && this.looks < MOST_LOOKS ? this.planAt : run.day + 1;
  }

  private topUp(run: SeasonRun): void {
    if (run.day < run.course.days) this.asks.toppedUp += this.ground.c.a.balance.dailyWaterUse;
  }
  /** What is done each morning. */
  private chores(run: SeasonRun): void {
    const { asks } = this;
    const tank = run.shoals[0]?.fish.vessel ?? '';
    this.works(run.day, WORK_TIME.look);
    this.topUp(run);
    const use = this.ground.c.a.balance.dailyWaterUse;
    if (run.day % 3 === 0 && run.day > 0 && use > 0) {
      this.works(run.day, WORK_TIME.topUp);
      this.note(run.time, {
        kind: 'top-up',
        volume: 3 * use,
        ...(this.source === 'rain' ? { what: RAIN } : {}),
      });
    }
    // Fish that come today are looked after from tomorrow.
    const isEmpty = run.shoals.length === 0;
    this.stock(run);
    if (isEmpty) return;
    const dead = run.tally.deaths - this.noted;
    if (dead > 0) {
      this.noted = run.tally.deaths;
      // What is found is taken out.
      run.carcass = 0;
      this.note(run.time, { kind: 'fish-dead', about: tank, count: dead });
      this.planAt = run.time;
    }
    this.watch(run, tank);
    // The ration follows what the fish grow.
    if (run.day % 7 === 0) for (const x of run.shoals) this.weights.set(x.fish.id, x.mass);
    if (run.time - this.weighed >= days(TEST_EVERY.weighed)) this.weigh(run, tank);
    const { given } = run.feeding();
    if (given > 0) {
      this.works(run.day, WORK_TIME.feed);
      asks.feed += given / 1000;
      this.note(run.time, { kind: 'feed', about: tank, mass: given / 1000 });
    }
  }

  /** How the fish look: short of air, or off their feed. */
  private watch(run: SeasonRun, tank: string): void {
    if (!run.hasFish) return;
    const w = run.fishWater();
    const gasps = run.shoals.some((x) => x.count > 0 && w.oxygen < x.kind.oxygen.stress);
    const ration = run.ration() * run.tending.fed;
    const left = ration > 0 && run.feeding().eaten < LEFT * ration;
    if (!gasps && !left) {
      if (this.wasSeen) this.note(run.time, { kind: 'look', about: tank, seen: ['fish-well'] });
      this.wasSeen = false;
      return;
    }
    this.wasSeen = true;
    this.planAt = run.time;
    this.note(run.time, {
      kind: 'look',
      about: tank,
      seen: [...(gasps ? ['fish-gasp'] : []), ...(left ? ['feed-left'] : [])],
    });
  }
  private wasSeen = false;
  private source: NewWaterSource = 'tap';

  private weigh(run: SeasonRun, tank: string): void {
    this.weighed = run.time;
    this.works(run.day, WORK_TIME.weigh);
    for (const x of run.shoals) this.weights.set(x.fish.id, x.mass);
    const [first] = run.shoals;
    if (first) this.note(run.time, { kind: 'fish-weighed', about: tank, mass: first.mass });
    this.thin(run, tank);
  }
  /** Takes fish out as they grow, so that they stay what the system was designed for. */
  private thin(run: SeasonRun, tank: string): void {
    const over = run.fishMass - this.most;
    if (!(over > 0.02 * this.most)) return;
    const shoal = run.shoals.reduce<FishGroupState | null>(
      (x, y) => (y.kind.use !== 'ornamental' && (!x || y.mass > x.mass) ? y : x),
      null,
    );
    if (!shoal || !(shoal.count > 1)) return;
    const count = Math.min(shoal.count - 1, Math.ceil(over / shoal.mass));
    const mass = run.takeOut(shoal, count);
    this.works(run.day, WORK_TIME.fish);
    this.note(run.time, { kind: 'fish-out', about: tank, count, mass });
    this.acted(run, 'fish-out', { amount: mass, measure: 'mass' });
  }

  /** Fish come in thirds, when the log shows that the bacteria are there. */
  private stock(run: SeasonRun): void {
    const planned = run.course.events.some((e) => e.kind === 'stock');
    if (run.course.start === 'fish' || this.cycledDay === null || planned) return;
    // Fish wait until the tests are calm.
    if (!this.safe) return;
    for (const step of this.stocking.splice(0, this.stockedToday(run.day))) {
      run.stock(step.group, step.count, step.each);
      const fish = this.ground.c.system.fish[step.group]!;
      this.works(run.day, WORK_TIME.fish);
      this.weights.set(fish.id, run.shoals.find((x) => x.fish.id === fish.id)!.mass);
      if (this.weighed === -Infinity) this.weighed = run.time;
      this.note(run.time, { kind: 'fish-in', about: fish.vessel, count: step.count });
      this.freshTests = Object.values(AFTER_NEW_FISH).map((x) => run.day + days(x));
      this.acted(run, 'stock', { amount: step.count, measure: 'count' });
    }
  }
  private safe = false;
  /** Steps of the stocking that come on a day: those of the first date that is due. */
  private stockedToday(day: number): number {
    const first = this.stocking[0]?.day ?? Infinity;
    if (first > day) return 0;
    // A step that had to wait puts those after it off.
    const late = day - first;
    for (const x of this.stocking) x.day += late;
    return this.stocking.filter((x) => x.day === day).length;
  }
  /** Lays the steps of the stocking out, from tomorrow on. */
  private layOut(run: SeasonRun, t: Tended): void {
    if (!stockingOf(t)) return;
    const { fish } = this.ground.c.system;
    const { groups } = t.life;
    const counts = fish.map((f) => f.count);
    for (const { wait, group, count } of stockingByGroup(counts, groups[0]?.kind)) {
      const { meanMass } = fish[group]!;
      const each = Math.min(meanMass, groups[group]?.kind.stockMass ?? meanMass);
      this.stocking.push({ day: run.day + 1 + wait, group, count, each });
    }
  }

  private old(id: ReadingId, every: Seconds, time: number): boolean {
    return time - (this.last.get(id) ?? -Infinity) >= days(every) - 1e-6;
  }
  /** Tests that are due as a matter of course. */
  private due(run: SeasonRun): ReadingId[] {
    const { time } = run;
    const out = new Set<ReadingId>();
    if (this.looks > 1) return [];
    const young = time + this.age < DAYS_YOUNG;
    const regular = !run.hasFish
      ? TEST_EVERY.cycling
      : young
        ? TEST_EVERY.young
        : TEST_EVERY.running;
    if (this.old('tan', regular, time))
      for (const id of ['tan', 'nitrite', 'ph', 'temperature'] as const) out.add(id);
    if (this.old('nitrate', young ? TEST_EVERY.slowYoung : TEST_EVERY.slow, time)) {
      out.add('nitrate');
      out.add('alkalinity');
    }
    if (this.freshTests.includes(run.day)) {
      out.add('tan');
      out.add('nitrite');
    }
    return [...out];
  }

  /** What was planned and has happened stands in the log as well. */
  happened(run: SeasonRun, e: SeasonEvent): void {
    const tank = this.ground.c.system.fish[0]?.vessel ?? '';
    const { asks } = this;
    switch (e.kind) {
      case 'water-change': {
        const volume = e.share * run.volume;
        asks.changed += volume;
        this.works(run.day, WORK_TIME.change);
        this.note(run.time, { kind: 'water-change', volume });
        return;
      }
      case 'ammonia':
        this.note(run.time, { kind: 'dose', what: AMMONIA, mass: (e.amount * run.volume) / 1000 });
        return;
      case 'alkalinity': {
        const mass = gramsFor(BASE, e.amount, run.volume) / 1000;
        asks.given[BASE.id] = (asks.given[BASE.id] ?? 0) + mass;
        this.works(run.day, WORK_TIME.dose);
        this.note(run.time, { kind: 'dose', what: BASE.id, mass });
        return;
      }
      case 'stock':
        this.weigh(run, tank);
        this.works(run.day, WORK_TIME.fish);
        this.note(run.time, { kind: 'fish-in', about: tank, count: e.count });
        this.freshTests = Object.values(AFTER_NEW_FISH).map((x) => run.day + days(x));
        this.acted(run, 'stock', { amount: e.count, measure: 'count' });
        return;
      case 'fish-out':
        this.works(run.day, WORK_TIME.fish);
        this.note(run.time, { kind: 'fish-out', about: tank });
        return;
      case 'death':
        this.noted = run.tally.deaths;
        this.note(run.time, { kind: 'fish-dead', about: tank, count: e.count });
        this.planAt = run.time;
        return;
      default:
    }
  }

  private read(run: SeasonRun, ids: readonly ReadingId[]): boolean {
    const w = run.water();
    const values = this.kits.read(ids, {
      temperature: w.t,
      ph: run.ph(),
      tan: w.tan,
      nitrite: w.nitrite,
      nitrate: w.nitrate,
      alkalinity: Math.max(0, w.alkalinity),
      oxygen: run.fishWater().oxygen,
      chloride: w.chloride,
    });
    const read = Object.keys(values) as ReadingId[];
    if (!read.length) return false;
    for (const id of read) this.last.set(id, run.time);
    this.asks.tests += read.filter((id) => id !== 'temperature').length;
    this.works(run.day, WORK_TIME.test);
    this.note(run.time, { kind: 'reading', ...values });
    return true;
  }

  /** A round with a plan: reads, and does what the plan says. */
  private round(run: SeasonRun, due: readonly ReadingId[]): void {
    this.planAt = Infinity;
    if (due.length) this.read(run, due);
    let t = this.tended(run);
    let plan = carePlan(t);
    for (let i = 0; i < MOST_PLANS; i++) {
      const reads = plan.steps.some((s) => s.treatment === 'read')
        ? plan.steps.flatMap((s) => s.reads)
        : [];
      const due = plan.retest.filter((r) => r.at <= t.now).flatMap((r) => r.what);
      const asked = [...new Set([...reads, ...due])].filter(
        (id) => (this.last.get(id) ?? -1) < run.time - 1e-9,
      );
      if (!asked.length || !this.read(run, asked)) break;
      t = this.tended(run);
      plan = carePlan(t);
    }
    for (const s of plan.steps) this.carryOut(run, t, s, plan);
    this.feed(run, t, plan);
    this.cycle(run, t);
    this.safe = isSafe(t, plan);
    const source = topUpSource(t);
    if (source !== this.source) {
      this.source = source;
      run.newWater = newWaterOf(run.system, run.water(), source);
    }
    const soonest = run.time + days(SOONEST);
    const now = t.now;
    const waits = [
      ...plan.retest.map((r) => r.at),
      ...plan.steps
        .filter((s) => s.treatment === 'wait' && s.wait)
        .map((s) => now + s.wait! * 1000),
    ];
    // What was done now is followed by its test; the plan of what is left is made then.
    const next = Math.min(...waits.filter((at) => at > now), Infinity);
    if (Number.isFinite(next)) this.planAt = Math.max(soonest, run.time + (next - now) / DAY_MS);
    if (waits.some((at) => at <= now)) this.planAt = Math.min(this.planAt, run.day + 1);
  }

  private acted(
    run: SeasonRun,
    treatment: GrowerAction['treatment'],
    more: Partial<Omit<GrowerAction, 'time' | 'treatment'>> = {},
  ): void {
    this.acts.push({
      substance: null,
      amount: null,
      measure: null,
      title: [],
      plan: null,
      ...more,
      time: run.time,
      treatment,
    });
  }

  private carryOut(run: SeasonRun, t: Tended, s: TreatmentStep, plan: CarePlan): void {
    const { books } = s;
    if (!books) return;
    if (books.kind === 'task') {
      this.note(run.time, books, s.at);
      if (books.what?.startsWith(CARE_STEP)) this.works(run.day, WORK_TIME.task);
      return;
    }
    this.acted(run, s.treatment, {
      substance: s.substance,
      amount: s.amount,
      measure: s.measure,
      title: s.title,
      plan: told(plan),
    });
    for (let k = 0; k < s.parts; k++) {
      this.note(run.time, books, s.at + k * SALT_WAIT.part);
      this.effect(run, t.volume, this.entries.at(-1)!);
    }
  }
  /** What an entry does to the water. */
  private effect(run: SeasonRun, volume: CubicMetres, e: Entry): void {
    const { asks } = this;
    const w = run.water();
    if (e.kind === 'water-change') {
      const share = Math.min(1, (e.volume ?? 0) / volume);
      const source = e.what === RAIN ? 'rain' : 'tap';
      run.become(renewedAlike(w, newWaterOf(run.system, w, source), share));
      asks.changed += e.volume ?? 0;
      this.works(run.day, WORK_TIME.change);
      return;
    }
    if (e.kind !== 'dose' || !e.what) return;
    this.works(run.day, WORK_TIME.dose);
    if (e.mass !== undefined) asks.given[e.what] = (asks.given[e.what] ?? 0) + e.mass;
    if (e.volume !== undefined) asks.volumes[e.what] = (asks.volumes[e.what] ?? 0) + e.volume;
    run.become(afterDose(w, e, run.volume));
  }

  private feed(run: SeasonRun, t: Tended, plan: CarePlan): void {
    const full = t.life.feed / 1000;
    const share = plan.feed === null || !(full > 0) ? 1 : plan.feed / full;
    const breath = plan.hazards.some((h) => h.air === 'breath');
    const usual =
      plan.firstAid.some((s) => s.treatment === 'aerate') && !airIsRisky(treatmentBasis(t));
    run.tending = {
      fed: share > 0.99 ? 1 : share > 0 ? FEED_LIMITS.half : 0,
      clears: true,
      air: breath || usual ? MORE_AIR.share * this.ground.exchange : 0,
    };
  }

  /** Ammonia of a start without fish, and the day on which it is cycled. */
  private cycle(run: SeasonRun, t: Tended): void {
    if (run.course.start === 'fish' || run.shoals.length) return;
    if (this.cycledDay === null && cycledOn(t) !== null) {
      this.cycledDay = run.day;
      this.layOut(run, t);
    }
    // Once it is cycled the first fish feed the bacteria, when what was dosed last is gone.
    if (this.cycledDay !== null && this.safe) return;
    const dose = todaysDose(t);
    if (!dose || dose.state !== 'due' || !(dose.nitrogen > 0)) return;
    const e: Omit<EntryValues, 'at' | 'zone'> = {
      kind: 'dose',
      what: AMMONIA,
      mass: dose.nitrogen,
    };
    this.note(run.time, e);
    this.acted(run, 'ammonia', { substance: AMMONIA, amount: dose.nitrogen, measure: 'dose' });
    this.effect(run, t.volume, this.entries.at(-1)!);
  }
}

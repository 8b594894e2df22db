import { dayAfter } from '../calendar/dayOfYear.ts';
import type { FishKind } from '../catalogue/index.ts';
import {
  DENITRIFIED,
  NITROGEN_IN_FISH,
  NITROGEN_OF_PROTEIN,
  ROT_OXYGEN,
  SOLIDS,
  appetite,
  carbonateConstants,
  doseNow,
  dosed,
  feedOf,
  fishState,
  gain,
  fishGroups,
  mortality,
  oxygenUse,
  phNear,
  proteinOf,
  saturation,
  shellSurface,
  tanFromFeed,
  unionisedShare,
  waterAppetite,
  type FishWater,
  type Water,
} from '../life/index.ts';
import { CYCLED_WAIT, UNIONISED_LIMITS } from '../limits/index.ts';
import type { Celsius, CubicMetres, GramsPerDay, Kilograms, Share } from '../quantity/si.ts';
import type { Fish, SeasonEvent, SystemDocument } from '../system/index.ts';
import { renewedAlike, tapWater } from '../readings/water.ts';
import { loggedAt, type SeasonSetup } from './setup.ts';
import type { SeasonBasis } from './basis.ts';
import {
  ALKALINITY,
  CARBON,
  NITRATE,
  NITRITE,
  N_IN,
  N_OUT,
  N_TAKEN,
  OXYGEN,
  SHELL,
  STATE_COUNT,
  TAN,
  X1,
  X2,
  carbonOf,
  seasonModel,
  type Conditions,
  type Model,
} from './model.ts';
import { AMMONIA_OXIDISERS, CYCLED, NITRITE_OXIDISERS } from './parameters.ts';

/** A season as it runs: its water, its fish, and what is done to them. */

const HOUR = 1 / 24;
/** Alkalinity of a start where neither it nor the tap's was read, and pH. */
const USUAL_ALKALINITY = 100;
const START_PH = 7.6;

/** A system whose tap is known: water as it was filled with where nobody read it. */
function withTap(s: SystemDocument): SystemDocument {
  const { tap } = s.site;
  if (tap.alkalinity !== null && tap.ph !== null) return s;
  const read = {
    ...tap,
    alkalinity: tap.alkalinity ?? s.water.alkalinity ?? USUAL_ALKALINITY,
    ph: tap.ph ?? s.water.ph ?? START_PH,
  };
  return { ...s, site: { ...s.site, tap: read } };
}

/** A group of fish as it fares. */
export interface FishGroupState {
  readonly fish: Fish;
  readonly kind: FishKind;
  count: number;
  mass: Kilograms;
  /** Deaths that are due, of which each whole one is a fish. */
  due: number;
}

/** Full ration of a group at a temperature, g a day. */
const rationOf = (x: FishGroupState, t: Celsius): GramsPerDay =>
  feedOf({ ...x.fish, count: x.count, meanMass: x.mass }, x.kind, t);

/** What a grower has set: share of the ration, whether what is left is taken out, and air beyond the design's. */
export interface Tending {
  readonly fed: Share;
  readonly clears: boolean;
  /** m³ a day. */
  readonly air: number;
}
const UNTENDED: Tending = { fed: 1, clears: false, air: 0 };

/** What a season adds up to since its start. */
export interface SeasonTally {
  /** Solver's steps. */
  steps: number;
  deaths: number;
  /** Days of fish under stress, by how much of it. */
  stress: number;
  fishDays: number;
  /** Fish-days with un-ionised ammonia over a limit. */
  over: number;
  /** Given and eaten, g. */
  given: number;
  eaten: number;
  /** Fish taken out, and their mass, kg. */
  out: number;
  outMass: Kilograms;
}

export class SeasonRun {
  readonly ground: SeasonBasis;
  readonly course: SeasonSetup;
  /** The design, its tap as it is taken to be where nobody read it. */
  readonly system: SystemDocument;
  readonly volume: CubicMetres;
  readonly shoals: FishGroupState[] = [];
  readonly y = new Float64Array(STATE_COUNT);
  readonly tally: SeasonTally = {
    steps: 0,
    deaths: 0,
    stress: 0,
    fishDays: 0,
    over: 0,
    given: 0,
    eaten: 0,
    out: 0,
    outMass: 0,
  };
  tending: Tending = UNTENDED;
  time = 0;
  chloride: number;
  shell: Kilograms = 0;
  cycledDay: number | null = null;
  /** Nitrogen of dead fish in the water, g. */
  carcass = 0;
  private dosedAt = -Infinity;
  private readonly model: Model;
  private readonly saved = new Float64Array(STATE_COUNT);
  /** What is topped up. */
  newWater!: Water;
  private readonly cuts: readonly Extract<SeasonEvent, { kind: 'heater-off' }>[];
  private readonly logs: NonNullable<SeasonSetup['logged']>;
  private readonly before: number;

  constructor(ground: SeasonBasis, course: SeasonSetup) {
    this.ground = ground;
    this.course = course;
    this.volume = ground.volume;
    const s = ground.c.system;
    this.system = withTap(s);
    this.chloride = s.water.chloride ?? 0;
    this.model = seasonModel(course.fitted?.rate ?? 1, course.tolerance);
    this.cuts = course.events.filter((e) => e.kind === 'heater-off');
    this.logs = course.logged ?? { t: [], ph: [] };
    if (course.start === 'fish')
      fishGroups(s).forEach((g, i) =>
        this.shoals.push({
          fish: s.fish[i]!,
          kind: g.kind,
          count: g.count,
          mass: g.meanMass,
          due: 0,
        }),
      );
    this.begin(this.temperature());
    const { y } = this;
    this.before = y[TAN]! + y[NITRITE]! + y[NITRATE]!;
  }

  private begin(t: Celsius): void {
    const { y, course } = this;
    const { water, site } = this.ground.c.system;
    const running = course.start === 'fish';
    const fitted = course.fitted ?? { x1: 0, x2: 0, rate: 1 };
    y[TAN] = running ? (water.tan ?? 0) : 0;
    y[NITRITE] = running ? (water.nitrite ?? 0) : 0;
    y[NITRATE] = running ? (water.nitrate ?? 0) : 0;
    y[X1] = AMMONIA_OXIDISERS.bare * course.seed * 10 ** fitted.x1;
    y[X2] = NITRITE_OXIDISERS.bare * course.seed * 10 ** fitted.x2;
    y[ALKALINITY] = water.alkalinity ?? site.tap.alkalinity ?? USUAL_ALKALINITY;
    y[CARBON] = carbonOf(this.heldPh() ?? water.ph ?? site.tap.ph ?? START_PH, y[ALKALINITY], t);
    this.newWater = tapWater(this.system, this.water());
    const c = this.conditions(1);
    const settled = c.exchange > 0 ? saturation(c.t, c.altitude) - c.breath / c.exchange : 0;
    y[OXYGEN] = course.held.do ?? Math.max(0, settled);
    this.model.set(c);
  }

  /** Day of the season, from 0. */
  get day(): number {
    return Math.floor(this.time + 1e-9);
  }
  temperature(): Celsius {
    const { held, begins } = this.course;
    if (held.t !== undefined) return held.t;
    const read = loggedAt(this.logs.t, this.time);
    if (read !== null && this.time <= this.logs.t.at(-1)![0]) return read;
    const { day } = this;
    const off = this.cuts.some((e) => day >= e.day && day < e.day + e.days);
    return this.ground.temperature(dayAfter(begins, day), !off);
  }
  private heldPh(): number | null {
    const { held } = this.course;
    if (held.ph !== undefined) return held.ph;
    const { ph } = this.logs;
    return ph.length && this.time <= ph.at(-1)![0] ? loggedAt(ph, this.time) : null;
  }

  private constants = { t: NaN, of: carbonateConstants(20) };
  private lastPh = START_PH;
  ph(): number {
    const held = this.heldPh();
    if (held !== null) return held;
    const t = this.temperature();
    if (t !== this.constants.t) this.constants = { t, of: carbonateConstants(t) };
    const { y } = this;
    const carbon = Math.max(1e-6, y[CARBON]!);
    this.lastPh = phNear(y[ALKALINITY]!, carbon, this.constants.of, this.lastPh);
    return this.lastPh;
  }
  get hasFish(): boolean {
    return this.shoals.some((x) => x.count > 0);
  }
  get fishMass(): Kilograms {
    return this.shoals.reduce((sum, x) => sum + x.count * x.mass, 0);
  }
  get fishCount(): number {
    return this.shoals.reduce((sum, x) => sum + x.count, 0);
  }
  unionised(): number {
    return this.y[TAN]! * unionisedShare(this.temperature(), this.ph());
  }

  /** The water as treatments know it. */
  water(): Water {
    const { y } = this;
    const t = this.temperature();
    const held = this.heldPh();
    return {
      t,
      alkalinity: y[ALKALINITY]!,
      carbon: held === null ? Math.max(0, y[CARBON]!) : carbonOf(held, y[ALKALINITY]!, t),
      tan: Math.max(0, y[TAN]!),
      nitrite: Math.max(0, y[NITRITE]!),
      nitrate: Math.max(0, y[NITRATE]!),
      chloride: this.chloride,
      chlorine: 0,
    };
  }
  /** Water after something was done to it; its nitrogen is accounted for. */
  become(w: Water): void {
    this.put(TAN, w.tan);
    this.put(NITRITE, w.nitrite);
    this.put(NITRATE, w.nitrate);
    this.y[ALKALINITY] = w.alkalinity;
    this.y[CARBON] = w.carbon;
    this.chloride = w.chloride;
  }
  private put(i: number, value: number): void {
    const { y } = this;
    const by = value - y[i]!;
    if (by > 0) y[N_IN]! += by;
    else y[N_OUT]! -= by;
    y[i] = value;
  }
  giveAmmonia(amount: number): void {
    this.put(TAN, this.y[TAN]! + amount);
  }
  /** Fish put in; those of a group that is there take the mean of both. @param index of the design's groups */
  stock(index: number, count: number, mass?: Kilograms): void {
    const { system } = this.ground.c;
    const fish = system.fish[index];
    if (!fish || !(count > 0)) return;
    const own = this.shoals.find((x) => x.fish.id === fish.id);
    const each = mass ?? fish.meanMass;
    if (!own) {
      this.shoals.push({ fish, kind: fishGroups(system)[index]!.kind, count, mass: each, due: 0 });
      return;
    }
    const joined = own.count + count;
    own.mass = (own.count * own.mass + count * each) / joined;
    own.count = joined;
  }
  /** Group that planned fish are of, among the design's. */
  private groupOf({ fish }: Extract<SeasonEvent, { kind: 'stock' }>): number {
    return Math.max(
      0,
      this.ground.c.system.fish.findIndex((f) => f.id === fish),
    );
  }
  /** Takes whole fish out. @returns their mass */
  takeOut(shoal: FishGroupState, count: number): Kilograms {
    const out = Math.max(0, Math.min(shoal.count, Math.round(count)));
    shoal.count -= out;
    this.tally.out += out;
    this.tally.outMass += out * shoal.mass;
    return out * shoal.mass;
  }
  private dies(shoal: FishGroupState, count: number): void {
    const dead = Math.min(shoal.count, count);
    shoal.count -= dead;
    this.tally.deaths += dead;
    this.carcass += dead * shoal.mass * NITROGEN_IN_FISH;
  }

  /** What a planned event does. @returns share of the plants' growth that is harvested */
  happens(e: SeasonEvent): Share {
    const { y } = this;
    switch (e.kind) {
      case 'water-change':
        this.become(renewedAlike(this.water(), this.newWater, e.share));
        return 0;
      case 'ammonia':
        this.giveAmmonia(e.amount);
        return 0;
      case 'alkalinity':
        this.become(dosed(this.water(), e.amount, 1));
        return 0;
      case 'shell':
        this.shell += e.mass;
        return 0;
      case 'stock':
        this.stock(this.groupOf(e), e.count, e.mass ?? undefined);
        return 0;
      case 'fish-out':
        for (const x of this.shoals) this.takeOut(x, x.count * e.share);
        return 0;
      case 'death': {
        const [first] = this.shoals;
        if (!first) return 0;
        const dead = Math.min(first.count, e.count);
        first.count -= dead;
        this.tally.deaths += dead;
        this.giveAmmonia((dead * first.mass * NITROGEN_IN_FISH) / this.volume);
        return 0;
      }
      case 'treatment':
        y[X1]! *= 1 - e.kills;
        y[X2]! *= 1 - e.kills;
        return 0;
      case 'harvest':
        return e.share;
      case 'heater-off':
        return 0;
    }
  }

  /** Ammonia of the plan, by what is in the water. */
  dose(): void {
    const { dosing, dosingFrom = 0 } = this.course;
    if (
      !dosing ||
      this.course.start === 'fish' ||
      this.shoals.length ||
      this.time < dosingFrom - 1e-9
    )
      return;
    if (this.cycledDay !== null && this.time - this.dosedAt < CYCLED_WAIT.dose / 86400) return;
    const { y } = this;
    const amount = doseNow(dosing, { tan: y[TAN]!, nitrite: y[NITRITE]!, ph: this.ph() });
    if (!(amount > 0)) return;
    this.dosedAt = this.time;
    this.giveAmmonia(amount);
  }

  /** The water of the fish. */
  fishWater(): FishWater {
    const { y } = this;
    const t = this.temperature();
    const ph = this.ph();
    return {
      t,
      oxygen: Math.max(0, y[OXYGEN]!),
      saturation: saturation(t, this.ground.c.system.site.altitude),
      ph,
      ammonia: Math.max(0, y[TAN]!) * unionisedShare(t, ph),
      nitrite: Math.max(0, y[NITRITE]!),
      chloride: this.chloride,
      chlorine: 0,
      share: 1,
    };
  }

  /** What of a group's ration is given and eaten by the water as it is. */
  private fed(x: FishGroupState, w: FishWater): { given: GramsPerDay; eaten: GramsPerDay } {
    const ration = this.tending.fed * rationOf(x, w.t);
    // A ration by temperature is what they would eat; one that the grower set is given in the cold as well.
    const warm = x.fish.ration === null ? 1 : appetite(x.kind, w.t);
    const eaten = ration * warm * waterAppetite(x.kind, w);
    return { given: this.tending.clears ? eaten : ration, eaten };
  }
  /** Ration at the full share, g a day. */
  ration(): GramsPerDay {
    const t = this.temperature();
    return this.shoals.reduce((sum, x) => sum + rationOf(x, t), 0);
  }
  /** Feed of the moment, g a day. */
  feeding(): { given: GramsPerDay; eaten: GramsPerDay } {
    if (!this.hasFish) return { given: 0, eaten: 0 };
    const w = this.fishWater();
    let given = 0;
    let eaten = 0;
    for (const x of this.shoals) {
      const f = this.fed(x, w);
      given += f.given;
      eaten += f.eaten;
    }
    return { given, eaten };
  }

  private conditions(dt: number): Conditions {
    const { ground, course, volume, y } = this;
    const { c } = ground;
    const t = this.temperature();
    let tan = 0;
    let breath = 0;
    let eats = 0;
    if (this.hasFish) {
      const w = this.fishWater();
      for (const x of this.shoals) {
        if (!x.count) continue;
        const { given, eaten } = this.fed(x, w);
        const protein = proteinOf(x.fish, x.kind);
        eats += eaten;
        tan += tanFromFeed(eaten, protein) + NITROGEN_OF_PROTEIN * protein * (given - eaten);
        breath +=
          24 * (1 + SOLIDS) * oxygenUse(x.count * x.mass, eaten, t) + ROT_OXYGEN * (given - eaten);
      }
    }
    if (this.carcass > 0) tan += (this.carcass * (1 - Math.exp(-dt))) / dt;
    const planted = this.shoals.length > 0 || this.cycledDay !== null;
    const { hardness } = c.system.site.tap;
    return {
      t,
      altitude: c.system.site.altitude,
      volume,
      surface: ground.surface,
      tan,
      uptake: planted ? ground.uptake(dayAfter(course.begins, this.day)) : 0,
      denitrified: ground.media && eats > 0 ? DENITRIFIED : 0,
      breath,
      exchange: ground.exchange + this.tending.air,
      topUp: c.a.balance.dailyWaterUse,
      tapAlkalinity: this.newWater.alkalinity,
      tapCarbon: this.newWater.carbon,
      ph: this.heldPh(),
      oxygen: course.held.do ?? null,
      shell: shellSurface(this.shell),
      // What dissolves brings calcium along.
      calcium: hardness === null ? Math.max(0, y[ALKALINITY]!) : hardness + y[SHELL]!,
    };
  }

  /** Goes on to a time within the same day. */
  advance(till: number): void {
    const { y, saved, tally } = this;
    if (till <= this.time + 1e-9) return;
    if (!this.hasFish) {
      this.step(till);
      return;
    }
    saved.set(y);
    const from = this.time;
    const { carcass, shell } = this;
    const { steps } = tally;
    const harmed = () => {
      const w = this.fishWater();
      return this.shoals.some((x) => x.count > 0 && mortality(x.kind, w) > 0);
    };
    const dying = harmed();
    if (!dying) {
      this.step(till);
      if (!harmed()) {
        this.live(till - from);
        return;
      }
      y.set(saved);
      this.time = from;
      this.carcass = carcass;
      this.shell = shell;
      tally.steps = steps;
    }
    // Where fish die the water is followed by the hour, and they with it.
    for (let t = from; t < till - 1e-9; t += HOUR) {
      const end = Math.min(till, t + HOUR);
      this.step(end);
      const w = this.fishWater();
      for (const x of this.shoals) {
        x.due += x.count * (1 - Math.exp(-mortality(x.kind, w) * 24 * (end - t)));
        const dead = Math.floor(x.due);
        x.due -= dead;
        if (dead > 0) this.dies(x, dead);
      }
      this.live(end - t);
    }
  }

  private step(till: number): void {
    const { y } = this;
    const dt = till - this.time;
    const c = this.conditions(dt);
    // What was held goes on from there.
    if (c.ph !== null) y[CARBON] = carbonOf(c.ph, y[ALKALINITY]!, c.t);
    this.model.set(c);
    if (c.oxygen !== null) y[OXYGEN] = c.oxygen;
    const shell = y[SHELL]!;
    this.tally.steps += this.model.advance(this.time, till, y);
    this.shell = Math.max(0, this.shell - ((y[SHELL]! - shell) * this.volume) / 1e3);
    this.carcass *= Math.exp(-dt);
    this.time = till;
  }

  /** Fish over some time: what they ate, how they grew and fared. */
  private live(dt: number): void {
    const w = this.fishWater();
    const { tally } = this;
    for (const x of this.shoals) {
      if (!x.count) continue;
      const { given, eaten } = this.fed(x, w);
      tally.given += given * dt;
      tally.eaten += eaten * dt;
      tally.fishDays += x.count * dt;
      tally.stress += fishState(x.kind, w).strain * x.count * dt;
      if (w.ammonia > UNIONISED_LIMITS.act) tally.over += x.count * dt;
      x.mass += gain(x.kind, x.mass, w.t, eaten / 1000 / x.count) * dt;
    }
  }

  /** Whether a dose on top of what is in the water is gone within a day. */
  isCycled(given: number): boolean {
    const { y } = this;
    if (!(y[TAN]! < CYCLED.below + given && y[NITRITE]! < CYCLED.below)) return false;
    const trial = y.slice();
    trial[TAN]! += CYCLED.dose;
    this.model.set(this.conditions(1));
    this.model.advance(this.time, this.time + 1, trial);
    return trial[TAN]! < CYCLED.below && trial[NITRITE]! < CYCLED.below;
  }

  /** Of the nitrogen that came in, the share that is not accounted for. */
  balanceError(): number {
    const { y, before } = this;
    const there = y[TAN]! + y[NITRITE]! + y[NITRATE]! + y[N_OUT]!;
    const came = before + y[N_IN]!;
    return came > 0 ? Math.abs(there - came) / came : Math.abs(there - came);
  }
  /** Nitrogen taken up by the plants since the start, g. */
  get taken(): number {
    return this.y[N_TAKEN]! * this.volume;
  }
}

import { CHLORINE_WAIT } from '../limits/index.ts';
import { dayAfter } from '../calendar/dayOfYear.ts';
import type { DayTrace } from '../day/index.ts';
import {
  AIR_PER_LIFTED,
  FED_AT,
  NITROGEN_OF_PROTEIN,
  OVER_STONES,
  ROT_OXYGEN,
  SOLIDS,
  SOLIDS_IN_TANK,
  WATER_HEAT,
  airPumpsOf,
  fallEffect,
  hasOpenWater,
  heatersOf,
  outletZ,
  oxygenUse,
  saturation,
  stoneExchange,
  surfaceExchange,
  systemHeatLoss,
  tanFromFeed,
  total,
  uptakeOn,
  waterAppetite,
} from '../life/index.ts';
import { DAY, type Network, type PumpPath } from '../network/types.ts';
import type { CubicMetres, Seconds } from '../quantity/si.ts';
import {
  OXYGEN,
  STATE_COUNT,
  X1,
  X2,
  seasonModel,
  type Conditions,
  type Model,
} from '../season/model.ts';
import { standsOf } from '../system/index.ts';
import { areaAt, levelAt } from '../water/vessel.ts';
import { NO_EFFECT, practiceFaultOf, type Effects } from './faults/index.ts';
import { stressFish, stressPlants, homeWater } from './stress.ts';
import { airAt, type PracticeBasis } from './basis.ts';
import { copyState, type Hidden, type State } from './types.ts';
import { WaterCourse, stretchOf } from './waterCourse.ts';
import { AMOUNTS, WET, breakChlorine, lose, mixBodies, move, type Amounts } from './waters.ts';

/**
 * The day’s water and the season’s life run together from any state: levels and flows by the simulation of the day,
 * and along with them, quarter of an hour by quarter of an hour, oxygen, nitrogen, carbonate, warmth, fish and plants.
 */

const HOUR: Seconds = 3600;
/** The living side is taken this far at once. */
const STEP: Seconds = 900;
/** A fault that grows is put into the network anew so often. */
const RAMP: Seconds = HOUR;
/** Faults of a strength are alike within so much. */
const GRADES = 20;
/** Bodies that give each other more than this of themselves in a step are one water. */
const ONE_WATER = 0.7;
/** Feed leaves the fish, and what lies about rots, in so long. Practice. */
const DIGESTION: Seconds = 6 * HOUR;
const ROTTING: Seconds = 24 * HOUR;
/** A dead fish gives its nitrogen off in so long. */
const DEAD_FISH: Seconds = 24 * HOUR;
/** What reaches the beds is averaged over so long at least. */
const CIRCULATION: Seconds = 2 * HOUR;
/** Shade takes this off the air’s warmth by day, °C. Practice. */
const SHADE = 2;
/** Depth at which an emergency stone hangs, m. */
const STONE_DEPTH = 0.3;

/** Strength of a hidden fault at a moment, 0–1. */
export function strengthOf(h: Hidden, t: Seconds): number {
  if (t < h.from || (h.cured !== null && t >= h.cured)) return 0;
  if (h.lasts !== null && t >= h.from + h.lasts) return 0;
  return h.grows > 0 ? Math.min(1, (t - h.from) / h.grows) : 1;
}

/** What was to be seen over some minutes. */
export interface Recent {
  /** Carried by each path, m³, in so many seconds. */
  readonly carried: readonly number[];
  readonly time: Seconds;
  /** Lowest and highest level of each vessel above its floor. */
  readonly low: readonly number[];
  readonly high: readonly number[];
  /** On the floor, m³. */
  readonly spilt: CubicMetres;
}

/** Told of each stretch that was simulated. */
export type Observer = (trace: DayTrace, from: Seconds, till: Seconds) => void;

/** What crosses between the bodies in a step, m³. */
interface Crossing {
  /** From the fish’s water to the rest, and on the floor; from the rest on the floor. */
  out: number;
  spiltHome: number;
  spiltRest: number;
  /** What each path carried in its own direction. */
  readonly carried: Float64Array;
}

export class Coupled {
  private readonly models: readonly [Model, Model, Model];
  private readonly isHome: readonly boolean[];
  private readonly plantings;
  /** The last quarter of an hour, piece by piece, as one who stood by saw it. */
  pieces: readonly Recent[];
  /** How the water is known to run, and how it runs from here on; nothing where neither is asked for. */
  private known: WaterCourse | null = null;
  private kept: WaterCourse | null = null;

  constructor(
    readonly ground: PracticeBasis,
    readonly state: State,
    /** Day of the year of the first midnight. */
    readonly day: number,
    private readonly networks = new Map<string, Network>(),
  ) {
    const model = () => seasonModel(1, 1e-3);
    this.models = [model(), model(), model()];
    this.isHome = ground.system.vessels.map((_, i) => ground.home.includes(i));
    this.plantings = standsOf(ground.system);
    const { volumes } = state.water;
    const levels = ground
      .network([])
      .vessels.map((v, i) => levelAt(v.storage, Math.max(0, volumes[i]!)));
    const usual: Recent = {
      carried: ground.usual.map((q) => q * STEP),
      time: STEP,
      low: levels,
      high: levels,
      spilt: 0,
    };
    this.pieces = [usual];
  }

  /** What faults do to the living side at this moment. */
  now(): Effects {
    return this.effects(this.state.t);
  }

  private effects(t: Seconds): Effects {
    let e: Effects = NO_EFFECT;
    for (const h of this.state.hidden) {
      const s = strengthOf(h, t);
      const own = s > 0 ? practiceFaultOf(h.kind).effects?.(s) : undefined;
      if (own)
        e = {
          power: e.power && (own.power ?? true),
          air: e.air * (own.air ?? 1),
          heater: own.heater ?? e.heater,
          heat: e.heat + (own.heat ?? 0),
        };
    }
    return e;
  }

  /** A copy that goes its own way. */
  fork(): Coupled {
    const f = new Coupled(this.ground, copyState(this.state), this.day, this.networks);
    f.pieces = this.pieces;
    if (this.known?.holds(this.state.water)) f.follow(this.known);
    return f;
  }
  /** Lets the water run as it is known to run from here, as long as nothing changes it. */
  follow(course: WaterCourse): this {
    this.known = course.from(this.state.water);
    return this;
  }
  /** Keeps how the water runs from here on. */
  keepCourse(): WaterCourse {
    return (this.kept = new WaterCourse());
  }

  /** Network of a moment: the grower’s own, with every fault at its strength. */
  network(t: Seconds): Network {
    return this.networkAt(t).net;
  }
  private networkAt(t: Seconds): { readonly net: Network; readonly key: string } {
    const { ground, state } = this;
    const active = state.hidden.flatMap((h) => {
      const s = Math.ceil(GRADES * strengthOf(h, t)) / GRADES;
      return s > 0 && practiceFaultOf(h.kind).inject ? [{ h, s }] : [];
    });
    const key = `${JSON.stringify(state.set.edits)} ${active.map(({ h, s }) => `${h.kind}/${h.about}/${s}`).join()}`;
    let net = this.networks.get(key);
    if (!net) {
      net = ground.network(state.set.edits);
      for (const { h, s } of active) net = practiceFaultOf(h.kind).inject!(ground, h.about, s)(net);
      this.networks.set(key, net);
    }
    return { net, key };
  }

  /** Next moment at which something is switched that the simulation of the day does not know of. */
  private nextEdge(till: Seconds): Seconds {
    const { t, hidden } = this.state;
    let next = till;
    const at = (x: Seconds) => {
      if (x > t + 1e-6 && x < next) next = x;
    };
    for (const h of hidden) {
      if (h.cured !== null && h.cured <= t) continue;
      at(h.from);
      if (h.lasts !== null) at(h.from + h.lasts);
      if (h.grows > 0 && t >= h.from && t < h.from + h.grows)
        at(t + Math.min(RAMP, h.grows / GRADES + 60));
    }
    const midnight = Math.floor(t / DAY) * DAY;
    for (const d of [0, 1]) for (const h of FED_AT) at(midnight + d * DAY + h * HOUR);
    return next;
  }

  /** Goes on to a moment. */
  advance(till: Seconds, observer?: Observer): this {
    const s = this.state;
    while (s.t < till - 1e-6) {
      this.strikes();
      const from = s.t;
      const { net, key } = this.networkAt(from);
      // One who is told of the traces is told of those that begin where he does.
      const known = observer ? null : (this.known?.at(s.water, key) ?? null);
      const end = Math.min(this.nextEdge(till), known?.ends.t ?? Infinity);
      const stretch = known ?? stretchOf(net, key, s.water, end);
      this.live(net, stretch.trace, from, end);
      s.water = known ? this.known!.stateAt(known, end) : stretch.ends;
      s.t = end;
      this.feed();
      this.kept?.add(stretch);
      observer?.(stretch.trace, from, end);
    }
    this.strikes();
    return this;
  }

  private strikes(): void {
    const { state: s, ground } = this;
    s.hidden.forEach((h, i) => {
      if (h.struck || s.t < h.from - 1e-6) return;
      practiceFaultOf(h.kind).strike?.(ground, s, h.about);
      s.hidden[i] = { ...h, struck: true };
    });
  }

  /** The ration, at its hours. */
  private feed(): void {
    const { state: s, ground } = this;
    const hour = (s.t % DAY) / HOUR;
    if (!ground.hasFish || !FED_AT.some((h) => Math.abs(h - hour) < 1e-4)) return;
    const w = homeWater(ground, s, s.water.volumes);
    for (const x of ground.groups) {
      const shoal = s.shoals.find((y) => y.id === x.id);
      if (!shoal) continue;
      const given = (s.set.feeding * x.feed * shoal.alive) / Math.max(1, x.count) / FED_AT.length;
      const eaten = given * waterAppetite(x.kind, w);
      s.gut += eaten;
      s.rot += given - eaten;
    }
  }

  /** The living side along a stretch of the day’s water. */
  private live(net: Network, trace: DayTrace, from: Seconds, till: Seconds): void {
    const n = net.vessels.length;
    let row = 0;
    while (row < trace.rows - 1 && trace.times[row + 1]! <= from + 1e-9) row++;
    let before = this.state.water.volumes.slice(0, n);
    // Quarters of the clock’s hours, whenever it was last looked at.
    let a = from;
    while (a < till - 1e-6) {
      const quarter = (Math.floor(a / STEP + 1e-9) + 1) * STEP;
      const b = quarter > till - 1e-6 ? till : quarter;
      const crossing = this.crossing(net, trace, row, a, b);
      const began = row;
      while (row < trace.rows - 1 && trace.times[row + 1]! <= b + 1e-9) row++;
      if (till - a <= 2 * STEP) this.see(this.seen(net, trace, began, row, crossing, b - a));
      const after = trace.volumes.slice(row * n, row * n + n);
      this.step(net, before, after, crossing, a, b);
      before = after;
      a = b;
    }
  }

  private see(piece: Recent): void {
    let time = piece.time;
    const kept = [piece];
    for (let i = this.pieces.length - 1; i >= 0 && time < STEP - 1; i--) {
      kept.unshift(this.pieces[i]!);
      time += this.pieces[i]!.time;
    }
    this.pieces = kept;
  }

  /** What was to be seen over the last minutes. @param span so many seconds at the least, up to a quarter of an hour */
  over(span: Seconds): Recent {
    let out: Recent | null = null;
    for (let i = this.pieces.length - 1; i >= 0 && (out?.time ?? 0) < span - 1; i--) {
      const p: Recent = this.pieces[i]!;
      out = out
        ? {
            carried: out.carried.map((x, k) => x + p.carried[k]!),
            time: out.time + p.time,
            low: out.low.map((x, k) => Math.min(x, p.low[k]!)),
            high: out.high.map((x, k) => Math.max(x, p.high[k]!)),
            spilt: out.spilt + p.spilt,
          }
        : p;
    }
    return out!;
  }

  private seen(
    net: Network,
    trace: DayTrace,
    from: number,
    till: number,
    { carried, spiltHome, spiltRest }: Crossing,
    time: Seconds,
  ): Recent {
    const n = net.vessels.length;
    const low = net.vessels.map(() => Infinity);
    const high = net.vessels.map(() => -Infinity);
    for (let r = from; r <= till; r++)
      for (let i = 0; i < n; i++) {
        const level = trace.levels[r * n + i]!;
        if (level < low[i]!) low[i] = level;
        if (level > high[i]!) high[i] = level;
      }
    return { carried: [...carried], time, low, high, spilt: spiltHome + spiltRest };
  }

  /** What paths and rims carried between two moments; flows are lines between rows. */
  private crossing(net: Network, trace: DayTrace, row: number, a: Seconds, b: Seconds): Crossing {
    const paths = net.paths.length;
    const width = paths + net.vessels.length;
    const c: Crossing = { out: 0, spiltHome: 0, spiltRest: 0, carried: new Float64Array(paths) };
    const home = (i: number) => i >= 0 && this.isHome[i]!;
    for (let r = row; r < trace.rows - 1 && trace.times[r]! < b; r++) {
      const [t0, t1] = [trace.times[r]!, trace.times[r + 1]!];
      const dt = Math.min(t1, b) - Math.max(t0, a);
      if (!(dt > 0)) continue;
      const [i0, i1] = [r * width, (r + 1) * width];
      for (let k = 0; k < width; k++) {
        const water = ((trace.flows[i0 + k]! + trace.flows[i1 + k]!) / 2) * dt;
        if (water === 0) continue;
        const p = k < paths ? net.paths[k]! : null;
        let from = p ? p.from : k - paths;
        let to = p ? (p.kind === 'pump' && p.loose ? -1 : p.to) : net.vessels[k - paths]!.rimTo;
        if (p && water > 0) c.carried[k]! += water;
        if (water < 0) [from, to] = [to, from];
        const amount = Math.abs(water);
        if (to < 0) {
          if (home(from)) c.spiltHome += amount;
          else c.spiltRest += amount;
        } else if (home(from) && !home(to)) c.out += amount;
      }
    }
    return c;
  }

  private step(
    net: Network,
    before: Float64Array,
    after: Float64Array,
    crossing: Crossing,
    a: Seconds,
    b: Seconds,
  ): void {
    const { ground, state: s } = this;
    const dt = b - a;
    const base = ground.network(s.set.edits);
    let [v0, v1, rest0, rest1] = [0, 0, 0, 0];
    let [takenHome, leakHome, leakRest] = [0, 0, 0];
    net.vessels.forEach((v, i) => {
      // More than air and plants take is a leak, and takes what is dissolved along.
      const leak = Math.max(0, v.waterUse - base.vessels[i]!.waterUse) * dt;
      const there = before[i]! > WET ? 1 : 0;
      if (this.isHome[i]) {
        v0 += before[i]!;
        v1 += after[i]!;
        takenHome += v.waterUse * dt * there;
        leakHome += leak * there;
      } else {
        rest0 += before[i]!;
        rest1 += after[i]!;
        leakRest += leak * there;
      }
    });
    const [home, rest] = s.bodies;
    const tally = s.tally;
    tally.lost += crossing.spiltHome + crossing.spiltRest + leakHome + leakRest;
    lose(home, (crossing.spiltHome + leakHome) / Math.max(WET, v0));
    lose(rest, (crossing.spiltRest + leakRest) / Math.max(WET, rest0));
    // What came in follows from the balance of the fish’s water, to the last drop.
    const into = v1 - v0 + crossing.out + crossing.spiltHome + takenHome;
    const both = Math.max(0, Math.min(into, crossing.out));
    const net1 = into - crossing.out;
    if (net1 > 0) move(rest, home, net1, rest0);
    else move(home, rest, -net1, v0);
    const exchanged = both * (1 / Math.max(WET, v1) + 1 / Math.max(WET, rest1));
    mixBodies(home, rest, both, Math.max(WET, v1), Math.max(WET, rest1));

    const effects = this.effects(a);
    this.warm(effects, v1 + rest1, a, dt);
    this.circulate(net, crossing, dt);
    const oneWater = exchanged > ONE_WATER && rest1 > WET;
    const parts = this.conditions(net, after, crossing, effects, v1, rest1, a, dt);
    if (oneWater || !(rest1 > 10 * WET)) this.asOne(parts, v1, rest1, a, b);
    else {
      this.advanceBody(this.models[0], home, parts[0], v1, a, b);
      this.advanceBody(this.models[1], rest, parts[1], rest1, a, b);
    }
    this.chlorine(dt);
    const fraction = dt / HOUR;
    for (const h of s.hidden)
      if (strengthOf(h, a) > 0) practiceFaultOf(h.kind).goesOn?.(ground, s, h.about, fraction);
    s.gut *= Math.exp(-dt / DIGESTION);
    s.rot *= Math.exp(-dt / ROTTING);
    s.deadNitrogen *= Math.exp(-dt / DEAD_FISH);
    stressFish(ground, s, after, dt);
    stressPlants(ground, s, net, after, crossing.carried, dt);
  }

  private warm(e: Effects, volume: CubicMetres, t: Seconds, dt: Seconds): void {
    const { ground, state: s } = this;
    const { system, c } = ground;
    if (!(volume > WET)) return;
    const air =
      airAt(system, this.day + Math.floor(t / DAY), t) + e.heat - (s.set.shaded ? SHADE : 0);
    const heaters = heatersOf(system);
    const cold = heaters.filter((h) => e.heater === 'stuck' || s.temperature < h.setpoint);
    const power =
      e.power && e.heater !== 'off' && !s.set.unheated
        ? cold.reduce((sum, h) => sum + h.power, 0)
        : 0;
    const lost = systemHeatLoss(system, c.a, s.temperature, air);
    s.temperature += ((power - lost) * dt) / (1000 * WATER_HEAT * volume);
  }

  /** What reaches the beds, on what usually does, over some hours. */
  private circulate(net: Network, { carried }: Crossing, dt: Seconds): void {
    const { ground, state: s } = this;
    const into = net.paths.reduce((sum, _, k) => (ground.feeds[k] ? sum + carried[k]! : sum), 0);
    const now = ground.usualInflow > 0 ? into / dt / ground.usualInflow : into > 0 ? 1 : 0;
    const memory = Math.max(CIRCULATION, 2 * ground.pause);
    s.circulation += (now - s.circulation) * (1 - Math.exp(-dt / memory));
  }

  /** What the day’s model goes by in either body. */
  private conditions(
    net: Network,
    after: Float64Array,
    { carried }: Crossing,
    e: Effects,
    v1: CubicMetres,
    rest1: CubicMetres,
    t: Seconds,
    dt: Seconds,
  ): [Conditions, Conditions] {
    const { ground, state: s } = this;
    const { system } = ground;
    const warmth = s.temperature;
    const days = dt / DAY;
    const exchange: [number, number] = [0, 0];
    const side = (i: number) => (this.isHome[i] ? 0 : 1);
    let moving = false;
    net.paths.forEach((p, k) => {
      const water = carried[k]!;
      if (!(water > 0)) return;
      if (p.kind === 'pump') {
        moving = true;
        if (p.steady !== null) exchange[side(p.from)] += bubbles(net, p, water / dt, after, warmth);
      }
      const z = p.to >= 0 ? outletZ(net, p) : null;
      if (z === null) return;
      const v = net.vessels[p.to]!;
      const fall = z - v.floorZ - levelAt(v.storage, after[p.to]!);
      if (fall > 0.005)
        exchange[side(p.to)] +=
          (water / days) * fallEffect(fall, warmth, undefined, v.bed ? OVER_STONES : undefined);
    });
    for (const d of airPumpsOf(system)) {
      const i = system.vessels.findIndex((v) => v.id === d.vessel);
      if (i < 0 || !(after[i]! > WET) || !(e.power || d.backup)) continue;
      exchange[side(i)] += 24 * e.air * stoneExchange(d.flow, d.depth, warmth);
    }
    if (s.set.air > 0) exchange[0] += 24 * stoneExchange(s.set.air, STONE_DEPTH, warmth);
    system.vessels.forEach((v, i) => {
      if (!hasOpenWater(v) || !(after[i]! > WET)) return;
      const storage = net.vessels[i]!.storage;
      const area = areaAt(storage, levelAt(storage, after[i]!));
      exchange[side(i)] += 24 * surfaceExchange(area, moving);
    });
    const active = Math.min(1, s.circulation);
    exchange[1] += 24 * ground.films * active;

    const eaten = (s.gut * DAY) / DIGESTION;
    const alive = aliveShare(ground, s);
    const mass = total(ground.groups, (g) => g.mass) * alive;
    const rotting = (s.rot * DAY) / ROTTING;
    const protein = ground.groups[0]?.protein ?? 0;
    const breath = mass > 0 ? 24 * oxygenUse(mass, eaten, warmth) : 0;
    const solids = SOLIDS * breath;
    const tan =
      tanFromFeed(eaten, protein) +
      NITROGEN_OF_PROTEIN * protein * rotting +
      (s.deadNitrogen * DAY) / DEAD_FISH;
    const steady = {
      t: warmth,
      altitude: system.site.altitude,
      topUp: 0,
      tapAlkalinity: 0,
      tapCarbon: 0,
      ph: null,
      oxygen: null,
      shell: 0,
      calcium: 0,
    };
    const year = dayAfter(this.day + 1, Math.floor(t / DAY));
    const wet = Math.max(0.02, active);
    return [
      {
        ...steady,
        volume: v1,
        surface: ground.walls,
        tan,
        uptake: 0,
        denitrified: 0,
        breath: breath + SOLIDS_IN_TANK * solids + ROT_OXYGEN * rotting,
        exchange: exchange[0],
      },
      {
        ...steady,
        volume: rest1,
        surface: ground.surface * wet,
        tan: 0,
        uptake: ground.hasFish ? uptakeOn(system, year, [...this.plantings]) * wet : 0,
        denitrified: ground.denitrified,
        breath: (1 - SOLIDS_IN_TANK) * solids,
        exchange: exchange[1],
      },
    ];
  }

  private asOne(
    [p, q]: readonly [Conditions, Conditions],
    v1: CubicMetres,
    rest1: CubicMetres,
    a: Seconds,
    b: Seconds,
  ): void {
    const [home, rest] = this.state.bodies;
    const volume = v1 + rest1;
    const bacteria = [X1, X2].map((i) => home[i]! / Math.max(1e-12, home[i]! + rest[i]!));
    const whole = new Float64Array(AMOUNTS);
    for (let i = 0; i < AMOUNTS; i++) whole[i] = home[i]! + rest[i]!;
    this.advanceBody(
      this.models[2],
      whole,
      {
        ...p,
        volume,
        surface: p.surface + q.surface,
        uptake: q.uptake,
        denitrified: q.denitrified,
        breath: p.breath + q.breath,
        exchange: p.exchange + q.exchange,
      },
      volume,
      a,
      b,
    );
    const share = volume > 0 ? v1 / volume : 1;
    for (let i = 0; i < AMOUNTS; i++) {
      const part =
        i === X1
          ? bacteria[0]!
          : i === X2
            ? bacteria[1]!
            : i > OXYGEN && i < STATE_COUNT
              ? 0
              : share;
      home[i] = whole[i]! * part;
      rest[i] = whole[i]! - home[i]!;
    }
  }

  private readonly y = new Float64Array(STATE_COUNT);
  private advanceBody(
    model: Model,
    body: Amounts,
    c: Conditions,
    volume: CubicMetres,
    a: Seconds,
    b: Seconds,
  ): void {
    if (!(volume > 10 * WET)) return;
    const { y } = this;
    for (let i = 0; i < STATE_COUNT; i++) y[i] = body[i]! / volume;
    model.set(c);
    model.advance(a / DAY, b / DAY, y);
    for (let i = 0; i < STATE_COUNT; i++) body[i] = y[i]! * volume;
    const most = saturation(c.t, c.altitude) * volume * 1.3;
    body[OXYGEN] = Math.min(most, Math.max(0, body[OXYGEN]!));
  }

  /** Chlorine leaves moving water; chloramine breaks on what lives in it. It kills bacteria meanwhile. */
  private chlorine(dt: Seconds): void {
    const { bodies, circulation } = this.state;
    const { tap } = this.ground.system.site;
    const halfLife = CHLORINE_WAIT.halfLife[circulation > 0.5 ? 0 : 1];
    const share = 1 - 2 ** (-dt / halfLife);
    for (const body of bodies) breakChlorine(body, share, tap.chlorine === 'chloramine');
  }
}

/** Oxygen that the bubbles of an air-lift bring in, m³ a day. */
function bubbles(
  net: Network,
  p: PumpPath,
  flow: number,
  volumes: ArrayLike<number>,
  t: number,
): number {
  const level = levelAt(net.vessels[p.from]!.storage, volumes[p.from]!);
  return 24 * stoneExchange(flow * AIR_PER_LIFTED, Math.max(0, level - p.intake), t);
}

/** Share of the fish’s mass that is alive. */
export function aliveShare(g: PracticeBasis, s: State): number {
  const mass = total(g.groups, (x) => x.mass);
  if (!(mass > 0)) return 0;
  return (
    g.groups.reduce((sum, x) => {
      const shoal = s.shoals.find((y) => y.id === x.id);
      return sum + (shoal ? shoal.alive * x.meanMass : 0);
    }, 0) / mass
  );
}

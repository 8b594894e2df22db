import { compile } from '../assess/compile.ts';
import type { Figures } from '../assess/figures.ts';
import type { DayTrace } from '../day/index.ts';
import type { Finding } from '../findings/index.ts';
import { judgeWhole } from '../findings/judge.ts';
import {
  DENITRIFIED,
  airOn,
  filmExchange,
  fishGroups,
  hasMedia,
  lifeOf,
  type Group,
  type LifeBalance,
} from '../life/index.ts';
import { restVolumes } from '../network/equilibrium.ts';
import { waterUseOf } from '../network/waterUse.ts';
import { DAY, type Network } from '../network/types.ts';
import type {
  CubicMetres,
  CubicMetresPerSecond,
  Metres,
  Seconds,
  SquareMetres,
} from '../quantity/si.ts';
import {
  applyEdits,
  isPlantSite,
  isStore,
  standsOf,
  type Edit,
  type SystemDocument,
} from '../system/index.ts';

/** What does not change while a system is practised on: its design and what follows from it. */
export interface PracticeBasis {
  readonly system: SystemDocument;
  readonly c: Figures;
  readonly findings: readonly Finding[];
  readonly life: LifeBalance;
  readonly groups: readonly Group[];
  readonly hasFish: boolean;
  /** Network with what air and plants take, and with edits of the grower’s. */
  readonly network: (edits: readonly Edit[]) => Network;
  /** Indices of the vessels that hold the fish’s water: those with fish, else the stores. */
  readonly home: readonly number[];
  /** Water at rest, by vessel. */
  readonly rest: readonly CubicMetres[];
  /** Of all vessels together. */
  readonly water: CubicMetres;
  /** What usually runs into the beds and what each path usually carries, m³/s. */
  readonly usualInflow: CubicMetresPerSecond;
  readonly usual: readonly CubicMetresPerSecond[];
  /** Lowest and highest level of each vessel on a usual day, above its floor. */
  readonly usualLow: readonly Metres[];
  readonly usualHigh: readonly Metres[];
  /** Which paths bring water to beds and plants. */
  readonly feeds: readonly boolean[];
  /** What each path carries while it runs, m³/s. */
  readonly running: readonly CubicMetresPerSecond[];
  /** Longest time in a usual day in which nothing runs into the beds. */
  readonly pause: Seconds;
  /** Bacteria’s stones, and the walls of the fish’s tank. */
  readonly surface: SquareMetres;
  readonly walls: SquareMetres;
  readonly films: number;
  readonly denitrified: number;
  /** Vessels with plants and how many. */
  readonly plants: readonly {
    readonly vessel: number;
    readonly count: number;
    /** Its roots stand in water at all times, by design. */
    readonly flooded: boolean;
  }[];
}

/** Before this a day has not found its rhythm. */
const SETTLED: Seconds = 2 * 3600;
/** Walls and floor under water of a tank, on its water surface. Practice. */
const WALLS = 3;
/** A bed that is not planned in detail has so many plants on a square metre. */
const PLANTS_PER_AREA = 12;

/** Extreme level of a vessel on a day, once its rhythm is found. */
function levelOf(
  trace: DayTrace,
  vessel: number,
  pick: (a: number, b: number) => number,
  from: number,
): Metres {
  let level = from;
  for (let r = 0; r < trace.rows; r++)
    if (trace.times[r]! > SETTLED)
      level = pick(level, trace.levels[r * trace.vessels.length + vessel]!);
  return level;
}

/** Flow of a path over the time in which it runs at all. */
function runningFlow(trace: DayTrace, path: number): CubicMetresPerSecond {
  const width = trace.paths.length + trace.vessels.length;
  let [water, time] = [0, 0];
  for (let r = 0; r < trace.rows - 1; r++) {
    const q = trace.flows[r * width + path]!;
    const dt = trace.times[r + 1]! - trace.times[r]!;
    if (!(q > 1e-9)) continue;
    water += q * dt;
    time += dt;
  }
  return time > 0 ? water / time : 0;
}

/** Longest run of hours without water, over midnight too, s. */
function longestPause(wet: readonly boolean[]): Seconds {
  if (!wet.some(Boolean)) return DAY;
  let [run, most] = [0, 0];
  for (const w of [...wet, ...wet]) {
    run = w ? 0 : run + 1;
    most = Math.max(most, run);
  }
  return most * 3600;
}

/** Figures of a system for its practice; once for all its runs. */
export function practiceBasis(system: SystemDocument): PracticeBasis {
  const { a, day, trace, findings } = judgeWhole(system);
  const c: Figures = { system, a, day };
  const life = lifeOf(c);
  const groups = fishGroups(system).filter((g) => g.count > 0);
  const homes = new Set(groups.map((g) => g.vessel));
  const home = system.vessels.flatMap((v, i) =>
    (homes.size ? homes.has(v.id) : isStore(v)) ? [i] : [],
  );
  const kept = new Map<string, Network>();
  const network = (edits: readonly Edit[]): Network => {
    const key = JSON.stringify(edits);
    const there = kept.get(key);
    if (there) return there;
    const net = compile(edits.length ? applyEdits(system, edits) : system);
    const made: Network = {
      ...net,
      vessels: net.vessels.map((v, i) => ({
        ...v,
        waterUse: v.waterUse || waterUseOf(system, net, i, v.initial) / DAY,
      })),
    };
    kept.set(key, made);
    return made;
  };
  const base = network([]);
  const rest = restVolumes(base);
  const usual = (day?.metrics.carried ?? base.paths.map(() => 0)).map((x) => x / DAY);
  const into = (i: number) => base.vessels[i]!.bed || isPlantSite(system.vessels[i]!);
  const plantings = standsOf(system);
  const hourly = day?.metrics.hourly ?? [];
  const feeds = base.paths.map((p) => p.to >= 0 && into(p.to) && p.kind !== 'back');
  return {
    system,
    c,
    findings,
    life,
    groups,
    hasFish: groups.length > 0,
    network,
    home,
    rest,
    water: rest.reduce((sum, v) => sum + v, 0),
    usual,
    feeds,
    usualLow: base.vessels.map((_, i) => levelOf(trace, i, Math.min, Infinity)),
    usualHigh: base.vessels.map((_, i) => levelOf(trace, i, Math.max, -Infinity)),
    running: base.paths.map((_, k) => runningFlow(trace, k)),
    usualInflow: usual.reduce((sum, q, k) => (feeds[k] ? sum + q : sum), 0),
    pause: longestPause(
      Array.from({ length: 24 }, (_, h) => hourly.some((x, k) => feeds[k] && (x[h] ?? 0) > 1e-6)),
    ),
    surface: life.surface,
    walls: home.reduce((sum, i) => {
      const { level, volume } = a.balance.rest[i]!;
      return sum + (level > 0 ? (WALLS * volume) / level : 0);
    }, 0),
    films: filmExchange(c),
    denitrified: hasMedia(system) && groups.length ? DENITRIFIED : 0,
    plants: system.vessels.flatMap((v, vessel) => {
      if (!isPlantSite(v)) return [];
      const own = plantings.filter((x) => x.planting.vessel === v.id);
      const site = life.planting.find((x) => x.vessel === v.id);
      const count = own.length
        ? own.reduce((sum, x) => sum + x.plants, 0)
        : Math.round(PLANTS_PER_AREA * ((site?.leaf ?? 0) + (site?.fruit ?? 0)));
      const bed = day?.metrics.beds.find((x) => x.id === v.id);
      return count > 0 ? [{ vessel, count, flooded: (bed?.floodedShare ?? 0) > 0.95 }] : [];
    }),
  };
}

/** Air about a system through a day, as a wave between its night and its day: coldest at five, warmest at three. */
export function airAt(s: SystemDocument, day: number, t: number): number {
  const { day: warm, night: cold } = airOn(s, day);
  const hour = (t % DAY) / 3600;
  return (warm + cold) / 2 + ((warm - cold) / 2) * Math.cos((2 * Math.PI * (hour - 15)) / 24);
}

/** Id of the first of some devices, as a list; none where there are none. */
export const firstOf = (devices: readonly { readonly id: string }[]): string[] =>
  devices.slice(0, 1).map((d) => d.id);

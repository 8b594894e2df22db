import type { Figures } from '../assess/figures.ts';
import { grossTo } from '../assess/waterBalance.ts';
import { mediumById } from '../catalogue/index.ts';
import type { NetPath, Network } from '../network/types.ts';
import type {
  CubicMetres,
  GramsPerCubicMetre,
  Metres,
  Seconds,
  SquareMetres,
} from '../quantity/si.ts';
import { isStore, type DeviceOf, type SystemDocument, type Vessel } from '../system/index.ts';
import { areaAt } from '../water/vessel.ts';
import { OXYGEN_PER_N } from './bacteria.ts';
import {
  FED_PEAK,
  fallEffect,
  hoursUntil,
  oxygenByHour,
  saturation,
  stoneExchange,
  surfaceExchange,
  useByHour,
  type Exchange,
} from './oxygen.ts';
import { total, type Group } from './stock.ts';

/** The oxygen of a system through its day: what its falls, stones and surfaces bring in, and what lives on it. */

/** Solids use about as much as the fish; of them so much is in the tank when the pumps stop, the rest in the beds. */
export const SOLIDS = 1;
export const SOLIDS_IN_TANK = 0.6;
/** When fish are fed where no plan says so. */
export const FED_AT: readonly number[] = [8, 18];

/** Water that runs down over stones is a broken slide, not a free jet. */
export const OVER_STONES = 0.5;

/** One fall of water into another vessel. */
export interface Fall {
  readonly path: string;
  readonly to: string;
  readonly height: Metres;
  /** It falls onto stones and runs down between them to the water. */
  readonly overStones: boolean;
}

/** What a power cut leaves a group of fish. */
export interface AfterCut {
  readonly fish: string;
  readonly toStress: Seconds;
  readonly toLethal: Seconds;
}

export interface OxygenBalance {
  readonly saturation: GramsPerCubicMetre;
  /** At which the most demanding kind is at ease. */
  readonly comfort: GramsPerCubicMetre;
  readonly falls: readonly Fall[];
  /** Exchange of each hour, m³/h, and of it on the day's mean. */
  readonly exchange: readonly Exchange[];
  readonly byFalls: Exchange;
  readonly byFilms: Exchange;
  readonly byStones: Exchange;
  readonly bySurface: Exchange;
  /** Use of each hour, g/h. */
  readonly use: readonly number[];
  readonly byHour: readonly GramsPerCubicMetre[];
  readonly lowest: GramsPerCubicMetre;
  /** End of the hour in which it is lowest. */
  readonly lowestAt: Seconds;
  /** Greatest use, and what comes in at the comfortable level in the poorest hour, g/h. */
  readonly demand: number;
  readonly supply: number;
  readonly cuts: readonly AfterCut[];
}

/** The air pumps of a system. */
export const airPumpsOf = (s: SystemDocument): DeviceOf<'air-pump'>[] =>
  s.devices.filter((d): d is DeviceOf<'air-pump'> => d.kind === 'air-pump');

/** Where a path lets its water out, above the ground; nothing where it does not fall. */
export function outletZ(net: Network, p: NetPath): Metres | null {
  switch (p.kind) {
    case 'pump':
      return p.loose ? null : p.endZ;
    case 'drain':
    case 'float':
      return p.outletZ;
    case 'hole':
      return net.vessels[p.from]!.floorZ + p.level;
    case 'film':
    case 'seep':
      return net.vessels[p.from]!.floorZ;
    case 'link':
    case 'back':
      return null;
  }
}

/** Height that each path's water falls before it meets the water of the day's mean level; none where its end is under water. */
export function fallsOf({ system: s, a, day }: Figures): (Fall | null)[] {
  return a.net.paths.map((p) => {
    const from = outletZ(a.net, p);
    if (from === null || p.to < 0) return null;
    const to = s.vessels[p.to]!;
    const bed = day?.metrics.beds.find((b) => b.id === to.id);
    const level = bed ? bed.highest * bed.floodedShare : a.balance.rest[p.to]!.level;
    const height = from - a.net.vessels[p.to]!.floorZ - level;
    return height > 0.005 ? { path: p.id, to: to.id, height, overStones: to.media !== null } : null;
  });
}

/**
 * Exchange of the film on drained stones: what they hold takes up its oxygen between two floods, and is
 * washed into the water by the next. m³/h.
 */
export function filmExchange({ system: s, day }: Figures): Exchange {
  return (day?.metrics.beds ?? []).reduce((sum, bed) => {
    const index = s.vessels.findIndex((v) => v.id === bed.id);
    const media = s.vessels[index]?.media;
    if (!media) return sum;
    const held = mediumById(media.medium)?.held ?? 0;
    const zone = grossTo(s, index, Math.min(media.top, bed.highest));
    return sum + (held * zone * bed.cyclesPerDay) / 24;
  }, 0);
}

/** Whether air meets open water in a vessel, as it does over boards too. */
export const hasOpenWater = (v: Vessel): boolean => isStore(v) || v.role === 'raft';

/** Water surface of the stores, still where no pump or fall stirs it. */
function surfaces({ system: s, a }: Pick<Figures, 'system' | 'a'>): { id: string; area: number }[] {
  return s.vessels.flatMap((v, i) => {
    if (!hasOpenWater(v)) return [];
    const level = a.balance.rest[i]!.level;
    return level > 0 ? [{ id: v.id, area: areaAt(a.net.vessels[i]!.storage, level) }] : [];
  });
}

/** Bubbles that lift water mix about as much air in as the water they lift. Practice. */
export const AIR_PER_LIFTED = 1;

/** What brings oxygen in. */
type Exchanges = Pick<
  OxygenBalance,
  'falls' | 'exchange' | 'byFalls' | 'byFilms' | 'byStones' | 'bySurface'
>;

/** Exchange of every hour by all that brings oxygen in; of a system whose day is not simulated, without its falls. */
function exchangesOf(c: Figures, t: number): Exchanges {
  const { system: s, a, day } = c;
  const falls = fallsOf(c);
  const effects = falls.map((f) =>
    f ? fallEffect(f.height, t, undefined, f.overStones ? OVER_STONES : undefined) : 0,
  );
  const byFallsAt = (h: number) =>
    (day?.metrics.hourly ?? []).reduce((sum, hours, k) => sum + hours[h]! * effects[k]!, 0);
  const stones =
    airPumpsOf(s).reduce((sum, d) => sum + stoneExchange(d.flow, d.depth, t), 0) +
    a.net.paths.reduce((sum, p, k) => {
      if (p.kind !== 'pump' || p.steady === null) return sum;
      const from = a.balance.rest[p.from]!;
      const depth = Math.max(0, from.level - p.intake);
      const perHour = (day?.metrics.carried[k] ?? 0) / 24 / 3600;
      return sum + stoneExchange(perHour * AIR_PER_LIFTED, depth, t);
    }, 0);
  const stirred = surfaces(c).reduce((sum, v) => sum + surfaceExchange(v.area, true), 0);
  const films = filmExchange(c);
  const exchange = Array.from({ length: 24 }, (_, h) => byFallsAt(h) + films + stones + stirred);
  const mean = exchange.reduce((sum, x) => sum + x, 0) / 24;
  return {
    falls: falls.filter((f): f is Fall => f !== null),
    exchange,
    byFalls: mean - films - stones - stirred,
    byFilms: films,
    byStones: stones,
    bySurface: stirred,
  };
}

/** Exchange of the whole system on the day's mean, m³/h. */
export const meanExchange = (c: Figures): Exchange =>
  exchangesOf(c, c.system.site.waterTemperature).exchange.reduce((sum, x) => sum + x, 0) / 24;

/**
 * The oxygen of a system.
 *
 * @param nitrified by bacteria, g N a day
 * @param t of the water
 * @returns nothing until its day is simulated
 */
export function oxygenBalanceOf(
  c: Figures,
  groups: readonly Group[],
  nitrified: number,
  t = c.system.site.waterTemperature,
): OxygenBalance | null {
  const { system: s, a, day } = c;
  if (!day) return null;
  const saturated = saturation(t, s.site.altitude);
  const kinds = groups.filter((g) => g.count > 0).map((g) => g.kind);
  const comfort = kinds.length ? Math.max(...kinds.map((k) => k.oxygen.comfort)) : 5;
  const volume = a.balance.rest.reduce((sum, r) => sum + r.volume, 0);

  const inflows = exchangesOf(c, t);
  const { exchange } = inflows;

  const fish = total(groups, (g) => g.oxygen);
  const steady = (OXYGEN_PER_N * nitrified) / 24;
  const use = useByHour(FED_AT).map((x) => fish * (1 + SOLIDS) * x + steady);
  const byHour =
    volume > 0 ? oxygenByHour(volume, exchange, use, saturated) : new Array<number>(24).fill(0);
  const lowest = Math.min(...byHour);
  const deficit = Math.max(0, saturated - comfort);
  return {
    saturation: saturated,
    comfort,
    ...inflows,
    use,
    byHour,
    lowest,
    lowestAt: (byHour.indexOf(lowest) + 1) * 3600,
    demand: Math.max(...use),
    supply: Math.min(...exchange) * deficit,
    cuts: groups.flatMap((g) => {
      const cut = afterCut(c, groups, g, lowest, saturated, t);
      return cut ? [cut] : [];
    }),
  };
}

/** Still water with fish in it, and what brings air in without mains power. */
export interface WithoutPower {
  readonly volume: CubicMetres;
  readonly area: SquareMetres;
  /** Oxygen that the fish use on the day's mean, g/h. */
  readonly use: number;
  /** Stones on a battery, m³/h. */
  readonly backup: Exchange;
  readonly from: GramsPerCubicMetre;
  readonly saturated: GramsPerCubicMetre;
}

/** Oxygen that fish just fed and the solids in their vessel use, g/h. @param use of the fish on the day's mean */
export const peakUse = (use: number): number => use * (FED_PEAK + SOLIDS_IN_TANK);

/** Time from a power cut until oxygen has fallen to a level. */
export const timeWithoutPower = (w: WithoutPower, level: GramsPerCubicMetre): Seconds =>
  3600 *
  hoursUntil(
    level,
    Math.min(w.from, w.saturated),
    w.volume,
    surfaceExchange(w.area, false) + w.backup,
    peakUse(w.use),
    w.saturated,
  );

/** What a group lives in after the pumps stop, in its own vessel, fed and at the day's lowest; null where it has none. */
export function withoutPowerOf(
  { system: s, a }: Pick<Figures, 'system' | 'a'>,
  groups: readonly Group[],
  group: Group,
  from: GramsPerCubicMetre,
  saturated: GramsPerCubicMetre,
  t: number,
): WithoutPower | null {
  const i = s.vessels.findIndex((v) => v.id === group.vessel);
  const row = a.balance.afterPowerCut[i];
  if (!row || group.count === 0 || !(row.volume > 0)) return null;
  return {
    volume: row.volume,
    area: areaAt(a.net.vessels[i]!.storage, row.level),
    use: total(
      groups.filter((g) => g.vessel === group.vessel),
      (g) => g.oxygen,
    ),
    backup: airPumpsOf(s)
      .filter((d) => d.backup && d.vessel === group.vessel)
      .reduce((sum, d) => sum + stoneExchange(d.flow, d.depth, t), 0),
    from,
    saturated,
  };
}

/** What is left to a group after the pumps stop; null where it has no water. */
export function afterCut(...of: Parameters<typeof withoutPowerOf>): AfterCut | null {
  const w = withoutPowerOf(...of);
  const group = of[2];
  const { stress, lethal } = group.kind.oxygen;
  return (
    w && {
      fish: group.id,
      toStress: timeWithoutPower(w, stress),
      toLethal: timeWithoutPower(w, lethal),
    }
  );
}

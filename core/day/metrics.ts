import type { CubicMetres, Metres, Seconds, Share } from '../quantity/si.ts';
import { volumeAt } from '../water/vessel.ts';
import { feedingPumps, siphonsOf } from '../network/steady.ts';
import { DAY, type Network } from '../network/types.ts';
import type { LevelCrossing, DayEvent, DayTrace } from './types.ts';

/** How a bed's day went. Times are means over complete cycles; null where there was none. */
export interface BedDay {
  readonly id: string;
  readonly fill: Seconds | null;
  readonly drain: Seconds | null;
  readonly period: Seconds | null;
  readonly cyclesPerDay: number;
  /** Share of the day above half the flood depth. */
  readonly floodedShare: Share;
  readonly highest: Metres;
  /** Longest time without falling below the almost-drained mark after the first flood. */
  readonly longestWet: Seconds;
  /** Shortest time drained between two floods; null where there were not two. */
  readonly shortestDrained: Seconds | null;
  /**
   * The longest that it took from its pump's start until it was flooded, and from the pump's stop until it was
   * drained; null where a run or a pause of the day was too short for it, or nothing switches the pump.
   */
  readonly fromOn: Seconds | null;
  readonly fromOff: Seconds | null;
  /** Air drawn into the stones in a day: what falls after each flood. */
  readonly airDrawn: CubicMetres;
}

export interface VesselDay {
  readonly id: string;
  readonly lowest: Metres;
  readonly highest: Metres;
}

export interface PumpDay {
  readonly id: string;
  readonly running: Seconds;
  readonly dry: Seconds;
  /** J, from the power on the box and the time switched on. */
  readonly energy: number;
  readonly delivered: CubicMetres;
}

export interface DayMetrics {
  readonly beds: readonly BedDay[];
  readonly vessels: readonly VesselDay[];
  readonly pumps: readonly PumpDay[];
  /** What each path carried in its own direction, scaled to a day; by the order of the paths. */
  readonly carried: readonly CubicMetres[];
  /** What each path carried in each of the day's 24 hours; of a day that was given up, in the hours it has. */
  readonly hourly: readonly (readonly CubicMetres[])[];
}

const SAME_LEVEL: Metres = 1e-4;
const COMPLETE: Metres = 0.002;
const SAME_TIME: Seconds = 1e-9;
const HOUR: Seconds = 3600;

const mean = (xs: readonly number[]): number | null =>
  xs.length ? xs.reduce((a, b) => a + b, 0) / xs.length : null;

/** First of some rising times that lies after t. */
function after(times: readonly Seconds[], t: Seconds): Seconds | undefined {
  let low = 0;
  let high = times.length;
  while (low < high) {
    const mid = (low + high) >> 1;
    if (times[mid]! > t) high = mid;
    else low = mid + 1;
  }
  return times[low];
}

/**
 * Lowest level of a vessel between two times, and the last moment at it: between two rows where it leaves
 * that level.
 *
 * @param vessel its index
 * @param from in seconds from the start, as is `till`
 * @returns the level above its floor, m, and when it was last there, s
 */
export function lowBetween(
  trace: DayTrace,
  vessel: number,
  from: Seconds,
  till: Seconds,
): { t: Seconds; level: Metres } {
  const { times, levels, rows } = trace;
  const n = trace.vessels.length;
  let first = 0;
  let high = rows;
  while (first < high) {
    const mid = (first + high) >> 1;
    if (times[mid]! < from - SAME_TIME) first = mid + 1;
    else high = mid;
  }
  const at = (r: number) => levels[r * n + vessel]!;
  let level = Infinity;
  let end = first;
  for (; end < rows && times[end]! <= till + SAME_TIME; end++) level = Math.min(level, at(end));
  let r = end - 1;
  while (r > first && at(r) > level + SAME_LEVEL) r--;
  if (r + 1 >= end) return { t: Math.min(till, times[r] ?? till), level };
  // The rise may begin within the step: it is traced back from how fast the level rises after it.
  const risen = r + 1;
  let later = risen + 1;
  while (later < rows - 1 && times[later]! <= times[risen]! + SAME_TIME) later++;
  const pace = later < rows ? (at(later) - at(risen)) / (times[later]! - times[risen]!) : 0;
  const began = pace > 0 ? times[risen]! - (at(risen) - level) / pace : times[r]!;
  return { t: Math.min(times[risen]!, Math.max(times[r]!, began)), level };
}

/** Longest time from a switch of a bed's pump to what should follow before the next; null where it did not. */
function longestFrom(
  trace: DayTrace,
  net: Network,
  vessel: number,
  kind: 'pump-on' | 'pump-off',
  follows: readonly Seconds[],
): Seconds | null {
  const pumps = new Set(feedingPumps(net, vessel).map((i) => net.paths[i]!.id));
  const switches = trace.events.filter((e) => e.kind === kind && pumps.has(e.where));
  let longest: Seconds | null = null;
  for (const [i, { t }] of switches.entries()) {
    const till = switches[i + 1]?.t ?? trace.end;
    const then = after(follows, t);
    if (then !== undefined && then <= till) longest = Math.max(longest ?? 0, then - t);
    // The day may end before a last one is over.
    else if (i + 1 < switches.length) return null;
  }
  return longest;
}

/** When a bed is flooded and drained: a siphon's starts and breaks, else the passing of its marks. */
interface Floods {
  readonly floods: readonly Seconds[];
  /** When each flood begins to fall. */
  readonly falls: readonly Seconds[];
  readonly drained: readonly Seconds[];
  /** When water begins to rise again after a drain. */
  readonly rises: readonly Seconds[];
  readonly isSiphon: boolean;
}

function floodsOf(net: Network, trace: DayTrace, vessel: number): Floods {
  const { joined } = net.vessels[vessel]!;
  const siphons = new Set(siphonsOf(net).flatMap((p) => (joined.includes(p.from) ? [p.id] : [])));
  const marks = (mark: LevelCrossing['mark'], rising: boolean) =>
    trace.crossings.flatMap((c) =>
      c.vessel === vessel && c.mark === mark && c.rising === rising ? [c.t] : [],
    );
  if (!siphons.size) {
    return {
      floods: marks('flood', true),
      falls: marks('flood', false),
      drained: marks('low', false),
      rises: marks('low', true),
      isSiphon: false,
    };
  }
  const events = (kind: DayEvent['kind']) =>
    trace.events.flatMap((e) => (e.kind === kind && siphons.has(e.where) ? [e.t] : []));
  const floods = events('siphon-starts');
  return { floods, falls: floods, drained: events('siphon-stops'), rises: floods, isSiphon: true };
}

/** Fill times and periods of complete cycles, and the lows between them. */
function cyclesIn(trace: DayTrace, vessel: number, { floods, drained }: Floods) {
  // Lows: the last moment at the lowest level between a drain and the next flood, and after the last one.
  const lows = [...floods, trace.end].map((till, i) =>
    lowBetween(trace, vessel, i === 0 ? 0 : floods[i - 1]!, till),
  );
  const fills: Seconds[] = [];
  const periods: Seconds[] = [];
  for (let i = 0; i + 1 < floods.length; i++) {
    if (Math.abs(lows[i]!.level - lows[i + 1]!.level) > COMPLETE) continue;
    fills.push(floods[i]! - lows[i]!.t);
    periods.push(lows[i + 1]!.t - lows[i]!.t);
  }
  // A single flood from rest back to rest is complete as well.
  if (!fills.length && floods.length === 1 && drained.length >= 1) {
    fills.push(floods[0]! - lows[0]!.t);
  }
  return { lows, fills, periods };
}

/** Time from each fall to the drain that ends it, where the next does not come before. */
function drainTimes({ falls, drained, isSiphon }: Floods): Seconds[] {
  return falls.flatMap((f) => {
    const d = after(drained, f);
    const again = after(falls, f);
    return d !== undefined && (again === undefined || d < again || isSiphon) ? [d - f] : [];
  });
}

/** Time that a vessel stands above half its flood depth. */
function floodedTime(net: Network, trace: DayTrace, vessel: number): Seconds {
  const { floodLevel } = net.vessels[vessel]!;
  let flooded = 0;
  let since: Seconds | null =
    floodLevel !== null && trace.levels[vessel]! >= floodLevel / 2 ? 0 : null;
  for (const c of trace.crossings) {
    if (c.vessel !== vessel || c.mark !== 'half') continue;
    if (c.rising) since ??= c.t;
    else if (since !== null) {
      flooded += c.t - since;
      since = null;
    }
  }
  return since === null ? flooded : flooded + trace.end - since;
}

/** Longest time from a flood, the bed drained before it, to its drain or the day's end. */
function longestWetOf(trace: DayTrace, { floods, drained }: Floods): Seconds {
  let longest = 0;
  floods.forEach((f, i) => {
    const before = i === 0 ? undefined : after(drained, floods[i - 1]!);
    if (i === 0 || (before !== undefined && before < f)) {
      longest = Math.max(longest, (after(drained, f) ?? trace.end) - f);
    }
  });
  return longest;
}

function bedDay(net: Network, trace: DayTrace, vessel: number): BedDay {
  const n = net.vessels.length;
  const v = net.vessels[vessel]!;
  const found = floodsOf(net, trace, vessel);
  const { floods, drained, rises } = found;
  const { lows, fills, periods } = cyclesIn(trace, vessel, found);
  let highest = 0;
  for (let r = 0; r < trace.rows; r++) highest = Math.max(highest, trace.levels[r * n + vessel]!);
  const drainedSpans = drained.flatMap((d) => {
    const next = after(rises, d);
    return next === undefined ? [] : [next - d];
  });
  const scale = DAY / trace.end;
  // Each flood draws in what falls after it; the empty stones of the start have drawn in nothing.
  const drawn = lows
    .slice(1)
    .reduce((sum, l) => sum + volumeAt(v.storage, highest) - volumeAt(v.storage, l.level), 0);
  return {
    id: v.id,
    fill: mean(fills),
    drain: mean(drainTimes(found)),
    period: mean(periods),
    cyclesPerDay: floods.length * scale,
    floodedShare: floodedTime(net, trace, vessel) / trace.end,
    highest,
    longestWet: longestWetOf(trace, found),
    shortestDrained: drainedSpans.length ? Math.min(...drainedSpans) : null,
    fromOn: longestFrom(trace, net, vessel, 'pump-on', floods),
    fromOff: longestFrom(trace, net, vessel, 'pump-off', drained),
    airDrawn: drawn * scale,
  };
}

/** Water that a path carried in its own direction in each hour, the flow between two rows taken as a line. */
function carriedByHour(trace: DayTrace, path: number, width: number): CubicMetres[] {
  const hours = new Array<number>(24).fill(0);
  const { times, flows, rows } = trace;
  for (let r = 0; r + 1 < rows; r++) {
    const [t0, t1] = [times[r]!, times[r + 1]!];
    const [q0, q1] = [flows[r * width + path]!, flows[(r + 1) * width + path]!];
    if (t1 <= t0 || q0 + q1 <= 0) continue;
    const at = (t: Seconds) => q0 + ((q1 - q0) * (t - t0)) / (t1 - t0);
    for (let h = Math.floor(t0 / HOUR); h < 24 && h * HOUR < t1; h++) {
      const from = Math.max(t0, h * HOUR);
      const till = Math.min(t1, (h + 1) * HOUR);
      hours[h]! += ((at(from) + at(till)) / 2) * (till - from);
    }
  }
  return hours;
}

/** Metrics of a simulated day, by the conventions written at {@link BedDay}. */
export function metricsOf(net: Network, trace: DayTrace): DayMetrics {
  const n = net.vessels.length;
  const width = net.paths.length + n;
  const vessels = net.vessels.map((v, i): VesselDay => {
    let lowest = Infinity;
    let highest = -Infinity;
    for (let r = 0; r < trace.rows; r++) {
      const level = trace.levels[r * n + i]!;
      if (level < lowest) lowest = level;
      if (level > highest) highest = level;
    }
    return { id: v.id, lowest, highest };
  });
  const scale = DAY / trace.end;
  const hourly = net.paths.map((_, pi) => carriedByHour(trace, pi, width));
  const carried = hourly.map((hours) => hours.reduce((a, b) => a + b, 0));
  const pumps: PumpDay[] = [];
  const byPump = new Map<number, CubicMetres>();
  net.paths.forEach((p, pi) => {
    if (p.kind !== 'pump') return;
    const litres = carried[pi]!;
    if (p.lead !== pi) {
      // A branch's water is its pump's as well.
      byPump.set(p.lead, (byPump.get(p.lead) ?? 0) + litres);
      return;
    }
    let on = 0;
    let dry = 0;
    let onSince: Seconds | null = null;
    let drySince: Seconds | null = null;
    const stopDry = (t: Seconds) => {
      if (drySince !== null) dry += t - drySince;
      drySince = null;
    };
    for (const e of trace.events) {
      if (e.where !== p.id) continue;
      if (e.kind === 'pump-on') onSince = e.t;
      if (e.kind === 'pump-dry') drySince = e.t;
      if (e.kind === 'pump-wet') stopDry(e.t);
      if (e.kind === 'pump-off') {
        stopDry(e.t);
        if (onSince !== null) on += e.t - onSince;
        onSince = null;
      }
    }
    stopDry(trace.end);
    if (onSince !== null) on += trace.end - onSince;
    pumps.push({ id: p.id, running: on - dry, dry, energy: p.power * on, delivered: litres });
  });
  pumps.forEach((d, k) => {
    const more = byPump.get(net.paths.findIndex((p) => p.id === d.id));
    if (more) pumps[k] = { ...d, delivered: d.delivered + more };
  });
  return {
    beds: net.vessels.flatMap((v, i) => (v.bed ? [bedDay(net, trace, i)] : [])),
    vessels,
    pumps,
    carried: carried.map((x) => x * scale),
    hourly,
  };
}

import { joined } from '../joined.ts';
import type { CubicMetres, Metres, Seconds, Share } from '../../quantity/si.ts';
import { atRest } from '../../network/statics.ts';
import { pumpsOf } from '../../network/steady.ts';
import { DAY, type Network } from '../../network/types.ts';
import { Simulation, type DayState } from '../simulate.ts';
import type { DayTrace } from '../types.ts';
import type { Fault } from './fault.ts';

/** What a fault that strikes at a moment does. */
export interface FaultOutcome {
  /** Moment of the day at which it strikes, s after midnight. */
  readonly at: Seconds;
  /** On the floor, or leaked away, over what happens without the fault. */
  readonly lost: CubicMetres;
  /** First drop over a rim, or off a loose pipe, after it struck; nothing where there is none. */
  readonly overAfter: Seconds | null;
  readonly where: string | null;
  /** First pump that draws air, after it struck. */
  readonly dryAfter: Seconds | null;
  readonly dryPump: string | null;
  /** Least water left in each vessel, and how deep it stands then. */
  readonly left: readonly {
    readonly vessel: string;
    readonly volume: CubicMetres;
    readonly share: Share;
    readonly depth: Metres;
  }[];
  /** After it struck, when each vessel fell below a quarter of its water at rest; nothing where it did not. */
  readonly lowAfter: readonly (Seconds | null)[];
  /** Longest time that each bed stood flooded on end, and that it got no water; s. */
  readonly beds: readonly { readonly bed: string; readonly wet: Seconds; readonly dry: Seconds }[];
  readonly truncated: boolean;
}

/** A fault that makes things flutter is followed through this many switches. */
const MOST_EVENTS = 2500;
/** Less than this at rest is an empty vessel, m³. */
const EMPTY = 1e-6;

/** Share of its water below which a vessel counts as low. */
const LOW: Share = 0.25;

/** What is followed for days may switch as often as so many days do. */
const mostEvents = (f: Fault): number => MOST_EVENTS * Math.max(1, Math.ceil(f.follow / DAY));

/** A day that faults strike: its states at the moments that are tried. */
export class FaultDay {
  private readonly states = new Map<Seconds, DayState>();
  readonly day: DayTrace;

  /** @param moments at which faults may strike, any order */
  constructor(
    readonly net: Network,
    readonly moments: readonly Seconds[],
  ) {
    const sim = new Simulation(net);
    for (const t of [...new Set(moments)].sort((a, b) => a - b)) {
      sim.runTo(t);
      this.states.set(t, sim.state());
    }
    this.day = sim.runTo(DAY).trace(DAY);
  }

  /** State at a moment; worked out from the last one before it where it was not foreseen. */
  stateAt(t: Seconds): DayState {
    const known = this.states.get(t);
    if (known) return known;
    const before = [...this.states.keys()].filter((x) => x < t);
    const from = before.length ? this.states.get(Math.max(...before))! : undefined;
    const state = new Simulation(this.net, from).runTo(t).state();
    this.states.set(t, state);
    return state;
  }

  /** Lets a fault strike at a moment and follows it. */
  strike(fault: Fault, at: Seconds): FaultOutcome {
    const traces = this.traces(fault, at);
    return outcomeOf(this.net, fault, at, traces);
  }

  private traces(fault: Fault, at: Seconds): DayTrace[] {
    const hurt = fault.inject(this.net);
    const end = at + fault.follow;
    const first = new Simulation(hurt, this.stateAt(at), mostEvents(fault));
    if (fault.lasts === null || fault.lasts >= fault.follow) return [first.runTo(end).trace(end)];
    const mended = at + fault.lasts;
    const a = first.runTo(mended).trace(mended);
    return [a, new Simulation(this.net, first.state(), mostEvents(fault)).runTo(end).trace(end)];
  }

  /**
   * The day around a fault, to be played: from some time before it strikes, a day long at most.
   *
   * @returns times from 0, which is `start` after midnight
   */
  replay(fault: Fault, at: Seconds, lead: Seconds = 1800): { trace: DayTrace; start: Seconds } {
    const start = Math.max(0, at - lead);
    const parts: DayTrace[] = [];
    if (at > start) parts.push(new Simulation(this.net, this.stateAt(start)).runTo(at).trace(at));
    parts.push(...this.traces({ ...fault, follow: DAY - (at - start) }, at));
    return { trace: joined(parts, start), start };
  }
}

function outcomeOf(
  net: Network,
  fault: Fault,
  at: Seconds,
  traces: readonly DayTrace[],
): FaultOutcome {
  const { rest } = atRest(net);
  const n = net.vessels.length;
  const width = net.paths.length + n;
  const least = net.vessels.map(() => Infinity);
  const depth = net.vessels.map(() => Infinity);
  const low = net.vessels.map<Seconds | null>(() => null);
  const wet = net.vessels.map(() => 0);
  const dry = net.vessels.map(() => 0);
  const wetSince = net.vessels.map<Seconds | null>(() => null);
  const drySince = net.vessels.map<Seconds | null>(() => null);
  const into = net.vessels.map((_, i) =>
    net.paths.flatMap((p, k) => (p.to === i && p.kind !== 'back' ? [k] : [])),
  );
  // What loses water and gives none on is a tray from which plants drink.
  const soaks = net.vessels.map((v, i) => v.waterUse > 0 && !net.paths.some((p) => p.from === i));
  let end = at;
  for (const trace of traces) {
    for (let r = 0; r < trace.rows; r++) {
      const t = trace.times[r]!;
      end = t;
      for (let i = 0; i < n; i++) {
        const volume = trace.volumes[r * n + i]!;
        const level = trace.levels[r * n + i]!;
        if (volume < least[i]!) {
          least[i] = volume;
          depth[i] = level;
        }
        if (low[i] === null && rest[i]! > EMPTY && volume < LOW * rest[i]!) low[i] = t - at;
        const v = net.vessels[i]!;
        if (soaks[i]) {
          // A tray that is kept wet is dry when its water is gone.
          if (level < 0.002) drySince[i] ??= t;
          else drySince[i] = null;
          if (drySince[i] !== null) dry[i] = Math.max(dry[i]!, t - drySince[i]!);
          continue;
        }
        if (!v.bed || v.floodLevel === null) continue;
        if (level > v.floodLevel / 2) wetSince[i] ??= t;
        else wetSince[i] = null;
        if (wetSince[i] !== null) wet[i] = Math.max(wet[i]!, t - wetSince[i]!);
        const gets = into[i]!.some((k) => trace.flows[r * width + k]! > 1e-8);
        if (!gets) drySince[i] ??= t;
        else drySince[i] = null;
        if (drySince[i] !== null) dry[i] = Math.max(dry[i]!, t - drySince[i]!);
      }
    }
  }
  const events = traces.flatMap((x) => x.events);
  const over = events.find((e) => e.kind === 'rim-over' && e.t >= at);
  const air = events.find((e) => e.kind === 'pump-dry' && e.t >= at);
  const leaked = fault.loses === 'leak' ? traces.reduce((x, p) => x + p.used, 0) : 0;
  const lost = traces.reduce((x, p) => x + p.spilled, 0) + leaked;
  const loose = fault.loses === 'loose-end' && lost > 1e-6;
  return {
    at,
    lost,
    overAfter: over && lost > 1e-6 ? over.t - at : loose ? 0 : null,
    where: over && lost > 1e-6 ? over.where : loose ? fault.about : null,
    dryAfter: air ? air.t - at : null,
    dryPump: air?.where ?? null,
    left: net.vessels.map((v, i) => ({
      vessel: v.id,
      volume: least[i]!,
      share: rest[i]! > EMPTY ? least[i]! / rest[i]! : 1,
      depth: depth[i]!,
    })),
    lowAfter: low,
    beds: net.vessels.flatMap((v, i) => (v.bed ? [{ bed: v.id, wet: wet[i]!, dry: dry[i]! }] : [])),
    truncated: traces.some((t) => t.truncated) || end < at,
  };
}

/**
 * How bad an outcome is: water on the floor first, then what is gone from the stores, then dry pumps.
 *
 * @returns greater where it is worse, no unit: litres on the floor weigh most
 */
export function severityScore(net: Network, o: FaultOutcome): number {
  const stores = new Set(pumpsOf(net).map((p) => net.vessels[p.from]!.id));
  const gone = o.left.reduce((x, l) => (stores.has(l.vessel) ? x + (1 - l.share) : x), 0);
  return (
    1000 * o.lost +
    5 * gone +
    (o.dryAfter === null ? 0 : 1) +
    o.beds.reduce((x, b) => x + b.wet + b.dry, 0) / 1e6
  );
}

/** Moments of a day worth trying: where something switches, where a vessel stands highest or lowest, and between. */
export function momentsOf(
  net: Network,
  day: DayTrace,
  most = net.vessels.length > 4 ? 6 : 9,
): Seconds[] {
  const marks = new Set<Seconds>([0]);
  // One period tells all of a day that repeats itself; the second half of the day has settled.
  const events = day.events.filter((e) => !e.kind.startsWith('rim'));
  const late = events.filter((e) => e.t > DAY / 4);
  const kinds = new Map<string, number>();
  for (const e of late.length > 2 ? late : events) {
    const key = `${e.kind}/${e.where}`;
    const seen = kinds.get(key) ?? 0;
    kinds.set(key, seen + 1);
    if (seen < 2 && e.t < DAY) {
      // Just before it happens things stand at their worst.
      marks.add(Math.max(0, e.t - 1));
      marks.add(Math.min(DAY - 1, e.t + 60));
    }
  }
  const n = net.vessels.length;
  for (let i = 0; i < n; i++) {
    let [high, low] = [0, 0];
    for (let r = 1; r < day.rows; r++) {
      if (day.volumes[r * n + i]! > day.volumes[high * n + i]!) high = r;
      if (day.volumes[r * n + i]! < day.volumes[low * n + i]!) low = r;
    }
    marks.add(Math.min(DAY - 1, day.times[high]!));
    marks.add(Math.min(DAY - 1, day.times[low]!));
  }
  const list = [...marks].sort((a, b) => a - b);
  if (list.length <= most) return list;
  return Array.from(
    { length: most },
    (_, i) => list[Math.round((i * (list.length - 1)) / (most - 1))]!,
  );
}

/** The worst moment for a fault among those of a stage, then closed in on between its neighbours. */
export function worstMoment(stage: FaultDay, fault: Fault): FaultOutcome {
  if (fault.creeps) return stage.strike(fault, 0);
  const tried = new Map<Seconds, FaultOutcome>();
  const bad = (t: Seconds): number => {
    let o = tried.get(t);
    if (!o) {
      o = stage.strike(fault, t);
      tried.set(t, o);
    }
    return severityScore(stage.net, o);
  };
  const times = [...stage.moments].sort((a, b) => a - b);
  let best = times[0]!;
  for (const t of times) if (bad(t) > bad(best)) best = t;
  const i = times.indexOf(best);
  const [before, after] = [times[i - 1], times[i + 1]];
  for (const other of [before, after]) {
    if (other === undefined || Math.abs(other - best) < 4) continue;
    const between = (best + other) / 2;
    if (bad(between) > bad(best)) best = between;
  }
  return tried.get(best)!;
}

import { lowBetween, metricsOf } from '../day/metrics.ts';
import { Simulation } from '../day/simulate.ts';
import { empties, siphonsOf } from '../network/steady.ts';
import type { NetControl, Network } from '../network/types.ts';
import type { Seconds } from '../quantity/si.ts';

/**
 * How long each bed takes to fill and to drain, whatever the timers are set to: the simulation with pumps held
 * on until the beds are flooded, then off until they are drained, some cycles long. A pump that is always on
 * stays on and leaves the cycling to the siphons.
 */

/** Times of a bed's cycle; Infinity where it never gets there. */
export interface BedCycle {
  readonly id: string;
  /** From its lowest level to the flood mark, or where its siphon starts. */
  readonly fill: Seconds;
  /** From there to its break, or until it is almost empty. */
  readonly drain: Seconds;
  /** From the moment its pump starts, with the line and the beds before it still to fill. */
  readonly fromOn: Seconds;
  /** From the moment its pump stops, with what still comes from the beds before it. */
  readonly fromOff: Seconds;
}

/** Cycles that are followed: one complete between two lows, after the one that starts from empty stones. */
const CYCLES = 3;
/** What has not flooded or drained after this never does, s. */
const LONGEST: Seconds = 6 * 3600;
const FIRST_LOOK: Seconds = 120;
/** A pump that draws air over and over switches without end. */
const MOST_EVENTS = 1500;
/** A control of the probe repeats after longer than it is ever run, s. */
const FOREVER: Seconds = 1e9;

/** The longest from a switch to what first followed it; Infinity where nothing did. */
function longestWait(switches: readonly Seconds[], follows: readonly Seconds[]): Seconds {
  const waits = switches
    .flatMap((t) => follows.find((f) => f > t) ?? [])
    .map((f, i) => f - switches[i]!);
  return waits.length ? Math.max(...waits) : Infinity;
}

/** Pumps on timers held by hand: those that fill by one switch, those that empty by another. */
class ByHand {
  readonly net: Network;
  /** When the filling pumps were switched on, and off. */
  readonly ons: Seconds[] = [];
  readonly offs: Seconds[] = [];
  private readonly fill: [Seconds, Seconds][] = [];
  private readonly empty: [Seconds, Seconds][] = [];

  constructor(net: Network) {
    const n = net.controls.length;
    const hand = (id: string, spans: [Seconds, Seconds][]): NetControl => ({
      id,
      spans,
      period: FOREVER,
    });
    this.net = {
      ...net,
      controls: [...net.controls, hand('fill', this.fill), hand('empty', this.empty)],
      paths: net.paths.map((p) =>
        p.kind === 'pump' && net.controls[p.control]!.spans !== null
          ? { ...p, control: empties(p) ? n + 1 : n }
          : p,
      ),
    };
  }

  on(t: Seconds): void {
    if (this.empty.length) this.empty[this.empty.length - 1]![1] = t;
    this.fill.push([t, FOREVER]);
    this.ons.push(t);
  }
  off(t: Seconds): void {
    this.fill[this.fill.length - 1]![1] = t;
    this.empty.push([t, FOREVER]);
    this.offs.push(t);
  }
}

const known = new WeakMap<Network, readonly BedCycle[]>();

/** The cycle of every bed of a network, in the order of its vessels; worked out once for a network. */
export function cyclesOf(net: Network): readonly BedCycle[] {
  let cycles = known.get(net);
  if (!cycles) {
    cycles = followed(net);
    known.set(net, cycles);
  }
  return cycles;
}

/** The cycle of one bed. @throws RangeError where there is no such bed */
export function bedCycle(net: Network, bed: string): BedCycle {
  const cycle = cyclesOf(net).find((c) => c.id === bed);
  if (!cycle) throw new RangeError(`No bed “${bed}” in this network.`);
  return cycle;
}

function followed(net: Network): BedCycle[] {
  const beds = net.vessels.flatMap((v, i) => (v.bed ? [i] : []));
  const never = (i: number): BedCycle => ({
    id: net.vessels[i]!.id,
    fill: Infinity,
    drain: Infinity,
    fromOn: Infinity,
    fromOff: Infinity,
  });
  const flooded = beds.filter((i) => net.vessels[i]!.floodLevel !== null);
  if (!flooded.length) return beds.map(never);

  const hand = new ByHand(net);
  hand.on(0);
  const sim = new Simulation(hand.net, undefined, MOST_EVENTS);
  const siphons = beds.map(
    (i) =>
      new Set(
        siphonsOf(net).flatMap((p) => (net.vessels[i]!.joined.includes(p.from) ? [p.id] : [])),
      ),
  );
  const timed = net.controls.some((c) => c.spans !== null);
  /** When a bed was flooded, or drained: as its siphon starts and stops, else as its level passes the marks. */
  const moments = (i: number, what: 'flooded' | 'drained'): Seconds[] => {
    const own = siphons[beds.indexOf(i)]!;
    const kind = what === 'flooded' ? 'siphon-starts' : 'siphon-stops';
    const mark = what === 'flooded' ? 'flood' : 'low';
    return own.size
      ? sim.log.flatMap((e) => (e.kind === kind && own.has(e.where) ? [e.t] : []))
      : sim.crossings.flatMap((c) =>
          c.vessel === i && c.mark === mark && c.rising === (what === 'flooded') ? [c.t] : [],
        );
  };

  /** Goes on until something is so for every bed, or never will be; those for which it is. */
  const until = (waiting: readonly number[], is: (i: number) => boolean): number[] => {
    const end = sim.t + LONGEST;
    for (let look = FIRST_LOOK; sim.t < end && !waiting.every(is); look *= 1.6) {
      const to = Math.min(end, sim.t + look);
      sim.runTo(to);
      // Given up: too many events, or too much work.
      if (sim.t < to) break;
    }
    return waiting.filter(is);
  };

  let left: readonly number[] = flooded;
  for (let k = 1; k <= CYCLES && left.length; k++) {
    if (k > 1 && timed) hand.on(sim.t + 1);
    left = until(left, (i) => moments(i, 'flooded').length >= k);
    // Without a timer the siphons alone drain.
    if (timed && left.length) hand.off(sim.t + 1);
    left = until(left, (i) => moments(i, 'drained').length >= k);
  }

  const trace = sim.trace(sim.t);
  const metrics = new Map(metricsOf(hand.net, trace).beds.map((b) => [b.id, b]));
  /** A bed that fills once and stays full: from when its water begins to rise. */
  const once = (i: number): Seconds => {
    const flood = moments(i, 'flooded')[0];
    return flood === undefined ? Infinity : flood - lowBetween(trace, i, 0, flood).t;
  };
  return beds.map((i): BedCycle => {
    const v = net.vessels[i]!;
    const b = metrics.get(v.id)!;
    const fill = b.fill ?? once(i);
    const drain = b.drain ?? Infinity;
    return {
      id: v.id,
      fill,
      drain,
      fromOn: longestWait(hand.ons, moments(i, 'flooded')),
      fromOff: longestWait(hand.offs, moments(i, 'drained')),
    };
  });
}

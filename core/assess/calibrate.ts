import { assemble } from '../network/assemble.ts';
import { calibratedFigures } from '../network/lines.ts';
import { atRest } from '../network/statics.ts';
import { empties, pumpsOf } from '../network/steady.ts';
import type { Network, NetPath } from '../network/types.ts';
import type { Seconds } from '../quantity/si.ts';
import { measured } from '../system/find.ts';
import type { SystemDocument } from '../system/types.ts';
import type { PumpFigures } from '../water/pump.ts';
import { cyclesOf } from './cycle.ts';

/**
 * Pumps with their curves calibrated to their bucket tests. A test is made at rest, as the system was filled;
 * where the water then stands depends on no pump.
 */
function pumpsAsTested(s: SystemDocument, net: Network): Network {
  const figures = new Map<number, PumpFigures>();
  for (const p of pumpsOf(net)) {
    const flow = measured(s, 'flow', p.id)?.flow;
    const pipe = p.manifold < 0 ? p.line : net.manifolds[p.manifold]!.outlets[0]!.own;
    // An air-lift has no curve, and no curve gives anything through a shut tap.
    if (flow === undefined || p.steady !== null || !Number.isFinite(pipe.sumK)) continue;
    figures.set(p.lead, calibratedFigures(net, p, flow, atRest(net).at));
  }
  if (!figures.size) return net;
  return {
    ...net,
    paths: net.paths.map((p) => {
      const own = p.kind === 'pump' ? figures.get(p.lead) : undefined;
      return own ? { ...p, figures: own } : p;
    }),
  };
}

/** A siphon's share of the full pipe can be no less and no more than this. */
const EFFICIENCY = [0.1, 1] as const;

/**
 * An outlet that takes a multiple of what was worked out for it: a siphon, a hole, the way back through
 * a stopped pump, or a pump that empties it.
 */
function drainingAt(p: NetPath, factor: number): NetPath {
  if (factor === 1) return p;
  if (p.kind === 'hole') return { ...p, diameter: p.diameter * Math.sqrt(factor) };
  if (p.kind === 'pump' && empties(p)) {
    const { figures } = p;
    const points = figures.points?.map(([q, h]) => [q * factor, h] as const);
    const maxFlow = figures.maxFlow * factor;
    return { ...p, figures: { ...figures, maxFlow, ...(points ? { points } : {}) } };
  }
  if (p.kind === 'drain' && p.siphon && p.prime) {
    const efficiency = Math.min(
      EFFICIENCY[1],
      Math.max(EFFICIENCY[0], p.prime.efficiency * factor),
    );
    return { ...p, prime: { ...p.prime, efficiency } };
  }
  if (p.kind === 'back') {
    const { line } = p;
    // The flow goes with the root of the losses.
    const k = (line.sumK + 1) / factor ** 2 - 1;
    return {
      ...p,
      line: { ...line, length: line.length / factor ** 2, sumK: Math.max(0, k) },
    };
  }
  return p;
}

/** Outlets of vessels with how fast they drain corrected; joined beds drain by the outlets of all of them. */
function drainingAsTimed(net: Network, drains: ReadonlyMap<string, number>): Network {
  if (!drains.size) return net;
  return {
    ...net,
    paths: net.paths.map((p) =>
      net.vessels[p.from]!.joined.reduce(
        (outlet, i) => drainingAt(outlet, drains.get(net.vessels[i]!.id) ?? 1),
        p,
      ),
    ),
  };
}

/** A bed that would never get there is let go by so much more, or held back by so much less, first. */
const LET_GO = 1.3;
/** A correction grows or shrinks by no more than this in a turn. */
const MOST_CHANGE = Math.log(3);
const MOST_TURNS = 14;
const CLOSE = 1e-4;

/** A time by stopwatch with the correction that it asks for, both as logarithms of what was tried last. */
interface Timed {
  readonly vessel: string;
  readonly of: 'fill' | 'drain';
  readonly time: Seconds;
  readonly by: Map<string, number>;
  last: { readonly factor: number; readonly time: number } | null;
}

/**
 * By how much more, as a logarithm, a correction has to be for the time reckoned to be the one measured: along
 * the line through the last two tries. A fill grows with the voids, a drain shrinks as more runs off.
 */
function step(t: Timed, factor: number, reckoned: Seconds): number {
  const now = Math.log(reckoned);
  const off = Math.log(t.time) - now;
  const moved = t.last && factor - t.last.factor;
  const slope = moved ? (now - t.last!.time) / moved : NaN;
  const usual = t.of === 'fill' ? 1 : -1;
  const wanted = off / (slope * usual > 0.05 ? slope : usual);
  t.last = { factor, time: now };
  return Math.max(-MOST_CHANGE, Math.min(MOST_CHANGE, wanted));
}

/**
 * Network of a system with its measurements: it gives back what was measured, in the state it was measured in.
 *
 * A bucket test corrects the pump's curve, a fill time by stopwatch what the bed holds, a drain time the outlets
 * by which it drains, until the cycle that is worked out with them takes the times measured.
 */
export function calibrate(s: SystemDocument): Network {
  const voids = new Map<string, number>();
  const drains = new Map<string, number>();
  const corrected = (): Network => drainingAsTimed(pumpsAsTested(s, assemble(s, voids)), drains);
  let net = corrected();
  const timed = s.vessels.flatMap((v): Timed[] => {
    const fill = v.media || v.pots ? measured(s, 'fill-time', v.id) : undefined;
    const drain = measured(s, 'drain-time', v.id);
    const of = (what: Timed['of'], time: Seconds, by: Timed['by']): Timed => ({
      vessel: v.id,
      of: what,
      time,
      by,
      last: null,
    });
    return [
      ...(fill ? [of('fill', fill.time, voids)] : []),
      ...(drain ? [of('drain', drain.time, drains)] : []),
    ];
  });
  for (let turn = 0; timed.length && turn < MOST_TURNS; turn++) {
    let worst = 0;
    const cycles = new Map(cyclesOf(net).map((c) => [c.id, c]));
    for (const t of timed) {
      const reckoned = cycles.get(t.vessel)?.[t.of] ?? Infinity;
      const factor = Math.log(t.by.get(t.vessel) ?? 1);
      if (!Number.isFinite(reckoned) || reckoned <= 0) {
        // Nothing that the stones hold lets a bed fill that does not.
        if (t.of === 'fill') continue;
        t.by.set(t.vessel, Math.exp(factor) * LET_GO);
        worst = Infinity;
        continue;
      }
      const more = step(t, factor, reckoned);
      worst = Math.max(worst, Math.abs(Math.log(reckoned / t.time)));
      t.by.set(t.vessel, Math.exp(factor + more));
    }
    if (worst < CLOSE) break;
    net = corrected();
  }
  return net;
}

import { assemble, type Corrections } from '../network/assemble.ts';
import type { Network } from '../network/types.ts';
import type { Seconds } from '../quantity/si.ts';
import { measured } from '../system/find.ts';
import type { SystemDocument } from '../system/types.ts';
import { cyclesOf } from './cycle.ts';

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
 * Network of a system: measurements put in the place of tables, coefficients solved.
 *
 * A fill time by stopwatch corrects what the bed holds, a drain time the ways by which it drains, until the
 * cycle that is worked out with them takes the times measured.
 */
export function compile(s: SystemDocument): Network {
  const corrections: Corrections = { voids: new Map(), drains: new Map() };
  let net = assemble(s, corrections);
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
      ...(fill ? [of('fill', fill.time, corrections.voids)] : []),
      ...(drain ? [of('drain', drain.time, corrections.drains)] : []),
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
    net = assemble(s, corrections);
  }
  return net;
}

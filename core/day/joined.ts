import type { Seconds } from '../quantity/si.ts';
import type { DayEvent, DayTrace } from './types.ts';

/** Traces that follow on each other as one, its times counted from a start. */
export function joined(parts: readonly DayTrace[], start: Seconds): DayTrace {
  const column = (of: (t: DayTrace) => Float64Array): Float64Array => {
    const out = new Float64Array(parts.reduce((n, p) => n + of(p).length, 0));
    let at = 0;
    for (const p of parts) {
      out.set(of(p), at);
      at += of(p).length;
    }
    return out;
  };
  const times = column((t) => t.times).map((t) => t - start);
  const first = parts[0]!;
  const sum = (of: (t: DayTrace) => number) => parts.reduce((x, p) => x + of(p), 0);
  return {
    vessels: first.vessels,
    paths: first.paths,
    rows: sum((t) => t.rows),
    times,
    levels: column((t) => t.levels),
    volumes: column((t) => t.volumes),
    flows: column((t) => t.flows),
    events: parts.flatMap((p) => p.events.map((e): DayEvent => ({ ...e, t: e.t - start }))),
    crossings: parts.flatMap((p) => p.crossings.map((c) => ({ ...c, t: c.t - start }))),
    spilled: sum((t) => t.spilled),
    used: sum((t) => t.used),
    balanceError: sum((t) => t.balanceError),
    steps: sum((t) => t.steps),
    rejected: sum((t) => t.rejected),
    work: sum((t) => t.work),
    truncated: parts.some((p) => p.truncated),
    end: parts[parts.length - 1]!.end - start,
  };
}

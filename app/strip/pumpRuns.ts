import type { DayTrace } from '../../core/day';

/** Less than this is a pump that stands, m³/s: a third of a litre an hour. */
const STANDS = 1e-7;

/** Spans of a trace in which a pump gives water, from and till, s. */
export function pumpRuns(trace: DayTrace, pump: string): [number, number][] {
  const index = trace.paths.indexOf(pump);
  if (index < 0) return [];
  const width = trace.paths.length + trace.vessels.length;
  const out: [number, number][] = [];
  let since = -1;
  for (let r = 0; r < trace.rows; r++) {
    const runs = trace.flows[r * width + index]! > STANDS;
    const t = trace.times[r]!;
    if (runs && since < 0) since = t;
    if (!runs && since >= 0) {
      out.push([since, t]);
      since = -1;
    }
  }
  if (since >= 0) out.push([since, trace.end]);
  return out;
}

import { assess, type Assessment } from '../assess/assess.ts';
import { testBlockedDrain } from '../day/faults/blockedDrain.ts';
import { metricsOf } from '../day/metrics.ts';
import { simulate } from '../day/simulate.ts';
import type { DayTrace } from '../day/types.ts';
import type { SystemDocument } from '../system/index.ts';
import { RULES } from './rules/index.ts';
import type { DaySummary, Level } from './rule.ts';
import type { Finding } from './types.ts';

const URGENCY: Record<Level, number> = { stop: 0, watch: 1, fine: 2 };

/** What the findings need of a trace; a bed without a second outlet is tested for a day as well. */
export const summarise = (a: Assessment, trace: DayTrace): DaySummary => ({
  metrics: metricsOf(a.net, trace),
  events: trace.events,
  spilled: trace.spilled,
  used: trace.used,
  balanceError: trace.balanceError,
  clogged: a.beds.flatMap((b) =>
    b.mainDrain !== null && b.inflow > 0 && b.otherOutlets < b.inflow
      ? (testBlockedDrain(a.net, b.mainDrain) ?? [])
      : [],
  ),
  truncated: trace.truncated,
  end: trace.end,
});

/**
 * Findings of a system, the most urgent first.
 *
 * @param day the simulated day's summary; without it only what needs no time is judged
 * @param a from {@link assess}, given where it is at hand
 */
export function judge(
  system: SystemDocument,
  day: DaySummary | null = null,
  a: Assessment = assess(system),
): Finding[] {
  const context = { system, a, day };
  const found = RULES.flatMap((rule) =>
    rule.judge(context).map((f): Finding => ({ id: rule.id, ...f })),
  );
  return found
    .map((f, i) => ({ f, i }))
    .sort((x, y) => URGENCY[x.f.level] - URGENCY[y.f.level] || x.i - y.i)
    .map((x) => x.f);
}

/** Assessment, simulated day and findings in one. */
export function judgeWhole(system: SystemDocument): {
  a: Assessment;
  trace: DayTrace;
  day: DaySummary;
  findings: Finding[];
} {
  const a = assess(system);
  const trace = simulate(a.net);
  const day = summarise(a, trace);
  return { a, trace, day, findings: judge(system, day, a) };
}

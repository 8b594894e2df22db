import type { Assessment } from '../../assess/assess.ts';
import { turnoversOf } from '../../assess/turnover.ts';
import type { DayMetrics } from '../../day/metrics.ts';
import { given, ORIGIN, rate, say, type Explained } from '../../quantity/index.ts';
import { fishIn, vesselOf, type SystemDocument } from '../../system/index.ts';
import { adjustPumpFlow, adjustTimer, adjustValve } from '../adjustments/index.ts';
import { PRACTICE, within } from '../grade.ts';
import { defineRule, type Verdict } from '../rule.ts';
import { linesFrom } from '../supply.ts';

const TURNOVER = [1 / 3600, 2 / 3600] as const;

/** How a store's turnover comes about: from the day where there is one, else from flows and timers. */
export function turnoverExplained(
  s: SystemDocument,
  a: Assessment,
  vessel: string,
  metrics: DayMetrics | null,
): Explained | null {
  const t = turnoversOf(s, a.net, metrics).find((x) => x.vessel === vessel);
  if (!t) return null;
  const volume = given('V', 'its water at rest', t.volume, 'volume', ORIGIN.entered);
  const title = 'Turnover, over the day';
  return t.passed === null
    ? {
        title,
        formula: String.raw`n = \frac{Q \cdot s}{V}`,
        given: [
          given('Q', 'flow past the plants, every pump on', t.flow, 'flow', ORIGIN.duty),
          given('s', 'share of the day', t.onShare, 'share', 'timer'),
          volume,
        ],
      }
    : {
        title,
        formula: String.raw`n = \frac{V_\mathrm{day}}{24\,\mathrm{h} \cdot V}`,
        given: [
          given(
            String.raw`V_\mathrm{day}`,
            'past the plants in the day',
            t.passed,
            'volume',
            ORIGIN.day,
          ),
          volume,
        ],
      };
}

/** Fish water wants to pass the bed once or twice an hour. */
export const turnover = defineRule({
  id: 'turnover',
  title: 'turnover',
  stage: 'lift',
  needsDay: false,

  judge: ({ system, a, day }) =>
    turnoversOf(system, a.net, day?.metrics ?? null).flatMap((t): Verdict[] => {
      if (fishIn(system, t.vessel).count === 0) return [];
      const { name } = vesselOf(system, t.vessel);
      const level = within(t.average, TURNOVER[0], TURNOVER[1]);
      return [
        {
          about: t.vessel,
          level,
          measured: t.average,
          limit: t.average > TURNOVER[1] ? TURNOVER[1] : TURNOVER[0],
          kind: 'rate',
          sentence:
            level === 'fine'
              ? say`The water of “${name}” passes the bed ${rate(t.average)}.`
              : t.average < TURNOVER[0]
                ? say`The water of “${name}” passes the bed only ${rate(t.average)}.`
                : say`The water of “${name}” passes the bed ${rate(t.average)}, more than fish need.`,
          why: say`Once to twice an hour carries waste to the bacteria and oxygen to the fish, counted over the whole day. Another school counts only while the pump runs: here ${rate(t.whileRunning)}.`,
          source: PRACTICE,
        },
      ];
    }),

  adjustments: ({ system: s, f }) => {
    const dir = f.measured < f.limit ? 1 : -1;
    return linesFrom(s, f.about).flatMap((l) => [
      ...adjustValve(s, l, dir),
      ...adjustTimer(s, l, 'on', dir),
      ...adjustPumpFlow(s, l, dir),
    ]);
  },

  explain: ({ system: s, a, day, f }) => turnoverExplained(s, a, f.about, day?.metrics ?? null),
});

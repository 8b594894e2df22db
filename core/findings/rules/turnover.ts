import { turnoversOf } from '../../assess/turnover.ts';
import { turnoverRate } from '../../derived/lift.ts';
import { rate, say } from '../../quantity/index.ts';
import { fishIn, vesselOf } from '../../system/index.ts';
import { adjustPumpFlow, adjustTimer, adjustValve } from '../adjustments/index.ts';
import { PRACTICE, gradeWithin } from '../grade.ts';
import { defineRule, type Verdict } from '../rule.ts';
import { linesFrom } from '../supply.ts';

const TURNOVER = [1 / 3600, 2 / 3600] as const;

/** Fish water wants to pass the bed once or twice an hour. */
export const turnoverRule = defineRule({
  id: 'turnover',
  title: 'turnover',
  stage: 'lift',
  needsDay: false,

  judge: ({ system, a, day }) =>
    turnoversOf(system, a.net, day?.metrics ?? null).flatMap((t): Verdict[] => {
      if (fishIn(system, t.vessel).count === 0) return [];
      const { name } = vesselOf(system, t.vessel);
      const level = gradeWithin(t.average, TURNOVER[0], TURNOVER[1]);
      return [
        {
          about: t.vessel,
          level,
          measured: t.average,
          limit: t.average > TURNOVER[1] ? TURNOVER[1] : TURNOVER[0],
          kind: 'rate',
          sentence:
            level === 'fine'
              ? say`The water of “${name}” flows through the bed ${rate(t.average)}.`
              : t.average < TURNOVER[0]
                ? say`The water of “${name}” flows through the bed only ${rate(t.average)}.`
                : say`The water of “${name}” flows through the bed ${rate(t.average)}. Fish do not need that much.`,
          why: say`Once to twice an hour, averaged over the whole day, carries waste to the bacteria and oxygen to the fish. Another rule counts only the time while the pump runs: here ${rate(t.whileRunning)}.`,
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

  explain: (c) => turnoverRate.explain(c, c.f.about),
});

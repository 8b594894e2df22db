import { HEIGHT_LIMITS } from '../../limits/index.ts';
import { RESERVE_DAYS, RESERVE_SHARE } from '../../assess/waterBalance.ts';
import { reserveVolume } from '../../derived/balance.ts';
import { litres, mm, say, share } from '../../quantity/index.ts';
import { vesselOf } from '../../system/index.ts';
import { adjustCrests, adjustFill, adjustIntake, adjustWidth } from '../adjustments/index.ts';
import { atLeast, PRACTICE } from '../grade.ts';
import { defineRule } from '../rule.ts';
import { bedsFedFrom, linesFrom, uncoveredFirst } from '../supply.ts';

/** The pump must stay covered when every bed is full at once. */
export const reserveRule = defineRule({
  id: 'reserve',
  title: 'reserve',
  stage: 'vessels',
  needsDay: false,

  judge: ({ system, a }) =>
    uncoveredFirst(a.balance.reserves).map((r) => {
      const level = atLeast(r.volume, 0, r.wanted);
      const name = vesselOf(system, r.vessel).name;
      return {
        about: r.vessel,
        level,
        measured: r.volume,
        limit: level === 'stop' ? 0 : r.wanted,
        kind: 'volume',
        sentence:
          level === 'stop'
            ? say`When every bed is full, “${name}” is ${litres(-r.volume)} short of covering the pump’s intake.`
            : level === 'watch'
              ? say`When every bed is full, ${litres(r.volume)} of water are left above the pump’s intake in “${name}”. At least ${litres(r.wanted)} is recommended.`
              : say`When every bed is full, ${litres(r.volume)} of water are left above the pump’s intake in “${name}”.`,
        why: say`A flood takes ${litres(r.swing)} of ${litres(r.rest)}. A pump that runs dry burns out. The recommended reserve is ${share(RESERVE_SHARE)} of the vessel or ${String(RESERVE_DAYS)} days without topping up (${litres(a.balance.dailyWaterUse)} a day), whichever is more. The lowest ${mm(HEIGHT_LIMITS.overIntake)} above the intake do not count, because the pump would draw air.`,
        source: PRACTICE,
      };
    }),

  adjustments: ({ system: s, a, f }) => [
    ...adjustFill(s, f.about, 1),
    ...adjustCrests(s, bedsFedFrom(s, a, f.about), -1),
    ...linesFrom(s, f.about).flatMap((l) => adjustIntake(s, l, -1)),
    ...adjustWidth(s, f.about, 1, true),
  ],

  explain: (c) => reserveVolume.explain(c, c.f.about),
});

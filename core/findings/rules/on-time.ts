import { HYDRAULIC_LIMITS } from '../../limits/index.ts';
import { given, ORIGIN, say, share, time } from '../../quantity/index.ts';
import { vesselOf } from '../../system/index.ts';
import { adjustCrests, adjustPumpFlow, adjustTimer, adjustValve } from '../adjustments/index.ts';
import { PRACTICE } from '../grade.ts';
import { floodedBeds, worstFed } from '../irrigation.ts';
import { defineRule, type Verdict } from '../rule.ts';
import { bedsFedFrom, lineOf } from '../supply.ts';

const ON_SPARE = 1.1;

export const onTimeRule = defineRule({
  id: 'on-time',
  title: 'on-time',
  stage: 'drain',
  needsDay: false,

  judge: (c) =>
    worstFed(floodedBeds(c), (f) => f.floods).map((fed): Verdict => {
      const d = fed.duty;
      const v = vesselOf(c.system, fed.bed.id);
      const fill = fed.floods;
      const short = d.shortestOn < fill;
      const level = short ? 'stop' : d.shortestOn < ON_SPARE * fill ? 'watch' : 'fine';
      const upstream = fed.behind ? ' after the beds before it are full' : '';
      return {
        about: d.id,
        level,
        measured: d.shortestOn,
        limit:
          short && Number.isFinite(fill)
            ? fill
            : Number.isFinite(fill)
              ? ON_SPARE * fill
              : d.shortestOn,
        kind: 'time',
        sentence: !Number.isFinite(fill)
          ? say`“${v.name}” never fills: the water drains before it reaches the flood level.`
          : short
            ? say`The timer runs the pump for ${time(d.shortestOn)}, but “${v.name}” needs ${time(fill)} to fill${upstream}.`
            : level === 'watch'
              ? say`The timer runs the pump for ${time(d.shortestOn)} and the bed fills in ${time(fill)}. ${time(ON_SPARE * fill)} would allow for a worn pump.`
              : say`The timer runs the pump for ${time(d.shortestOn)} and the bed fills in ${time(fill)}.`,
        why: say`The pump must run until the last bed is flooded, plus ${share(HYDRAULIC_LIMITS.fillSpare[0])} to ${share(HYDRAULIC_LIMITS.fillSpare[1])}, because pumps wear and guards clog. More does no harm: the water returns over the overflow.`,
        source: PRACTICE,
      };
    }),

  adjustments: ({ system: s, a, f }) =>
    lineOf(s, f.about).flatMap((line) => [
      ...adjustTimer(s, line, 'on', 1),
      ...adjustValve(s, line, 1),
      ...adjustCrests(s, bedsFedFrom(s, a, line.from), -1),
      ...adjustPumpFlow(s, line, 1),
    ]),

  explain: (c) => {
    const fed = worstFed(floodedBeds(c), (x) => x.floods).find((x) => x.duty.id === c.f.about);
    return fed
      ? {
          title: 'On-time against the fill',
          formula: String.raw`t_\mathrm{on} \ge 1.1\, t_\mathrm{fill}`,
          given: [
            given(
              String.raw`t_\mathrm{on}`,
              'shortest on-time',
              fed.duty.shortestOn,
              'time',
              'timer',
            ),
            given(
              String.raw`t_\mathrm{fill}`,
              `from the pump’s start until “${vesselOf(c.system, fed.bed.id).name}” is flooded`,
              fed.floods,
              'time',
              c.day ? ORIGIN.day : ORIGIN.balance,
            ),
          ],
        }
      : null;
  },
});

import { given, ORIGIN, say, time } from '../../quantity/index.ts';
import { vesselOf } from '../../system/index.ts';
import { adjustTimer } from '../adjustments/index.ts';
import { PRACTICE } from '../grade.ts';
import { floodedBeds, ROOT_AIR, worstFed } from '../irrigation.ts';
import { defineRule, type Verdict } from '../rule.ts';
import { lineOf } from '../supply.ts';

export const offTimeRule = defineRule({
  id: 'off-time',
  title: 'off-time',
  stage: 'drain',
  needsDay: false,

  judge: (c) =>
    worstFed(floodedBeds(c), (f) => f.drains).flatMap((fed): Verdict[] => {
      const d = fed.duty;
      if (!Number.isFinite(d.shortestOff)) return [];
      const drain = fed.drains;
      const v = vesselOf(c.system, fed.bed.id);
      const need = drain + ROOT_AIR;
      const level = d.shortestOff < drain ? 'stop' : d.shortestOff < need ? 'watch' : 'fine';
      return [
        {
          about: d.id,
          level,
          measured: d.shortestOff,
          limit:
            level === 'stop' && Number.isFinite(drain)
              ? drain
              : Number.isFinite(need)
                ? need
                : d.shortestOff,
          kind: 'time',
          sentence: !Number.isFinite(drain)
            ? say`“${v.name}” cannot drain while the pump is off.`
            : level === 'stop'
              ? say`The pause is ${time(d.shortestOff)}, but “${v.name}” needs ${time(drain)} to drain.`
              : level === 'watch'
                ? say`The pause of ${time(d.shortestOff)} leaves the roots in “${v.name}” ${time(d.shortestOff - drain)} of air. At least ${time(ROOT_AIR)} is recommended.`
                : say`The pause is ${time(d.shortestOff)}. The bed drains in ${time(drain)}, and the rest is air for the roots.`,
          why: say`Roots drown in standing water. The pause must be long enough for the last bed to drain after the pump stops, and then leave at least ${time(ROOT_AIR)} of air.`,
          source: PRACTICE,
        },
      ];
    }),

  adjustments: ({ system: s, f }) =>
    lineOf(s, f.about).flatMap((line) => [
      ...adjustTimer(s, line, 'off', 1),
      ...adjustTimer(s, line, 'on', -1),
    ]),

  explain: (c) => {
    const fed = worstFed(floodedBeds(c), (x) => x.drains).find((x) => x.duty.id === c.f.about);
    return fed
      ? {
          title: 'Pause against the drain',
          formula: String.raw`t_\mathrm{off} \ge t_\mathrm{drain} + 15\,\mathrm{min}`,
          given: [
            given(
              String.raw`t_\mathrm{off}`,
              'shortest pause',
              fed.duty.shortestOff,
              'time',
              'timer',
            ),
            given(
              String.raw`t_\mathrm{drain}`,
              `from the pump’s stop until “${vesselOf(c.system, fed.bed.id).name}” is drained`,
              fed.drains,
              'time',
              c.day ? ORIGIN.day : ORIGIN.balance,
            ),
          ],
        }
      : null;
  },
});

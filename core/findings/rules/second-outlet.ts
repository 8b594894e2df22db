import { after, flow, given, litres, ORIGIN, say } from '../../quantity/index.ts';
import { standpipes, vesselOf } from '../../system/index.ts';
import { addSecondOverflow, adjustPipeSize, leanRim } from '../adjustments/index.ts';
import { PRACTICE } from '../grade.ts';
import { defineRule, type Verdict } from '../rule.ts';

/** An outlet that no clog of the main drain closes. */
export const secondOutletRule = defineRule({
  id: 'second-outlet',
  title: 'backup overflow',
  stage: 'drain',
  needsDay: false,

  judge: ({ system, a, day }) =>
    a.beds.flatMap((b): Verdict[] => {
      if (b.inflow <= 0) return [];
      const v = vesselOf(system, b.id);
      const level =
        b.otherOutlets < b.inflow ? 'stop' : b.otherOutlets < 2 * b.inflow ? 'watch' : 'fine';
      const clog = day?.clogged.find((c) => c.bed === b.id);
      const outcome = !clog
        ? []
        : clog.overAt === null
          ? say` Simulated for a day: the pump draws air before the water reaches the rim.`
          : say` Simulated for a day: ${litres(clog.spilled)} on the floor, ${litres(clog.left)} left below.`;
      return [
        {
          about: b.id,
          level,
          measured: b.otherOutlets,
          limit: level === 'stop' ? b.inflow : 2 * b.inflow,
          kind: 'flow' as const,
          sentence:
            b.otherOutlets <= 1e-9
              ? [
                  ...say`“${v.name}” has no backup overflow. If its drain clogs, it overflows ${after(b.toRim)} (${flow(b.inflow)}).`,
                  ...outcome,
                ]
              : level === 'stop'
                ? [
                    ...say`The backup overflow of “${v.name}” carries ${flow(b.otherOutlets)}. If the drain clogs, the pump delivers ${flow(b.inflow)}.`,
                    ...outcome,
                  ]
                : level === 'watch'
                  ? say`The backup overflow of “${v.name}” carries ${flow(b.otherOutlets)}, less than twice the inflow of ${flow(b.inflow)}.`
                  : say`If its drain clogs, “${v.name}” can still drain ${flow(b.otherOutlets)}.`,
          why: say`Roots and leaves clog drains. A second overflow, or a rim that leans towards the tank, must carry the pump’s flow before the bed overflows. Twice the flow is recommended, because it can clog as well.`,
          source: PRACTICE,
        },
      ];
    }),

  adjustments: ({ system: s, a, f }) => {
    const v = vesselOf(s, f.about);
    const main = a.beds.find((b) => b.id === v.id)?.mainDrain;
    const second = standpipes(s).find((p) => p.from === v.id && p.id !== main);
    return [
      ...(second
        ? adjustPipeSize(s, second.id, 1, `“${second.name}”`)
        : addSecondOverflow(s, a, v.id)),
      ...leanRim(s, v.id, s.paths.find((p) => p.from === v.id)?.to),
    ];
  },

  explain: ({ a, f }) => {
    const b = a.beds.find((x) => x.id === f.about);
    return b
      ? {
          title: 'Outflow with the main drain blocked',
          formula: String.raw`Q_\mathrm{other}(H - 10\,\mathrm{mm}) \ge 2\,Q_\mathrm{in}`,
          given: [
            given(
              String.raw`Q_\mathrm{other}`,
              'other drains, and a rim that leans to the tank',
              b.otherOutlets,
              'flow',
              'ring weir, orifice, full pipe',
            ),
            given(String.raw`Q_\mathrm{in}`, 'inflow', b.inflow, 'flow', ORIGIN.duty),
          ],
        }
      : null;
  },
});

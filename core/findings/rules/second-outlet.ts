import { flow, given, litres, ORIGIN, say, time } from '../../quantity/index.ts';
import { standpipes, vesselOf } from '../../system/index.ts';
import { addSecondOverflow, adjustPipeSize, leanRim } from '../adjustments/index.ts';
import { PRACTICE } from '../grade.ts';
import { defineRule, type Verdict } from '../rule.ts';

/** An outlet that no clog of the main drain closes. */
export const secondOutlet = defineRule({
  id: 'second-outlet',
  title: 'second way out',
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
          ? say` Tried for a day: the pump draws air before the rim is reached.`
          : say` Tried for a day: ${litres(clog.spilled)} on the floor, ${litres(clog.left)} left below.`;
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
                  ...say`“${v.name}” has no second way out: a clogged drain lets ${flow(b.inflow)} over the rim after ${time(b.toRim)}.`,
                  ...outcome,
                ]
              : level === 'stop'
                ? [
                    ...say`The second way out of “${v.name}” carries ${flow(b.otherOutlets)}; with the drain clogged the pump brings ${flow(b.inflow)}.`,
                    ...outcome,
                  ]
                : level === 'watch'
                  ? say`The second way out of “${v.name}” carries ${flow(b.otherOutlets)}, less than twice the ${flow(b.inflow)} that come in.`
                  : say`With its drain clogged “${v.name}” still lets ${flow(b.otherOutlets)} out.`,
          why: say`Roots and leaves clog drains. A second overflow, or a rim that leans towards the tank, must take the pump’s flow before the water reaches the rim; twice the flow is wished, since it clogs as well.`,
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
          title: 'What gets out with the main drain shut',
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

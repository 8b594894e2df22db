import { flow, given, ORIGIN, say } from '../../quantity/index.ts';
import { adjustPumpFlow, adjustTimer, adjustValve, cleanFilter } from '../adjustments/index.ts';
import { PRACTICE } from '../grade.ts';
import { defineRule, type Verdict } from '../rule.ts';
import { linesFrom, linesInto } from '../supply.ts';

/** In a chain the supply must bring more than is drawn on average. */
export const chainSupplyRule = defineRule({
  id: 'chain-supply',
  title: 'supply of the chain',
  stage: 'lift',
  needsDay: false,

  judge: ({ system, a }) =>
    system.vessels.flatMap((v): Verdict[] => {
      const into = a.duties.filter((d) => !d.empties && d.branches.some((b) => b.to === v.id));
      const out = a.duties.filter((d) => d.from === v.id && !d.empties);
      if (!into.length || !out.length || v.role === 'bed') return [];
      const supply = into.reduce(
        (t, d) =>
          t + d.onShare * d.branches.filter((b) => b.to === v.id).reduce((x, b) => x + b.flow, 0),
        0,
      );
      const draw = out.reduce((t, d) => t + d.onShare * d.flow, 0);
      const level = supply <= draw ? 'stop' : supply < 1.2 * draw ? 'watch' : 'fine';
      return [
        {
          about: v.id,
          level,
          measured: supply,
          limit: level === 'stop' ? draw : 1.2 * draw,
          kind: 'flow',
          sentence:
            level === 'stop'
              ? say`“${v.name}” runs empty. ${flow(supply)} flow in on average and ${flow(draw)} are pumped out.`
              : level === 'watch'
                ? say`“${v.name}” gets ${flow(supply)} on average and ${flow(draw)} are pumped out. If a filter clogs, it runs empty.`
                : say`“${v.name}” gets ${flow(supply)} on average and ${flow(draw)} are pumped out. The rest overflows.`,
          why: say`Two pumps in a row are never equal. The first must deliver more than the second takes over the day, and the surplus must return over an overflow. A fifth to spare is our own number.`,
          source: PRACTICE,
        },
      ];
    }),

  adjustments: ({ system: s, f }) => {
    const into = linesInto(s, f.about);
    return [
      ...into.flatMap((l) => [...cleanFilter(l), ...adjustValve(s, l, 1)]),
      ...linesFrom(s, f.about).flatMap((l) => [
        ...adjustValve(s, l, -1),
        ...adjustTimer(s, l, 'on', -1),
      ]),
      ...into.flatMap((l) => adjustPumpFlow(s, l, 1)),
    ];
  },

  explain: ({ a, f }) => {
    const out = a.duties.filter((d) => d.from === f.about);
    return {
      title: 'Average supply against average draw',
      formula: String.raw`\overline{Q}_\mathrm{in} = \sum s_i Q_i > \overline{Q}_\mathrm{out}`,
      given: [
        given(
          String.raw`\overline{Q}_\mathrm{out}`,
          'pumped out, over the day',
          out.reduce((t, d) => t + d.onShare * d.flow, 0),
          'flow',
          ORIGIN.duty,
        ),
      ],
    };
  },
});

import { clock, given, litres, ORIGIN, say } from '../../quantity/index.ts';
import { addSecondOverflow, adjustCrest, adjustFill, adjustHeight } from '../adjustments/index.ts';
import { defineRule } from '../rule.ts';

/** Less than this is drops, m³. */
const DROPS = 1e-6;

export const spillRule = defineRule({
  id: 'spill',
  title: 'spill',
  stage: 'drain',
  needsDay: true,

  judge: ({ system, day }) => {
    if (!day) return [];
    const first = day.events.find((e) => e.kind === 'rim-over');
    const level = day.spilled > DROPS ? 'stop' : 'fine';
    const where = system.vessels.find((v) => v.id === first?.where);
    return [
      {
        about: level === 'stop' && where ? where.id : 'system',
        level,
        measured: day.spilled,
        limit: 0,
        kind: 'volume',
        sentence:
          level === 'stop'
            ? say`“${where?.name ?? 'A vessel'}” overflows at ${clock(first?.t ?? 0)}. ${litres(day.spilled)} land on the floor in a day.`
            : say`No water lands on the floor in the simulated day.`,
        why: say`Water on the floor is lost to the fish and damages the rooms below. The simulation starts at rest at midnight, with your timer settings.`,
        source: 'Simulated day.',
      },
    ];
  },

  adjustments: ({ system: s, a, f }) =>
    s.vessels.flatMap((v) =>
      v.id !== f.about
        ? []
        : v.role === 'bed'
          ? [...addSecondOverflow(s, a, v.id), ...adjustCrest(s, v.id, -1)]
          : [...adjustFill(s, v.id, -1), ...adjustHeight(s, v.id)],
    ),

  explain: ({ day }) =>
    day && {
      title: 'Water on the floor',
      formula: String.raw`\begin{aligned} V &= \int Q_\mathrm{rim}\, dt \\ Q_\mathrm{rim} &= \tfrac{2}{3} C \sqrt{2g}\, L\, h^{1.5} \end{aligned}`,
      given: [
        given('V', 'in the day', day.spilled, 'volume', ORIGIN.day),
        given(
          'n',
          'times that water rose over a rim',
          day.events.filter((e) => e.kind === 'rim-over').length,
          'count',
          ORIGIN.day,
        ),
      ],
    },
});

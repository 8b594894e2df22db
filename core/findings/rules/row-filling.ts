import { HEIGHT_LIMITS } from '../../limits/index.ts';
import { flow, given, mm, ORIGIN, say } from '../../quantity/index.ts';
import { fullPipeNeeds } from '../../water/pipe.ts';
import { adjustPipeSize } from '../adjustments/index.ts';
import { gradeWithin } from '../grade.ts';
import { defineRule, type Verdict } from '../rule.ts';

const ROW_WISH = HEIGHT_LIMITS.rowDifference;

/** Buckets of a row fill as evenly as their manifold is wide. */
export const rowFillingRule = defineRule({
  id: 'row-filling',
  title: 'filling of the row',
  stage: 'drain',
  needsDay: false,

  judge: ({ system, a }) =>
    a.net.paths.flatMap((p): Verdict[] => {
      if (p.kind !== 'link') return [];
      const row = system.vessels[p.to]!;
      const other = system.vessels[p.from]!;
      const many = row.count > 1 ? row : other.count > 1 ? other : null;
      if (!many) return [];
      const figures = a.beds.find((b) => b.id === many.id);
      if (!figures || figures.inflow <= 0) return [];
      // Along a manifold that gives off evenly the flow fades, and a third of the full loss is left.
      const lag = fullPipeNeeds(figures.inflow, p.pipe, a.net.temperature) / 3;
      const level = gradeWithin(lag, 0, ROW_WISH);
      return [
        {
          about: p.id,
          level,
          measured: lag,
          limit: ROW_WISH,
          kind: 'length',
          sentence:
            level === 'fine'
              ? say`The last bucket of “${many.name}” fills ${mm(lag)} behind the first.`
              : say`The last bucket of “${many.name}” fills ${mm(lag)} behind the first. A wider manifold makes them more even.`,
          why: say`All buckets are on one pipe. ${flow(figures.inflow)} enter it, and the flow falls along it. About a third of the head loss is between the first and the last bucket. ${mm(ROW_WISH)} is our own limit.`,
          source: 'Head lost in a pipe that gives off evenly: a third of the loss at full flow.',
        },
      ];
    }),

  adjustments: ({ system: s, f }) =>
    s.paths.flatMap((p) =>
      p.kind === 'link' && p.id === f.about ? adjustPipeSize(s, p.id, 1, `“${p.name}”`) : [],
    ),

  explain: ({ system: s, a, f }) => {
    const p = s.paths.find((x) => x.id === f.about);
    const row = s.vessels.find((v) => v.count > 1 && (v.id === p?.to || v.id === p?.from));
    const bed = a.beds.find((b) => b.id === row?.id);
    return bed
      ? {
          title: 'Lag of the last bucket',
          formula: String.raw`\Delta h = \tfrac{1}{3} \left(1 + \Sigma K + \tfrac{f L}{d}\right) \frac{v^2}{2g}`,
          given: [given('Q', 'enters the manifold', bed.inflow, 'flow', ORIGIN.duty)],
        }
      : null;
  },
});

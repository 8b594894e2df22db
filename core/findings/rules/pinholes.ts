import { bore, given, ORIGIN, say, share } from '../../quantity/index.ts';
import { pumpedLines } from '../../system/index.ts';
import { adjustNumber } from '../adjustments/index.ts';
import { PRACTICE, gradeWithin } from '../grade.ts';
import { defineRule, type Verdict } from '../rule.ts';

/** Holes of a distribution pipe give alike while they are small beside its bore. */
export const pinholesRule = defineRule({
  id: 'pinholes',
  title: 'pinholes',
  stage: 'lift',
  needsDay: false,

  judge: ({ system }) =>
    pumpedLines(system).flatMap((l) =>
      [{ ...l, at: l.id }, ...l.branches.map((b) => ({ ...b, at: b.id, name: l.name }))].flatMap(
        (p): Verdict[] => {
          if (!p.pinholes) return [];
          const part = (p.pinholes.count * p.pinholes.diameter ** 2) / p.bore ** 2;
          const level = gradeWithin(part, 0, 0.5);
          return [
            {
              about: p.at,
              level,
              measured: part,
              limit: 0.5,
              kind: 'share',
              sentence:
                level === 'fine'
                  ? say`The ${String(p.pinholes.count)} holes of “${p.name}” together have ${share(part)} of its bore area. All give the same flow.`
                  : say`The ${String(p.pinholes.count)} holes of ${bore(p.pinholes.diameter)} in “${p.name}” together have ${share(part)} of its bore area. The first holes give more than the last.`,
              why: say`If all holes together have at most half the bore area, the pressure is nearly the same along the pipe. Each hole then gives the same flow.`,
              source: PRACTICE,
            },
          ];
        },
      ),
    ),

  adjustments: ({ system: s, f }) =>
    pumpedLines(s)
      .filter((l) => l.id === f.about || l.branches.some((b) => b.id === f.about))
      .flatMap((l) => {
        const at = l.id === f.about ? `paths.${l.id}` : `paths.${l.id}.branches.${f.about}`;
        return [
          ...adjustNumber(
            s,
            `${f.about}-holes`,
            `${at}.pinholes.diameter`,
            -0.0001,
            (_, to) => say`Drill the holes only ${bore(to)} wide`,
          ),
          ...adjustNumber(
            s,
            `${f.about}-count`,
            `${at}.pinholes.count`,
            -1,
            (_, to) => say`Drill only ${String(to)} holes`,
          ),
        ];
      }),

  explain: ({ system: s, f }) => {
    for (const l of pumpedLines(s)) {
      for (const p of [l, ...l.branches]) {
        if (p.id !== f.about || !p.pinholes) continue;
        return {
          title: 'Area of the holes against the bore',
          formula: String.raw`\frac{n\,d^2}{D^2}`,
          given: [
            given('n', 'holes', p.pinholes.count, 'count', ORIGIN.entered),
            given('d', 'diameter of a hole', p.pinholes.diameter, 'bore', ORIGIN.entered),
            given('D', 'bore', p.bore, 'bore', ORIGIN.entered),
          ],
        };
      }
    }
    return null;
  },
});

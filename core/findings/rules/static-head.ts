import { HYDRAULIC_LIMITS } from '../../limits/index.ts';
import { greatestHead, pumpStaticHead } from '../../derived/lift.ts';
import { given, head, ORIGIN, say, share } from '../../quantity/index.ts';
import { adjustLineEnd, adjustPumpHead, adjustValve } from '../adjustments/index.ts';
import { PRACTICE } from '../grade.ts';
import { defineRule } from '../rule.ts';
import { lineOf, pumpsWithCurve } from '../supply.ts';

const HEAD_WISH = HYDRAULIC_LIMITS.headOfMost;

/** The lift itself must leave head for the flow. */
export const staticHeadRule = defineRule({
  id: 'static-head',
  title: 'lift',
  stage: 'lift',
  needsDay: false,

  judge: ({ a }) =>
    pumpsWithCurve(a).map((d) => {
      const part = d.staticHead / d.maxHead;
      const level = part >= 1 || d.flow <= 0 ? 'stop' : part > HEAD_WISH ? 'watch' : 'fine';
      if (d.peakHead !== null && d.peakHead >= d.maxHead) {
        return {
          about: d.id,
          level: 'stop' as const,
          measured: d.peakHead,
          limit: d.maxHead,
          kind: 'head' as const,
          sentence: say`The pipe rises ${head(d.peakHead)} above the water, but the pump reaches only ${head(d.maxHead)}. No water gets over the top.`,
          why: say`To start, the pump must push water over the highest point once. Without a vent the falling part then fills and helps, and only the lift of ${head(d.staticHead)} to the end counts. With a vent the highest point always counts.`,
          source: 'Bernoulli along the line.',
        };
      }
      return {
        about: d.id,
        level,
        measured: d.staticHead,
        limit: level === 'stop' ? d.maxHead : HEAD_WISH * d.maxHead,
        kind: 'head',
        sentence:
          level === 'stop'
            ? part >= 1
              ? say`The pump cannot lift water ${head(d.staticHead)}. It reaches only ${head(d.maxHead)}.`
              : say`No water flows, because the valve is closed.`
            : level === 'watch'
              ? say`The lift of ${head(d.staticHead)} is ${share(part)} of the pump’s maximum head. Little is left for the flow.`
              : say`The lift is ${head(d.staticHead)} of the pump’s maximum of ${head(d.maxHead)}.`,
        why: say`The lift is measured from the water surface to the end of the pipe, or to the surface it ends under. At most ${share(HEAD_WISH)} of the maximum head is recommended, which allows for wear and a falling tank level.`,
        source: PRACTICE,
      };
    }),

  adjustments: ({ system: s, f }) =>
    lineOf(s, f.about).flatMap((line) => [
      ...(line.valve !== null && f.measured < f.limit ? adjustValve(s, line, 1) : []),
      ...adjustLineEnd(s, line),
      ...adjustPumpHead(s, line),
    ]),

  explain: (c) => {
    const lift = pumpStaticHead.explain(c, c.f.about);
    const d = c.a.duties.find((x) => x.id === c.f.about);
    return lift && d
      ? {
          title: 'Lift against the pump’s maximum head',
          formula: String.raw`${lift.formula} \le ${HEAD_WISH}\,H_0`,
          given: [
            ...lift.given,
            greatestHead(c.system, d),
            ...(d.peakHead === null
              ? []
              : [
                  given(
                    String.raw`H_\mathrm{peak}`,
                    'to its peak',
                    d.peakHead,
                    'head',
                    ORIGIN.entered,
                  ),
                ]),
          ],
        }
      : null;
  },
});

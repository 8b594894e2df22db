import { HYDRAULIC_LIMITS } from '../../limits/index.ts';
import { greatestHead, pumpStaticHead } from '../../derived/lift.ts';
import { given, head, ORIGIN, say, share } from '../../quantity/index.ts';
import { adjustLineEnd, adjustPumpHead, adjustValve } from '../adjustments/index.ts';
import { PRACTICE } from '../grade.ts';
import { defineRule } from '../rule.ts';
import { lineOf, pumpsWithCurve } from '../supply.ts';

const HEAD_WISH = HYDRAULIC_LIMITS.headOfMost;

/** The lift itself must leave head for the flow. */
export const staticHead = defineRule({
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
          sentence: say`The line peaks ${head(d.peakHead)} above the water and the pump reaches ${head(d.maxHead)}: it never gets over.`,
          why: say`To start, the pump must push water over the highest point once. Without a vent the down leg then fills and helps, and only the lift of ${head(d.staticHead)} to the end counts; with a vent the peak counts for good.`,
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
              ? say`The pump cannot lift ${head(d.staticHead)}: it reaches ${head(d.maxHead)}.`
              : say`Nothing flows: the tap is shut.`
            : level === 'watch'
              ? say`The lift of ${head(d.staticHead)} is ${share(part)} of what the pump reaches; little is left for the flow.`
              : say`The lift is ${head(d.staticHead)} of the pump’s ${head(d.maxHead)}.`,
        why: say`From the water surface to the end of the pipe, or to the surface it ends under. Up to ${share(HEAD_WISH)} of the greatest head leaves room for wear and a falling tank.`,
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
          title: 'Lift against what the pump reaches',
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

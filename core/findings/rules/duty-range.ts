import { HYDRAULIC_LIMITS } from '../../limits/index.ts';
import { flow, given, ORIGIN, say, share } from '../../quantity/index.ts';
import { adjustPipeSize, adjustPumpHead, adjustValve } from '../adjustments/index.ts';
import { PRACTICE, gradeWithin } from '../grade.ts';
import { defineRule } from '../rule.ts';
import { lineOf, pumpsWithCurve } from '../supply.ts';

/** Shares of a pump's greatest flow between which it works well. */
export const DUTY_RANGE = HYDRAULIC_LIMITS.duty;

/** A pump wants to work in the middle of its curve. */
export const dutyRangeRule = defineRule({
  id: 'duty-range',
  title: 'duty range',
  stage: 'lift',
  needsDay: false,

  judge: ({ a }) =>
    pumpsWithCurve(a).map((d) => {
      const part = d.maxFlow > 0 ? d.flow / d.maxFlow : 0;
      const level = gradeWithin(part, DUTY_RANGE[0], DUTY_RANGE[1]);
      return {
        about: d.id,
        level,
        measured: part,
        limit: part > DUTY_RANGE[1] ? DUTY_RANGE[1] : DUTY_RANGE[0],
        kind: 'share',
        sentence:
          level === 'fine'
            ? say`The pump delivers ${flow(d.flow)}, ${share(part)} of its maximum flow.`
            : part < DUTY_RANGE[0]
              ? say`The pump delivers only ${flow(d.flow)}, ${share(part)} of its maximum flow.`
              : say`The pump delivers ${flow(d.flow)}, ${share(part)} of its maximum flow. It has almost no head to work against.`,
        why: say`Between ${share(DUTY_RANGE[0])} and ${share(DUTY_RANGE[1])} of its maximum flow a pump runs cool, and the two figures on its box describe it well.`,
        source: PRACTICE,
      };
    }),

  adjustments: ({ system: s, f }) =>
    lineOf(s, f.about).flatMap((line) =>
      f.measured < f.limit
        ? [
            ...adjustValve(s, line, 1),
            ...adjustPipeSize(s, line.id, 1, `“${line.name}”`),
            ...adjustPumpHead(s, line),
          ]
        : adjustValve(s, line, -1),
    ),

  explain: ({ a, f }) => {
    const d = a.duties.find((x) => x.id === f.about);
    return d
      ? {
          title: 'Share of the pump’s maximum flow',
          formula: String.raw`\frac{Q}{Q_0}`,
          given: [
            given('Q', 'flow', d.flow, 'flow', ORIGIN.duty),
            given('Q_0', 'maximum flow, less wear', d.maxFlow, 'flow', 'the box'),
          ],
        }
      : null;
  },
});

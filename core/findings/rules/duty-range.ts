import { HYDRAULIC_LIMITS } from '../../limits/index.ts';
import { flow, given, ORIGIN, say, share } from '../../quantity/index.ts';
import { adjustPipeSize, adjustPumpHead, adjustValve } from '../adjustments/index.ts';
import { PRACTICE, within } from '../grade.ts';
import { defineRule } from '../rule.ts';
import { lineOf, pumpsWithCurve } from '../supply.ts';

/** Shares of a pump's greatest flow between which it works well. */
export const DUTY_RANGE = HYDRAULIC_LIMITS.duty;

/** A pump wants to work in the middle of its curve. */
export const dutyRange = defineRule({
  id: 'duty-range',
  title: 'duty range',
  stage: 'lift',
  needsDay: false,

  judge: ({ a }) =>
    pumpsWithCurve(a).map((d) => {
      const part = d.maxFlow > 0 ? d.flow / d.maxFlow : 0;
      const level = within(part, DUTY_RANGE[0], DUTY_RANGE[1]);
      return {
        about: d.id,
        level,
        measured: part,
        limit: part > DUTY_RANGE[1] ? DUTY_RANGE[1] : DUTY_RANGE[0],
        kind: 'share',
        sentence:
          level === 'fine'
            ? say`The pump gives ${flow(d.flow)}, ${share(part)} of its greatest flow.`
            : part < DUTY_RANGE[0]
              ? say`The pump gives only ${flow(d.flow)}, ${share(part)} of its greatest flow.`
              : say`The pump gives ${flow(d.flow)}, ${share(part)} of its greatest flow: there is almost nothing for it to push against.`,
        why: say`Between ${share(DUTY_RANGE[0])} and ${share(DUTY_RANGE[1])} of its greatest flow a pump runs cool and its two box figures tell the truth.`,
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
          title: 'Where on its curve the pump works',
          formula: String.raw`\frac{Q}{Q_0}`,
          given: [
            given('Q', 'flow', d.flow, 'flow', ORIGIN.duty),
            given('Q_0', 'greatest flow, wear taken off', d.maxFlow, 'flow', 'the box'),
          ],
        }
      : null;
  },
});

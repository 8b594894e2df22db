import { pipeLoss, velocity } from '../../derived/lift.ts';
import { bore, head, say, speed } from '../../quantity/index.ts';
import { adjustPipeSize, adjustValve } from '../adjustments/index.ts';
import { PRACTICE } from '../grade.ts';
import { defineRule, type Verdict } from '../rule.ts';
import { lineOf, pumpsWithCurve } from '../supply.ts';

const VELOCITY = [0.3, 2] as const;

const MOST_LOSS = 1;

/** Below this a loss is never worth a new hose, however small the lift: our own number. */
const LEAST_ALLOWED = 0.1;

/** Loss up to which a pipe is wide enough for a lift, m. */
export const allowedLoss = (lift: number): number =>
  Math.min(MOST_LOSS, Math.max(lift / 2, LEAST_ALLOWED));

/** The hose must not eat the head, nor let silt settle. */
export const hoseBoreRule = defineRule({
  id: 'hose-bore',
  title: 'hose',
  stage: 'lift',
  needsDay: false,

  judge: ({ a }) =>
    pumpsWithCurve(a).flatMap((d): Verdict[] => {
      if (d.flow <= 0) return [];
      const allowed = allowedLoss(d.staticHead);
      const eats = d.pipeLoss > allowed;
      const fast = d.velocity > VELOCITY[1];
      const slow = d.velocity < VELOCITY[0];
      const level = eats || fast || slow ? 'watch' : 'fine';
      const common = {
        about: d.id,
        level,
        why: say`Head loss above half the lift, or above ${head(1)}, costs power every hour. A wider hose prevents it. Between ${speed(VELOCITY[0])} and ${speed(VELOCITY[1])} silt does not settle and the pipe is quiet.`,
        source: `${PRACTICE} Losses by Darcy–Weisbach with Churchill (1977).`,
      } as const;
      if (slow || (fast && !eats)) {
        return [
          {
            ...common,
            measured: d.velocity,
            limit: slow ? VELOCITY[0] : VELOCITY[1],
            kind: 'velocity',
            sentence: slow
              ? say`Water flows through the ${bore(d.bore)} pipe at only ${speed(d.velocity)}. Silt settles below ${speed(VELOCITY[0])}.`
              : say`Water flows too fast through the ${bore(d.bore)} pipe: ${speed(d.velocity)}.`,
          },
        ];
      }
      return [
        {
          ...common,
          measured: d.pipeLoss,
          limit: allowed,
          kind: 'head',
          sentence: eats
            ? say`The ${bore(d.bore)} pipe loses ${head(d.pipeLoss)} of head on a lift of ${head(d.staticHead)}.`
            : say`The ${bore(d.bore)} pipe loses ${head(d.pipeLoss)} of head at ${speed(d.velocity)}.`,
        },
      ];
    }),

  adjustments: ({ system: s, f }) =>
    lineOf(s, f.about).flatMap((line) =>
      f.kind === 'velocity' && f.measured < f.limit
        ? adjustPipeSize(s, line.id, -1, `“${line.name}”`)
        : [...adjustPipeSize(s, line.id, 1, `“${line.name}”`), ...adjustValve(s, line, -1)],
    ),

  explain: (c) => {
    if (c.f.kind === 'velocity') return velocity.explain(c, c.f.about);
    const loss = pipeLoss.explain(c, c.f.about);
    return (
      loss && {
        ...loss,
        note: 'It may lose half the lift, at most 1 m. Below 0.1 m a new hose is never worth it.',
      }
    );
  },
});

import { bore, given, head, ORIGIN, say } from '../../quantity/index.ts';
import { pumpedLines } from '../../system/index.ts';
import { boreArea } from '../../water/constants.ts';
import { venturiSuction } from '../../water/passage.ts';
import { adjustNumber, adjustValve } from '../adjustments/index.ts';
import { defineRule, type Verdict } from '../rule.ts';
import { lineOf } from '../supply.ts';

/** A venturi draws air only where its throat is fast enough for the water that stands over it. */
export const venturiRule = defineRule({
  id: 'venturi',
  title: 'venturi',
  stage: 'lift',
  needsDay: false,

  judge: ({ system, a }) =>
    pumpedLines(system).flatMap((l): Verdict[] => {
      const duty = a.duties.find((d) => d.id === l.id);
      if (!l.venturi || !duty || duty.flow <= 0) return [];
      const over = a.balance.deepest[a.net.vessels.findIndex((v) => v.id === l.to)]!.level;
      const v = duty.branches[0]!.flow / boreArea(duty.bore);
      const suction = venturiSuction(v, l.venturi.throat, duty.bore, Math.max(0, over - l.end));
      const level = suction <= 0 ? 'watch' : 'fine';
      return [
        {
          about: l.id,
          level,
          measured: suction,
          limit: 0,
          kind: 'head',
          sentence:
            level === 'fine'
              ? say`The venturi of “${l.name}” draws air, with ${head(suction)} of suction.`
              : say`The venturi of “${l.name}” draws no air. The water above it is ${head(-suction)} too deep for its throat of ${bore(l.venturi.throat)}.`,
          why: say`Where the pipe narrows, water runs faster and its pressure falls. With enough flow for its depth, the pressure falls below that of the air. The air tube must end above the highest water, or the bed drains through it.`,
          source: 'Bernoulli, a fifth of the difference lost in the diffuser.',
        },
      ];
    }),

  adjustments: ({ system: s, f }) =>
    lineOf(s, f.about).flatMap((line) => [
      ...adjustNumber(
        s,
        `${line.id}-throat`,
        `paths.${line.id}.venturi.throat`,
        -0.0005,
        (_, to) => say`Fit a venturi with a throat of ${bore(to)}`,
      ),
      ...adjustValve(s, line, 1),
    ]),

  explain: ({ system: s, a, f }) => {
    const line = pumpedLines(s).find((l) => l.id === f.about);
    const d = a.duties.find((x) => x.id === f.about);
    return line?.venturi && d
      ? {
          title: 'Suction of the venturi',
          formula: String.raw`h_s = 0.8 \left(\frac{D^4}{d^4} - 1\right) \frac{v^2}{2g} - h_\mathrm{over}`,
          given: [
            given('D', 'bore of the pipe', d.bore, 'bore', ORIGIN.entered),
            given('d', 'throat', line.venturi.throat, 'bore', ORIGIN.entered),
            given('v', 'velocity', d.branches[0]!.flow / boreArea(d.bore), 'velocity', ORIGIN.duty),
          ],
        }
      : null;
  },
});

import { lifeOf } from '../../life/index.ts';
import { CHLORIDE_RATIO } from '../../limits/index.ts';
import { concentration, given, ORIGIN, say } from '../../quantity/index.ts';
import { careAdjustments } from '../adjustments/index.ts';
import { defineRule } from '../rule.ts';

/** Nitrite by the last reading, for the most sensitive kind and the chloride that shields it. */
export const nitriteRule = defineRule({
  id: 'nitrite',
  title: 'nitrite',
  stage: 'life',
  needsDay: false,
  ofWater: true,

  judge: (c) => {
    const { nitrite: now, chloride } = c.system.water;
    const { groups } = lifeOf(c);
    if (now === null || !groups.length) return [];
    const first = groups.reduce((x, g) => (g.kind.nitrite[1] < x.kind.nitrite[1] ? g : x));
    const [caution, act] = first.kind.nitrite;
    const shielded = (chloride ?? 0) >= CHLORIDE_RATIO.least * now;
    const level = now < caution || shielded ? 'fine' : now < act ? 'watch' : 'stop';
    return [
      {
        about: first.vessel,
        level,
        measured: now,
        limit: level === 'stop' ? act : caution,
        kind: 'concentration',
        sentence:
          level === 'fine'
            ? shielded && now >= caution
              ? say`Nitrite is at ${concentration(now)}. Chloride of ${concentration(chloride!)} protects the fish.`
              : say`Nitrite is at ${concentration(now)}.`
            : say`Nitrite is at ${concentration(now)}. ${first.kind.name} tolerate ${concentration(caution)}.`,
        why: say`Nitrite stops fish blood from carrying oxygen, so fish gasp even in water with enough oxygen. Chloride protects them from ${String(CHLORIDE_RATIO.least)} parts to one part of nitrite nitrogen. Salt harms many crops.`,
        source: 'SRAC 462, cited from memory.',
      },
    ];
  },

  adjustments: (c) => careAdjustments(c, ['nitrite']),

  explain: ({ system: s }) => ({
    title: 'Nitrite and chloride',
    formula: String.raw`Cl^- \ge ${CHLORIDE_RATIO.least} \cdot NO_2\text{-}N`,
    given: [
      given(
        String.raw`NO_2`,
        'nitrite, as N',
        s.water.nitrite ?? 0,
        'concentration',
        'by the last reading',
      ),
      given(
        String.raw`Cl^-`,
        'chloride',
        s.water.chloride ?? 0,
        'concentration',
        s.water.chloride === null ? 'not measured: counted as none' : ORIGIN.entered,
      ),
    ],
  }),
});

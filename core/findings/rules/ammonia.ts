import { unionisedAmmonia } from '../../derived/index.ts';
import { MOST_AT_ONCE, UNIONISED_LIMITS, lifeOf, tanAt } from '../../life/index.ts';
import { concentration, litres, ph, say, share } from '../../quantity/index.ts';
import type { SystemDocument } from '../../system/index.ts';
import type { Adjustment } from '../adjustments/index.ts';
import { defineRule } from '../rule.ts';

/** Changes of water that dilute something, by tenths, each no more than is calm for fish; noted as done. */
export function changeWater(
  s: SystemDocument,
  volume: number,
  at: 'tan' | 'nitrite',
): Adjustment[] {
  const now = s.water[at];
  if (now === null) return [];
  const after = (k: number) => {
    const whole = 0.1 * (k + 1);
    const times = Math.ceil(Math.log(1 - whole) / Math.log(1 - MOST_AT_ONCE) - 1e-9);
    return { left: 1 - whole, times, each: 1 - (1 - whole) ** (1 / times) };
  };
  return [
    {
      id: `change-${at}`,
      count: 9,
      graded: true,
      edits: (k) => [{ at: `water.${at}`, to: Math.round(now * after(k).left * 1000) / 1000 }],
      label: (k) => {
        const { times, each } = after(k);
        return times === 1
          ? say`Change ${litres(volume * each)} of the water (${share(each)}), treated and within 2 °C, then test again`
          : say`Change ${litres(volume * each)} of the water (${share(each)}) ${String(times)} times, 12 h apart, treated and within 2 °C, then test again`;
      },
    },
  ];
}

/** Un-ionised ammonia by the last reading, at this pH and temperature. */
export const ammonia = defineRule({
  id: 'ammonia',
  title: 'ammonia',
  stage: 'life',
  needsDay: false,

  judge: (c) => {
    const now = unionisedAmmonia.value(c, '');
    const [group] = lifeOf(c).groups;
    if (now === null || !group) return [];
    const { caution, act, deadly } = UNIONISED_LIMITS;
    const level = now >= act ? 'stop' : now >= caution ? 'watch' : 'fine';
    const { ph: acidity, tan } = c.system.water;
    const safe = tanAt(caution, c.system.site.waterTemperature, acidity!);
    return [
      {
        about: group.vessel,
        level,
        measured: now,
        limit: level === 'stop' ? act : caution,
        kind: 'concentration',
        sentence:
          level === 'fine'
            ? say`Of ${concentration(tan!)} ammonia, ${concentration(now)} are un-ionised at pH ${ph(acidity!)}: no danger.`
            : say`Of ${concentration(tan!)} ammonia, ${concentration(now)} are un-ionised at pH ${ph(acidity!)}; up to ${concentration(safe)} in all would be safe. ${now >= deadly ? 'This is deadly for many.' : 'Stop feeding and aerate.'}`,
        why: say`The same reading is harmless in sour water and deadly in alkaline, warm water: the un-ionised part is what poisons. As nitrogen: caution at ${concentration(caution)}, act at ${concentration(act)}.`,
        source: 'Emerson and others (1975).',
      },
    ];
  },

  adjustments: ({ system: s, a }) =>
    changeWater(
      s,
      a.balance.rest.reduce((sum, r) => sum + r.volume, 0),
      'tan',
    ),

  explain: (c) => unionisedAmmonia.explain(c, ''),
});

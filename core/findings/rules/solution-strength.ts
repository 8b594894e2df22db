import { SOLUTION_STRAY, SOLUTION_STRAY_PH } from '../../limits/index.ts';
import { cropRange, lifeOf } from '../../life/index.ts';
import { conductivity, given, ph, say } from '../../quantity/index.ts';
import { careAdjustments, once } from '../adjustments/index.ts';
import { defineRule, type Verdict } from '../rule.ts';

/** Strength and pH of the nutrient solution by the last reading, for what grows in it. */
export const solutionStrengthRule = defineRule({
  id: 'solution-strength',
  title: 'nutrient solution',
  stage: 'life',
  needsDay: false,
  ofWater: true,

  judge: (c) => {
    const { system: s } = c;
    const store = s.vessels.find((v) => v.role === 'reservoir');
    const { plantings } = lifeOf(c);
    if (!store || s.solution === null || !plantings.length) return [];
    const out: Verdict[] = [];
    const ec = cropRange(plantings, (k) => k.conductivity);
    const now = s.water.conductivity;
    if (ec && now !== null) {
      const ok =
        now >= (1 - SOLUTION_STRAY.strength) * ec.low &&
        now <= (1 + SOLUTION_STRAY.strength) * ec.high;
      out.push({
        about: store.id,
        part: 'strength',
        level: ok ? 'fine' : 'watch',
        measured: now,
        limit: now < ec.low ? ec.low : ec.high,
        kind: 'conductivity',
        sentence: ok
          ? say`The solution is at ${conductivity(now)}, which suits its crops.`
          : now < ec.low
            ? say`The solution is too weak: ${conductivity(now)}. Its crops need ${conductivity(ec.low)} to ${conductivity(ec.high)}.`
            : say`The solution is too strong: ${conductivity(now)}. Its crops need ${conductivity(ec.low)} to ${conductivity(ec.high)}.`,
        why: say`Conductivity, corrected for temperature, shows the strength. A weak solution starves plants. A strong one burns leaf tips and draws water out of the roots.`,
        source: 'Commonly published hydroponic tables.',
      });
    }
    const sour = cropRange(plantings, (k) => k.ph);
    const acidity = s.water.ph;
    if (sour && acidity !== null) {
      const ok =
        acidity >= sour.low - SOLUTION_STRAY_PH.ph && acidity <= sour.high + SOLUTION_STRAY_PH.ph;
      out.push({
        about: store.id,
        part: 'ph',
        level: ok ? 'fine' : 'watch',
        measured: acidity,
        limit: acidity < sour.low ? sour.low : sour.high,
        kind: 'ph',
        sentence: ok
          ? say`The solution is at pH ${ph(acidity)}.`
          : say`The solution is at pH ${ph(acidity)}. Its crops need ${ph(sour.low)} to ${ph(sour.high)}.`,
        why: say`Outside this range iron, phosphate or calcium precipitate and roots cannot take them up.`,
        source: 'Commonly published hydroponic tables.',
      });
    }
    return out;
  },

  adjustments: ({ system: s, a, f }) => {
    const { plantings } = lifeOf({ system: s, a, day: null });
    const range = cropRange(plantings, (k) => (f.part === 'ph' ? k.ph : k.conductivity));
    if (!range) return [];
    const to = Math.round(((range.low + range.high) / 2) * 100) / 100;
    return f.part === 'ph'
      ? careAdjustments({ system: s, a }, ['ph'])
      : once(
          'solution-ec',
          [{ at: 'water.conductivity', to }],
          say`Adjust it to ${conductivity(to)}`,
        );
  },

  explain: (c) => {
    const { plantings } = lifeOf(c);
    const acid = c.f.part === 'ph';
    const range = cropRange(plantings, (k) => (acid ? k.ph : k.conductivity));
    if (!range) return null;
    const kind = acid ? 'ph' : 'conductivity';
    return {
      title: acid ? 'pH of the solution' : 'Strength of the solution',
      formula: String.raw`\max_i x_i^\mathrm{low} \le x \le \min_i x_i^\mathrm{high}`,
      given: [
        given('x', 'last reading', c.f.measured, kind, 'last reading'),
        given(
          String.raw`x^\mathrm{low}`,
          'its crops need at least',
          range.low,
          kind,
          'table of crops',
        ),
        given(String.raw`x^\mathrm{high}`, 'and at most', range.high, kind, 'table of crops'),
      ],
    };
  },
});

import { SUN_LIMITS } from '../../limits/index.ts';
import { given, ORIGIN, say, time } from '../../quantity/index.ts';
import { isStore } from '../../system/index.ts';
import { addLid } from '../adjustments/index.ts';
import { PRACTICE } from '../grade.ts';
import { defineRule } from '../rule.ts';

/** Direct sun that a tank bears without turning green. */
const BEARS = SUN_LIMITS.tank;

/** Sun on open water makes it green and warm. */
export const sunOnTankRule = defineRule({
  id: 'sun-on-tank',
  title: 'sun on the water',
  stage: 'place',
  needsDay: false,

  judge: ({ system: s }) => {
    const { kind, sun } = s.site;
    if (kind === 'indoor' || sun.hours === null) return [];
    const reaches = sun.hours * (1 - sun.shade);
    return s.vessels
      .filter((v) => isStore(v) && v.floor > -0.3)
      .map((v) => {
        const open = !v.lid && reaches > BEARS;
        return {
          about: v.id,
          level: open ? ('watch' as const) : ('fine' as const),
          measured: v.lid ? 0 : reaches,
          limit: BEARS,
          kind: 'time' as const,
          sentence: open
            ? say`The sun shines on the open water of “${v.name}” for up to ${time(reaches)} a day. The water turns green and warm.`
            : v.lid
              ? say`A lid keeps the sun away from “${v.name}”.`
              : say`Little sun reaches “${v.name}”.`,
          why: say`Light feeds algae, and warm water holds less oxygen. Roots suffer in warm water too.`,
          source: PRACTICE,
        };
      });
  },

  adjustments: ({ system: s, f }) => addLid(s, f.about),

  explain: ({ system: s, f }) => ({
    title: 'Sun on the water',
    formula: String.raw`t_\mathrm{sun} (1 - s)`,
    given: [
      given(
        String.raw`t_\mathrm{sun}`,
        'direct sun, at most',
        s.site.sun.hours ?? f.measured,
        'time',
        ORIGIN.entered,
      ),
      given('s', 'taken by shade', s.site.sun.shade, 'share', ORIGIN.entered),
    ],
  }),
});

import { LAMPS } from '../../catalogue/index.ts';
import { lightOfDay } from '../../derived/index.ts';
import { lifeOf, lightOn } from '../../life/index.ts';
import { inSentence, light, power, say, time } from '../../quantity/index.ts';
import { vesselOf, type SystemDocument } from '../../system/index.ts';
import type { Adjustment } from '../adjustments/index.ts';
import { defineRule, type Verdict } from '../rule.ts';

const LAMP_TIME = 14 * 3600;

/** Lamps over a site, the weakest that do it. */
function lamps(s: SystemDocument, vessel: string): Adjustment[] {
  const v = vesselOf(s, vessel);
  const rows = LAMPS.filter((l) => l.id.startsWith('led')).sort((x, y) => x.power - y.power);
  const choices = [1, 2, 3, 4].flatMap((n) => rows.map((l) => ({ l, watts: n * l.power })));
  choices.sort((x, y) => x.watts - y.watts);
  const on = s.site.lampTime ?? LAMP_TIME;
  const id = `lamp-${vessel}`;
  return [
    {
      id,
      count: choices.length,
      graded: true,
      edits: (k) => [
        { at: 'site.lampTime', to: on },
        {
          at: `devices.${id}`,
          to: {
            id,
            kind: 'lamp',
            vessel,
            power: choices[k]!.watts,
            efficacy: choices[k]!.l.efficacy,
          },
        },
      ],
      label: (k) =>
        say`Add lamps over “${v.name}”: ${power(choices[k]!.watts)} (${inSentence(choices[k]!.l.name)}), on for ${time(on)} a day`,
    },
  ];
}

/** Each crop has the light for a fair yield. */
export const cropLightRule = defineRule({
  id: 'crop-light',
  title: 'light',
  stage: 'life',
  needsDay: false,

  judge: (c) => {
    const { plantings } = lifeOf(c);
    const sites = [...new Set(plantings.map((x) => x.planting.vessel))];
    return sites.flatMap((id): Verdict[] => {
      const v = vesselOf(c.system, id);
      const here = plantings.filter((x) => x.planting.vessel === id);
      const first = here.reduce((x, y) => (y.kind.light[0] > x.kind.light[0] ? y : x));
      const now = lightOn(c.system, v, first.planting.from ?? c.system.plan.begins);
      if (now === null) return [];
      const [least, good] = first.kind.light;
      const level = now < least ? 'watch' : 'fine';
      return [
        {
          about: v.id,
          level,
          measured: now,
          limit: least,
          kind: 'light',
          sentence:
            level === 'watch'
              ? say`“${v.name}” gets ${light(now)}. ${first.kind.name} need at least ${light(least)} and can use up to ${light(good)}.`
              : say`“${v.name}” gets ${light(now)}. ${first.kind.name} need at least ${light(least)}.`,
          why: say`This is the light that plants can use on an average day. Pale, long or fallen plants have too little of it.`,
          source:
            'Ranges of greenhouse practice; sun after Duffie & Beckman with half of it through the air.',
        },
      ];
    });
  },

  adjustments: ({ system: s, f }) => lamps(s, f.about),
  explain: (c) => lightOfDay.explain(c, c.f.about),
});

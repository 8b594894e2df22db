import { CROP_LIMITS } from '../../limits/index.ts';
import { airOver, germinates, inFrost, knowsYear, lifeOf } from '../../life/index.ts';
import { day, given, ORIGIN, say, temperature } from '../../quantity/index.ts';
import type { SystemDocument } from '../../system/index.ts';
import { once, type Adjustment } from '../adjustments/index.ts';
import { defineRule, type Verdict } from '../rule.ts';

/** Degrees outside its range that a crop bears for a while. */
const BEARS = CROP_LIMITS.degrees;

/** Weeks of the year in which a crop is warm enough and out of the frost: planted then and cleared after its harvest. */
function betterTime(s: SystemDocument, id: string): Adjustment[] {
  const x = s.crops.find((y) => y.id === id);
  if (!x) return [];
  const days = Array.from({ length: 52 }, (_, w) => 7 * w + 1);
  return [
    {
      id: `${id}-time`,
      count: 3,
      graded: false,
      edits: (k) => {
        const last = s.site.frost.last ?? 100;
        const from = Math.min(days.at(-1)!, last + 7 + 21 * k);
        return [
          { at: `crops.${id}.from`, to: from },
          { at: `crops.${id}.to`, to: Math.min(365, s.site.frost.first ?? from + 120, from + 120) },
        ];
      },
      label: (k) =>
        say`Plant them out around ${day(Math.min(358, (s.site.frost.last ?? 100) + 7 + 21 * k))}`,
    },
    ...once(`${id}-out`, [{ at: `crops.${id}`, to: undefined }], say`Remove them from the plan`),
  ];
}

/** Air and frost while each crop is in the ground. */
export const cropTemperatureRule = defineRule({
  id: 'crop-warmth',
  title: 'temperature for the plants',
  stage: 'life',
  needsDay: false,

  judge: (c) => {
    const { system: s } = c;
    if (!knowsYear(s)) return [];
    return lifeOf(c).plantings.flatMap((x): Verdict[] => {
      const { planting, kind } = x;
      const { low, high, night } = airOver(s, planting);
      const base = { about: planting.vessel, part: planting.id, kind: 'temperature' as const };
      if (kind.frost === 'tender' && inFrost(s, planting) && s.site.kind !== 'glasshouse')
        return [
          {
            ...base,
            level: 'watch',
            measured: night,
            limit: kind.growth[0],
            sentence: say`${kind.name} are outdoors while there is frost. One night of frost kills them.`,
            why: say`Plant them out after the last frost and clear them before the first. Start them indoors some weeks earlier.`,
            source: 'Frost dates as entered; hardiness by the table of crops.',
          },
        ];
      const [least, most] = kind.growth;
      const cold = low < least - BEARS;
      const hot = high > most + BEARS;
      if (!cold && !hot) {
        const start = germinates(s, planting, kind);
        return [
          {
            ...base,
            level: 'fine',
            measured: low,
            limit: least,
            sentence:
              kind.start === 'seed' && !start.comesUp
                ? say`${kind.name} grow well. Their seed needs ${temperature(kind.germination[0])} to ${temperature(kind.germination[1])} and the bed is at ${temperature(start.bed)}: start the seed indoors.`
                : say`${kind.name} are warm enough while they are in the bed.`,
            why: say`These are monthly averages while they are in the bed. Evaporation makes the bed cooler than the air.`,
            source: 'Table of crops.',
          },
        ];
      }
      return [
        {
          ...base,
          level: cold && kind.frost === 'hardy' ? 'fine' : 'watch',
          measured: cold ? low : high,
          limit: cold ? least : most,
          sentence: cold
            ? kind.frost === 'hardy'
              ? say`The coldest month for ${kind.name} has ${temperature(low)}. They survive and do not grow until spring.`
              : say`The coldest month for ${kind.name} has ${temperature(low)}. They grow from ${temperature(least)} up.`
            : say`The warmest days for ${kind.name} reach ${temperature(high)}. Above ${temperature(most)} they bolt or drop fruit.`,
          why: say`These are monthly averages while they are in the bed. Change their dates in the plan.`,
          source: 'Table of crops.',
        },
      ];
    });
  },

  adjustments: ({ system: s, f }) => betterTime(s, f.part ?? ''),

  explain: (c) => {
    const x = lifeOf(c).plantings.find((y) => y.planting.id === c.f.part);
    if (!x) return null;
    const air = airOver(c.system, x.planting);
    return {
      title: 'Air temperature while it is in the bed',
      formula: String.raw`t_\mathrm{low} \le t_\mathrm{cold}, \quad t_\mathrm{warm} \le t_\mathrm{high}`,
      given: [
        given(
          String.raw`t_\mathrm{cold}`,
          'mean of the coldest month',
          air.low,
          'temperature',
          ORIGIN.entered,
        ),
        given(String.raw`t_\mathrm{warm}`, 'warmest days', air.high, 'temperature', ORIGIN.entered),
        given(
          String.raw`t_\mathrm{low}`,
          'it grows from',
          x.kind.growth[0],
          'temperature',
          'table of crops',
        ),
        given(
          String.raw`t_\mathrm{high}`,
          'up to',
          x.kind.growth[1],
          'temperature',
          'table of crops',
        ),
      ],
    };
  },
});

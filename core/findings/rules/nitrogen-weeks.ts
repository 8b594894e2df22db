import { nitrogenGiven, nitrogenTaken } from '../../derived/index.ts';
import { WEEKS, lifeOf, midWeek } from '../../life/index.ts';
import { day, given, mass, say } from '../../quantity/index.ts';
import { fewerFish, lessFeed, morePlants } from '../adjustments/index.ts';
import { defineRule } from '../rule.ts';
import { feedToPlantingRule } from './feed-on-planting.ts';

/** Weeks of the year that may be out of step, as a share; and by how much a week is. */
const SHARE = 0.5;
const SHORT = 0.5;
const OVER = 3;

/** Feed and planting stay matched week by week. */
export const nitrogenWeeksRule = defineRule({
  id: 'nitrogen-weeks',
  title: 'nitrogen through the year',
  stage: 'life',
  needsDay: false,

  judge: (c) => {
    const { groups, weeks, plantings } = lifeOf(c);
    const [first] = groups;
    if (!first || !plantings.length || !weeks.some((w) => w.fish > 0)) return [];
    // Where feed and planting do not match at all, that is told and not its weeks.
    if (feedToPlantingRule.judge(c).some((f) => f.level !== 'fine' || f.limit > f.measured))
      return [];
    const free = (w: (typeof weeks)[number]) => w.fish - w.denitrified;
    const short = weeks.filter((w) => w.plants > 0 && free(w) < SHORT * w.plants).length;
    const over = weeks.filter((w) => free(w) > OVER * w.plants && free(w) > 0.5).length;
    const most = Math.max(short, over);
    const level = most > SHARE * WEEKS ? 'watch' : 'fine';
    const at = weeks.findIndex((w) =>
      over >= short ? free(w) > OVER * w.plants : free(w) < SHORT * w.plants,
    );
    return [
      {
        about: first.vessel,
        level,
        measured: most / WEEKS,
        limit: SHARE,
        kind: 'share',
        sentence:
          level === 'fine'
            ? say`In ${String(WEEKS - short - over)} weeks of the year feed and plants match. ${String(short)} weeks have too little nitrogen, ${String(over)} have too much.`
            : over >= short
              ? say`In ${String(over)} weeks of the year the fish produce three times what the plants take, from ${day(midWeek(at))} on. Nitrate builds up.`
              : say`In ${String(short)} weeks of the year the plants get less than half of what they need, from ${day(midWeek(at))} on. Their leaves turn pale.`,
        why: say`Fish eat by the temperature of each week. They produce ${mass(nitrogenGiven.value(c, '') ?? 0)} of nitrogen a week on average. Plants and denitrification take ${mass(nitrogenTaken.value(c, '') ?? 0)}.`,
        source:
          'TAN after Timmons & Ebeling; uptake by the table of crops; half of the nitrate denitrified in stones.',
      },
    ];
  },

  adjustments: ({ system: s, f }) => [
    ...morePlants(s),
    ...lessFeed(s, f.about),
    ...fewerFish(s, f.about),
  ],

  explain: (c) => {
    const { weeks } = lifeOf(c);
    const mean = (of: (w: (typeof weeks)[number]) => number) =>
      weeks.reduce((sum, w) => sum + of(w), 0) / weeks.length / 1000;
    return {
      title: 'Nitrogen of a week',
      formula: String.raw`N_\mathrm{fish} - N_\mathrm{denitrified} \leftrightarrow N_\mathrm{plants}`,
      given: [
        given(
          String.raw`N_\mathrm{fish}`,
          'produced, weekly average',
          mean((w) => w.fish),
          'mass',
          'feed and protein',
        ),
        given(
          String.raw`N_\mathrm{denitrified}`,
          'denitrified',
          mean((w) => w.denitrified),
          'mass',
          'half, 20–60 %',
        ),
        given(
          String.raw`N_\mathrm{plants}`,
          'taken up',
          mean((w) => w.plants),
          'mass',
          'table of crops',
        ),
      ],
    };
  },
});

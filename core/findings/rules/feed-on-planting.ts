import { feedOnPlanting } from '../../derived/index.ts';
import { COUNTER_WATER, feedFor, lifeOf } from '../../life/index.ts';
import { feeding, say } from '../../quantity/index.ts';
import { fewerFish, lessFeed, morePlants, moreFish } from '../adjustments/index.ts';
import { defineRule } from '../rule.ts';

/** Of the school's range, how much less still feeds plants, and how much more they still clear. */
const LEAST = 0.3;
const MOST = 1.25;

/** Feed and planted ground match, by the school that compares them. */
export const feedToPlantingRule = defineRule({
  id: 'feed-on-planting',
  title: 'feed to planting',
  stage: 'life',
  needsDay: false,

  judge: (c) => {
    const now = feedOnPlanting.value(c, '');
    const life = lifeOf(c);
    const [first] = life.groups;
    if (now === null || !first || !(life.feed > 0)) return [];
    const [low, high] = feedFor(c.system, life.planting).map(
      (x) => x / 1000 / life.plantedArea,
    ) as [number, number];
    // A jar or a counter tank feeds its few plants slowly, and is meant to.
    const counter = c.a.balance.rest.reduce((sum, r) => sum + r.volume, 0) <= COUNTER_WATER;
    const level = (now < LEAST * low && !counter) || now > MOST * high ? 'watch' : 'fine';
    const much = now > high;
    return [
      {
        about: first.vessel,
        level,
        measured: now,
        limit: much ? MOST * high : LEAST * low,
        kind: 'feeding',
        sentence:
          level === 'fine'
            ? now < LEAST * low
              ? say`The planted area gets ${feeding(now)} of feed. That is little, as in small indoor tanks, so plants grow slowly.`
              : say`The planted area gets ${feeding(now)} of feed. This rule of thumb recommends ${feeding(low)} to ${feeding(high)}.`
            : much
              ? say`The planted area gets ${feeding(now)} of feed. The plants can use ${feeding(high)}, so nitrate rises.`
              : say`The planted area gets ${feeding(now)} of feed. Plants need at least ${feeding(low)}, so they lack nutrients.`,
        why: say`Plants take up what the feed leaves in the water. The ranges also include the nitrogen that beds denitrify.`,
        source:
          'UVI and FAO 589: 40–50 g/m² a day for leaves, 50–80 for fruit, 60–100 in rafts and channels.',
      },
    ];
  },

  adjustments: ({ system: s, f }) =>
    f.measured > f.limit
      ? [...lessFeed(s, f.about), ...fewerFish(s, f.about), ...morePlants(s)]
      : moreFish(s, f.about),

  explain: (c) => feedOnPlanting.explain(c, ''),
});

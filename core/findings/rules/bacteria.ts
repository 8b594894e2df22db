import { BACTERIA_LIMITS } from '../../limits/index.ts';
import { bacteriaCapacity, tanADay } from '../../derived/index.ts';
import { lifeOf } from '../../life/index.ts';
import { feed, given, say, share } from '../../quantity/index.ts';
import { beds } from '../../system/index.ts';
import { adjustNumber, adjustWidth, fewerFish, lessFeed } from '../adjustments/index.ts';
import { defineRule } from '../rule.ts';

/** Fish give off so many times what the bacteria process: there are none to speak of. */
const HARDLY_ANY = 10;
const WISH = BACTERIA_LIMITS.load;

/** The bacteria on the wetted surface can process what the fish give off. */
export const bacteriaRule = defineRule({
  id: 'bacteria',
  title: 'bacteria',
  stage: 'life',
  needsDay: true,

  judge: (c) => {
    const { groups, tan, capacity } = lifeOf(c);
    const [first] = groups;
    if (!first || capacity === null || !(tan > 0)) return [];
    const used = capacity > 0 ? tan / capacity : 100;
    const level = used > 1 ? 'stop' : used > WISH ? 'watch' : 'fine';
    return [
      {
        about: first.vessel,
        level,
        measured: used,
        limit: level === 'stop' ? 1 : WISH,
        kind: 'share',
        ...(used > HARDLY_ANY ? { inWords: say`no bacteria yet` } : {}),
        sentence:
          level === 'fine'
            ? say`The bacteria can process ${feed(capacity / 1000)} of ammonia. The fish produce ${feed(tan / 1000)}.`
            : level === 'watch'
              ? say`The fish produce ${feed(tan / 1000)} of ammonia. That is ${share(used)} of what the bacteria can process once the bed has cycled.`
              : used > HARDLY_ANY
                ? say`The fish produce ${feed(tan / 1000)} of ammonia and there are hardly any bacteria to process it. Ammonia builds up.`
                : say`The fish produce ${feed(tan / 1000)} of ammonia and the bacteria can process ${feed(capacity / 1000)}. Ammonia builds up.`,
        why: say`Bacteria live on media that are wet often enough. Temperature, pH and oxygen set how fast they work. A new bed has only a part of them.`,
        source: 'FAO 589: 0.57 g NH₃/m² a day as design figure; TAN after Timmons & Ebeling.',
      },
    ];
  },

  adjustments: ({ system: s, f }) => [
    ...lessFeed(s, f.about),
    ...fewerFish(s, f.about),
    ...beds(s).flatMap((v) =>
      v.media && v.media.clogging > 0
        ? adjustNumber(
            s,
            `${v.id}-clean`,
            `vessels.${v.id}.media.clogging`,
            -0.01,
            () => say`Wash the media of “${v.name}”`,
          )
        : [],
    ),
    ...beds(s).flatMap((v) => adjustWidth(s, v.id, 1)),
  ],

  explain: (c) => {
    const made = tanADay.value(c, '') ?? 0;
    const e = bacteriaCapacity.explain(c, '');
    return (
      e && {
        ...e,
        given: [given('TAN', 'produced by the fish', made, 'feed', 'feed and protein'), ...e.given],
      }
    );
  },
});

import { stockingDensity } from '../../derived/index.ts';
import { SOLIDS_LIMIT } from '../../limits/index.ts';
import { BROKEN_DOWN, SOLIDS_PER_FEED, lifeOf, total } from '../../life/index.ts';
import { load, say, stocking } from '../../quantity/index.ts';
import { beds, pumpedLines, siteArea } from '../../system/index.ts';
import { fewerFish, once } from '../adjustments/index.ts';
import { PRACTICE } from '../grade.ts';
import { defineRule } from '../rule.ts';

/** Beds of stones keep the solids of so many fish; more want a filter. */
export const solidsRule = defineRule({
  id: 'solids',
  title: 'solids',
  stage: 'life',
  needsDay: false,

  judge: (c) => {
    const { system: s } = c;
    const life = lifeOf(c);
    const stones = beds(s).filter((v) => v.media);
    if (!life.groups.length || !stones.length || pumpedLines(s).some((p) => p.filter)) return [];
    const homes = [...new Set(life.groups.map((g) => g.vessel))];
    const densest = homes
      .map((id) => ({ id, density: stockingDensity.value(c, id) ?? 0 }))
      .reduce((x, y) => (y.density > x.density ? y : x));
    if (!(densest.density > 0)) return [];
    const area = stones.reduce((sum, v) => sum + siteArea(v), 0);
    const kept =
      (365 * SOLIDS_PER_FEED * (1 - BROKEN_DOWN) * total(life.groups, (g) => g.feed)) / 1000 / area;
    const level = densest.density > SOLIDS_LIMIT.most ? 'watch' : 'fine';
    return [
      {
        about: densest.id,
        level,
        measured: densest.density,
        limit: SOLIDS_LIMIT.most,
        kind: 'stocking',
        sentence:
          level === 'watch'
            ? say`At ${stocking(densest.density)} the media clog: they collect ${load(kept)} of solids in a year. A bed with worms can handle up to ${stocking(SOLIDS_LIMIT.most)} of fish.`
            : say`The media collect ${load(kept)} of solids in a year. Worms and roots can handle that.`,
        why: say`A little more than a quarter of the feed becomes dry solids. Beds break down half to two thirds of them. The rest fills the gaps between the media, so floods get smaller and fill times shorter.`,
        source: `Dry solids 0.25–0.3 of the feed, 50–70 % broken down. ${PRACTICE}`,
      },
    ];
  },

  adjustments: ({ system: s, f }) => {
    const line = pumpedLines(s).find((p) => p.from === f.about);
    return [
      ...fewerFish(s, f.about),
      ...(line
        ? once(
            'solids-filter',
            [{ at: `paths.${line.id}.filter`, to: { k: 12, clogging: 0 } }],
            say`Put a solids filter into “${line.name}” and rinse it weekly`,
          )
        : []),
    ];
  },

  explain: (c) => stockingDensity.explain(c, c.f.about),
});

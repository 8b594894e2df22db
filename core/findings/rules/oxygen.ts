import { oxygenLowest } from '../../derived/index.ts';
import { lifeOf, total } from '../../life/index.ts';
import { clock, concentration, say } from '../../quantity/index.ts';
import { addAir, fewerFish, lessFeed, longerFall } from '../adjustments/index.ts';
import { defineRule } from '../rule.ts';

/** Oxygen of the running system at the worst hour of its day. */
export const oxygenRule = defineRule({
  id: 'oxygen',
  title: 'oxygen',
  stage: 'life',
  needsDay: true,

  judge: (c) => {
    const life = lifeOf(c);
    const o = life.oxygen;
    if (!o || total(life.groups, (g) => g.count) === 0) return [];
    const kept = life.groups.filter((g) => g.count > 0);
    const first = kept.reduce((x, g) => (g.kind.oxygen.comfort > x.kind.oxygen.comfort ? g : x));
    const { comfort, stress } = first.kind.oxygen;
    const level = o.lowest <= stress ? 'stop' : o.lowest < comfort ? 'watch' : 'fine';
    return [
      {
        about: first.vessel,
        level,
        measured: o.lowest,
        limit: level === 'stop' ? stress : comfort,
        kind: 'concentration',
        sentence:
          level === 'fine'
            ? say`Oxygen falls to ${concentration(o.lowest)} at ${clock(o.lowestAt)}. ${first.kind.name} are comfortable above ${concentration(comfort)}.`
            : level === 'watch'
              ? say`Oxygen falls to ${concentration(o.lowest)} at ${clock(o.lowestAt)}. Below ${concentration(comfort)} ${first.kind.name} eat and grow less.`
              : say`Oxygen falls to ${concentration(o.lowest)} at ${clock(o.lowestAt)}. Below ${concentration(stress)} ${first.kind.name} gasp.`,
        why: say`Falling water, air stones and the surface add oxygen. Fish, solids and bacteria use it, most of all after feeding. The simulation follows every hour of the day.`,
        source: oxygenLowest.derive(c, '')!.source,
      },
    ];
  },

  adjustments: ({ system: s, f }) => [
    ...addAir(s, f.about),
    ...longerFall(s, f.about),
    ...lessFeed(s, f.about),
    ...fewerFish(s, f.about),
  ],

  explain: (c) => oxygenLowest.explain(c, ''),
});

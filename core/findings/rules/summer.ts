import { SOLUTION_WARMTH } from '../../limits/index.ts';
import { airOn, extremes, knowsYear, lifeOf, type Group } from '../../life/index.ts';
import { given, ORIGIN, day, say, temperature } from '../../quantity/index.ts';
import { otherKind } from '../adjustments/index.ts';
import { defineRule } from '../rule.ts';

const mostSensitive = (groups: readonly Group[]) =>
  groups.reduce<Group | null>(
    (top, g) => (!top || g.kind.survives[1] < top.kind.survives[1] ? g : top),
    null,
  );

/** The warmest month is not too warm for the fish, or for roots in solution. */
export const summerRule = defineRule({
  id: 'summer',
  title: 'warmest month',
  stage: 'place',
  needsDay: false,

  judge: (c) => {
    const { system: s } = c;
    if (!knowsYear(s)) return [];
    const { warm } = extremes(s, c.a);
    const g = mostSensitive(lifeOf(c).groups);
    if (!g) {
      const store = s.vessels.find((v) => v.role === 'reservoir');
      if (!store) return [];
      const level = warm.water > SOLUTION_WARMTH.most ? 'watch' : 'fine';
      return [
        {
          about: store.id,
          level,
          measured: warm.water,
          limit: SOLUTION_WARMTH.most,
          kind: 'temperature',
          sentence:
            level === 'watch'
              ? say`Around ${day(warm.day)} the solution is at ${temperature(warm.water)}. Above ${temperature(SOLUTION_WARMTH.most)} roots lack oxygen and rot.`
              : say`Around ${day(warm.day)} the solution is at ${temperature(warm.water)}.`,
          why: say`Roots do best at ${temperature(SOLUTION_WARMTH.best[0])} to ${temperature(SOLUTION_WARMTH.best[1])}. Shade the pipes, close the lids, use light colours and an air stone.`,
          source: 'Common practice of solution growing.',
        },
      ];
    }
    const [, most] = g.kind.survives;
    const best = g.kind.best[1];
    const wish = (best + most) / 2;
    const level = warm.water > most ? 'stop' : warm.water > wish ? 'watch' : 'fine';
    return [
      {
        about: g.vessel,
        level,
        measured: warm.water,
        limit: level === 'stop' ? most : wish,
        kind: 'temperature',
        sentence:
          level === 'fine'
            ? say`Around ${day(warm.day)} the water is at ${temperature(warm.water)}. ${g.kind.name} tolerate it.`
            : say`Around ${day(warm.day)} the water is at ${temperature(warm.water)}. ${g.kind.name} do best up to ${temperature(best)} and live up to ${temperature(most)}.`,
        why: say`Water follows the average air temperature of day and night. Warm water holds less oxygen while fish use more. Use shade, lids, a tank in the ground, or a species for warm water.`,
        source: g.kind.source,
      },
    ];
  },

  adjustments: ({ system, a, f }) => {
    const { cold, warm } = extremes(system, a);
    return otherKind(system, f.about, cold.water, warm.water);
  },

  explain: (c) => {
    const { warm } = extremes(c.system, c.a);
    return {
      title: 'Water of the warmest month',
      formula: String.raw`t = \tfrac{1}{2} (t_\mathrm{day} + t_\mathrm{night})`,
      given: [
        given(
          't',
          'air, average of day and night',
          airOn(c.system, warm.day).mean,
          'temperature',
          ORIGIN.entered,
        ),
        given('d', 'on', warm.day, 'day', 'warmest month'),
      ],
    };
  },
});

import { airOn, extremes, knowsYear, lifeOf, type Group } from '../../life/index.ts';
import { given, ORIGIN, day, say, temperature } from '../../quantity/index.ts';
import { addHeater, otherKind } from '../adjustments/index.ts';
import { defineRule } from '../rule.ts';

/** The group that a cold year harms first. */
const mostSensitive = (groups: readonly Group[]) =>
  groups.reduce<Group | null>(
    (top, g) => (!top || g.kind.survives[0] > top.kind.survives[0] ? g : top),
    null,
  );

/** The coldest month is not too cold for the fish. */
export const winterRule = defineRule({
  id: 'winter',
  title: 'coldest month',
  stage: 'place',
  needsDay: false,

  judge: (c) => {
    const g = mostSensitive(lifeOf(c).groups);
    if (!g || !knowsYear(c.system)) return [];
    const { cold } = extremes(c.system, c.a);
    const [survives] = g.kind.survives;
    const level = cold.water < survives ? 'stop' : cold.water < survives + 2 ? 'watch' : 'fine';
    return [
      {
        about: g.vessel,
        level,
        measured: cold.water,
        limit: level === 'stop' ? survives : survives + 2,
        kind: 'temperature',
        sentence:
          level === 'fine'
            ? cold.water < g.kind.stopsFeeding
              ? say`Around ${day(cold.day)} the water is at ${temperature(cold.water)}. ${g.kind.name} survive. Do not feed them below ${temperature(g.kind.stopsFeeding)}.`
              : say`Around ${day(cold.day)} the water is at ${temperature(cold.water)}. ${g.kind.name} live and eat.`
            : say`Around ${day(cold.day)} the water is at ${temperature(cold.water)}. ${g.kind.name} need at least ${temperature(survives)} to survive.`,
        why: say`Water follows the average air temperature of day and night, unless heaters warm it. Cold fish do not eat, and their bacteria hardly work.`,
        source: g.kind.source,
      },
    ];
  },

  adjustments: (c) => {
    const group = mostSensitive(lifeOf({ ...c, day: null }).groups);
    const { cold, warm } = extremes(c.system, c.a);
    return [
      ...(group ? addHeater(c.system, c.f.about, Math.ceil(group.kind.survives[0] + 3)) : []),
      ...otherKind(c.system, c.f.about, cold.water, warm.water),
    ];
  },

  explain: (c) => {
    const { cold } = extremes(c.system, c.a);
    return {
      title: 'Water of the coldest month',
      formula: String.raw`t = \tfrac{1}{2} (t_\mathrm{day} + t_\mathrm{night}) + \Delta t_\mathrm{heater}`,
      given: [
        given(
          't',
          'air, average of day and night',
          airOn(c.system, cold.day).mean,
          'temperature',
          ORIGIN.entered,
        ),
        given('d', 'on', cold.day, 'day', 'coldest month'),
      ],
    };
  },
});

import { heaterPower } from '../../derived/index.ts';
import { heatersOf, lifeOf } from '../../life/index.ts';
import { power, say, temperature } from '../../quantity/index.ts';
import { addHeater } from '../adjustments/index.ts';
import { defineRule } from '../rule.ts';

/** A heater that is there is strong enough for the coldest month. */
export const heaterRule = defineRule({
  id: 'heater',
  title: 'heater',
  stage: 'life',
  needsDay: false,

  judge: (c) => {
    const need = lifeOf(c).heater;
    const there = heatersOf(c.system);
    const [first] = there;
    if (!need || !first) return [];
    const has = there.reduce((sum, h) => sum + h.power, 0);
    const level = has < 0.9 * need.power ? 'watch' : 'fine';
    return [
      {
        about: first.vessel,
        level,
        measured: has,
        limit: need.power,
        kind: 'power',
        sentence:
          level === 'watch'
            ? say`Keeping the water at ${temperature(need.keeps)} takes ${power(need.power)} when the air is at ${temperature(need.air)}. The heater has ${power(has)}.`
            : say`The ${power(has)} heater keeps the water at ${temperature(need.keeps)}. ${power(need.power)} would be enough.`,
        why: say`Heat is lost through the walls, the lid and by evaporation. Foam around the tank and a lid save more than half. Use a heater with a guard, and never run it dry.`,
        source: 'Bare plastic 5–6 W/m²K, 30 mm of foam 1; evaporation 0.68 Wh/g.',
      },
    ];
  },

  adjustments: ({ system: s, f }) => {
    const set = heatersOf(s).find((h) => h.vessel === f.about)?.setpoint;
    return set === undefined ? [] : addHeater(s, f.about, set);
  },

  explain: (c) => heaterPower.explain(c, ''),
});

import { heightNeeded, tallest } from '../../derived/index.ts';
import { mm, say } from '../../quantity/index.ts';
import { adjustNumber } from '../adjustments/index.ts';
import { PRACTICE } from '../grade.ts';
import { defineRule } from '../rule.ts';

/** Hands, lamps and light want so much over the plants. */
const OVER = 0.15;

/** The room is high enough for the beds, what grows on them and a hand over them. */
export const ceilingRule = defineRule({
  id: 'ceiling',
  title: 'height of the room',
  stage: 'place',
  needsDay: false,

  judge: (c) => {
    const room = c.system.site.space.height;
    const top = tallest(c);
    if (room === null || !top) return [];
    const need = heightNeeded.value(c, '')!;
    const level = top.rim > room ? 'stop' : need + OVER > room ? 'watch' : 'fine';
    return [
      {
        about: top.id,
        level,
        measured: need,
        limit: level === 'stop' ? room : room - OVER,
        kind: 'length',
        sentence:
          level === 'stop'
            ? say`“${top.name}” is ${mm(top.rim)} high, and the room is only ${mm(room)} high.`
            : level === 'watch'
              ? say`Plants on “${top.name}” will reach ${mm(need)}. The ceiling is at ${mm(room)}. Leave ${mm(OVER)} above the plants for your hands and the light.`
              : say`The tallest plants end ${mm(room - need)} under the ceiling.`,
        why: say`This adds the height of the tallest crop, from the table of crops, to the rim of the highest vessel.`,
        source: PRACTICE,
      },
    ];
  },

  adjustments: ({ system: s, f }) =>
    adjustNumber(
      s,
      `${f.about}-floor`,
      `vessels.${f.about}.floor`,
      -0.01,
      (from, to) => say`Lower it by ${mm(from - to)}`,
    ),

  explain: (c) => heightNeeded.explain(c, ''),
});

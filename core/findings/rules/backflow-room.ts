import { HEIGHT_LIMITS } from '../../limits/index.ts';
import { given, litres, mm, ORIGIN, say } from '../../quantity/index.ts';
import { isStore } from '../../system/index.ts';
import { wholeVolume } from '../../water/vessel.ts';
import { adjustFill, adjustHeight } from '../adjustments/index.ts';
import { atLeast, PRACTICE } from '../grade.ts';
import { defineRule } from '../rule.ts';

const BACKFLOW_WISH = HEIGHT_LIMITS.backflowRoom;

/** Everything that can run back must find room under the rim. */
export const backflowRoomRule = defineRule({
  id: 'backflow-room',
  title: 'backflow room',
  stage: 'vessels',
  needsDay: false,

  judge: ({ system, a }) =>
    system.vessels.flatMap((v, i) => {
      if (!isStore(v)) return [];
      const cut = a.balance.afterPowerCut[i]!;
      const rest = a.balance.rest[i]!;
      const room = Math.min(cut.freeboard, rest.freeboard);
      const level = atLeast(room, 0, BACKFLOW_WISH);
      const top = cut.volume > rest.volume ? cut : rest;
      const over = Math.max(0, top.volume - wholeVolume(v));
      return [
        {
          about: v.id,
          level,
          measured: room,
          limit: level === 'stop' ? 0 : BACKFLOW_WISH,
          kind: 'length' as const,
          sentence:
            level === 'stop'
              ? over > 0
                ? say`When the power fails, the beds drain back and “${v.name}” overflows: ${litres(over)} run over its rim.`
                : say`When the power fails, the beds drain back and fill “${v.name}” to its rim.`
              : level === 'watch'
                ? say`When the power fails and the beds drain back, “${v.name}” has ${mm(room)} of room left. At least ${mm(BACKFLOW_WISH)} is recommended.`
                : say`When the power fails and the beds drain back, “${v.name}” has ${mm(room)} of room left.`,
          why: say`In a power cut the beds, siphons and pipes drain back by themselves. A vessel that is filled to the rim while the beds are full has no room for that water.`,
          source: PRACTICE,
        },
      ];
    }),

  adjustments: ({ system: s, f }) => [...adjustFill(s, f.about, -1), ...adjustHeight(s, f.about)],

  explain: ({ system: s, a, f }) => {
    const i = s.vessels.findIndex((v) => v.id === f.about);
    const v = s.vessels[i];
    if (!v) return null;
    const { rest, afterPowerCut } = a.balance;
    return {
      title: 'Room after a power cut',
      formula: String.raw`H - \max(h_\mathrm{rest}, h_\mathrm{cut})`,
      given: [
        given('H', 'height to the rim', v.shape.height, 'length', ORIGIN.entered),
        given(String.raw`h_\mathrm{rest}`, 'at rest', rest[i]!.level, 'length', ORIGIN.balance),
        given(
          String.raw`h_\mathrm{cut}`,
          'after everything has drained back',
          afterPowerCut[i]!.level,
          'length',
          ORIGIN.balance,
        ),
      ],
    };
  },
});

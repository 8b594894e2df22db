import { lifeOf, oversize, rootZone } from '../../life/index.ts';
import { area, given, mm, ORIGIN, say } from '../../quantity/index.ts';
import { planDimensions, vesselOf } from '../../system/index.ts';
import { once } from '../adjustments/index.ts';
import { PRACTICE } from '../grade.ts';
import { defineRule, type Verdict } from '../rule.ts';

/** Very large plants do not suit small beds. */
export const cropSizeRule = defineRule({
  id: 'crop-size',
  title: 'size of the plants',
  stage: 'life',
  needsDay: false,

  judge: (c) =>
    lifeOf(c).plantings.flatMap(({ planting, kind }): Verdict[] => {
      const v = vesselOf(c.system, planting.vessel);
      if (v.role === 'felt') return [];
      const zone = rootZone(c, v);
      const over = oversize(zone, v, kind);
      if (!over) return [];
      const plan = planDimensions(v);
      return [
        {
          about: v.id,
          part: planting.id,
          level: 'watch',
          measured: over === 'wide' ? kind.spacing ** 2 : kind.height,
          limit: over === 'wide' ? plan.length * plan.width : 4 * zone.depth,
          kind: over === 'wide' ? 'area' : 'length',
          sentence:
            over === 'wide'
              ? say`One ${kind.name} takes ${area(kind.spacing ** 2)}; “${v.name}” has ${area(plan.length * plan.width)}.`
              : say`${kind.name} grow ${mm(kind.height)} tall on ${mm(zone.depth)} of root depth. They fall over without a stake fixed to the frame.`,
          why: say`A large plant shades the others, dries the bed between floods and fills the drain with roots.`,
          source: PRACTICE,
        },
      ];
    }),

  adjustments: ({ system: s, f }) =>
    once(
      `${f.part}-out`,
      [{ at: `crops.${f.part}`, to: undefined }],
      say`Plant something smaller there`,
    ).filter(() => s.crops.some((x) => x.id === f.part)),

  explain: (c) => {
    const x = lifeOf(c).plantings.find((y) => y.planting.id === c.f.part);
    return x
      ? {
          title: 'Size against the bed',
          formula: String.raw`h \le 4 d, \quad s^2 \le \tfrac{1}{2} A`,
          given: [
            given('h', 'height', x.kind.height, 'length', 'table of crops'),
            given('s', 'spacing', x.kind.spacing, 'length', 'table of crops'),
            given(
              'd',
              'depth for roots',
              rootZone(c, vesselOf(c.system, x.planting.vessel)).depth,
              'length',
              ORIGIN.entered,
            ),
          ],
        }
      : null;
  },
});

import { lifeOf, outside, overlap } from '../../life/index.ts';
import { area, given, ORIGIN, say, share } from '../../quantity/index.ts';
import { type CropPlanting, type SystemDocument, vesselOf } from '../../system/index.ts';
import { once, type Adjustment } from '../adjustments/index.ts';
import { defineRule, type Verdict } from '../rule.ts';

const LEAST = 0.05;

/** A stand made smaller by its last row or column. */
function smaller(s: SystemDocument, id: string): Adjustment[] {
  const planting = s.crops.find((x) => x.id === id);
  if (!planting) return [];
  const fewer = Array.from({ length: planting.columns + planting.rows - 2 }, (_, k) => {
    const cut = k + 1;
    const columns = Math.max(1, planting.columns - Math.ceil(cut / 2));
    const rows = Math.max(1, planting.rows - Math.floor(cut / 2));
    return { columns, rows };
  });
  return [
    {
      id: `${id}-smaller`,
      count: fewer.length,
      graded: false,
      edits: (k) => [
        { at: `crops.${id}.columns`, to: fewer[k]!.columns },
        { at: `crops.${id}.rows`, to: fewer[k]!.rows },
      ],
      label: (k) => say`Plant ${String(fewer[k]!.columns)} by ${String(fewer[k]!.rows)} there`,
    },
    ...once(`${id}-out`, [{ at: `crops.${id}`, to: undefined }], say`Remove them from the plan`),
  ];
}

const clash = (x: CropPlanting, all: readonly CropPlanting[]) =>
  all
    .filter((y) => y.planting.id < x.planting.id)
    .map((y) => ({ y, ground: overlap(x, y) }))
    .filter(({ y, ground }) => ground > LEAST * Math.min(x.area, y.area))
    .sort((p, q) => q.ground - p.ground)[0];

/** No stand lies over another or hangs out of its bed. */
export const cropCrowdingRule = defineRule({
  id: 'crop-crowding',
  title: 'room in the bed',
  stage: 'life',
  needsDay: false,

  judge: (c) => {
    const { plantings } = lifeOf(c);
    return plantings.flatMap((x): Verdict[] => {
      const v = vesselOf(c.system, x.planting.vessel);
      const out = outside(v, x);
      if (out > LEAST)
        return [
          {
            about: v.id,
            part: x.planting.id,
            level: 'watch',
            measured: out,
            limit: LEAST,
            kind: 'share',
            sentence: say`${share(out)} of the ${x.kind.name} do not fit into “${v.name}”.`,
            why: say`At this spacing they need more area than the bed has there.`,
            source: 'Spacing by the table of crops.',
          },
        ];
      const hit = clash(x, plantings);
      return hit
        ? [
            {
              about: v.id,
              part: x.planting.id,
              level: 'watch',
              measured: hit.ground,
              limit: LEAST * x.area,
              kind: 'area',
              sentence: say`${x.kind.name} and ${hit.y.kind.name} overlap on ${area(hit.ground)} of “${v.name}” at the same time.`,
              why: say`Each plant needs its own area. Crowded plants stay small and rot.`,
              source: 'Spacing by the table of crops.',
            },
          ]
        : [];
    });
  },

  adjustments: ({ system: s, f }) => smaller(s, f.part ?? ''),

  explain: (c) => {
    const x = lifeOf(c).plantings.find((y) => y.planting.id === c.f.part);
    return x
      ? {
          title: 'Area of a planting',
          formula: String.raw`A = n \cdot s^2`,
          given: [
            given('n', 'plants', x.plants, 'count', ORIGIN.entered),
            given('s', 'spacing', x.kind.spacing, 'length', 'table of crops'),
            given('A', 'ground', x.area, 'area', 'product'),
          ],
        }
      : null;
  },
});

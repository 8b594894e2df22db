import { mediumById } from '../../catalogue/index.ts';
import { dryDepth } from '../../derived/cycle.ts';
import { mm, say } from '../../quantity/index.ts';
import { vesselOf } from '../../system/index.ts';
import { adjustCrest, adjustNumber } from '../adjustments/index.ts';
import { PRACTICE, gradeWithin } from '../grade.ts';
import { defineRule } from '../rule.ts';

const DRY_LAYER = [0.02, 0.05] as const;

const DRY_LAYER_FLOATING = 0.03;

/** Media stand above the flood, so that the top stays dry. */
export const dryLayerRule = defineRule({
  id: 'dry-layer',
  title: 'dry layer',
  stage: 'vessels',
  needsDay: false,

  judge: (c) =>
    c.a.beds.flatMap((b) => {
      const v = vesselOf(c.system, b.id);
      const layer = dryDepth.value(c, b.id);
      if (!v.media || layer === null || b.inflow <= 0 || !b.floods || b.trickle) return [];
      const floats = mediumById(v.media.medium)?.floats === 'yes';
      const low = floats ? DRY_LAYER_FLOATING : DRY_LAYER[0];
      const level = gradeWithin(layer, low - 5e-4, DRY_LAYER[1] + 5e-4);
      const thin = layer < low;
      return [
        {
          about: b.id,
          level,
          measured: layer,
          limit: level === 'fine' || thin ? low : DRY_LAYER[1],
          kind: 'length' as const,
          sentence:
            layer < 0
              ? say`The flood rises ${mm(-layer)} above the media in “${v.name}”.`
              : level === 'fine'
                ? say`${mm(layer)} of media stay dry above the flood in “${v.name}”.`
                : thin
                  ? say`Only ${mm(layer)} of media stay dry above the flood in “${v.name}”. At least ${mm(low)} is recommended.`
                  : say`${mm(layer)} of media stay dry above the flood in “${v.name}”. The roots of seedlings reach through at most ${mm(DRY_LAYER[1])}.`,
          why: floats
            ? say`A dry top keeps algae and gnats away. Its weight also holds dry expanded clay down until it is soaked: about ${mm(DRY_LAYER_FLOATING)} for media that float.`
            : say`A dry top keeps algae and gnats away and stops splashing. ${mm(DRY_LAYER[0])} to ${mm(DRY_LAYER[1])} is usual. The flood level is the overflow height plus the head that the flow needs above it.`,
          source: PRACTICE,
        },
      ];
    }),

  adjustments: ({ system: s, f }) => {
    const more = f.measured < f.limit;
    const v = vesselOf(s, f.about);
    return [
      ...adjustNumber(
        s,
        `${v.id}-media`,
        `vessels.${v.id}.media.top`,
        more ? 0.005 : -0.005,
        (from, to) =>
          more
            ? say`Add ${mm(to - from)} of media, up to ${mm(to)}`
            : say`Remove ${mm(from - to)} of media, down to ${mm(to)}`,
      ),
      ...adjustCrest(s, v.id, more ? -1 : 1),
    ];
  },

  explain: (c) => dryDepth.explain(c, c.f.about),
});

import {
  ROOM_FOR_ROOTS,
  SEEDLING_ROOTS,
  isRootless,
  lifeOf,
  reachOf,
  rootZone,
  rootsFit,
} from '../../life/index.ts';
import { given, mm, ORIGIN, say } from '../../quantity/index.ts';
import { vesselOf } from '../../system/index.ts';
import { adjustNumber } from '../adjustments/index.ts';
import { defineRule } from '../rule.ts';

/** The roots of each crop reach the flood, and have depth enough. */
export const cropRootsRule = defineRule({
  id: 'crop-roots',
  title: 'roots and flood',
  stage: 'life',
  needsDay: true,

  judge: (c) => {
    if (!c.day) return [];
    return lifeOf(c).plantings.flatMap(({ planting, kind }) => {
      const v = vesselOf(c.system, planting.vessel);
      if (isRootless(v)) return [];
      const zone = rootZone(c, v);
      const reach = reachOf(zone, kind);
      const fit = rootsFit(zone, kind);
      const dryGrown = fit === 'dry';
      const shallow = fit === 'shallow';
      const level = dryGrown ? ('stop' as const) : shallow ? ('watch' as const) : ('fine' as const);
      return [
        {
          about: v.id,
          part: planting.id,
          level,
          measured: dryGrown ? zone.dry : zone.depth,
          limit: dryGrown ? kind.roots : ROOM_FOR_ROOTS * kind.roots,
          kind: 'length' as const,
          sentence: dryGrown
            ? say`The water in “${v.name}” rises to ${mm(zone.dry)} below the top. The roots of ${kind.name} grow ${mm(kind.roots)} deep and do not reach it.`
            : shallow
              ? say`${kind.name} need ${mm(kind.roots)} of depth for their roots. “${v.name}” has ${mm(zone.depth)}.`
              : kind.start === 'seed' && reach.seed > 0
                ? say`The roots of ${kind.name} reach the flood. Seed lies ${mm(reach.seed)} above it: sow at the wet level or on a wick.`
                : reach.plug > 0
                  ? say`The roots of ${kind.name} reach the flood if you set the plugs ${mm(reach.plug)} below the top.`
                  : say`The roots of ${kind.name} reach the flood, ${mm(zone.dry)} below the top.`,
          why: say`The top of the media stays dry to keep algae and gnats away. The roots of a plug reach ${mm(SEEDLING_ROOTS)}. Set short plugs lower, or on a cotton cord from the wet zone.`,
          source: 'Rooting depths by the table of crops.',
        },
      ];
    });
  },

  adjustments: ({ system: s, f }) =>
    adjustNumber(
      s,
      `${f.about}-media`,
      `vessels.${f.about}.media.top`,
      -0.005,
      (from, to) => say`Remove ${mm(from - to)} of media, so that the top is at ${mm(to)}`,
    ),

  explain: (c) => {
    const x = lifeOf(c).plantings.find((y) => y.planting.id === c.f.part);
    if (!x) return null;
    const zone = rootZone(c, vesselOf(c.system, x.planting.vessel));
    return {
      title: 'Roots against the flood',
      formula: String.raw`z_\mathrm{top} - z_\mathrm{flood} \le d_\mathrm{roots}`,
      given: [
        given(String.raw`z_\mathrm{top}`, 'top of the media', zone.top, 'length', ORIGIN.entered),
        given(String.raw`z_\mathrm{flood}`, 'highest water', zone.flood, 'length', ORIGIN.day),
        given(
          String.raw`d_\mathrm{roots}`,
          `roots of ${x.kind.name}`,
          x.kind.roots,
          'length',
          'table of crops',
        ),
      ],
    };
  },
});

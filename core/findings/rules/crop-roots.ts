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
export const cropRoots = defineRule({
  id: 'crop-roots',
  title: 'roots and flood',
  stage: 'life',
  needsDay: true,

  judge: (c) => {
    if (!c.day) return [];
    return lifeOf(c).stands.flatMap(({ stand, kind }) => {
      const v = vesselOf(c.system, stand.vessel);
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
          part: stand.id,
          level,
          measured: dryGrown ? zone.dry : zone.depth,
          limit: dryGrown ? kind.roots : ROOM_FOR_ROOTS * kind.roots,
          kind: 'length' as const,
          sentence: dryGrown
            ? say`The water of “${v.name}” comes up to ${mm(zone.dry)} under the top; the roots of ${kind.name} go ${mm(kind.roots)} deep and do not reach it.`
            : shallow
              ? say`${kind.name} root ${mm(kind.roots)} deep; “${v.name}” gives them ${mm(zone.depth)}.`
              : kind.start === 'seed' && reach.seed > 0
                ? say`The roots of ${kind.name} reach the flood. Seed lies ${mm(reach.seed)} over it: sow at the wet line or on a wick.`
                : reach.plug > 0
                  ? say`The roots of ${kind.name} reach the flood; plugs sit ${mm(reach.plug)} lower than the top.`
                  : say`The roots of ${kind.name} reach the flood, ${mm(zone.dry)} down.`,
          why: say`The top of the stones stays dry against algae and gnats. A plug’s roots reach ${mm(SEEDLING_ROOTS)}; short ones sit lower, or on a cotton cord from the wet zone.`,
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
      (from, to) => say`Take ${mm(from - to)} of stones off, so that their top stands at ${mm(to)}`,
    ),

  explain: (c) => {
    const x = lifeOf(c).stands.find((y) => y.stand.id === c.f.part);
    if (!x) return null;
    const zone = rootZone(c, vesselOf(c.system, x.stand.vessel));
    return {
      title: 'Roots against the flood',
      formula: String.raw`z_\mathrm{top} - z_\mathrm{flood} \le d_\mathrm{roots}`,
      given: [
        given(
          String.raw`z_\mathrm{top}`,
          'top of what they grow in',
          zone.top,
          'length',
          ORIGIN.entered,
        ),
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

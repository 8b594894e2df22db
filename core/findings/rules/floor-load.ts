import { loadOnFootprint } from '../../derived/balance.ts';
import { load, say } from '../../quantity/index.ts';
import { vesselOf } from '../../system/index.ts';
import { defineRule } from '../rule.ts';

const COMMON_FLOOR = 150;

export const floorLoadRule = defineRule({
  id: 'floor-load',
  title: 'floor load',
  stage: 'place',
  needsDay: false,

  judge: ({ system, a }) => {
    const known = system.site.floorLoad;
    const limit = known ?? COMMON_FLOOR;
    const worst = [...a.weights]
      .filter((w) => {
        // A vessel that is dug in rests on the earth around it, not on a floor.
        return vesselOf(system, w.vessel).floor >= 0;
      })
      .sort((x, y) => y.load - x.load)[0];
    if (!worst) return [];
    const v = vesselOf(system, worst.vessel);
    const over = worst.load > limit;
    return [
      {
        about: v.id,
        level: over ? 'watch' : 'fine',
        measured: worst.load,
        limit,
        kind: 'load',
        sentence: over
          ? known === null
            ? say`“${v.name}” loads its footprint with ${load(worst.load)}. Home floors are usually designed for ${load(150)} to ${load(200)}.`
            : say`“${v.name}” loads its footprint with ${load(worst.load)}. You entered that the floor carries ${load(known)}.`
          : say`“${v.name}” loads its footprint with ${load(worst.load)}.`,
        why: say`This counts water, media, vessel, plants and fish at the fullest moment. It compares the weight with common design loads and approves nothing. Ask a structural engineer or the building’s manager, and follow local codes.`,
        source:
          'Common design loads of homes 1.5–2.0 kPa; balconies 2.5–4; flat roofs 0.4–1; old floors often less.',
      },
    ];
  },

  adjustments: () => [],

  explain: (c) => loadOnFootprint.explain(c, c.f.about),
});

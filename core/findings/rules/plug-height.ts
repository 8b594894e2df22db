import { highestRim, plugClearance } from '../../derived/index.ts';
import { mm, say } from '../../quantity/index.ts';
import { adjustNumber } from '../adjustments/index.ts';
import { defineRule } from '../rule.ts';

/** A splash's height over the water. */
const SPLASH = 0.1;

/** No connection stands where water can reach it; low voltage may. */
export const plugHeightRule = defineRule({
  id: 'plug-height',
  title: 'height of the plugs',
  stage: 'place',
  needsDay: false,

  judge: (c) => {
    const clearance = plugClearance.value(c, '');
    const top = highestRim(c);
    if (clearance === null || !top || c.system.site.power.lowVoltage === true) return [];
    const level = clearance < 0 ? 'stop' : clearance < SPLASH ? 'watch' : 'fine';
    return [
      {
        about: top.id,
        level,
        measured: clearance,
        limit: level === 'stop' ? 0 : SPLASH,
        kind: 'length',
        sentence:
          level === 'stop'
            ? say`The lowest plug is ${mm(-clearance)} below the rim of “${top.name}”. Water can reach it.`
            : level === 'watch'
              ? say`The lowest plug is ${mm(clearance)} above the rim of “${top.name}”. At least ${mm(SPLASH)} keeps it away from splashes.`
              : say`The lowest plug is ${mm(clearance)} above the highest possible water.`,
        why: say`A blocked drain fills a vessel to its rim, and water runs along cables. Keep plugs above the highest possible water, with a drip loop in the cable. A licensed electrician and the local code decide.`,
        source: 'Electrical safety around water; low voltage is safer.',
      },
    ];
  },

  adjustments: ({ system: s }) =>
    adjustNumber(
      s,
      'plug-height',
      'site.power.height',
      0.05,
      (_, to) => say`Have an electrician move the lowest plug up to ${mm(to)}`,
    ),

  explain: (c) => plugClearance.explain(c, ''),
});

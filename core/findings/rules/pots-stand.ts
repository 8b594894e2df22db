import { mediumById } from '../../catalogue/index.ts';
import { given, mass, mm, ORIGIN, say } from '../../quantity/index.ts';
import { boreArea } from '../../water/constants.ts';
import { adjustCrest } from '../adjustments/index.ts';
import { defineRule, type Verdict } from '../rule.ts';

/** Pots stand only if they weigh more than the water they push aside. */
export const potsStandRule = defineRule({
  id: 'pots-stand',
  title: 'pots that stand',
  stage: 'drain',
  needsDay: false,

  judge: ({ system, a }) =>
    system.vessels.flatMap((v, i): Verdict[] => {
      if (!v.pots) return [];
      const medium = mediumById(v.pots.medium);
      if (!medium) return [];
      const depth = Math.min(
        v.pots.height,
        Math.max(a.balance.deepest[i]!.level, a.balance.rest[i]!.level),
      );
      const voids = v.pots.voids ?? medium.voids[1];
      const base = boreArea(v.pots.diameter);
      // Pots that stand in water for good are soaked; those that are flooded may stand dry before.
      const density = v.role === 'tray' ? medium.wetDensity : medium.dryDensity;
      const weighs = base * v.pots.height * 1000 * density;
      const pushes = base * depth * (1 - voids) * 1000;
      const part = pushes > 0 ? weighs / pushes : Infinity;
      if (!Number.isFinite(part)) return [];
      const level = part < 1 ? 'stop' : part < 1.3 ? 'watch' : 'fine';
      return [
        {
          about: v.id,
          level,
          measured: part,
          limit: level === 'stop' ? 1 : 1.3,
          kind: 'ratio',
          sentence:
            level === 'fine'
              ? say`The pots in “${v.name}” weigh ${mass(weighs)} dry and displace ${mass(pushes)} of water. They do not float.`
              : level === 'watch'
                ? say`The dry pots in “${v.name}” weigh hardly more than the water they displace. Put a heavy stone into each.`
                : say`The pots in “${v.name}” float. Dry, they weigh less than the water they displace at a depth of ${mm(depth)}.`,
          why: say`A pot floats when its dry media weigh less than the water that the grains displace at the deepest flood. Soaked media are heavier. Three tenths to spare is our own number.`,
          source: 'Archimedes; bulk densities of the media table.',
        },
      ];
    }),

  adjustments: ({ system: s, f }) => adjustCrest(s, f.about, -1),

  explain: ({ system: s, a, f }) => {
    const i = s.vessels.findIndex((v) => v.id === f.about);
    const pots = s.vessels[i]?.pots;
    return pots
      ? {
          title: 'Weight of a pot against the water it displaces',
          formula: String.raw`\frac{\rho_b\,H}{\rho_w\,(1 - \varphi)\,h}`,
          given: [
            given('H', 'height of a pot', pots.height, 'length', ORIGIN.entered),
            given('h', 'deepest water', a.balance.deepest[i]!.level, 'length', ORIGIN.balance),
          ],
          note: 'Bulk density and voids of the medium from the media table; dry where the pots fall dry, soaked where they stand in water for good.',
        }
      : null;
  },
});

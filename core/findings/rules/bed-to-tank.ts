import { bedsOfTank } from '../../assess/assess.ts';
import { given, ORIGIN, ratio, say } from '../../quantity/index.ts';
import { beds } from '../../system/index.ts';
import { volumeAt } from '../../water/vessel.ts';
import { adjustWidth } from '../adjustments/index.ts';
import { PRACTICE, within } from '../grade.ts';
import { defineRule } from '../rule.ts';

/** Bed to tank, by the schools that compare gross volumes and the one that compares voids. */
export const bedToTank = defineRule({
  id: 'bed-to-tank',
  title: 'bed to tank',
  stage: 'vessels',
  needsDay: false,

  judge: ({ system, a }) =>
    system.vessels.flatMap((tank, ti) => {
      if (tank.role !== 'tank') return [];
      const fed = bedsOfTank(system, a, tank.id);
      const sump = system.vessels.some((v) => v.role === 'sump');
      const most = sump ? 2 : 1;
      const water = a.balance.rest[ti]!.volume;
      if (!fed.length || water <= 0) return [];
      const gross = fed.reduce((sum, b) => sum + b.gross, 0);
      const voids = fed.reduce((sum, b) => {
        const v = a.net.vessels.find((x) => x.id === b.id)!;
        return sum + volumeAt(v.storage, Math.min(v.height, b.highest));
      }, 0);
      const r = gross / water;
      const level = within(r, 0.5, 1.05 * most);
      return [
        {
          about: tank.id,
          level,
          measured: r,
          limit: r > most ? most : 0.5,
          kind: 'ratio' as const,
          sentence:
            level === 'fine'
              ? say`Bed to tank is ${ratio(r)} by volume.`
              : r < 0.5
                ? say`Bed to tank is ${ratio(r)} by volume: stock the fish by the bed, not by the tank.`
                : sump
                  ? say`Bed to tank is ${ratio(r)} by volume; even with a sump 2 : 1 is the most.`
                  : say`Bed to tank is ${ratio(r)} by volume; beyond 1 : 1 a sump should take the swing.`,
          why: say`One school begins at 1 : 1 and goes up to 2 : 1 with a sump and mature beds; another compares the water in the flooded stones with the tank, 0.3 : 1 to 1 : 1, here ${ratio(voids / water)}. Small beds clean for fewer fish; large ones take the tank’s water with each flood.`,
          source: `${PRACTICE} The schools disagree; both figures are shown.`,
        },
      ];
    }),

  adjustments: ({ system: s, f }) =>
    beds(s).flatMap((v) => adjustWidth(s, v.id, f.measured < f.limit ? 1 : -1)),

  explain: ({ system: s, a, f }) => {
    const i = s.vessels.findIndex((v) => v.id === f.about);
    const fed = bedsOfTank(s, a, f.about);
    const voids = fed.reduce((sum, b) => {
      const v = a.net.vessels.find((x) => x.id === b.id)!;
      return sum + volumeAt(v.storage, Math.min(v.height, b.highest));
    }, 0);
    return {
      title: 'Bed to tank',
      formula: String.raw`\frac{V_\mathrm{bed}}{V}`,
      given: [
        given(
          String.raw`V_\mathrm{bed}`,
          'beds to the rim, stones not taken off',
          fed.reduce((sum, b) => sum + b.gross, 0),
          'volume',
          ORIGIN.shape,
        ),
        given('V', 'water at rest', a.balance.rest[i]!.volume, 'volume', ORIGIN.entered),
        given(
          String.raw`V_\varphi`,
          'what another school compares: water in the flooded stones',
          voids,
          'volume',
          ORIGIN.shape,
        ),
      ],
    };
  },
});

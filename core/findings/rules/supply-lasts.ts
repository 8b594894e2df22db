import { given, litres, ORIGIN, say } from '../../quantity/index.ts';
import { vesselOf } from '../../system/index.ts';
import { adjustFill } from '../adjustments/index.ts';
import { PRACTICE } from '../grade.ts';
import { defineRule, type Verdict } from '../rule.ts';

/** What is gravity fed without a return lasts as long as its supply. */
export const supplyLastsRule = defineRule({
  id: 'supply-lasts',
  title: 'days of supply',
  stage: 'drain',
  needsDay: false,

  judge: ({ system, a }) =>
    system.paths.flatMap((p): Verdict[] => {
      if (p.kind !== 'float-valve') return [];
      const from = a.balance.rest[a.net.vessels.findIndex((v) => v.id === p.from)]!;
      const loss = a.net.vessels[a.net.vessels.findIndex((v) => v.id === p.to)]!.waterUse * 86400;
      if (loss <= 0) return [];
      const days = from.volume / loss;
      const level = days < 1 ? 'stop' : days < 3 ? 'watch' : 'fine';
      const whole = Math.round(days * 10) / 10;
      return [
        {
          about: p.from,
          level,
          measured: days * 86400,
          limit: level === 'stop' ? 86400 : 3 * 86400,
          kind: 'time',
          sentence: say`“${vesselOf(system, p.from).name}” waters “${vesselOf(system, p.to).name}” for ${String(whole)} days. It holds ${litres(from.volume)} and the plants use ${litres(loss)} a day.`,
          why: say`No water returns: plants and air take all of it. Three days are enough for a weekend. Salts stay in the pots, so rinse them from above now and then. Cover the tray or keep its water moving against mosquitoes.`,
          source: PRACTICE,
        },
      ];
    }),

  adjustments: ({ system: s, f }) => adjustFill(s, f.about, 1),

  explain: ({ system: s, a, f }) => {
    const p = s.paths.find((x) => x.kind === 'float-valve' && x.from === f.about);
    const from = a.balance.rest.find((r) => r.vessel === f.about);
    const fed = a.net.vessels.find((v) => v.id === p?.to);
    return from && fed
      ? {
          title: 'How long the supply lasts',
          formula: String.raw`t = \frac{V}{\dot V}`,
          given: [
            given('V', 'in the supply', from.volume, 'volume', ORIGIN.entered),
            given(
              String.raw`\dot V`,
              'drunk and evaporated in a day',
              fed.waterUse * 86400,
              'volume',
              ORIGIN.balance,
            ),
          ],
        }
      : null;
  },
});

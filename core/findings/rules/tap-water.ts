import { CHLORINE_LIMITS } from '../../limits/index.ts';
import { DECHLORINATORS } from '../../catalogue/index.ts';
import { dechlorinate, standingTime } from '../../life/index.ts';
import { concentration, given, litres, mass, ORIGIN, say, time } from '../../quantity/index.ts';
import { fishIn, type SystemDocument } from '../../system/index.ts';
import { once } from '../adjustments/index.ts';
import { defineRule } from '../rule.ts';
import type { Assessment } from '../../assess/assess.ts';

/** Topped up once a week. */
const DAYS = 7;

/** Total chlorine in the fish's water after a week's top-up from the tap. */
function afterTopUp(s: SystemDocument, a: Assessment) {
  const volume = a.balance.rest.reduce((sum, r) => sum + r.volume, 0);
  const topUp = DAYS * a.balance.dailyWaterUse;
  const level = s.site.tap.chlorineLevel ?? 0;
  return { volume, topUp, level, mixed: volume > 0 ? (level * topUp) / (volume + topUp) : level };
}

/** Chlorine of the tap that needs treatment before it meets fish. */
export const tapWaterRule = defineRule({
  id: 'tap-water',
  title: 'tap water',
  stage: 'place',
  needsDay: false,

  judge: ({ system: s, a }) => {
    const { tap } = s.site;
    const home = s.vessels.find((v) => fishIn(s, v.id).count > 0);
    if (!home || tap.chlorine === null || tap.chlorine === 'none' || tap.chlorineLevel === null)
      return [];
    const { topUp, mixed, level } = afterTopUp(s, a);
    const standingTimes = standingTime(tap.chlorine, level);
    const vitamin = dechlorinate(DECHLORINATORS[0]!, level, topUp) / 1000;
    const harmful = !tap.treated && mixed > CHLORINE_LIMITS.target;
    const how =
      standingTimes === null
        ? say`Chloramine does not leave when water stands. Use a conditioner that also binds ammonia.`
        : say`Chlorine leaves aerated water in ${time(standingTimes[0])} to ${time(standingTimes[1])}. ${mass(vitamin)} of vitamin C in ${litres(topUp)} removes it as well.`;
    return [
      {
        about: home.id,
        level: harmful ? 'watch' : 'fine',
        measured: tap.treated ? 0 : mixed,
        limit: CHLORINE_LIMITS.target,
        kind: 'concentration',
        sentence: harmful
          ? say`A week of top-up with untreated tap water (${litres(topUp)}) leaves ${concentration(mixed)} of chlorine in the fish’s water. The maximum is ${concentration(CHLORINE_LIMITS.target)}.`
          : tap.treated
            ? say`You remove the chlorine from tap water before it goes in.`
            : say`A week of top-up with tap water leaves ${concentration(mixed)} of chlorine.`,
        why: [
          ...how,
          ...say` Chlorine harms fish gills and bacteria first. Check with a total chlorine test (DPD) that reads down to ${concentration(CHLORINE_LIMITS.proof)}.`,
        ],
        source:
          'Criteria 0.019 mg/L acute, 0.011 chronic, cited from memory; half-life of standing 6–24 h.',
      },
    ];
  },

  adjustments: ({ system: s }) =>
    s.site.tap.treated
      ? []
      : once(
          'tap-treated',
          [{ at: 'site.tap.treated', to: true }],
          s.site.tap.chlorine === 'chloramine'
            ? say`Treat new water with a conditioner for chloramine, as its label says, before it goes in`
            : say`Aerate new water or treat it before it goes in`,
        ),

  explain: ({ system: s, a }) => {
    const { volume, topUp, level } = afterTopUp(s, a);
    return {
      title: 'Chlorine after a week’s top-up',
      formula: String.raw`\frac{c\, \Delta V}{V + \Delta V}`,
      given: [
        given('c', 'total chlorine of the tap water', level, 'concentration', ORIGIN.entered),
        given(String.raw`\Delta V`, 'topped up in a week', topUp, 'volume', ORIGIN.balance),
        given('V', 'water of the system', volume, 'volume', ORIGIN.balance),
      ],
    };
  },
});

import { UNIONISED_LIMITS, tanAt, unionisedShare } from '../../../life/index.ts';
import { concentration, feed, litres, ph, say, share } from '../../../quantity/index.ts';
import { bandsOf } from '../../../readings/bands.ts';
import { tankOf } from '../../../readings/tended.ts';
import { CHANGE_WAIT, changeAgainstAmmonia, treatedWater, waterNow } from '../mixing.ts';
import { isFresh, paced, readWords } from '../pace.ts';
import { defineAdvice, type Advised } from '../types.ts';

/** pH at which ammonia is judged where the pH was not read: as bad as home water gets. */
const WORST_PH = 8.2;

/** Un-ionised ammonia, by pH and warmth. */
export const ammonia = defineAdvice({
  id: 'ammonia',
  advise: (t): Advised[] => {
    const tan = t.latest.tan;
    if (!t.hasFish || !tan || tan.high <= 0) return [];
    const now = waterNow(t);
    const about = tankOf(t);
    const { caution, act, deadly } = UNIONISED_LIMITS;
    const source =
      'Emerson and others (1975); limits of un-ionised ammonia nitrogen for fish in common use.';
    if (!isFresh(t, 'tan')) return [];
    if (!isFresh(t, 'ph')) {
      const worst = tan.high * unionisedShare(now.temperature, WORST_PH);
      if (worst < caution) return [];
      return [
        {
          kind: 'read',
          amount: null,
          measure: null,
          about,
          urgency: worst >= act ? 'now' : 'today',
          say: say`Read the pH: without it nobody can say whether this ammonia is safe.`,
          also: [say`Feed half until you know.`],
          wait: null,
          retest: ['ph', 'temperature'],
          because: say`${concentration(tan.high)} of ammonia is harmless in sour water and dangerous at pH ${ph(WORST_PH)}.`,
          rests: [readWords(t, 'tan'), readWords(t, 'ph')],
          unless: say`A pH of 7 or less.`,
          source,
        },
      ];
    }
    const unionised = tan.high * unionisedShare(now.temperature, now.ph);
    const rests = [readWords(t, 'tan'), readWords(t, 'ph'), readWords(t, 'temperature')];
    const safe = tanAt(caution, now.temperature, now.ph);
    if (unionised < caution) {
      const farmed = bandsOf(t).tan!.good[1];
      if (tan.high <= farmed + 1e-9) return [];
      return [
        {
          kind: 'feed',
          amount: t.life.feed / 2000,
          measure: 'feed',
          about,
          urgency: 'today',
          say: say`Feed half, ${feed(t.life.feed / 2000)}, until ammonia falls.`,
          also: [say`Do not raise the pH meanwhile: it would turn this ammonia poisonous.`],
          wait: 86400,
          retest: ['tan', 'ph'],
          because: say`${concentration(tan.high)} is more than these fish should live in, though at pH ${ph(now.ph)} only ${concentration(unionised)} is poisonous.`,
          rests,
          unless: say`Less than ${concentration(farmed)} at the next test.`,
          source,
        },
      ];
    }
    const grave = unionised >= act;
    return paced(
      t,
      {
        acts: (e) => e.kind === 'water-change',
        acted: 'water changed',
        wait: CHANGE_WAIT,
        reads: ['tan', 'ph'],
        urgency: grave ? 'now' : 'today',
      },
      () => {
        const change = changeAgainstAmmonia(t, tan.high, caution);
        const stop = grave
          ? say`Stop feeding until ammonia is under ${concentration(safe)}.`
          : say`Feed half, ${feed(t.life.feed / 2000)}.`;
        const shared = {
          about,
          urgency: grave ? ('now' as const) : ('today' as const),
          retest: ['tan', 'ph', 'temperature'] as const,
          because: say`Of ${concentration(tan.high)} ammonia ${concentration(unionised)} is un-ionised at pH ${ph(now.ph)}; ${concentration(caution)} is the most that is calm, ${concentration(act)} burns gills${unionised >= deadly ? ', and this much kills many fish' : ''}.`,
          rests,
          unless: say`Ammonia under ${concentration(safe)} at this pH and warmth, or a lower pH.`,
          source,
        };
        if (!change)
          return {
            ...shared,
            kind: 'stop-feeding',
            amount: null,
            measure: null,
            say: say`Stop feeding and aerate hard; do not change water: your tap’s pH would make more of the ammonia poisonous.`,
            also: [
              say`A conditioner that binds ammonia, by its label, buys a day.`,
              say`Rain water, or tap water that has stood until its pH is near ${ph(now.ph)}, can be changed in.`,
            ],
            wait: CHANGE_WAIT,
          };
        const volume = change.share * t.volume;
        return {
          ...shared,
          kind: 'change-water',
          amount: volume,
          measure: 'volume',
          say: change.enough
            ? say`Change ${litres(volume)} of water now (${share(change.share)}).`
            : say`Change ${litres(volume)} of water now (${share(change.share)}), and as much again in 12 h if the test still says so.`,
          also: [stop, say`Aerate.`, ...treatedWater(t, volume)],
          wait: CHANGE_WAIT,
        };
      },
    );
  },
});

import {
  CHLORIDE_RATIO,
  MOST_AT_ONCE,
  saltAgainstNitrite,
  waterChanges,
} from '../../../life/index.ts';
import { concentration, dose, feed, litres, say, share } from '../../../quantity/index.ts';
import { bandsOf } from '../../../readings/bands.ts';
import { SALT, chlorideOf, tankOf } from '../../../readings/tended.ts';
import { CHANGE_WAIT, calmChange, treatedWater } from '../mixing.ts';
import { isFresh, paced, readWords } from '../pace.ts';
import { defineAdvice, type Advised } from '../types.ts';

/** Salt that is dissolved at once at most, mg/L: fresh-water fish and most leaves bear it. */
export const SALT_AT_ONCE = 300;

/** A change aims at so much of the limit. */
const WELL_UNDER = 0.8;

const CROPS =
  'Strawberries, beans and most leaves suffer from salt, and only a change of water takes it out again. Plain salt without additives.';

/** Nitrite, for the most sensitive kind, and the chloride that shields it. */
export const nitrite = defineAdvice({
  id: 'nitrite',
  advise: (t): Advised[] => {
    const read = t.latest.nitrite;
    const band = bandsOf(t).nitrite;
    if (!t.hasFish || !read || !band || !isFresh(t, 'nitrite')) return [];
    const [, caution] = band.good;
    const [, act] = band.edge;
    const now = read.high;
    if (now < caution) return [];
    const chloride = chlorideOf(t);
    if (chloride >= CHLORIDE_RATIO.least * now) return [];
    const grave = now >= act;
    const about = tankOf(t);
    const changes = waterChanges(now, WELL_UNDER * caution, 0);
    const strength = Math.min(SALT_AT_ONCE, saltAgainstNitrite(now, chloride));
    const salt = (strength * t.volume) / 1000;
    const shared = {
      about,
      urgency: grave ? ('now' as const) : ('today' as const),
      wait: CHANGE_WAIT,
      retest: ['nitrite', 'tan'] as const,
      because: say`Nitrite is at ${concentration(now)}; these fish bear ${concentration(caution)}, and from ${concentration(act)} their blood no longer carries oxygen. Chloride of ${concentration(chloride)} is too little to shield them.`,
      rests: [readWords(t, 'nitrite'), readWords(t, 'chloride')],
      unless: say`Nitrite under ${concentration(caution)}, or chloride of ${concentration(CHLORIDE_RATIO.least * now)} and more.`,
      source: 'Limits by kind; chloride to nitrite nitrogen after SRAC 462, cited from memory.',
    };
    const feeding = grave
      ? say`Stop feeding until it is under ${concentration(act)}; aerate.`
      : say`Feed half, ${feed(t.life.feed / 2000)}; aerate.`;
    // One change does not reach far where there is much; salt shields at once.
    const part = calmChange(t, changes?.times === 1 ? changes.share : MOST_AT_ONCE);
    if (part === null || (grave && changes && changes.times > 1))
      return paced(
        t,
        {
          acts: (e) => e.kind === 'dose' && e.what === SALT,
          acted: 'salt dissolved',
          wait: CHANGE_WAIT,
          reads: ['nitrite'],
          urgency: shared.urgency,
        },
        () => ({
          ...shared,
          kind: 'dose',
          substance: SALT,
          amount: salt,
          measure: 'dose',
          say: say`Dissolve ${dose(salt)} of plain salt in a bucket and pour it in over the day, in thirds.`,
          also: [
            feeding,
            ...(part === null
              ? []
              : [
                  say`Change ${litres(part * t.volume)} of water before the salt, not after: it would go out again.`,
                ]),
          ],
          caution: CROPS,
        }),
      );
    return paced(
      t,
      {
        acts: (e) => e.kind === 'water-change' || (e.kind === 'dose' && e.what === SALT),
        acted: 'water changed or salt dissolved',
        wait: CHANGE_WAIT,
        reads: ['nitrite'],
        urgency: shared.urgency,
      },
      () => {
        const volume = part * t.volume;
        return {
          ...shared,
          kind: 'change-water',
          amount: volume,
          measure: 'volume',
          say: say`Change ${litres(volume)} of water now (${share(part)}).`,
          also: [
            feeding,
            ...treatedWater(t, volume),
            say`Where it goes on rising, ${dose(salt)} of plain salt over a day shields the fish.`,
          ],
          caution: CROPS,
        };
      },
    );
  },
});

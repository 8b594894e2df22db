import { CHLORINE_LIMITS, DECHLORINATORS } from '../../../catalogue/index.ts';
import { dechlorinate, standingTime } from '../../../life/index.ts';
import { concentration, dose, say, time } from '../../../quantity/index.ts';
import { isFresh, paced, readWords } from '../pace.ts';
import { defineAdvice, type Advised } from '../types.ts';

const BY = DECHLORINATORS.find((d) => d.id === 'sodium-ascorbate')!;
const WAIT = 1800;

/** Chlorine in all, in water that fish live in or are to live in. */
export const chlorine = defineAdvice({
  id: 'chlorine',
  advise: (t): Advised[] => {
    const read = t.latest.chlorine;
    if (!read || t.isSolution || !isFresh(t, 'chlorine')) return [];
    if (read.high <= CHLORINE_LIMITS.target) return [];
    const grams = dechlorinate(BY, read.high, t.volume);
    const kind = t.system.site.tap.chlorine ?? 'chlorine';
    const stand = standingTime(kind, read.high);
    return paced(
      t,
      {
        acts: (e) => e.kind === 'dose' && DECHLORINATORS.some((d) => d.id === e.what),
        acted: 'chlorine taken out',
        wait: WAIT,
        reads: ['chlorine'],
        urgency: t.hasFish ? 'now' : 'today',
      },
      () => ({
        kind: 'dose',
        substance: BY.id,
        amount: grams / 1000,
        measure: 'dose',
        about: '',
        urgency: t.hasFish ? 'now' : 'today',
        say: say`Dissolve ${dose(grams / 1000)} of ${BY.name.toLowerCase()} and stir it in; read chlorine again in half an hour.`,
        also: [
          ...(t.hasFish ? [say`Move the fish to clean water if they gasp.`] : []),
          ...(stand && !t.hasFish
            ? [say`Or let it stand aerated for ${time(stand[0])} to ${time(stand[1])}.`]
            : []),
          ...(kind === 'chloramine'
            ? [
                say`Chloramine frees ammonia when it is broken: test ammonia too. It does not leave by standing.`,
              ]
            : []),
        ],
        wait: WAIT,
        retest: kind === 'chloramine' ? ['chlorine', 'tan'] : ['chlorine'],
        because: say`${concentration(read.high)} of chlorine in all; fish need less than ${concentration(CHLORINE_LIMITS.target)}, and bacteria die of it too.`,
        rests: [readWords(t, 'chlorine')],
        unless: say`A test that reads to ${concentration(0.05)} or better and shows none. A free-chlorine strip says nothing about chloramine.`,
        source: `${BY.source} Limits: 0.019 mg/L acute, 0.011 chronic, cited from memory.`,
      }),
    );
  },
});

import { mix } from '../../../life/index.ts';
import {
  conductivity,
  days,
  dose,
  liquid,
  litres,
  say,
  share,
  type Phrase,
} from '../../../quantity/index.ts';
import { bandsOf } from '../../../readings/bands.ts';
import { daysRunning, newest, type Tended } from '../../../readings/tended.ts';
import { isFresh, paced, readWords } from '../pace.ts';
import { defineAdvice, type Advised } from '../types.ts';
import { programmeOf, responseOf, sinceChange, stageOf } from '../../../readings/solution.ts';

const MIX_WAIT = 1800;
/** A full dose is never exceeded at once, and a top-up is no more than this share of the water. */
const MOST_DILUTED = 0.4;

/** Parts of a programme in words: “12 mL of Part A, then …”. */
export function partsInWords(
  t: Tended,
  part: number,
): { words: Phrase; first: { amount: number; measure: 'liquid' | 'dose' } } | null {
  const programme = programmeOf(t);
  if (!programme) return null;
  const parts = mix(programme, stageOf(t), t.volume, part);
  const told = parts.map((p) =>
    p.unit === 'mL'
      ? ([liquid(p.amount * 1e-6), ` of ${p.name}`] as Phrase)
      : ([dose(p.amount / 1000), ` of ${p.name}`] as Phrase),
  );
  const first = parts[0]!;
  return {
    words: told.flatMap((x, i) =>
      i === 0 ? [...x] : [i === told.length - 1 ? ', then ' : ', ', ...x],
    ),
    first:
      first.unit === 'mL'
        ? { amount: first.amount * 1e-6, measure: 'liquid' }
        : { amount: first.amount / 1000, measure: 'dose' },
  };
}

/** Strength of the solution. */
export const strength = defineAdvice({
  id: 'strength',
  advise: (t): Advised[] => {
    const read = t.latest.conductivity;
    const band = bandsOf(t).conductivity;
    if (!t.isSolution || !read || !band || !isFresh(t, 'conductivity')) return [];
    const [low, high] = band.good;
    const aim = (low + high) / 2;
    const now = read.value;
    if (now >= band.edge[0] && now <= band.edge[1]) return [];
    const weak = now < low;
    const shared = {
      about: '',
      urgency: 'today' as const,
      wait: MIX_WAIT,
      retest: ['conductivity', 'ph'] as const,
      because: say`The solution is at ${conductivity(now)}; what grows in it wants ${conductivity(low)} to ${conductivity(high)}. ${weak ? 'Too weak starves.' : 'Too strong burns the tips and takes the water from the roots.'}`,
      rests: [readWords(t, 'conductivity')],
      source: 'EC by commonly published hydroponic tables; mass balance.',
    };
    return paced(
      t,
      {
        acts: (e) =>
          (e.kind === 'dose' && e.what === t.system.solution?.programme) ||
          e.kind === 'top-up' ||
          e.kind === 'water-change',
        acted: 'dosed or topped up',
        wait: MIX_WAIT,
        reads: ['conductivity'],
        urgency: 'today',
      },
      () => {
        if (weak) {
          const response = responseOf(t);
          const part = Math.min(1, Math.max(0, (aim - now) / response.perDose));
          const words = partsInWords(t, part);
          if (!words) return null;
          return {
            ...shared,
            kind: 'dose',
            substance: t.system.solution!.programme,
            part,
            amount: words.first.amount,
            measure: words.first.measure,
            say: [...say`Add ${share(part)} of a full dose: `, ...words.words, '.'],
            also: [
              say`One part at a time, stirred in by the pump, never concentrates together. Then read EC and pH.`,
              response.learnt
                ? say`By what your last dose did: a full one raises it by ${conductivity(response.perDose)}.`
                : say`By the label; after this dose your own figure counts.`,
            ],
            unless: say`A reading taken before the solution was stirred, or a warm meter without compensation.`,
            caution: 'Gloves and eye protection with concentrates.',
          };
        }
        const tap = t.system.site.tap.conductivity ?? 0.04;
        const part = tap >= aim ? MOST_DILUTED : Math.min(MOST_DILUTED, (now - aim) / (aim - tap));
        const volume = part * t.volume;
        return {
          ...shared,
          kind: 'top-up',
          amount: volume,
          measure: 'volume',
          say: say`Top up with ${litres(volume)} of plain water; where there is no room, take as much solution out first.`,
          also: [
            say`A rising EC says that the plants drink more than they eat: mix a little weaker next time.`,
          ],
          unless: say`The level is low: the first top-up may be enough.`,
        };
      },
    );
  },
});

/** Age of the solution, by the schools of weeks and of top-ups. */
export const solutionAge = defineAdvice({
  id: 'solution-age',
  advise: (t): Advised[] => {
    if (!t.isSolution || daysRunning(t) === null) return [];
    const age = sinceChange(t);
    if (!age || (age.days <= age.mostDays && age.toppedUp <= t.volume)) return [];
    const byTopUps = age.toppedUp > t.volume;
    const last = newest(t, (e) => e.kind === 'water-change');
    const words = partsInWords(t, t.system.solution?.strength ?? 1);
    return [
      {
        kind: 'change-solution',
        amount: t.volume,
        measure: 'volume',
        about: '',
        urgency: 'week',
        say: say`Change the solution: ${litres(t.volume)} out onto garden beds, the tub wiped, and mixed anew.`,
        also: words ? [[...say`For the new one: `, ...words.words, '.']] : [],
        wait: null,
        retest: ['conductivity', 'ph'],
        because: byTopUps
          ? say`${litres(age.toppedUp)} have been topped up since it was mixed, more than the ${litres(t.volume)} it holds: what the plants leave has built up.`
          : say`It is ${days(age.days)} old; the schools change after one to four weeks.`,
        rests: [last ? say`last change in the log` : say`first entry of the log`],
        unless: say`EC and pH hold steady and the roots are white: large reservoirs may go on longer.`,
        source: 'Schools of solution growers: by weeks, by top-ups, by drift.',
      },
    ];
  },
});

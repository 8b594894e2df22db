import { solutionMix } from '../life/index.ts';
import { SOLUTION_STRAY, SOLUTION_WAIT } from '../limits/index.ts';
import {
  conductivity,
  dose,
  liquid,
  litres,
  say,
  share,
  time,
  type Phrase,
} from '../quantity/index.ts';
import type { CubicMetres } from '../quantity/si.ts';
import { programmeOf, responseOf, stageOf, type Tended } from '../readings/index.ts';
import { stepOf, type TreatmentStep } from './types.ts';

/** Nutrients of a solution: a dose, a dilution, a new solution. */

/** Parts of a programme in words, one instruction each. @param part of a full dose */
export function partsInWords(t: Tended, part: number): Phrase[] {
  const programme = programmeOf(t);
  if (!programme) return [];
  return solutionMix(programme, stageOf(t), t.volume, part).map((p) =>
    p.unit === 'mL'
      ? say`Add ${liquid(p.amount * 1e-6)} of ${p.name} and let the pump stir it in.`
      : say`Add ${dose(p.amount / 1000)} of ${p.name} and let the pump stir it in.`,
  );
}

/** The first part of a dose in its amount. */
function firstPart(t: Tended, part: number) {
  const first = programmeOf(t) && solutionMix(programmeOf(t)!, stageOf(t), t.volume, part)[0];
  if (!first) return { amount: null, measure: null };
  return first.unit === 'mL'
    ? { amount: first.amount * 1e-6, measure: 'liquid' as const }
    : { amount: first.amount / 1000, measure: 'dose' as const };
}

/** The step that brings a weak solution to strength; null where no programme is chosen. */
export function feedSolution(t: Tended, now: number, aim: number): TreatmentStep | null {
  const programme = programmeOf(t);
  if (!programme) return null;
  const response = responseOf(t);
  const part = Math.min(SOLUTION_STRAY.fullDose, Math.max(0, (aim - now) / response.perDose));
  return stepOf(
    'nutrient',
    [
      say`Give ${share(part)} of a full dose, one part after the other. Never mix concentrates.`,
      ...partsInWords(t, part),
      say`Read EC and pH in ${time(SOLUTION_WAIT.mixed)}.`,
      response.learnt
        ? say`Your last dose showed: a full one raises EC by ${conductivity(response.perDose)}.`
        : say`The amount is by the label. After this dose your own figure counts.`,
    ],
    {
      title: say`Give ${share(part)} of a full dose`,
      substance: programme.id,
      ...firstPart(t, part),
      wait: SOLUTION_WAIT.mixed,
      books: { kind: 'dose', what: programme.id, count: part },
      caution: 'Wear gloves and eye protection with concentrates.',
    },
  );
}

/** Plain water that brings a strong solution to an aim, m³. */
export function dilution(t: Tended, now: number, aim: number): CubicMetres {
  const tap = t.system.site.tap.conductivity ?? 0;
  const most = SOLUTION_STRAY.diluted;
  const part = tap >= aim ? most : Math.min(most, (now - aim) / (aim - tap));
  return part * t.volume;
}

/** The step that dilutes a strong solution. */
export function diluteStep(t: Tended, now: number, aim: number): TreatmentStep {
  const volume = dilution(t, now, aim);
  return stepOf(
    'top-up',
    [
      say`Add ${litres(volume)} of plain water. Where there is no room, take as much solution out first.`,
      say`Mix a little weaker next time: the plants drink more than they eat.`,
      say`Read EC and pH in ${time(SOLUTION_WAIT.mixed)}.`,
    ],
    {
      title: say`Add ${litres(volume)} of plain water`,
      amount: volume,
      measure: 'volume',
      wait: SOLUTION_WAIT.mixed,
      books: { kind: 'top-up', volume },
    },
  );
}

/** The step that mixes the solution anew. */
export const newSolution = (t: Tended): TreatmentStep =>
  stepOf(
    'change',
    [
      say`Pour the ${litres(t.volume)} of old solution onto garden beds and wipe the reservoir.`,
      say`Fill it with fresh water.`,
      ...partsInWords(t, t.system.solution?.strength ?? SOLUTION_STRAY.fullDose),
      say`Read EC and pH.`,
    ],
    {
      title: say`Mix new solution: ${litres(t.volume)}`,
      amount: t.volume,
      measure: 'volume',
      books: { kind: 'water-change', volume: t.volume },
    },
  );

import { ACIDS, BUFFERS } from '../../../catalogue/index.ts';
import {
  ALKALINITY_RANGE,
  CACO3_PER_EQUIVALENT,
  PH_DAY,
  PH_STEP,
  PH_WAIT,
  UNIONISED_LIMITS,
  acidStrength,
  carbonDioxideLimit,
  carbonateConstants,
  correction,
  freeCarbonDioxide,
  gramsFor,
  millilitresFor,
  phAfter,
} from '../../../life/index.ts';
import { concentration, dose, hardness, liquid, ph, say } from '../../../quantity/index.ts';
import { bandsOf, standing } from '../../../readings/bands.ts';
import { movesPh, recent, tankOf, type Tended } from '../../../readings/tended.ts';
import type { Entry } from '../../../entries/types.ts';
import { phForAmmonia, waterNow } from '../mixing.ts';
import { isFresh, paced, readWords } from '../pace.ts';
import { defineAdvice, type Advised, type Urgency } from '../types.ts';

const DAY = 86400;
const CAUTION =
  'Gloves and eye protection. Chemical into water, never water into chemical, never two at once.';
const SOURCE =
  'Plummer & Busenberg (1982), closed water; small steps with fish by common practice.';
/** Alkalinity that a dose aims at. */
const AIM = 40;
/** The gentlest that feeds the plants as well. */
const BUFFER = BUFFERS.find((b) => b.id === 'potassium-bicarbonate')!;
const ACID = ACIDS.find((a) => a.id === 'phosphoric-10')!;

/** Alkalinity that a dose of the log brought, mg/L CaCO₃; below 0 of an acid. */
function broughtBy(t: Tended, e: Entry): number {
  const buffer = BUFFERS.find((b) => b.id === e.what);
  const volume = Math.max(1e-6, t.volume);
  if (buffer)
    return (((e.mass ?? 0) * 1000) / buffer.gramsPerEquivalent / volume) * CACO3_PER_EQUIVALENT;
  const acid = ACIDS.find((a) => a.id === e.what);
  if (!acid) return 0;
  const equivalents = (e.volume ?? 0) * 1000 * acidStrength(acid, waterNow(t).ph);
  return (-equivalents / volume) * CACO3_PER_EQUIVALENT;
}

/** How far doses of the last day have moved the pH, by what they would do to the water as it is. */
export function movedToday(t: Tended): number {
  const now = waterNow(t);
  return recent(t, DAY, movesPh).reduce((sum, e) => {
    const carbon = BUFFERS.find((b) => b.id === e.what)?.carbonPerEquivalent ?? 0;
    return sum + Math.abs(phAfter(now, broughtBy(t, e), carbon) - now.ph);
  }, 0);
}

/** Most that the pH may be moved now. */
const stepNow = (t: Tended): number =>
  t.hasFish ? Math.max(0, Math.min(PH_STEP.fish, PH_DAY - movedToday(t))) : PH_STEP.noFish;

const paceOf = (t: Tended, urgency: Urgency, reads: readonly ('ph' | 'alkalinity')[]) => ({
  acts: movesPh,
  acted: 'pH or alkalinity dosed',
  wait: t.hasFish ? PH_WAIT.fish : PH_WAIT.noFish,
  reads,
  urgency,
});

/** Raises alkalinity or pH with the gentle buffer, one step of it. */
function raise(
  t: Tended,
  target: { ph: number } | { alkalinity: number },
  urgency: Urgency,
  because: Advised['because'],
): Advised[] {
  const now = waterNow(t);
  const rests = [readWords(t, 'ph'), readWords(t, 'alkalinity'), readWords(t, 'temperature')];
  return paced(t, paceOf(t, urgency, t.isSolution ? ['ph'] : ['ph', 'alkalinity']), () => {
    const tan = t.hasFish ? (t.latest.tan?.high ?? 0) : 0;
    const room = phForAmmonia(tan, now.temperature, UNIONISED_LIMITS.caution) - now.ph;
    const step = Math.min(stepNow(t), room);
    if (step < 0.02)
      return {
        kind: 'wait',
        amount: null,
        measure: null,
        about: '',
        urgency,
        say:
          room < 0.02
            ? say`Bring ammonia down first: raising the pH now would turn it poisonous.`
            : say`No more today: the pH has been moved by ${ph(PH_DAY)} within a day already.`,
        also: [],
        wait: 12 * 3600,
        retest: ['ph', 'tan'],
        because,
        rests: [...rests, readWords(t, 'tan')],
        unless: say`Less ammonia, or a new day.`,
        source: SOURCE,
      };
    const c = correction(now, target, BUFFER.carbonPerEquivalent, t.hasFish, step);
    if (!c || c.whole <= 0) return null;
    const grams = gramsFor(BUFFER, c.now, t.volume) / 1000;
    const all = gramsFor(BUFFER, c.whole, t.volume) / 1000;
    return {
      kind: 'dose',
      substance: BUFFER.id,
      amount: grams,
      measure: 'dose',
      about: '',
      urgency,
      say:
        c.steps > 1
          ? say`Dissolve ${dose(grams)} of ${BUFFER.name.toLowerCase()} in a bucket of its water and pour it in slowly: pH ${ph(c.phNow)}. ${dose(all)} in all, over about ${String(c.steps)} steps.`
          : say`Dissolve ${dose(grams)} of ${BUFFER.name.toLowerCase()} in a bucket of its water, half now and half in an hour: pH ${ph(c.phNow)}, alkalinity ${hardness(now.alkalinity + c.whole)}.`,
      also: [
        say`In turn with shell, chalk or lime: they bring calcium, this brings potassium.`,
        ...(c.phInAir > (bandsOf(t).ph?.edge[1] ?? 9)
          ? [say`With air it would come to pH ${ph(c.phInAir)}: stop at less.`]
          : []),
      ],
      wait: c.wait,
      retest: ['ph', 'alkalinity'],
      because,
      rests,
      unless: say`A reading that is there already. What is dosed shows in the alkalinity before it shows in the pH.`,
      caution: CAUTION,
      source: SOURCE,
    };
  });
}

/** Lowers the pH by one step of acid, where alkalinity allows. */
function lower(
  t: Tended,
  target: number,
  urgency: Urgency,
  because: Advised['because'],
): Advised[] {
  const now = waterNow(t);
  const rests = [readWords(t, 'ph'), readWords(t, 'alkalinity')];
  return paced(t, paceOf(t, urgency, ['ph']), () => {
    const step = stepNow(t);
    const c = step < 0.02 ? null : correction(now, { ph: target }, 0, t.hasFish, step);
    const left = c ? now.alkalinity + c.now : 0;
    if (!c || (t.hasFish && left < ALKALINITY_RANGE.low))
      return {
        kind: 'aerate',
        amount: null,
        measure: null,
        about: '',
        urgency,
        say: say`Leave the acid: aerate, shade the water against algae, and read again tomorrow.`,
        also: [
          say`Look for what holds the pH up: limestone among the stones, shell in excess, fresh mortar, lime overdosed, algae in the sun.`,
        ],
        wait: DAY,
        retest: ['ph', 'alkalinity'],
        because,
        rests,
        unless: say`Alkalinity well above ${hardness(ALKALINITY_RANGE.low)}: then acid can be taken in small steps.`,
        source: SOURCE,
      };
    const amount = millilitresFor(ACID, c.now, t.volume, target) * 1e-6;
    return {
      kind: 'dose',
      substance: ACID.id,
      amount,
      measure: 'liquid',
      about: '',
      urgency,
      say: say`Stir ${liquid(amount)} of ${ACID.name.toLowerCase()} into a bucket of water, acid into water, and pour it in slowly: pH ${ph(c.phNow)}.`,
      also:
        c.steps > 1 ? [say`About ${String(c.steps)} such steps in all, each after a reading.`] : [],
      wait: c.wait,
      retest: ['ph', 'alkalinity'],
      because,
      rests,
      unless: say`A pH within its range at the next reading: bacteria make water sour by themselves.`,
      caution: `${CAUTION} Never hydrochloric or sulphuric acid by this advice.`,
      source: SOURCE,
    };
  });
}

/** pH, alkalinity and free carbon dioxide together: one of them is acted on at a time. */
export const carbonate = defineAdvice({
  id: 'carbonate',
  advise: (t): Advised[] => {
    const acid = isFresh(t, 'ph') ? t.latest.ph : undefined;
    const alk = isFresh(t, 'alkalinity') ? t.latest.alkalinity : undefined;
    const band = bandsOf(t).ph;
    if (!band || (!acid && !alk)) return [];
    const now = waterNow(t);
    if (!t.hasFish) {
      const ec = t.latest.conductivity;
      // Parts move the pH: strength first.
      if (!acid || (ec && standing(bandsOf(t).conductivity, ec.value) === 'bad')) return [];
      const [low, high] = band.good;
      const aim = (low + high) / 2;
      if (acid.value < band.edge[0])
        return raise(
          t,
          { ph: aim },
          'today',
          say`The solution is at pH ${ph(acid.value)}; its crops take their food from ${ph(low)} to ${ph(high)}.`,
        );
      if (acid.value > band.edge[1])
        return lower(
          t,
          aim,
          'today',
          say`The solution is at pH ${ph(acid.value)}; its crops take their food from ${ph(low)} to ${ph(high)}: above it iron and phosphate fall out.`,
        );
      return [];
    }
    const { floor, low: wanted } = ALKALINITY_RANGE;
    if (acid && alk) {
      const co2 = freeCarbonDioxide(acid.value, alk.value, carbonateConstants(now.temperature));
      const limit = carbonDioxideLimit(t.life.groups.map((g) => g.kind));
      if (co2 > limit && alk.value >= floor)
        return [
          {
            kind: 'aerate',
            amount: null,
            measure: null,
            about: tankOf(t),
            urgency: 'today',
            say: say`Aerate well for a day before any dose, then read the pH again.`,
            also: [],
            wait: DAY,
            retest: ['ph', 'alkalinity'],
            because: say`The water holds ${concentration(co2)} of free carbon dioxide, above ${concentration(limit)}: it makes the water sour and fish breathe hard. A dose against it would be too much once it has left.`,
            rests: [readWords(t, 'ph'), readWords(t, 'alkalinity')],
            unless: say`Carbon dioxide under ${concentration(limit)}.`,
            source: SOURCE,
          },
        ];
    }
    if (alk && alk.value < wanted)
      return raise(
        t,
        { alkalinity: AIM },
        alk.value < floor ? 'today' : 'week',
        alk.value < floor
          ? say`Alkalinity is at ${hardness(alk.value)}; under ${hardness(floor)} the pH can crash within days.`
          : say`Alkalinity is at ${hardness(alk.value)}; ${hardness(wanted)} to ${hardness(ALKALINITY_RANGE.high)} is usual, and bacteria use it up every day.`,
      );
    if (!acid) return [];
    if (acid.value < band.good[0]) {
      const grave = acid.value < Math.max(6, band.edge[0]);
      const because = say`pH ${ph(acid.value)}; ${ph(band.good[0])} to ${ph(band.good[1])} suits fish, bacteria and plants together${grave ? ', and under pH 6 the bacteria stop' : ''}.`;
      if (!alk)
        return [
          {
            kind: 'read',
            amount: null,
            measure: null,
            about: '',
            urgency: grave ? 'today' : 'week',
            say: say`Read the alkalinity before any dose.`,
            also: [say`Aerate meanwhile: it may be carbon dioxide.`],
            wait: null,
            retest: ['alkalinity', 'ph'],
            because,
            rests: [readWords(t, 'ph'), readWords(t, 'alkalinity')],
            unless: say`How much a gram moves the pH depends on the alkalinity.`,
            source: SOURCE,
          },
        ];
      return raise(
        t,
        { ph: Math.min(band.good[0] + 0.2, band.good[1]) },
        grave ? 'today' : 'week',
        because,
      );
    }
    if (acid.value > band.edge[1] || (acid.value > 7.8 && t.hasPlants && acid.value > band.good[1]))
      return lower(
        t,
        Math.max(band.good[1], band.edge[0]),
        acid.value > band.edge[1] ? 'today' : 'week',
        say`pH ${ph(acid.value)}; ${ph(band.good[0])} to ${ph(band.good[1])} suits fish, bacteria and plants together. High up iron falls out and ammonia turns poisonous.`,
      );
    return [];
  },
});

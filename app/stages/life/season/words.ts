import { format, type UnitSystem } from '../../../../core/quantity';
import type { Fit, Season } from '../../../../core/season';
import type { CareOfSeason, FishProblem } from '../../../../core/year';

const peak = (xs: Float64Array, days: number) => {
  let at = 0;
  for (let d = 0; d <= days; d++) if (xs[d]! > xs[at]!) at = d;
  return { day: at, value: xs[at]! };
};

/** What a season comes to, in words. */
export function seasonInWords(
  season: Season,
  fit: Fit | null,
  care: CareOfSeason = 'planned',
  units: UnitSystem = 'metric',
): string {
  const s = fit?.season ?? season;
  const tan = peak(s.tan, s.days);
  const nitrite = peak(s.nitrite, s.days);
  const acid = Math.min(...s.ph.slice(0, s.days + 1));
  const parts = [
    `Ammonia peaks at ${format(tan.value, 'concentration', units)} on day ${tan.day}, nitrite at ${format(nitrite.value, 'concentration', units)} on day ${nitrite.day}.`,
  ];
  if (fit && !fit.enough)
    parts.push(
      `${fit.readings} readings are too few for a date. Measure ammonia and nitrite every two or three days.`,
    );
  else if (fit)
    parts.push(
      fit.cycled[0] === fit.cycled[1]
        ? `By your ${fit.readings} readings it is cycled on day ${fit.cycled[0]}.`
        : `By your ${fit.readings} readings it is cycled between day ${fit.cycled[0]} and day ${fit.cycled[1]}.`,
    );
  else
    parts.push(
      s.cycledDay === null
        ? 'It is not cycled in this time.'
        : `It is cycled on day ${s.cycledDay}: a dose of 1 mg/L is gone within 24 h.`,
    );
  const dead = s.tally.deaths;
  if (dead > 0) {
    const first = s.deaths.findIndex((x) => x > 0);
    parts.push(
      dead === 1 ? `One fish dies, on day ${first}.` : `${dead} fish die, from day ${first} on.`,
    );
  }
  if (acid < 6.2 && care !== 'tended')
    parts.push(
      `The pH falls to ${acid.toFixed(1)}, because the alkalinity is used up. The bacteria stop. Plan a buffer as an event before that day.`,
    );
  return parts.join(' ');
}

/** The ways of care as the screen names them. */
export const CARE_NAMES: Readonly<Record<CareOfSeason, string>> = {
  tended: 'Good care',
  planned: 'Only what I planned',
  none: 'No care',
};
/** The same within the name of a curve. */
export const CARE_OF_CURVE: Readonly<Record<CareOfSeason, string>> = {
  tended: 'tended',
  planned: 'as planned',
  none: 'no care',
};

/** What presses on the fish, in words. */
export const PROBLEM_WORDS: Readonly<Record<FishProblem, string>> = {
  hunger:
    'the water cannot process the waste from their feed, so they get less feed than they need',
  oxygen: 'there is too little oxygen',
  ammonia: 'ammonia poisons them',
  nitrite: 'nitrite poisons them',
  ph: 'they do not survive the pH',
  temperature: 'the water is too cold or too warm for them',
};

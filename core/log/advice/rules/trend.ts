import { days, say } from '../../../quantity/index.ts';
import { readField } from '../../../entries/fields.ts';
import { bandsOf, standing } from '../../../readings/bands.ts';
import type { Tended } from '../../../readings/tended.ts';
import { crossingsOf, type Crossing } from '../../../readings/trends.ts';
import { readWords, shownAs } from '../pace.ts';
import { defineAdvice, type Advised } from '../types.ts';

/** What to do before a limit is reached, by what is read. */
const BEFORE: Readonly<Record<string, string>> = {
  'ph-below':
    'Look at the alkalinity now: shell, chalk or a gentle buffer while the step is small.',
  'ph-above': 'Look for algae in the sun and limestone among the stones.',
  'temperature-above': 'Shade and lids now, before the hot days.',
  'temperature-below': 'Less feed from now on; a lid, and the heater tried.',
  'tan-above': 'Feed a little less, and look for dead fish and rotting feed.',
  'nitrite-above': 'Feed a little less until it turns, and aerate.',
  'nitrate-above': 'Plant more, or feed less.',
  'nitrate-below': 'Feed a little more, or plant no more for now.',
  'alkalinity-below': 'Renew the shell, or a small dose of a gentle buffer.',
  'alkalinity-above': 'Less shell in the water.',
  'oxygen-below': 'More air, before it is needed.',
  'conductivity-below': 'Add a part of a dose at the next top-up.',
  'conductivity-above': 'Top up with plain water, and mix weaker next time.',
};

const isInside =
  (t: Tended) =>
  ({ id }: Crossing): boolean => {
    const l = t.latest[id];
    const band = bandsOf(t)[id];
    return !l || (standing(band, l.low) === 'good' && standing(band, l.high) === 'good');
  };

/** A slope that will cross a limit is told before it does. */
export const trend = defineAdvice({
  id: 'trend',
  advise: (t): Advised[] =>
    // What the last reading is outside of already is told by its own rule.
    crossingsOf(t)
      .filter(isInside(t))
      .map((c): Advised => {
        const f = readField(c.id);
        const week = Math.abs(c.slope.perDay) * 7;
        return {
          kind: 'look',
          amount: null,
          measure: null,
          about: '',
          urgency: 'week',
          say: say`${BEFORE[`${c.id}-${c.side}`] ?? 'Look closer now.'}`,
          also: [],
          wait: Math.max(1, Math.min(7, c.days / 2)) * 86400,
          retest: [c.id],
          because: [
            `${f.label} ${c.side === 'below' ? 'falls' : 'rises'} by `,
            // A difference of degrees has no zero point to be moved.
            f.kind === 'temperature' ? `${week.toFixed(1)} °C` : shownAs(c.id, week),
            ' a week: in ',
            days(Math.max(1, Math.round(c.days))),
            ' it comes to ',
            shownAs(c.id, c.limit),
            '.',
          ],
          rests: [readWords(t, c.id), say`${String(c.slope.readings)} readings of six weeks`],
          unless: say`A reading that leaves the line: one bad test bends a slope.`,
          source:
            'Straight line through the last readings, where it is steeper than their scatter.',
        };
      }),
});

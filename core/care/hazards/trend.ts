import { readField } from '../../entries/fields.ts';
import { days, say, type Phrase } from '../../quantity/index.ts';
import {
  bandsOf,
  crossingsOf,
  shownAs,
  standing,
  type LimitCrossing,
  type Tended,
} from '../../readings/index.ts';
import { lookStep } from '../../treatment/index.ts';
import { hazardOf, type Hazard } from '../types.ts';

/** What to do before a limit is reached, by what is read. */
const BEFORE: Readonly<Record<string, string>> = {
  'ph-below': 'Read the alkalinity now, and look whether shell or chalk has dissolved.',
  'ph-above': 'Look for algae in the sun and limestone among the media.',
  'temperature-above': 'Shade the tank and put lids on before the hot days.',
  'temperature-below': 'Feed less from now on, put a lid on, and try the heater.',
  'tan-above': 'Feed a little less, and look for dead fish and rotting feed.',
  'nitrite-above': 'Feed a little less until it turns, and run the air.',
  'nitrate-above': 'Plant more, or feed less.',
  'nitrate-below': 'Feed a little more, or plant no more for now.',
  'alkalinity-below': 'Renew the shell or chalk.',
  'alkalinity-above': 'Take some of the shell out.',
  'oxygen-below': 'Add air before it is needed.',
  'conductivity-below': 'Add part of a dose at the next top-up.',
  'conductivity-above': 'Top up with plain water, and mix weaker next time.',
};

const isInside =
  (t: Tended) =>
  ({ id }: LimitCrossing): boolean => {
    const x = t.known[id];
    const band = bandsOf(t)[id];
    return !x || (standing(band, x.band[0]) === 'good' && standing(band, x.band[1]) === 'good');
  };

/** A slope that will cross a limit is told before it does. */
export const trendHazards = (t: Tended): Hazard[] =>
  // What the last reading is outside of already is told by its own hazard.
  crossingsOf(t)
    .filter(isInside(t))
    .map((c): Hazard => {
      const f = readField(c.id);
      const week = Math.abs(c.slope.perDay) * 7;
      const change: Phrase =
        f.kind === 'temperature'
          ? [{ value: week, kind: 'temperatureDifference' }]
          : [shownAs(c.id, week)];
      return hazardOf(
        'trend',
        'week',
        [
          c.side === 'below' ? `${f.label} falls by ` : `${f.label} rises by `,
          ...change,
          ' a week. In ',
          days(Math.max(1, Math.round(c.days))),
          ' it reaches ',
          shownAs(c.id, c.limit),
          '.',
        ],
        {
          rests: [c.id],
          source:
            'Straight line through the last readings, where it is steeper than their scatter.',
          wants: [
            {
              kind: 'step',
              step: lookStep(
                say`Look before the limit is reached`,
                [say`${BEFORE[`${c.id}-${c.side}`] ?? 'Look closer now.'}`],
                '',
              ),
            },
          ],
          readsAfter: [c.id],
          again: Math.max(1, Math.min(7, c.days / 2)) * 86400,
          unless: say`A new reading off the trend. One bad test changes a trend.`,
        },
      );
    });

import { formatClock } from '../../core/quantity';

/** The clock of a run, and the time that goes by. */

const DAY = 86_400;

/** Day and hour: the first is the day on which one comes. @param begins when that was, s */
export function whenWords(t: number, begins: number): string {
  const day = Math.floor(t / DAY) - Math.floor(begins / DAY);
  const clock = formatClock(t % DAY).slice(0, 5);
  if (day === 0) return clock;
  return day < 0
    ? `${clock}, ${day === -1 ? 'the day before' : `${-day} days before`}`
    : `day ${day + 1}, ${clock}`;
}

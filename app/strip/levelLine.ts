import type { DayTrace } from '../../core/day';

/** The stretch of the day on show and the box it is drawn in, pixels. */
export interface Frame {
  from: number;
  span: number;
  width: number;
  top: number;
  height: number;
}

/**
 * A vessel's level over time as points of a polyline, the full height of the box for a full vessel.
 * Within half a pixel only the extremes are kept, so that a day of many cycles stays a short line and
 * no peak is lost.
 *
 * @param full level at the top of the box, m
 */
export function levelLine(trace: DayTrace, vessel: number, full: number, frame: Frame): string {
  const n = trace.vessels.length;
  const points: string[] = [];
  const y = (level: number) =>
    frame.top + frame.height * (1 - Math.min(1, Math.max(0, level / full)));
  const add = (x: number, level: number) => points.push(`${x.toFixed(1)},${y(level).toFixed(1)}`);
  let row = 0;
  while (row + 1 < trace.rows && trace.times[row + 1]! < frame.from) row++;
  let lastX = -Infinity;
  let low = Infinity;
  let high = -Infinity;
  for (; row < trace.rows; row++) {
    const x = ((trace.times[row]! - frame.from) / frame.span) * frame.width;
    const level = trace.levels[row * n + vessel]!;
    low = Math.min(low, level);
    high = Math.max(high, level);
    if (x - lastX >= 0.5 || row === trace.rows - 1) {
      if (high - low > 1e-9) {
        add(x, low);
        add(x, high);
      }
      add(x, level);
      lastX = x;
      low = Infinity;
      high = -Infinity;
    }
    if (x > frame.width + 2) break;
  }
  return points.join(' ');
}

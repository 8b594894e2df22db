import type { Seconds } from '../quantity/si.ts';

/** Length of the day by latitude and date. */

const RAD = Math.PI / 180;
/** Tilt of the earth’s axis, degrees. */
const TILT = 23.44;
/** The sun’s upper edge on the horizon, refraction counted, degrees. */
const HORIZON = -0.833;
const NOON: Seconds = 12 * 3600;

/** Sunrise and sunset in local solar time, s after midnight: noon is when the sun stands highest. */
export interface Daylight {
  readonly rise: Seconds;
  readonly set: Seconds;
}

/**
 * Sunrise and sunset of a day of the year.
 *
 * Clock time differs by the place in its time zone, by summer time, and by up to a quarter of an hour
 * over the year; a timer does not mind.
 *
 * @param latitude degrees north, −66 … 66
 * @param dayOfYear 1 … 366
 * @source declination after Cooper (1969), Solar Energy 12, 333–346; hour angle of the horizon
 * @returns seconds from midnight
 */
export function daylight(latitude: number, dayOfYear: number): Daylight {
  const declination = TILT * Math.sin((2 * Math.PI * (284 + dayOfYear)) / 365);
  const cos =
    (Math.sin(HORIZON * RAD) - Math.sin(latitude * RAD) * Math.sin(declination * RAD)) /
    (Math.cos(latitude * RAD) * Math.cos(declination * RAD));
  const half = (Math.acos(Math.min(1, Math.max(-1, cos))) / RAD) * 240;
  return { rise: NOON - half, set: NOON + half };
}

import type {
  MolesPerSquareMetreDay,
  Seconds,
  Share,
  SquareMetres,
  Watts,
} from '../quantity/si.ts';
import { siteArea, type DeviceOf, type SystemDocument, type Vessel } from '../system/index.ts';

/** Light that plants can use, mol/m²·day. */

const RAD = Math.PI / 180;
/** Sun outside the atmosphere, W/m². */
const SOLAR = 1361;
/** Share of the sun's energy in light that plants use, and its photons per energy, mol/J. */
const USED_SHARE = 0.45;
const PHOTONS = 4.57e-6;
/** Share that clear and clouded air lets through over a year in temperate places; 0.35 to 0.65. */
const CLEARNESS = 0.5;
/** Share of the light that comes from the whole sky and not straight from the sun. */
const DIFFUSE = 0.45;
/** A window sees this share of the sky. */
export const WINDOW_SHARE: Share = 0.15;

/** Declination of the sun, radians. @source Cooper (1969), Solar Energy 12, 333–346 */
const declination = (day: number): number =>
  23.45 * RAD * Math.sin((2 * Math.PI * (284 + day)) / 365);

/** Half the day's length as an angle of the earth's turn, radians. */
function sunsetAngle(latitude: number, day: number): number {
  const x = -Math.tan(latitude * RAD) * Math.tan(declination(day));
  return Math.acos(Math.min(1, Math.max(-1, x)));
}

/**
 * Sun on a level square metre outside the atmosphere, J/m²·day.
 *
 * @param latitude degrees north
 * @param day of the year
 * @source Duffie & Beckman, Solar Engineering of Thermal Processes, eq. 1.10.3
 */
export function extraterrestrial(latitude: number, day: number): number {
  const w = sunsetAngle(latitude, day);
  const d = declination(day);
  const near = 1 + 0.033 * Math.cos((2 * Math.PI * day) / 365);
  const phi = latitude * RAD;
  return (
    ((86400 * SOLAR * near) / Math.PI) *
    (Math.cos(phi) * Math.cos(d) * Math.sin(w) + w * Math.sin(phi) * Math.sin(d))
  );
}

/** Hours from sunrise to sunset. */
export const dayLength = (latitude: number, day: number): Seconds =>
  (sunsetAngle(latitude, day) / Math.PI) * 86400;

/** What stands between sky and plants. */
export interface Shading {
  /** Share that glass lets through, and that cloth, trees and walls take. */
  readonly glazing: Share;
  readonly shade: Share;
  /** Most hours of direct sun; null for as long as the day. */
  readonly sunHours: Seconds | null;
  /** Share of the sky that is seen: a window sees {@link WINDOW_SHARE}. */
  readonly sky: Share;
}

/**
 * Light of a day from the sun, over a year's mean cloud.
 *
 * @returns mol/m²·day
 */
export function sunLight(latitude: number, day: number, s: Shading): MolesPerSquareMetreDay {
  const open = extraterrestrial(latitude, day) * CLEARNESS * USED_SHARE * PHOTONS;
  const length = dayLength(latitude, day);
  const direct = s.sunHours === null || length === 0 ? 1 : Math.min(1, s.sunHours / length);
  return open * (DIFFUSE + (1 - DIFFUSE) * direct) * s.glazing * (1 - s.shade) * s.sky;
}

/** Share of a lamp's light that lands on the plants under it. */
const LANDS = 0.8;

/** Light of a day from lamps. @param efficacy mol/J */
export const lampLight = (
  power: Watts,
  efficacy: number,
  on: Seconds,
  area: SquareMetres,
): MolesPerSquareMetreDay => (area > 0 ? (power * efficacy * on * LANDS) / area : 0);

/** Light of a plant site on a day: lamps over it, and the sun where the latitude is known. */
export function lightOn(
  s: Pick<SystemDocument, 'site' | 'devices'>,
  v: Vessel,
  day: number,
): MolesPerSquareMetreDay | null {
  const { site } = s;
  const lamps = s.devices.filter(
    (d): d is DeviceOf<'lamp'> => d.kind === 'lamp' && d.vessel === v.id,
  );
  const sun = site.kind !== 'indoor' || site.lampTime === null;
  const fromSun =
    site.latitude === null || !sun
      ? null
      : sunLight(site.latitude, day, {
          glazing: site.sun.glazing,
          shade: site.sun.shade,
          sunHours: site.sun.hours,
          sky: site.kind === 'indoor' ? WINDOW_SHARE : 1,
        });
  if (!lamps.length) return fromSun;
  const area = siteArea(v);
  const fromLamps = lamps.reduce(
    (sum, d) => sum + lampLight(d.power, d.efficacy, site.lampTime ?? 0, area),
    0,
  );
  return fromLamps + (fromSun ?? 0);
}

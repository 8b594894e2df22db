import { mediumById } from '../catalogue/media.ts';
import type { Assessment, BedFigures, Duty } from '../assess/assess.ts';
import { turnoverBy } from '../assess/turnover.ts';
import { ROOT_AIR } from '../findings/irrigation.ts';
import type { CubicMetres, CubicMetresPerSecond, Metres, Seconds, Share } from '../quantity/si.ts';
import { feedingPumps } from '../network/steady.ts';
import {
  fishIn,
  plantingsOf,
  pumpedLines,
  vesselOf,
  type SystemDocument,
  type Vessel,
} from '../system/index.ts';
import type { Daylight } from './sun.ts';
import type { TimerRequest } from './timer.ts';

/** How often to flood: what plants, fish and roots each ask for, and which asks most. */

export type NeedId = 'thirst' | 'turnover' | 'air' | 'night';

export interface Need {
  readonly id: NeedId;
  readonly name: string;
  /** From the start of a flood to the start of the next: at most, or for air at least. */
  readonly interval: Seconds;
  readonly why: string;
}

export interface Irrigation {
  readonly bed: string;
  readonly control: string;
  /** What a flood takes, and how long the pump should run for it. */
  readonly fill: Seconds;
  readonly drain: Seconds;
  readonly on: Seconds;
  readonly needs: readonly Need[];
  readonly governs: NeedId;
  /** From flood to flood by day and by night. */
  readonly day: Seconds;
  readonly night: Seconds;
  readonly light: Daylight;
  /** Where fish ask for more than fill and drain leave room for. */
  readonly conflict: string | null;
}

/** The pump runs a fifth longer than the fill: the middle of 10–25 % to spare. */
const SPARE = 1.2;
const MOST_FLOODED: Share = 0.5;
/** Thirst at night as a share of the day's: the middle of 10–20 %. */
const NIGHT: Share = 0.15;
/** Use at the peak of a sunny day over the mean of its light hours; lamps burn evenly. */
const SUN_PEAK = 1.5;
/** Turnovers an hour asked for with fish. */
const TURNOVERS = 1;

/** What stands in where a bed names no medium of the table. */
const USUAL_MEDIUM = mediumById('expanded-clay')!;

/**
 * Light of a day: lamps where they are noted, else daylight by latitude, else a half day.
 *
 * @param sun hours of light at a latitude in degrees
 */
export function lightOf(s: SystemDocument, sun: (latitude: number) => Daylight): Daylight {
  const { lampTime, latitude } = s.site;
  if (lampTime !== null) return { rise: 43200 - lampTime / 2, set: 43200 + lampTime / 2 };
  if (latitude !== null) return sun(latitude);
  return { rise: 6 * 3600, set: 18 * 3600 };
}

/**
 * Interval at which plants have drunk what they may: AW·p·z·s ÷ ET_peak; of several crops the soonest.
 *
 * @returns s
 */
export function thirstInterval(
  s: SystemDocument,
  v: Vessel,
  lightTime: Seconds,
  lamps: boolean,
): Seconds {
  const { held, depletion } = mediumById(v.media?.medium ?? v.pots?.medium ?? '') ?? USUAL_MEDIUM;
  const intervals = plantingsOf(s, v).map(({ planting: p }) => {
    const peak = (p.dailyUse / lightTime) * (lamps ? 1 : SUN_PEAK);
    const depth: Metres = held * depletion * p.rooting * p.rootShare;
    return depth / peak;
  });
  return Math.min(...intervals);
}

/** Interval at which the fish’s water passes the bed as often as asked: on for so long, at so many an hour. */
export const turnoverInterval = (
  volume: CubicMetres,
  flow: CubicMetresPerSecond,
  on: Seconds,
  turnovers = TURNOVERS,
): Seconds => (turnoverBy(flow, 1, volume) * on * 3600) / turnovers;

/** How long a timer's run has to be for all that it floods, and its pause for all of it to drain. */
export interface Times {
  readonly fill: Seconds;
  readonly drain: Seconds;
}

/** The beds that a control floods, straight or one through the other, each with the pump that does. */
function bedsOn(
  s: SystemDocument,
  a: Assessment,
  control: string,
): { bed: BedFigures; duty: Duty }[] {
  return a.beds.flatMap((bed) => {
    if (!bed.floods || bed.inflow <= 0) return [];
    const pumps = feedingPumps(
      a.net,
      a.net.vessels.findIndex((v) => v.id === bed.id),
    ).map((i) => a.net.paths[i]!.id);
    const line = pumpedLines(s).find((l) => l.control === control && pumps.includes(l.id));
    const duty = line && a.duties.find((d) => d.id === line.id);
    return duty ? [{ bed, duty }] : [];
  });
}

/**
 * The rhythm of a timer: its run covers the longest fill of what its pumps flood, counted from their start with
 * hoses and the beds before still to fill, its pause the longest drain; of the beds' needs the most demanding
 * governs.
 *
 * @returns nothing where the control floods no bed, or one that never fills or drains
 */
export function irrigationOfTimer(
  s: SystemDocument,
  a: Assessment,
  control: string,
  light: Daylight,
): Irrigation | null {
  const fed = bedsOn(s, a, control);
  const times: Times = {
    fill: Math.max(...fed.map((f) => f.bed.fromOn)),
    drain: Math.max(...fed.map((f) => f.bed.fromOff)),
  };
  if (!fed.length || !Number.isFinite(times.fill) || !Number.isFinite(times.drain)) return null;
  return fed
    .map((f) => irrigationFor(s, a, f.bed, f.duty, light, times))
    .reduce((x, y) => (y.day < x.day ? y : x));
}

/** The rhythm that a timed bed asks for. */
export function irrigationFor(
  s: SystemDocument,
  a: Assessment,
  bed: BedFigures,
  duty: Duty,
  light: Daylight,
  times: Times = { fill: bed.fromOn, drain: bed.fromOff },
): Irrigation {
  const v = vesselOf(s, bed.id);
  const line = s.paths.find((p) => p.id === duty.id);
  const on = SPARE * times.fill;
  const lightTime = Math.max(3600, light.set - light.rise);
  const lamps = s.site.lampTime !== null;
  const thirst = thirstInterval(s, v, lightTime, lamps);
  const needs: Need[] = [
    {
      id: 'thirst',
      name: 'Water for plants',
      interval: thirst,
      why: lamps
        ? 'The water that the media hold for the roots, used at the peak rate of the day under lamps.'
        : 'The water that the media hold for the roots, used at the peak rate of the day.',
    },
  ];
  const source = s.vessels.findIndex((x) => x.id === duty.from);
  const fish = fishIn(s, duty.from).count > 0;
  const water = a.balance.rest[source]!.volume;
  let turnover = Infinity;
  if (fish && water > 0) {
    turnover = turnoverInterval(water, duty.flow, on);
    needs.push({
      id: 'turnover',
      name: 'Fish',
      interval: turnover,
      why: 'The tank’s water flows through the bed once an hour, averaged over the whole day.',
    });
  }
  const air = Math.max(on + times.drain + ROOT_AIR, on / MOST_FLOODED);
  needs.push({
    id: 'air',
    name: 'Root air',
    interval: air,
    why: 'The bed is drained for a quarter of an hour between floods, and flooded for at most half of the day.',
  });
  needs.push({
    id: 'night',
    name: 'Night',
    interval: Math.min(thirst / NIGHT, turnover),
    why: fish
      ? 'In the dark plants use a seventh of the water. The fish’s water needs the bed as much as by day.'
      : 'In the dark plants use about a seventh of the water that they use by day.',
  });
  const asked = Math.min(thirst, turnover);
  const governs: NeedId = asked < air ? 'air' : turnover < thirst ? 'turnover' : 'thirst';
  const reached = turnover < air ? 3600 * turnoverBy(duty.flow, on / air, water) : null;
  return {
    bed: bed.id,
    control: line && line.kind === 'pumped-line' ? line.control : '',
    fill: times.fill,
    drain: times.drain,
    on,
    needs,
    governs,
    day: Math.max(air, asked),
    night: Math.max(air, Math.min(thirst / NIGHT, turnover)),
    light,
    conflict:
      reached === null
        ? null
        : `Fish need a flood every ${minutes(turnover)}, but fill, drain and root air take ${minutes(air)}. The water then flows through the bed ${Math.round(reached * 100) / 100} times an hour. Counted only while the pump runs, it is ${Math.round(3600 * turnoverBy(duty.flow, 1, water) * 100) / 100} times. A larger pump, a smaller tank or a siphon solves this.`,
  };
}

const minutes = (t: Seconds): string => `${Math.round(t / 60)} min`;

/** What an irrigation wants of a timer: between two floods the bed drains and its roots have air. */
export const wantedOf = ({ on, fill, drain, day, night, light }: Irrigation): TimerRequest => ({
  on,
  fill,
  pause: Math.max(drain + ROOT_AIR, on),
  day,
  night,
  light,
});

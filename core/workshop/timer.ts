import { timerById, type Timer } from '../catalogue/timers.ts';
import type { Seconds } from '../quantity/si.ts';
import type { Control, OwnTimer } from '../system/types.ts';
import type { Daylight } from './sun.ts';

/** From a wanted rhythm to the settings of the timer in hand. */

const DAY: Seconds = 86400;

/** What is wanted of a timer; times in s. */
export interface TimerRequest {
  /** The pump runs so long at least, and never shorter than the fill. */
  readonly on: Seconds;
  readonly fill: Seconds;
  /** Least pause: the bed drains and the roots breathe. */
  readonly pause: Seconds;
  /** From flood to flood by day and by night. */
  readonly day: Seconds;
  readonly night: Seconds;
  readonly light: Daylight;
}

/** Smallest step and most programs of a timer, as bought or as entered. */
export interface TimerLimits {
  readonly step: Seconds;
  readonly programs: number | null;
  readonly sets: Timer['sets'];
}

/** Step and programs of a timer: as the grower entered them, else of the row of the catalogue, else a minute and no limit. */
export function deviceOf(id: string, own: OwnTimer | null): TimerLimits {
  const bought = timerById(id);
  return {
    step: own?.step ?? bought?.step ?? 60,
    programs: own ? own.programs : (bought?.programs ?? null),
    sets: bought?.sets ?? 'programs',
  };
}

export interface TimerSettings {
  readonly control: Control;
  /** Floods in a day that were wanted, and that the timer gives. */
  readonly wanted: number;
  readonly given: number;
  /** Longest time from flood to flood by day. */
  readonly longest: Seconds;
  /** What is lost by rounding and by the number of programs, in sentences. */
  readonly lost: readonly string[];
}

const up = (t: Seconds, step: Seconds): Seconds => Math.ceil(t / step - 1e-9) * step;

/** Floods spread evenly over a stretch: as many as keep them no further apart than wanted, if they fit. */
function spread(from: Seconds, till: Seconds, interval: Seconds, least: Seconds): number[] {
  const length = till - from;
  if (length <= 0) return [];
  const n = Math.max(1, Math.min(Math.ceil(length / interval - 1e-9), Math.floor(length / least)));
  return Array.from({ length: n }, (_, i) => from + (i * length) / n);
}

const inWords = (t: Seconds): string => {
  const m = Math.round(t / 60);
  if (t < 90) return `${Math.round(t)} s`;
  return m < 120 ? `${m} min` : `${Math.floor(m / 60)} h ${m % 60 ? `${m % 60} min` : ''}`.trim();
};

/**
 * Settings that come closest to a rhythm and stay safe: the pump never runs shorter than the fill, the
 * pause is never shorter than asked.
 */
export function settingsFor(
  id: string,
  deviceId: string,
  own: OwnTimer | null,
  w: TimerRequest,
): TimerSettings {
  const device = deviceOf(deviceId, own);
  const { step } = device;
  const on = Math.max(step, up(Math.max(w.on, w.fill), step));
  const pause = up(w.pause, step);
  const least = on + pause;
  const lost: string[] = [];
  if (on > w.on + 1)
    lost.push(
      `${inWords(w.on)} are needed, and the steps of this timer allow ${inWords(on)}. Each time, water returns over the overflow for ${inWords(on - w.on)} more.`,
    );
  const day = spread(w.light.rise, w.light.set, w.day, least);
  const night = spread(w.light.set, w.light.rise + DAY, w.night, least).slice(1);
  const wanted = day.length + night.length;
  if (device.sets === 'interval') {
    const off = Math.max(pause, Math.floor((w.day - on) / step) * step);
    const given = DAY / (on + off);
    const more = given - wanted;
    if (w.night > w.day * 1.05 && more > 0.5)
      lost.push(
        `It cannot change at night. It gives ${Math.round(more)} more floods than the plants need, and you hear the pump in the dark.`,
      );
    if (on + off > w.day * 1.02)
      lost.push(
        `The bed needs ${inWords(on + off)} from flood to flood, more than the ${inWords(w.day)} that are wanted.`,
      );
    return {
      control: { id, kind: 'interval', device: deviceId, own, on, off },
      wanted,
      given,
      longest: on + off,
      lost,
    };
  }
  const most = device.programs ?? 200;
  let starts = [...day, ...night];
  if (starts.length > most) {
    // Day and night share what there is as they share what is wanted; the first morning flood stays.
    const atNight = Math.min(night.length, Math.round((most * night.length) / wanted));
    const inDay = most - atNight;
    const even = (from: Seconds, till: Seconds, n: number) =>
      Array.from({ length: n }, (_, i) => from + (i * (till - from)) / n);
    starts = [
      ...even(w.light.rise, w.light.set, inDay),
      ...even(w.light.set, w.light.rise + DAY, atNight + 1).slice(1),
    ];
  }
  const rows = packed(starts, least, step, most).map((start) => ({ start, on }));
  const longest = longestGap(
    rows.map((r) => r.start).filter((t) => t >= w.light.rise - step && t <= w.light.set + step),
    w.light,
  );
  if (rows.length < wanted)
    lost.push(
      device.programs !== null && wanted > device.programs
        ? `It has ${device.programs} programs, but ${wanted} floods are wanted. By day they are up to ${inWords(longest)} apart instead of ${inWords(w.day)}.`
        : `Only ${rows.length} of ${wanted} floods fit, because fill, drain and root air take time.`,
    );
  else if (longest > w.day * 1.1 + step)
    lost.push(`Rounded to its steps, floods are up to ${inWords(longest)} apart by day.`);
  return {
    control: { id, kind: 'programs', device: deviceId, own, rows },
    wanted,
    given: rows.length,
    longest,
    lost,
  };
}

/** Starts on the timer's steps, in order within a day, none closer than the least. */
function packed(
  starts: readonly Seconds[],
  least: Seconds,
  step: Seconds,
  most: number,
): Seconds[] {
  const slots = Math.round(DAY / step);
  const wide = Math.ceil(least / step - 1e-9);
  const wanted = starts
    .map((t) => Math.round((((t % DAY) + DAY) % DAY) / step) % slots)
    .sort((a, b) => a - b);
  const out: number[] = [];
  for (const slot of wanted) {
    const before = out[out.length - 1];
    const at = before === undefined ? slot : Math.max(slot, before + wide);
    if (at >= slots) break;
    // Around midnight the last flood must leave the first its pause.
    if (out.length && at + wide > slots + out[0]!) break;
    out.push(at);
  }
  return out.slice(0, most).map((s) => s * step);
}

function longestGap(starts: readonly Seconds[], light: Daylight): Seconds {
  let longest = 0;
  const list = [...starts].sort((a, b) => a - b);
  for (let i = 0; i + 1 < list.length; i++) longest = Math.max(longest, list[i + 1]! - list[i]!);
  const last = list[list.length - 1];
  return last === undefined ? light.set - light.rise : Math.max(longest, light.set - last);
}

/**
 * Pins of a dial that are pressed, by their number from midnight.
 *
 * @param step what one pin stands for, s
 */
export function pinsOf(rows: readonly { start: Seconds; on: Seconds }[], step: Seconds): number[] {
  const slots = Math.round(DAY / step);
  const out = new Set<number>();
  for (const r of rows) {
    const from = Math.round(r.start / step);
    for (let k = 0; k < Math.ceil(r.on / step - 1e-9); k++) out.add((from + k) % slots);
  }
  return [...out].sort((a, b) => a - b);
}

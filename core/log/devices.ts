import { DEVICE_AGE } from '../limits/index.ts';
import type { Seconds } from '../quantity/si.ts';
import { pumpedLines, type PlugUse, type ReadingId } from '../system/index.ts';
import { say, time, type Phrase } from '../quantity/index.ts';
import { middle, readField } from '../entries/fields.ts';
import { latestOn, latestReadings, type Tended } from '../readings/tended.ts';
import type { Entry, Moment } from '../entries/types.ts';

/** What a device reads: thinned into the log, watched for faults; and what a plug may do. */

export interface DeviceReading {
  readonly at: Moment;
  readonly value: number;
}

/** A change of so much is worth an entry; else one an hour. */
const WORTH: Readonly<Record<ReadingId, number>> = {
  temperature: 0.5,
  ph: 0.1,
  tan: 0.1,
  nitrite: 0.1,
  nitrate: 2,
  oxygen: 0.4,
  conductivity: 0.005,
  alkalinity: 5,
  hardness: 10,
  chlorine: 0.05,
  chloride: 10,
  level: 0.05,
  flow: 3e-5,
  fillTime: 30,
};
const HOUR = 3_600_000;
/** Of levels and flows, which swing with every flood, no more than one in so long. */
const CALM: Partial<Record<ReadingId, Moment>> = { level: HOUR, flow: HOUR };
const LONGEST = 3 * HOUR;

/** Whether a reading is worth an entry after the last one that was. */
export function isWorth(id: ReadingId, last: DeviceReading | null, next: DeviceReading): boolean {
  if (!last) return true;
  const since = next.at - last.at;
  if (since <= 0) return false;
  if (since >= LONGEST) return true;
  if (since < (CALM[id] ?? 60_000)) return false;
  return Math.abs(next.value - last.value) >= WORTH[id];
}

/** A channel is silent after so long; a value stands still after so long without the least change. */
export const SILENT: Seconds = 600;
const STUCK: Seconds = 7200;
const FEWEST = 12;

export type Trouble =
  | { readonly kind: 'silent'; readonly since: Moment }
  | { readonly kind: 'stuck'; readonly since: Moment }
  | { readonly kind: 'clock'; readonly since: Moment }
  | { readonly kind: 'drift'; readonly offset: number; readonly compared: number };

/** What a channel has said lately, by its own clock and by ours. */
export interface Heard extends DeviceReading {
  /** When it came. */
  readonly came: Moment;
}

/**
 * What is wrong with a channel by what it said.
 *
 * @param heard raw readings, the oldest first
 */
export function troubleOfChannel(heard: readonly Heard[], now: Moment): Trouble | null {
  const last = heard.at(-1);
  if (!last) return null;
  if (now - last.came > SILENT * 1000) return { kind: 'silent', since: last.came };
  const same = heard.findLastIndex((h) => h.at !== last.at);
  const stands = heard[same + 1]!;
  if (heard.length - same - 1 >= FEWEST && last.came - stands.came > SILENT * 1000)
    return { kind: 'clock', since: stands.came };
  const moved = heard.findLastIndex((h) => h.value !== last.value);
  const still = heard[moved + 1]!;
  if (heard.length - moved - 1 >= FEWEST && last.at - still.at >= STUCK * 1000)
    return { kind: 'stuck', since: still.at };
  return null;
}

/** Readings by hand and by a device are of one time within this. */
const TOGETHER = HOUR;
/** So many pairs, and a difference of so many times what is worth an entry, are a drift. */
const PAIRS = 2;

/**
 * How far a device is off what was read by hand.
 *
 * @returns what must be added to it, from the last pairs; null where it agrees or there are too few
 */
export function driftOf(
  entries: readonly Entry[],
  channel: string,
  id: ReadingId,
): { readonly offset: number; readonly compared: number } | null {
  const device = entries.filter((e) => e.device === channel && e[id] !== undefined);
  const hands = entries.filter((e) => !e.device && e[id] !== undefined).slice(-3);
  const off = hands.flatMap((h) => {
    const near = device.reduce<Entry | null>(
      (best, d) =>
        Math.abs(d.at - h.at) <= TOGETHER &&
        (!best || Math.abs(d.at - h.at) < Math.abs(best.at - h.at))
          ? d
          : best,
      null,
    );
    return near ? [middle(h[id]!) - middle(near[id]!)] : [];
  });
  if (off.length < PAIRS) return null;
  const offset = off.reduce((a, b) => a + b, 0) / off.length;
  return Math.abs(offset) > 2 * WORTH[id] ? { offset, compared: off.length } : null;
}

/** A pump that draws air is ruined within minutes: margin over the lowest level that it needs, m. */
const MARGIN = 0.02;

/**
 * Why a plug may not be switched; null where it may.
 *
 * @param about pumped line or device that hangs on it
 */
export function refusalOf(t: Tended, about: string, on: boolean): Phrase | null {
  const line = pumpedLines(t.system).find((l) => l.id === about);
  const device = t.system.devices.find((d) => d.id === about);
  if (line && on) {
    const reserve = t.c.a.balance.reserves.find((r) => r.pump === about);
    if (reserve && reserve.volume <= 0)
      return say`By the design this pump runs dry when the beds are full. Mend the reserve first.`;
    const i = t.system.vessels.findIndex((v) => v.id === line.from);
    const intake = line.pump.intake + MARGIN;
    const level = latestOn(t.entries, line.from).level;
    if (level && level.value < intake)
      return say`Its water was last read at ${{ value: level.value, kind: 'length' }}, not over the pump’s intake. Top up and read it again.`;
    if (i >= 0 && t.c.a.balance.deepest[i]!.level < intake)
      return say`With the beds full its water falls under the intake.`;
    return null;
  }
  if (device?.kind === 'heater' && on) {
    const level = latestOn(t.entries, device.vessel).level;
    if (level && level.value < 0.1)
      return say`The heater may lie dry: its water was last read at ${{ value: level.value, kind: 'length' }}.`;
  }
  return null;
}

/** Whether a plug’s rule may act by itself: never on a pump, which only a hand or its timer switches. */
export const ruleMay = (t: Tended, about: string): boolean =>
  !pumpedLines(t.system).some((l) => l.id === about);

/** A reading that a rule acts on is no older than this. */
const FRESH = DEVICE_AGE.fresh * 1000;

/**
 * What a plug’s own rule asks for by the last reading; null where it leaves it as it is.
 *
 * @param on how it stands
 */
export function ruleWants(t: Tended, plug: PlugUse, on: boolean): boolean | null {
  const { rule } = plug;
  if (!rule || !ruleMay(t, plug.about)) return null;
  const read = latestReadings(t.entries)[rule.reads];
  if (!read?.at || t.now - read.at > FRESH) return null;
  const below = rule.when === 'below';
  if (!on && (below ? read.value < rule.limit : read.value > rule.limit)) return true;
  if (on && (below ? read.value > rule.until : read.value < rule.until)) return false;
  return null;
}

/** Trouble of a channel in a sentence. */
export function troubleWords(x: Trouble, id: ReadingId, now: Moment): Phrase {
  switch (x.kind) {
    case 'silent':
      return say`Nothing heard for ${time(Math.round((now - x.since) / 60_000) * 60)}. Look at its battery, its cable, its place.`;
    case 'stuck':
      return say`It has read the same to the last figure for hours: stuck, or out of the water.`;
    case 'clock':
      return say`Its clock stands still; its readings are taken by ours.`;
    case 'drift': {
      const f = readField(id);
      const off: Phrase =
        f.kind === 'temperature'
          ? [`${x.offset.toFixed(1)} °C`]
          : [{ value: x.offset, kind: f.kind }];
      return [
        'By ',
        String(x.compared),
        ' hand readings it is off: ',
        ...off,
        ' to be added. Clean and calibrate the probe, or reckon with it.',
      ];
    }
  }
}

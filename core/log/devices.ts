import { DEVICE_AGE } from '../limits/index.ts';
import type { Seconds } from '../quantity/si.ts';
import {
  NOT_WATER,
  OTHER_LOAD,
  pumpedLines,
  type ChannelUse,
  type PlugUse,
  type ReadingId,
} from '../system/index.ts';
import { say, time, type Phrase } from '../quantity/index.ts';
import { middle, readField } from '../entries/fields.ts';
import { latestOn, type Tended } from '../readings/tended.ts';
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

export type ChannelProblem =
  | { readonly kind: 'silent'; readonly since: Moment }
  | { readonly kind: 'stuck'; readonly since: Moment }
  | { readonly kind: 'clock'; readonly since: Moment }
  | { readonly kind: 'clock-off'; readonly off: number }
  | { readonly kind: 'refused'; readonly why: Phrase }
  | { readonly kind: 'drift'; readonly offset: number; readonly compared: number };

/** What a channel has said lately, by its own clock and by ours. */
export interface Heard extends DeviceReading {
  /** When it came. */
  readonly came: Moment;
  /** How far its clock is off, ms; null where it is believed. */
  readonly off?: number | null;
  /** Why its value was not taken; null where it was. */
  readonly refused?: Phrase | null;
}

/**
 * What is wrong with a channel by what it said.
 *
 * @param heard raw readings, the oldest first
 */
export function channelProblem(heard: readonly Heard[], now: Moment): ChannelProblem | null {
  const last = heard.at(-1);
  if (!last) return null;
  if (now - last.came > SILENT * 1000) return { kind: 'silent', since: last.came };
  if (last.refused) return { kind: 'refused', why: last.refused };
  if (last.off !== null && last.off !== undefined) return { kind: 'clock-off', off: last.off };
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

/** Whether what a channel reads goes into the log: once the grower said which water it is. */
export const isLogged = ({ about }: Pick<ChannelUse, 'about'>): boolean =>
  about !== '' && about !== NOT_WATER;

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
  { id: channel, reads: id, about, corrected }: ChannelUse,
): { readonly offset: number; readonly compared: number } | null {
  if (!isLogged({ about })) return null;
  const there = entries.filter((e) => e[id] !== undefined && e.at >= (corrected ?? -Infinity));
  const device = there.filter((e) => e.device === channel);
  // What is read elsewhere, as in another tank, says nothing of this probe.
  const hands = there
    .filter((e) => !e.device && (!about || !e.about || e.about === about))
    .slice(-3);
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

/** What a device said last of a vessel’s level, with when it came. */
export type LiveLevel = (vessel: string) => DeviceReading | null;

/**
 * Why a plug may not be switched; null where it may.
 *
 * @param about pumped line or device that hangs on it; empty is not known, and taken for each of the pumps
 * @param live levels as they were just heard
 */
export function refusalOf(
  t: Tended,
  about: string,
  on: boolean,
  live: LiveLevel = () => null,
): Phrase | null {
  if (!on || about === OTHER_LOAD) return null;
  const level = (vessel: string) => {
    const read = latestOn(t.entries, vessel).level;
    const heard = live(vessel);
    return heard && heard.at >= (read?.at ?? -Infinity) ? heard : read;
  };
  const lines = pumpedLines(t.system);
  const line = lines.find((l) => l.id === about);
  const device = t.system.devices.find((d) => d.id === about);
  if (device) {
    const there = device.kind === 'heater' ? level(device.vessel) : null;
    return there && there.value < HEATER_DEPTH
      ? say`The heater may be dry. The last water level was ${{ value: there.value, kind: 'length' }}.`
      : null;
  }
  for (const l of line ? [line] : lines) {
    const why = dryRun(t, l, level(l.from)?.value ?? null);
    if (why)
      return line
        ? why
        : [
            ...why,
            ' You have not said which device is on this plug, so Mizuna treats it as a pump.',
          ];
  }
  return null;
}
/** A heater whose water is lower may lie dry, m. */
const HEATER_DEPTH = 0.1;
/** Why a pump would draw air. @param level as it was last read, m; null where it was not */
function dryRun(
  t: Tended,
  line: ReturnType<typeof pumpedLines>[number],
  level: number | null,
): Phrase | null {
  const reserve = t.c.a.balance.reserves.find((r) => r.pump === line.id);
  if (reserve && reserve.volume <= 0)
    return say`By the design this pump runs dry when the beds are full. Increase the reserve first.`;
  const i = t.system.vessels.findIndex((v) => v.id === line.from);
  const intake = line.pump.intake + MARGIN;
  if (level !== null && level < intake)
    return say`The last water level was ${{ value: level, kind: 'length' }}, which does not cover the pump’s intake. Top up and measure again.`;
  if (i >= 0 && t.c.a.balance.deepest[i]!.level < intake)
    return say`When the beds are full, the water level falls below the intake.`;
  return null;
}

/** Whether a plug’s rule may act by itself: never on a pump or on what is not known, which only a hand switches. */
export const ruleMay = (t: Pick<Tended, 'system'>, about: string): boolean =>
  about === OTHER_LOAD || t.system.devices.some((d) => d.id === about);

/** A reading that a rule acts on is no older than this. */
const FRESH = DEVICE_AGE.fresh * 1000;

/** How a plug’s rule stands, and how the plug should; null where it leaves it as it is. */
export interface RuleState {
  readonly state: 'by-hand' | 'unbound' | 'waiting' | 'quiet' | 'working';
  readonly wants: boolean | null;
  /** When its channel was heard last; null where it never was. */
  readonly heard: Moment | null;
}

/**
 * What a plug’s rule asks for by what its own channel said last, and by no other.
 *
 * @param on how it stands
 * @param heard what the channel said last that was taken
 * @param since when the channels began to be listened to
 */
export function channelRule(
  t: Pick<Tended, 'system'>,
  plug: PlugUse,
  on: boolean,
  heard: Heard | null,
  now: Moment,
  since: Moment,
): RuleState {
  const { rule } = plug;
  const at = heard?.came ?? null;
  const leave = (state: RuleState['state']): RuleState => ({ state, wants: null, heard: at });
  if (!rule || !ruleMay(t, plug.about)) return leave('by-hand');
  if (!t.system.care.channels.some((c) => c.id === rule.channel)) return leave('unbound');
  if (now - Math.max(at ?? -Infinity, since) > FRESH) {
    const safe = rule.quiet === 'stay' ? null : rule.quiet === 'on';
    return { state: 'quiet', wants: safe === on ? null : safe, heard: at };
  }
  if (!heard || now - heard.came > FRESH) return leave('waiting');
  const below = rule.when === 'below';
  const past = below ? heard.value < rule.limit : heard.value > rule.limit;
  const back = below ? heard.value > rule.until : heard.value < rule.until;
  return { state: 'working', wants: !on && past ? true : on && back ? false : null, heard: at };
}

/** Trouble of a channel in a sentence. */
export function channelProblemWords(x: ChannelProblem, id: ReadingId, now: Moment): Phrase {
  switch (x.kind) {
    case 'silent':
      return say`No reading for ${time(Math.round((now - x.since) / 60_000) * 60)}. Check its battery, its cable and its place.`;
    case 'stuck':
      return say`It has shown exactly the same value for hours. It is stuck or out of the water.`;
    case 'clock':
      return say`Its clock has stopped. Mizuna uses its own clock for the readings.`;
    case 'clock-off':
      return Math.abs(x.off) > 30 * 24 * HOUR
        ? say`Its clock is wrong by more than a month. Mizuna uses its own clock for the readings.`
        : say`Its clock is wrong by ${time(Math.round(Math.abs(x.off) / 60_000) * 60)}. Mizuna uses its own clock for the readings.`;
    case 'refused':
      return [...x.why, ' It is not added to the log.'];
    case 'drift': {
      const f = readField(id);
      const kind = f.kind === 'temperature' ? 'temperatureDifference' : f.kind;
      const off: Phrase = [{ value: x.offset, kind }];
      return [
        'By ',
        String(x.compared),
        ' hand readings it is off: ',
        ...off,
        '. Clean and calibrate the probe, or apply this correction.',
      ];
    }
  }
}

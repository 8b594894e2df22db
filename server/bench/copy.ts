import { dayOfYear, daysAcross, localDay } from '../../core/calendar/index.ts';
import { judgeWhole } from '../../core/findings/judge.ts';
import { lifeOf } from '../../core/life/index.ts';
import { seasonSetupOf, runSeason, seasonBasis } from '../../core/season/index.ts';
import {
  isStore,
  pumpedLines,
  type ReadingId,
  type SystemDocument,
} from '../../core/system/index.ts';

/** A simulated copy of a system: what its probes would read at a moment, by the core’s day and season. */

export interface ChannelInfo {
  readonly id: string;
  readonly name: string;
  readonly reads: ReadingId;
  /** Vessel or path of the system; empty for the whole. */
  readonly about: string;
  /** SI unit of its values. */
  readonly unit: string;
}
export interface PlugInfo {
  readonly id: string;
  readonly name: string;
  /** Pumped line or device that hangs on it. */
  readonly about: string;
}

const DAY = 86_400;
const HOUR = 3600;
/** What the water still does within a day: warmest in the afternoon, sour before sunrise. */
const SWING = { temperature: 0.6, ph: 0.08 } as const;
/** Time in which levels move when a pump is switched, s. */
const SETTLES = 600;

export class Copy {
  readonly channels: readonly ChannelInfo[];
  readonly plugs: readonly PlugInfo[];
  private readonly value: ReadonlyMap<string, (at: number) => number>;
  /** Since when each pump stands still, ms; pumps that run are not in it. */
  private readonly still = new Map<string, number>();
  private readonly lastDay: number;

  constructor(system: SystemDocument) {
    const { a, day, trace } = judgeWhole(system);
    const figures = { system, a, day };
    const life = lifeOf(figures);
    const season = runSeason(seasonBasis(figures), { ...seasonSetupOf(system), days: 365 });
    const begins = system.plan.begins;
    const on = (column: Float64Array, at: number): number => {
      const d = daysAcross(begins, dayOfYear(localDay(at, 'UTC')));
      return column[Math.min(column.length - 1, d)]!;
    };
    const wave = (at: number, hour: number) =>
      Math.cos((2 * Math.PI * (((at / 1000) % DAY) / HOUR - hour)) / 24);
    const n = trace.vessels.length;
    const width = trace.paths.length + n;
    this.lastDay = trace.times[trace.rows - 1] ?? DAY;
    const row = (at: number): number => {
      const t = Math.min(this.lastDay, (at / 1000) % DAY);
      let [low, high] = [0, trace.rows - 1];
      while (low < high) {
        const mid = (low + high + 1) >> 1;
        if (trace.times[mid]! <= t) low = mid;
        else high = mid - 1;
      }
      return low;
    };
    const channels: ChannelInfo[] = [];
    const value = new Map<string, (at: number) => number>();
    const add = (c: ChannelInfo, of: (at: number) => number) => {
      channels.push(c);
      value.set(c.id, of);
    };
    const store = system.vessels.find((v) => v.role === 'tank') ?? system.vessels.find(isStore);
    const home = store?.id ?? '';
    const name = store?.name ?? system.name;
    const hours = life.oxygen?.byHour ?? null;
    add(
      { id: 'temperature', name: `${name}, warmth`, reads: 'temperature', about: home, unit: '°C' },
      (at) => on(season.t, at) + SWING.temperature * wave(at, 16),
    );
    add(
      { id: 'ph', name: `${name}, pH`, reads: 'ph', about: home, unit: '' },
      (at) => life.ph + SWING.ph * wave(at, 17),
    );
    if (life.groups.length && hours)
      add(
        { id: 'oxygen', name: `${name}, oxygen`, reads: 'oxygen', about: home, unit: 'mg/L' },
        (at) => hours[Math.floor(((at / 1000) % DAY) / HOUR)] ?? 8,
      );
    if (system.solution)
      add(
        {
          id: 'conductivity',
          name: `${name}, EC`,
          reads: 'conductivity',
          about: home,
          unit: 'S/m',
        },
        () => system.water.conductivity ?? 0.16,
      );
    const stillFor = (at: number): number => {
      let longest = 0;
      for (const since of this.still.values()) longest = Math.max(longest, (at - since) / 1000);
      return longest;
    };
    system.vessels.forEach((v, i) => {
      if (!isStore(v) && v.role !== 'bed') return;
      const cut = a.balance.afterPowerCut[i]!.level;
      add(
        { id: `level-${v.id}`, name: `${v.name}, level`, reads: 'level', about: v.id, unit: 'm' },
        (at) => {
          const level = trace.levels[row(at) * n + i]!;
          const rest = Math.min(v.shape.height, cut);
          const gone = this.still.size ? 1 - Math.exp(-stillFor(at) / SETTLES) : 0;
          return level + (rest - level) * gone;
        },
      );
    });
    for (const line of pumpedLines(system)) {
      const k = trace.paths.indexOf(line.id);
      if (k >= 0)
        add(
          {
            id: `flow-${line.id}`,
            name: `${line.name}, flow`,
            reads: 'flow',
            about: line.id,
            unit: 'm³/s',
          },
          (at) => (this.still.has(line.id) ? 0 : trace.flows[row(at) * width + k]!),
        );
    }
    this.channels = channels;
    this.value = value;
    this.plugs = [
      ...pumpedLines(system).map((l) => ({
        id: `plug-${l.id}`,
        name: `${l.name}, plug`,
        about: l.id,
      })),
      ...system.devices.map((d) => ({
        id: `plug-${d.id}`,
        name: `${d.kind.replace('-', ' ')}, plug`,
        about: d.id,
      })),
    ];
  }

  /** What a channel’s probe stands in, in SI. @param at milliseconds since 1970 */
  valueOf(channel: string, at: number): number {
    return this.value.get(channel)?.(at) ?? Number.NaN;
  }

  /** Switches what hangs on a plug. */
  switch(about: string, on: boolean, at: number): void {
    if (on) this.still.delete(about);
    else if (!this.still.has(about)) this.still.set(about, at);
  }
}

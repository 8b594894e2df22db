import type { Metres, Seconds } from '../quantity/si.ts';
import { root } from '../numerics/root.ts';
import { areaAt } from '../water/vessel.ts';
import type { Network } from '../network/types.ts';
import type { LevelCrossing, DayEvent, DayTrace, EventKind } from './types.ts';

/** A float array that grows by doubling. */
class Column {
  private data = new Float64Array(4096);
  length = 0;
  /** The first few of some values. */
  push(values: ArrayLike<number>, count: number): void {
    if (this.length + count > this.data.length) {
      const wider = new Float64Array(2 * this.data.length + count);
      wider.set(this.data);
      this.data = wider;
    }
    for (let i = 0; i < count; i++) this.data[this.length++] = values[i]!;
  }
  done(): Float64Array {
    return this.data.slice(0, this.length);
  }
}

interface Mark {
  readonly vessel: number;
  readonly level: Metres;
  readonly mark: LevelCrossing['mark'];
}

/** Collects a day as it is simulated. */
export class Recorder {
  rows = 0;
  private readonly times = new Column();
  private readonly levels = new Column();
  private readonly volumes = new Column();
  private readonly flows = new Column();
  readonly events: DayEvent[] = [];
  readonly crossed: LevelCrossing[] = [];

  constructor(private readonly net: Network) {}

  row(t: Seconds, levels: Float64Array, volumes: Float64Array, flows: Float64Array): void {
    const n = this.net.vessels.length;
    this.rows++;
    this.times.push([t], 1);
    this.levels.push(levels, n);
    this.volumes.push(volumes, n);
    this.flows.push(flows, flows.length);
  }

  event(t: Seconds, kind: EventKind, where: string, level: Metres): void {
    this.events.push({ t, kind, where, level });
  }

  /** Notes which marks the levels passed in a step; the moment by the cubic through both ends. */
  crossings(
    marks: readonly Mark[],
    before: Float64Array,
    after: Float64Array,
    f0: Float64Array,
    f1: Float64Array,
    t: Seconds,
    h: Seconds,
    net: Network,
  ): void {
    for (const { vessel, level, mark } of marks) {
      const a = before[vessel]! - level;
      const b = after[vessel]! - level;
      if (a < 0 === b < 0) continue;
      const storage = net.vessels[vessel]!.storage;
      const sa = (h * f0[vessel]!) / areaAt(storage, before[vessel]!);
      const sb = (h * f1[vessel]!) / areaAt(storage, after[vessel]!);
      const rising = b >= 0;
      const past = (s: number) => {
        const u = 1 - s;
        const x =
          u * u * (1 + 2 * s) * a + s * u * u * sa + s * s * (3 - 2 * s) * b - s * s * u * sb;
        return rising ? x : -x;
      };
      this.crossed.push({ t: t + root(past, 0, 1, 1e-9) * h, vessel, mark, rising });
    }
  }

  finish(
    rest: Pick<
      DayTrace,
      'spilled' | 'used' | 'balanceError' | 'steps' | 'rejected' | 'work' | 'truncated' | 'end'
    >,
  ): DayTrace {
    return {
      vessels: this.net.vessels.map((v) => v.id),
      paths: this.net.paths.map((p) => p.id),
      rows: this.rows,
      times: this.times.done(),
      levels: this.levels.done(),
      volumes: this.volumes.done(),
      flows: this.flows.done(),
      events: this.events,
      crossings: this.crossed,
      ...rest,
    };
  }
}

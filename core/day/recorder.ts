import type { Metres, Seconds } from '../quantity/si.ts';
import { areaAt } from '../water/vessel.ts';
import type { Network } from '../network/types.ts';
import type { Crossing, DayEvent, DayTrace, EventKind } from './types.ts';

/** A float array that grows by doubling. */
class Column {
  private data = new Float64Array(4096);
  length = 0;
  push(x: number): void {
    if (this.length === this.data.length) {
      const wider = new Float64Array(this.data.length * 2);
      wider.set(this.data);
      this.data = wider;
    }
    this.data[this.length++] = x;
  }
  done(): Float64Array {
    return this.data.slice(0, this.length);
  }
}

interface Mark {
  readonly vessel: number;
  readonly level: Metres;
  readonly mark: Crossing['mark'];
}

/** Collects a day as it is simulated. */
export class Recorder {
  rows = 0;
  private readonly times = new Column();
  private readonly levels = new Column();
  private readonly volumes = new Column();
  private readonly flows = new Column();
  private readonly events: DayEvent[] = [];
  private readonly crossed: Crossing[] = [];

  constructor(private readonly net: Network) {}

  row(t: Seconds, levels: Float64Array, volumes: Float64Array, flows: Float64Array): void {
    const n = this.net.vessels.length;
    this.rows++;
    this.times.push(t);
    for (let i = 0; i < n; i++) {
      this.levels.push(levels[i]!);
      this.volumes.push(volumes[i]!);
    }
    for (let i = 0; i < flows.length; i++) this.flows.push(flows[i]!);
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
      const room = net.vessels[vessel]!.room;
      const sa = (h * f0[vessel]!) / areaAt(room, before[vessel]!);
      const sb = (h * f1[vessel]!) / areaAt(room, after[vessel]!);
      const rising = b >= 0;
      let low = 0;
      let high = 1;
      for (let k = 0; k < 40; k++) {
        const s = (low + high) / 2;
        const u = 1 - s;
        const x =
          u * u * (1 + 2 * s) * a + s * u * u * sa + s * s * (3 - 2 * s) * b - s * s * u * sb;
        if (x >= 0 === rising) high = s;
        else low = s;
      }
      this.crossed.push({ t: t + high * h, vessel, mark, rising });
    }
  }

  finish(
    rest: Pick<
      DayTrace,
      'spilled' | 'used' | 'balanceError' | 'steps' | 'rejected' | 'truncated' | 'end'
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

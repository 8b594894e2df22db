import { chance } from '../../core/numerics/chance.ts';
import type { SystemDocument } from '../../core/system/index.ts';
import { Copy, type ChannelInfo, type PlugInfo } from './copy.ts';

/** The bench: it stands in for probes and plugs of a system, with noise and with faults that can be switched on. */

/** Faults by channel; the deaf plugs by plug. */
export interface Faults {
  /** It says nothing. */
  readonly dropOut: readonly string[];
  /** It reads what it read when it stuck. */
  readonly stuck: readonly string[];
  /** It wanders away, in its own noise’s measure a day. */
  readonly drift: readonly string[];
  /** Its clock stands still. */
  readonly frozenClock: readonly string[];
  /** It takes no order. */
  readonly deaf: readonly string[];
}
export const NO_FAULTS: Faults = { dropOut: [], stuck: [], drift: [], frozenClock: [], deaf: [] };

export interface BenchReading {
  readonly seq: number;
  readonly channel: string;
  /** ISO 8601, by the device’s own clock. */
  readonly at: string;
  readonly value: number;
}
export interface PlugState extends PlugInfo {
  readonly on: boolean;
}
export type Message =
  | ({ readonly kind: 'reading' } & BenchReading)
  | { readonly kind: 'plug'; readonly seq: number; readonly id: string; readonly on: boolean };

/** Readings that are kept for those who come back, and messages that wait for a slow listener. */
export const HISTORY = 600;
export const QUEUE = 256;

/** Noise of a probe, one standard deviation, in SI, and how far it drifts in a day. */
const NOISE: Readonly<Record<string, readonly [noise: number, drift: number]>> = {
  temperature: [0.05, 0.4],
  ph: [0.02, 0.15],
  oxygen: [0.08, 0.5],
  conductivity: [0.001, 0.01],
  level: [0.0015, 0.01],
  flow: [4e-6, 2e-5],
};
const DAY = 86_400_000;
/** With a speed above 1 the clock begins so far back and comes up to the present. */
const BACK = DAY;
export const MOST_SPEED = 5000;

/** One who listens; what he cannot take in time is dropped, the oldest first. */
export class Listener {
  private readonly waiting: Message[] = [];
  private wake: (() => void) | null = null;
  dropped = 0;
  closed = false;

  push(m: Message): void {
    if (this.closed) return;
    this.waiting.push(m);
    if (this.waiting.length > QUEUE) {
      this.waiting.shift();
      this.dropped++;
    }
    this.wake?.();
    this.wake = null;
  }
  get length(): number {
    return this.waiting.length;
  }
  /** The next message; nothing when it is closed, or after so long without one. */
  async next(patience: number): Promise<Message | 'quiet' | null> {
    if (!this.waiting.length && !this.closed) {
      let timer: ReturnType<typeof setTimeout> | undefined;
      await new Promise<void>((resolve) => {
        this.wake = resolve;
        timer = setTimeout(resolve, patience);
      });
      clearTimeout(timer);
      this.wake = null;
    }
    if (this.waiting.length) return this.waiting.shift()!;
    return this.closed ? null : 'quiet';
  }
  close(): void {
    this.closed = true;
    this.wake?.();
    this.wake = null;
  }
}

export class Bench {
  private copy: Copy | null = null;
  private random = chance(1);
  private plugs = new Map<string, boolean>();
  private readonly listeners = new Set<Listener>();
  private readonly history: Message[] = [];
  private readonly stuckAt = new Map<string, number>();
  private readonly driftSince = new Map<string, number>();
  private readonly frozenAt = new Map<string, number>();
  private seq = 0;
  private origin = { real: 0, simulated: 0 };
  private timer: ReturnType<typeof setInterval> | null = null;
  speed = 1;
  faults: Faults = NO_FAULTS;
  system: { readonly id: string; readonly name: string } | null = null;

  /** @param now real clock, milliseconds since 1970 */
  constructor(private readonly now: () => number = Date.now) {}

  /** Puts a copy of a system on the bench; the clock begins anew. */
  load(system: SystemDocument, seed = 1): void {
    this.copy = new Copy(system);
    this.system = { id: system.id, name: system.name };
    this.random = chance(seed);
    this.plugs = new Map(this.copy.plugs.map((p) => [p.id, true]));
    this.history.length = 0;
    this.setFaults(NO_FAULTS);
    this.setSpeed(this.speed);
  }
  unload(): void {
    this.stop();
    this.copy = null;
    this.system = null;
    this.history.length = 0;
    for (const l of this.listeners) l.close();
    this.listeners.clear();
  }
  get channels(): readonly ChannelInfo[] {
    return this.copy?.channels ?? [];
  }
  plugStates(): PlugState[] {
    return (this.copy?.plugs ?? []).map((p) => ({ ...p, on: this.plugs.get(p.id) ?? true }));
  }
  get listening(): number {
    return this.listeners.size;
  }
  get kept(): number {
    return this.history.length;
  }

  setSpeed(speed: number): void {
    this.speed = speed;
    const real = this.now();
    this.origin = { real, simulated: speed > 1 ? real - BACK : real };
  }
  setFaults(faults: Faults): void {
    this.faults = faults;
    for (const map of [this.stuckAt, this.driftSince, this.frozenAt]) map.clear();
  }
  /** The bench’s clock: what lies behind runs at its speed, the present at its own. */
  clock(): number {
    const real = this.now();
    return Math.min(real, this.origin.simulated + (real - this.origin.real) * this.speed);
  }

  private gauss(): number {
    const u = Math.max(1e-12, this.random());
    return Math.sqrt(-2 * Math.log(u)) * Math.cos(2 * Math.PI * this.random());
  }
  private once(map: Map<string, number>, key: string, value: () => number): number {
    if (!map.has(key)) map.set(key, value());
    return map.get(key)!;
  }
  /** What a channel reads now; nothing while it drops out. */
  read(c: ChannelInfo, at: number): { at: number; value: number } | null {
    if (!this.copy || this.faults.dropOut.includes(c.id)) return null;
    const [noise, drift] = NOISE[c.reads] ?? [0, 0];
    const fresh = (): number => {
      const true_ = this.copy!.valueOf(c.id, at);
      const wandered = this.faults.drift.includes(c.id)
        ? (drift * (at - this.once(this.driftSince, c.id, () => at))) / DAY
        : 0;
      const v = true_ + wandered + noise * this.gauss();
      return c.reads === 'level' || c.reads === 'flow' ? Math.max(0, v) : v;
    };
    const value = this.faults.stuck.includes(c.id) ? this.once(this.stuckAt, c.id, fresh) : fresh();
    const told = this.faults.frozenClock.includes(c.id)
      ? this.once(this.frozenAt, c.id, () => at)
      : at;
    return Number.isFinite(value) ? { at: told, value } : null;
  }

  private tell(m: Message): void {
    this.history.push(m);
    if (this.history.length > HISTORY) this.history.shift();
    for (const l of this.listeners) l.push(m);
  }
  /** Every channel read once. */
  tick(at = this.clock()): void {
    for (const c of this.channels) {
      const r = this.read(c, at);
      if (!r) continue;
      this.tell({
        kind: 'reading',
        seq: ++this.seq,
        channel: c.id,
        at: new Date(r.at).toISOString(),
        value: Number(r.value.toPrecision(6)),
      });
    }
  }
  /** Reads by itself from now on. @param every ms of real time */
  start(every = 1000): void {
    this.timer ??= setInterval(() => this.tick(), every);
    this.timer.unref?.();
  }
  stop(): void {
    if (this.timer) clearInterval(this.timer);
    this.timer = null;
  }
  /** Switches a plug; a deaf one does not answer. */
  switch(id: string, on: boolean): 'unknown' | 'deaf' | PlugState {
    const plug = this.copy?.plugs.find((p) => p.id === id);
    if (!plug) return 'unknown';
    if (this.faults.deaf.includes(id)) return 'deaf';
    this.plugs.set(id, on);
    this.copy!.switch(plug.about, on, this.clock());
    this.tell({ kind: 'plug', seq: ++this.seq, id, on });
    return { ...plug, on };
  }
  /** A listener that first gets what came after a message it had. */
  listen(after: number | null): Listener {
    const l = new Listener();
    if (after !== null) for (const m of this.history) if (m.seq > after) l.push(m);
    this.listeners.add(l);
    return l;
  }
  leave(l: Listener): void {
    l.close();
    this.listeners.delete(l);
  }
}

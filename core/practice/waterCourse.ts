import { Simulation, type DayState, type DayTrace } from '../day/index.ts';
import type { Network } from '../network/types.ts';
import type { Seconds } from '../quantity/si.ts';

/** A segment with more switches than these flutters, and is given up. */
export const MOST_EVENTS = 4000;

/** A stretch of the day’s water in one network. */
export interface Stretch {
  /** The network, and what tells it from others. */
  readonly net: Network;
  readonly key: string;
  readonly begins: DayState;
  readonly ends: DayState;
  readonly trace: DayTrace;
}

/** Simulates the water of a network on from a state. */
export function stretchOf(net: Network, key: string, begins: DayState, till: Seconds): Stretch {
  const sim = new Simulation(net, begins, MOST_EVENTS).runTo(till);
  const ends = { ...sim.state(), t: till };
  return { net, key, begins, ends, trace: sim.trace(till) };
}

/**
 * How the water ran once, kept for lines of action that leave it as it was: feed, air, doses and shade change
 * nothing of levels and flows.
 */
export class WaterCourse {
  private readonly stretches: Stretch[] = [];
  /** State of a line that is on this course still; another means that its water was changed. */
  private on: DayState | null = null;

  add(s: Stretch): void {
    this.stretches.push(s);
  }
  /** For another line, from a state that is on this course. */
  from(state: DayState): WaterCourse {
    const c = new WaterCourse();
    c.stretches.push(...this.stretches);
    c.on = state;
    return c;
  }
  /** Whether a state is on this course still. */
  holds = (state: DayState): boolean => state === this.on;
  /** The stretch that a state lies in, where its water runs on as it ran. */
  at(state: DayState, key: string): Stretch | null {
    if (!this.holds(state)) return null;
    const { t } = state;
    return (
      this.stretches.find((s) => s.begins.t <= t + 1e-6 && t < s.ends.t - 1e-6 && s.key === key) ??
      null
    );
  }
  /** The state at a moment of a stretch. */
  stateAt(s: Stretch, t: Seconds): DayState {
    this.on = t > s.ends.t - 1e-6 ? s.ends : stretchOf(s.net, s.key, s.begins, t).ends;
    return this.on;
  }
}

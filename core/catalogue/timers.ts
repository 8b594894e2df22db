import type { Seconds } from '../quantity/si.ts';

/** A timer as it is bought: what it can be set to. Generic kinds, no makes. */
export interface Timer {
  readonly id: string;
  readonly name: string;
  /** Smallest step of a setting. */
  readonly step: Seconds;
  /** Most on-periods a day; absent where there is no such limit. */
  readonly programs?: number;
  /** interval: on and off repeat; programs: start times and lengths. */
  readonly sets: 'interval' | 'programs';
}

export const TIMER_SOURCE =
  'Generic kinds of plug-in timers as they are commonly sold; the steps and programs of the one in hand win.';

export const TIMERS: readonly Timer[] = [
  { id: 'dial-15', name: 'Dial with pins of 15 min', step: 900, programs: 48, sets: 'programs' },
  { id: 'dial-30', name: 'Dial with pins of 30 min', step: 1800, programs: 24, sets: 'programs' },
  { id: 'digital-8', name: 'Digital, 8 programs', step: 60, programs: 8, sets: 'programs' },
  { id: 'digital-20', name: 'Digital, 20 programs', step: 60, programs: 20, sets: 'programs' },
  { id: 'clock-plug', name: 'Clock plug, any minute', step: 60, sets: 'programs' },
  { id: 'repeat-cycle', name: 'Repeat cycle, from 1 s', step: 1, sets: 'interval' },
];

/** The timer with this id, or nothing. */
export const timerById = (id: string): Timer | undefined => TIMERS.find((t) => t.id === id);

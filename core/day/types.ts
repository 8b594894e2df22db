import type { CubicMetres, Metres, Seconds } from '../quantity/si.ts';

export type EventKind =
  | 'pump-on'
  | 'pump-off'
  | 'pump-dry'
  | 'pump-wet'
  | 'siphon-starts'
  | 'siphon-stops'
  | 'overflow-gulps'
  | 'rim-over'
  | 'rim-clear';

/** Something that happened at an exact moment. `where` is the id of a path or vessel. */
export interface DayEvent {
  readonly t: Seconds;
  readonly kind: EventKind;
  readonly where: string;
  /** Level in the vessel that the event belongs to, above its floor. */
  readonly level: Metres;
}

/** A level passing a mark: the flood mark, half the flood depth, or almost drained. */
export interface LevelCrossing {
  readonly t: Seconds;
  readonly vessel: number;
  readonly mark: 'flood' | 'half' | 'low';
  readonly rising: boolean;
}

/**
 * A simulated day. Rows are accepted steps; an event adds a second row at the same time with the
 * flows after it. Arrays are row by row: `levels[row · vessels + vessel]`.
 */
export interface DayTrace {
  readonly vessels: readonly string[];
  readonly paths: readonly string[];
  readonly rows: number;
  readonly times: Float64Array;
  readonly levels: Float64Array;
  readonly volumes: Float64Array;
  /** Flow of each path, then over each vessel's rim, m³/s. */
  readonly flows: Float64Array;
  readonly events: readonly DayEvent[];
  readonly crossings: readonly LevelCrossing[];
  /** Run off onto the floor. */
  readonly spilled: CubicMetres;
  /** Gone into the air and into plants where nothing runs back. */
  readonly used: CubicMetres;
  /** Water in all vessels, in lines, used and on the floor at the end, less at the start. */
  readonly balanceError: CubicMetres;
  readonly steps: number;
  readonly rejected: number;
  /** What working it out took, in the measure that limits a day. */
  readonly work: number;
  /** The day was given up before its end: too many events, or too much work. */
  readonly truncated: boolean;
  readonly end: Seconds;
}

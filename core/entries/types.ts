import type { Moment } from '../calendar/time.ts';
import type { Interval } from '../system/index.ts';
import type {
  Celsius,
  CubicMetres,
  CubicMetresPerSecond,
  GramsPerCubicMetre,
  Kilograms,
  Metres,
  Seconds,
  SiemensPerMetre,
} from '../quantity/si.ts';

/** The log of a system: one entry for each thing that was read, given, changed or seen. */

export type { Moment } from '../calendar/time.ts';

export const ENTRY_KINDS = [
  'reading',
  'look',
  'feed',
  'top-up',
  'water-change',
  'dose',
  'planting',
  'harvest',
  'fish-in',
  'fish-out',
  'fish-dead',
  'fish-weighed',
  'power-cut',
  'task',
  'note',
  'photo',
] as const;
export type EntryKind = (typeof ENTRY_KINDS)[number];

export const TASK_OUTCOMES = ['done', 'later', 'skipped'] as const;
/** What became of a task. */
export type TaskOutcome = (typeof TASK_OUTCOMES)[number];

/** What may be read at once; any part of it. Nitrogen as N, alkalinity and hardness as CaCO₃, chlorine in all. */
export interface ReadValues {
  readonly temperature?: Celsius;
  readonly ph?: number;
  readonly tan?: Interval;
  readonly nitrite?: Interval;
  readonly nitrate?: Interval;
  readonly oxygen?: GramsPerCubicMetre;
  /** At 25 °C. */
  readonly conductivity?: SiemensPerMetre;
  readonly alkalinity?: GramsPerCubicMetre;
  readonly hardness?: GramsPerCubicMetre;
  readonly chlorine?: GramsPerCubicMetre;
  readonly chloride?: GramsPerCubicMetre;
  /** Above the vessel’s floor. */
  readonly level?: Metres;
  readonly flow?: CubicMetresPerSecond;
  readonly fillTime?: Seconds;
}

/** What an entry says; what it does not say is not there. */
export interface EntryValues extends ReadValues {
  readonly kind: EntryKind;
  readonly at: Moment;
  /** IANA name of the zone in which it was entered, as “Europe/Vienna”. */
  readonly zone: string;
  /** Id of the vessel, path, planting or group of fish it was taken from; empty for the whole system. */
  readonly about?: string;
  /** What was given, planted, done: id of a substance, a crop, a kind of fish, a task, a photograph. */
  readonly what?: string;
  readonly mass?: Kilograms;
  readonly volume?: CubicMetres;
  readonly count?: number;
  readonly outcome?: TaskOutcome;
  /** Until when a task is put off, or how long the power was away. */
  readonly until?: Moment;
  /** Ids of what was seen, of {@link SIGNS}. */
  readonly seen?: readonly string[];
  readonly note?: string;
  /** Channel of the device that read it; not there where a hand did. */
  readonly device?: string;
  readonly deleted?: true;
}
export type EntryField = keyof EntryValues;

/** A value that a field had or has, and when it was written; null is that it was taken out. */
export interface Change {
  readonly field: EntryField;
  readonly value: unknown;
  readonly written: Moment;
}

/** An entry with what it was before it was corrected. */
export interface Entry extends EntryValues {
  readonly id: string;
  /** When it was first written. */
  readonly written: Moment;
  /** Every value of the fields that were ever corrected, their first and their present one among them. */
  readonly changes?: readonly Change[];
}

/** Something that could not be taken in: why, and what stood there, so that it can be saved as it is. */
export interface LeftOut {
  readonly why: string;
  readonly raw: unknown;
}

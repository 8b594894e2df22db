import { isSeed } from '../practice/classList.ts';
import { checkSystem, type Checked } from '../system/schema/index.ts';
import { isId, isLoose, listOf, type Loose } from '../system/loose.ts';
import type { SystemDocument, WaterState } from '../system/types.ts';

/** A practice run under way, as it goes with its system in a backup. */
export interface RunUnderWay {
  /** Milliseconds since 1970. */
  readonly begun: number;
  readonly seed: number;
  /** It is played on purpose, not drawn by its seed. */
  readonly scenario: string | null;
  /** Lesson that it belongs to; empty where it belongs to none. */
  readonly lesson: string;
  /** The water as it was last read when the run began; null where it begins as the design has it. */
  readonly water: WaterState | null;
  /** The system as it was when the run began. */
  readonly document: SystemDocument;
  readonly acts: readonly {
    readonly at: number;
    readonly act: string;
    readonly about: string;
  }[];
}

/** Most acts of a run; a run of days has some dozens. */
const MOST_ACTS = 2000;
/** Longest that an act says what it is done to, in characters. */
const LONGEST_ABOUT = 200;
const isMoment = (x: unknown): x is number =>
  typeof x === 'number' && Number.isInteger(x) && x >= 0;
const idOr = <T>(x: unknown, none: T): x is string | T => x === none || isId(x);

function actOf(x: unknown): RunUnderWay['acts'][number] | null {
  if (!isLoose(x) || !isMoment(x.at) || !isId(x.act)) return null;
  if (typeof x.about !== 'string' || x.about.length > LONGEST_ABOUT) return null;
  return { at: x.at, act: x.act, about: x.about };
}

/**
 * The run of a file.
 *
 * @param read reads a document of any version
 * @returns null where it is none
 */
export function runUnderWayOf(
  raw: unknown,
  read: (document: Loose) => Checked,
): RunUnderWay | null {
  if (!isLoose(raw) || !isLoose(raw.document) || !isMoment(raw.begun) || !isSeed(raw.seed))
    return null;
  const { begun, seed, scenario, lesson } = raw;
  const document = read(raw.document);
  const acts = listOf(raw.acts).map(actOf);
  if (!document.ok || !idOr(scenario, null) || !idOr(lesson, '')) return null;
  if (acts.length > MOST_ACTS || !acts.every((a) => a !== null)) return null;
  const wet = raw.water === null ? document : checkSystem({ ...document.system, water: raw.water });
  if (!wet.ok) return null;
  return {
    ...{ begun, seed, scenario, lesson, document: document.system },
    water: raw.water === null ? null : wet.system.water,
    acts,
  };
}

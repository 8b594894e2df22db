import type { DayState } from '../day/index.ts';
import type { Celsius, CubicMetres, CubicMetresPerSecond, Seconds, Share } from '../quantity/si.ts';
import type { Edit } from '../system/index.ts';
import type { Amounts } from './waters.ts';

/** The state of a system that is practised on: everything that the next moment follows from. Plain data. */

/** A fault that the player does not see, at one place of a system. */
export interface Hidden {
  readonly kind: string;
  /** Path, vessel, control or device that it strikes; “system” where it strikes all. */
  readonly about: string;
  /** When it strikes, s after the first midnight; and how long it takes to its full strength, 0 for at once. */
  readonly from: Seconds;
  readonly grows: Seconds;
  /** After this it is over by itself; null where it stays. */
  readonly lasts: Seconds | null;
  /** When it was put right; null as long as it is not. */
  readonly cured: Seconds | null;
  /** What it does once, as it strikes, has been done. */
  readonly struck: boolean;
}

/** A group of fish as it fares. */
export interface FishCondition {
  readonly id: string;
  /** Those alive; a share of one is the chance of one more. */
  alive: number;
}

/** Plants of one vessel as they fare. */
export interface PlantCondition {
  readonly vessel: string;
  /** Of its plants, as a share: 1 is all of them sound. */
  sound: Share;
  /** How long its roots have had no water, and have stood in it, on end. */
  dry: Seconds;
  wet: Seconds;
}

/** What the grower set otherwise than the design has it. */
export interface ChangedSettings {
  /** Edits of the design: taps, timers. */
  readonly edits: readonly Edit[];
  /** Share of the ration that is fed. */
  feeding: Share;
  /** Air of a stone on a battery. */
  air: CubicMetresPerSecond;
  shaded: boolean;
  /** Fish that wait in a tub of their own, by group. */
  tub: readonly { readonly id: string; readonly count: number }[];
  /** Heaters unplugged. */
  unheated: boolean;
}

/** What was lost and spent so far. */
export interface PracticeTally {
  /** On the floor, and leaked away. */
  lost: CubicMetres;
  /** Fish-hours under stress, by how much of it; fish that died, plants that were lost. */
  stress: number;
  died: number;
  withered: number;
  /** The grower’s own: minutes at work, kit tests used, money for parts. */
  minutes: number;
  tests: number;
  money: number;
}

export interface State {
  t: Seconds;
  water: DayState;
  /** Water with the fish, and the rest. */
  readonly bodies: readonly [Amounts, Amounts];
  temperature: Celsius;
  /** Feed in the fish, and feed that lies uneaten, g. */
  gut: number;
  rot: number;
  /** Nitrogen of dead fish that lie in the water, g. */
  deadNitrogen: number;
  shoals: FishCondition[];
  planted: PlantCondition[];
  /** Share of the leaves that pests are on. */
  pests: Share;
  /** How much of its usual water the beds got of late, 0–1. */
  circulation: Share;
  /** pH that the fish are used to: that of the last hours. */
  usedTo: number;
  /** How long the solution was so strong that leaves’ edges brown. */
  salty: Seconds;
  hidden: Hidden[];
  set: ChangedSettings;
  tally: PracticeTally;
}

/** A copy that can go its own way. */
export const copyState = (s: State): State => ({
  ...s,
  bodies: [s.bodies[0].slice(), s.bodies[1].slice()],
  shoals: s.shoals.map((x) => ({ ...x })),
  planted: s.planted.map((x) => ({ ...x })),
  hidden: [...s.hidden],
  set: { ...s.set },
  tally: { ...s.tally },
});

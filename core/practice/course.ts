import { PH_DAY } from '../limits/index.ts';
import type { QuantityKey } from '../derived/index.ts';
import type { FindingId, Stage } from '../findings/index.ts';
import { ph as phWord, say, type Phrase } from '../quantity/index.ts';
import type { Edit, SystemDocument } from '../system/index.ts';
import { applyEdits } from '../system/index.ts';

/**
 * The course: short lessons in the order of practice. Each is a question that is answered by pulling the drawing, a
 * number that is guessed before it is shown, and a trouble to find.
 */
export interface Lesson {
  readonly id: string;
  readonly title: string;
  /** What it is about, before anything is done. */
  readonly about: Phrase;
  /** Demo system that it is taken in, and what is set wrong in it. */
  readonly demo: string;
  readonly spoil: readonly Edit[];
  /** Stage whose handles are pulled, and the finding that is to be in order at the end. */
  readonly stage: Stage;
  readonly goal: FindingId;
  readonly ask: Phrase;
  /** Where what cannot be pulled is typed. */
  readonly field?: string;
  /** The number to guess, and how near it counts as close, as a share. */
  readonly predict: QuantityKey;
  readonly guess: Phrase;
  /** Scenario that is then to be found. */
  readonly find: string;
}

// prettier-ignore
export const LESSONS: readonly Lesson[] = [
  { id: 'fill', title: 'How high the bed floods', about: say`The standpipe height sets the flood level. If it is too high, the top of the media gets wet: algae grow and stems rot. If it is too low, the roots stay dry.`,
    demo: 'potting-shed-pair', spoil: [{ at: 'paths.siphon.crest', to: 0.29 }], stage: 'drain', goal: 'dry-layer', ask: say`Pull the standpipe until the top of the media stays dry.`,
    predict: 'fill/bed', guess: say`How long does the bed take to fill then?`, find: 'sleeping-bell' },
  { id: 'siphon-window', title: 'The siphon’s window', about: say`A bell siphon starts only above one flow and stops only below another. Its window is between the two. The valve of the fill line sets the flow.`,
    demo: 'potting-shed-pair', spoil: [{ at: 'paths.lift.valve', to: 0.35 }], stage: 'lift', goal: 'siphon-start', ask: say`Open the valve of the fill line until the siphon always starts.`,
    field: 'paths.lift.valve', predict: 'start/siphon', guess: say`At what flow does it start?`, find: 'turned-tap' },
  { id: 'reserve', title: 'Water enough for the pump', about: say`The tank level is lowest when every bed is full. The pump must be under water even then, and still some days later.`,
    demo: 'potting-shed-pair', spoil: [{ at: 'vessels.tank.fill', to: 0.3 }], stage: 'vessels', goal: 'dry-run', ask: say`Pull the tank’s water level up until the pump stays under water.`,
    predict: 'reserve/tank', guess: say`How much water is left above the intake then, with the bed full?`, find: 'away-for-a-week' },
  { id: 'power-cut', title: 'When the power goes', about: say`Water above the resting level drains down at once. The vessel below needs room for it.`,
    demo: 'north-wall-lean-to', spoil: [{ at: 'vessels.sump.shape.height', to: 0.4 }], stage: 'vessels', goal: 'backflow-room', ask: say`Pull the sump’s rim up until the sump has room for all the water that drains back.`,
    predict: 'after-cut/sump', guess: say`How high is the water in the sump after a power cut, above its floor?`, find: 'dark-evening' },
  { id: 'cycling', title: 'What the bacteria can process', about: say`Fish produce ammonia from their feed. Bacteria on wet media turn it into nitrate. Each square metre of media can process only a certain amount.`,
    demo: 'potting-shed-pair', spoil: [{ at: 'fish.fish.count', to: 90 }], stage: 'life', goal: 'bacteria', ask: say`Remove fish until the bacteria can process the ammonia.`,
    field: 'fish.fish.count', predict: 'tan/', guess: say`How much ammonia do the remaining fish produce in a day?`, find: 'generous-hand' },
  { id: 'oxygen', title: 'Oxygen at the end of the night', about: say`Fish use more oxygen after feeding, and warm water holds less. Falling water and air stones add oxygen. It is lowest before dawn or after the last meal.`,
    demo: 'potting-shed-pair', spoil: [{ at: 'fish.fish.count', to: 70 }], stage: 'life', goal: 'oxygen', ask: say`Find out how many fish have enough oxygen.`,
    field: 'fish.fish.count', predict: 'oxygen-lowest/', guess: say`How low does the oxygen fall then?`, find: 'no-bubbles' },
  { id: 'ph', title: 'pH by small steps', about: say`Nitrification uses alkalinity up. When it is gone, the pH falls within days. Add buffer in small steps: with fish, at most ${phWord(PH_DAY.fish)} of pH in a day.`,
    demo: 'potting-shed-pair', spoil: [{ at: 'water.alkalinity', to: 12 }], stage: 'life', goal: 'alkalinity', ask: say`Enter the alkalinity that keeps the pH from crashing.`,
    field: 'water.alkalinity', predict: 'tan/', guess: say`How much ammonia do the fish produce in a day?`, find: 'used-up' },
  { id: 'feed', title: 'Feed and planting', about: say`Feed becomes leaves or stays in the water as nitrate. The planted area decides how much feed it can use.`,
    demo: 'potting-shed-pair', spoil: [{ at: 'fish.fish.count', to: 3 }], stage: 'life', goal: 'feed-on-planting', ask: say`Add as many fish as the plants need.`,
    field: 'fish.fish.count', predict: 'feed/', guess: say`How much feed is that in a day?`, find: 'generous-hand' },
  { id: 'timer', title: 'How to set the timer', about: say`The timer must run the pump as long as the tray takes to fill, and pause as long as it takes to drain.`,
    demo: 'under-stairs-tray', spoil: [{ at: 'controls.timer.rows', to: [{ start: 21600, on: 60 }, { start: 36000, on: 60 }, { start: 50400, on: 60 }, { start: 64800, on: 60 }] }], stage: 'drain', goal: 'on-time', ask: say`Set the timer long enough for a flood.`,
    predict: 'fill/tray', guess: say`How long does the tray take to fill?`, find: 'never-off' },
  { id: 'clogging', title: 'A drain that slowly clogs', about: say`Roots and slime clog a drain a little every week. A backup overflow just above the flood level takes the water that the drain can no longer carry.`,
    demo: 'potting-shed-pair', spoil: [{ at: 'paths.spare.crest', to: 0.32 }], stage: 'drain', goal: 'second-outlet', ask: say`Pull the second overflow down until the bed cannot overflow.`,
    predict: 'flow/lift', guess: say`How much water must it carry?`, find: 'roots-in-the-drain' },
];

/** The system of a lesson, with what is set wrong in it. */
export const lessonSystem = (l: Lesson, demo: SystemDocument): SystemDocument => ({
  ...applyEdits(demo, l.spoil),
  id: lessonId(l.id),
  name: `Lesson: ${l.title}`,
});
/** Id of the system that a lesson is taken in. */
export const lessonId = (lesson: string): string => `lesson-${lesson}`;

/** What is kept of a lesson. */
export interface Taken {
  readonly lesson: string;
  readonly pulled: boolean;
  /** The number as it was guessed, in SI; null before. */
  readonly guess: number | null;
  readonly found: boolean;
  /** When it was guessed, or taken back to be guessed again; the later counts. */
  readonly guessedAt?: number;
}

/** How near a guess came: its share of what it was; 1 is right. */
export const nearness = (guess: number, is: number): number =>
  is === 0 ? (guess === 0 ? 1 : 0) : Math.min(guess / is, is / Math.max(1e-12, guess));

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
  { id: 'fill', title: 'How high the bed floods', about: say`The standpipe’s crest sets the flood. Too high, and the top of the stones is wet: green slime, rotting stems. Too low, and roots miss it.`,
    demo: 'potting-shed-pair', spoil: [{ at: 'paths.siphon.crest', to: 0.29 }], stage: 'drain', goal: 'dry-layer', ask: say`Pull the standpipe until the top of the stones stays dry.`,
    predict: 'fill/bed', guess: say`How long does the bed then take to fill?`, find: 'sleeping-bell' },
  { id: 'siphon-window', title: 'The siphon’s window', about: say`A bell starts only above a certain flow and stops only below another. Between the two lies its window; the tap of the line puts the pump into it.`,
    demo: 'potting-shed-pair', spoil: [{ at: 'paths.lift.valve', to: 0.35 }], stage: 'lift', goal: 'siphon-start', ask: say`Open the tap of the fill line until the siphon starts for sure.`,
    field: 'paths.lift.valve', predict: 'start/siphon', guess: say`At what flow does it start?`, find: 'turned-tap' },
  { id: 'reserve', title: 'Water enough for the pump', about: say`With every bed full the tank stands lowest. The pump must still be covered then, and some days later too.`,
    demo: 'potting-shed-pair', spoil: [{ at: 'vessels.tank.fill', to: 0.3 }], stage: 'vessels', goal: 'dry-run', ask: say`Pull the tank’s water line up until the pump stays covered.`,
    predict: 'reserve/tank', guess: say`How much water is then left over the intake with the bed full?`, find: 'away-for-a-week' },
  { id: 'power-cut', title: 'When the power goes', about: say`All that stands above its resting level runs down at once. What catches it needs room for it.`,
    demo: 'north-wall-lean-to', spoil: [{ at: 'vessels.sump.shape.height', to: 0.4 }], stage: 'vessels', goal: 'backflow-room', ask: say`Pull the sump’s rim up until it takes all that comes back.`,
    predict: 'after-cut/sump', guess: say`How high does the water stand in it after a cut, above its floor?`, find: 'dark-evening' },
  { id: 'cycling', title: 'What the bacteria can carry', about: say`Fish give off ammonia by what they eat. Bacteria on wet stones turn it into nitrate, so much for each square metre and no more.`,
    demo: 'potting-shed-pair', spoil: [{ at: 'fish.fish.count', to: 90 }], stage: 'life', goal: 'bacteria', ask: say`Take out fish until the bacteria keep up.`,
    field: 'fish.fish.count', predict: 'tan/', guess: say`How much ammonia do those that stay give off in a day?`, find: 'generous-hand' },
  { id: 'oxygen', title: 'Oxygen at the end of the night', about: say`Fish breathe more after feeding, and warm water holds less. Falls and stones bring air in; the lowest is before dawn or after the last meal.`,
    demo: 'potting-shed-pair', spoil: [{ at: 'fish.fish.count', to: 70 }], stage: 'life', goal: 'oxygen', ask: say`Find how many fish the water still keeps at ease.`,
    field: 'fish.fish.count', predict: 'oxygen-lowest/', guess: say`How low does the oxygen then fall?`, find: 'no-bubbles' },
  { id: 'ph', title: 'pH by small steps', about: say`Nitrification eats alkalinity. When it is gone the pH falls within days. Buffer goes in by small steps: no more than ${phWord(PH_DAY.fish)} in a day with fish.`,
    demo: 'potting-shed-pair', spoil: [{ at: 'water.alkalinity', to: 12 }], stage: 'life', goal: 'alkalinity', ask: say`Enter the alkalinity that keeps the pH from crashing.`,
    field: 'water.alkalinity', predict: 'tan/', guess: say`How much ammonia, whose nitrification eats it, is given off in a day?`, find: 'used-up' },
  { id: 'feed', title: 'Feed and planting', about: say`What goes in as feed comes out as leaves, or stays as nitrate. The planted ground says how much feed it takes.`,
    demo: 'potting-shed-pair', spoil: [{ at: 'fish.fish.count', to: 3 }], stage: 'life', goal: 'feed-on-planting', ask: say`Put in as many fish as the planting can live on.`,
    field: 'fish.fish.count', predict: 'feed/', guess: say`How much feed is that in a day?`, find: 'generous-hand' },
  { id: 'timer', title: 'The timer in hand', about: say`A timer must run as long as the tray takes to fill, and rest as long as it takes to drain.`,
    demo: 'under-stairs-tray', spoil: [{ at: 'controls.timer.rows', to: [{ start: 21600, on: 60 }, { start: 36000, on: 60 }, { start: 50400, on: 60 }, { start: 64800, on: 60 }] }], stage: 'drain', goal: 'on-time', ask: say`Let the timer run long enough for a flood.`,
    predict: 'fill/tray', guess: say`How long does the tray take to fill?`, find: 'never-off' },
  { id: 'clogging', title: 'A drain that slowly shuts', about: say`Roots and slime close a drain a little every week. A second outlet, just above the flood, takes what the first no longer does.`,
    demo: 'potting-shed-pair', spoil: [{ at: 'paths.spare.crest', to: 0.32 }], stage: 'drain', goal: 'second-outlet', ask: say`Pull the second overflow down until the bed cannot run over.`,
    predict: 'flow/lift', guess: say`How much water must it take?`, find: 'roots-in-the-drain' },
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

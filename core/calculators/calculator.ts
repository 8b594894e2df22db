import type { Figures } from '../assess/figures.ts';
import type { Explained, Phrase, QuantityKind } from '../quantity/index.ts';
import type { CubicMetres, Seconds } from '../quantity/si.ts';
import type { EntryKind } from '../entries/types.ts';
import type { TreatmentId } from '../treatment/index.ts';
import type { OwnKinds } from '../system/index.ts';

/** One value that a calculator is asked with: a number with its unit, or one of several things. */
export type CalculatorInput =
  | {
      readonly key: string;
      readonly label: string;
      readonly kind: QuantityKind;
      readonly usual: number;
      readonly min: number;
      readonly max: number;
      readonly step: number;
    }
  | {
      readonly key: string;
      readonly label: string;
      readonly kind: 'choice';
      readonly usual: string;
      readonly options: readonly { readonly id: string; readonly name: string }[];
    };

export type CalculatorValues = Readonly<Record<string, number | string>>;

/** A scale goes so far beyond the last thing that it shows. */
export const HEADROOM = 1.2;
/** Groups of the page of calculators, in its order. */
export const CALCULATOR_GROUPS = {
  safe: 'Is my water safe?',
  correct: 'Correct the water',
  fish: 'Feed and protect the fish',
  plants: 'Feed and light the plants',
  solution: 'Mix and change a nutrient solution',
} as const;
export type CalculatorGroup = keyof typeof CALCULATOR_GROUPS;

/** One answer, and how it is measured out by people who have no scales. */
export interface CalculatorResult {
  readonly key: string;
  readonly label: string;
  readonly value: number;
  readonly kind: QuantityKind;
  /** In spoons and drops; nothing where it is not measured out. */
  readonly measures?: Phrase;
  /** The answer that the calculator is about. */
  readonly main?: boolean;
}

/** An answer that can be seen. */
export type AnswerPicture =
  | {
      /** A value on its scale. */
      readonly what: 'scale';
      readonly label: string;
      readonly kind: QuantityKind;
      readonly from: number;
      readonly to: number;
      readonly value: number;
      /** Where it stood before what the answer says to do. */
      readonly before?: number;
      /** Stretches of the scale from its beginning, each up to its end; none where no limits are known. */
      readonly zones: readonly {
        readonly to: number;
        readonly level: 'fine' | 'watch' | 'stop';
      }[];
    }
  | {
      /** Water that is moved, beside the water that it is part of or goes into. */
      readonly what: 'water';
      readonly label: string;
      readonly part: CubicMetres;
      readonly whole: CubicMetres;
    };

/** What is written in the log once it is done. */
export interface CalculatorEntry {
  readonly kind: EntryKind;
  readonly what?: string;
  readonly mass?: number;
  readonly volume?: number;
  readonly count?: number;
}

export interface Answer {
  readonly picture: AnswerPicture;
  /** Nothing where nothing is done to the system. */
  readonly entry?: CalculatorEntry;
  readonly results: readonly CalculatorResult[];
  /** What to do, in order. */
  readonly steps: readonly Phrase[];
  /** Until the next step or test. */
  readonly wait?: Seconds;
  readonly explained: Explained;
}

/** A calculator of the bench: what it asks, what it answers, and what is told with it. */
export interface Calculator<Id extends string = string> {
  readonly id: Id;
  readonly title: string;
  /** What a grower asks. */
  readonly question: string;
  readonly group: CalculatorGroup;
  /** Other words by which it is looked for. */
  readonly words: string;
  /** Fish, solution, or both: who is concerned. */
  readonly concerns: 'fish' | 'solution' | 'both';
  readonly inputs: readonly CalculatorInput[];
  /** What the system at hand says of its inputs. @param water that is there, m³ */
  readonly fill: (c: Figures, water: CubicMetres) => CalculatorValues;
  /** Nothing is asked twice: answers, or a sentence on why there is none. */
  readonly work: (v: CalculatorValues, own: OwnKinds) => Answer | Phrase;
  /** The grower’s own entries that may be chosen as well, by the key of the input. */
  readonly ownOf?: (
    own: OwnKinds,
  ) => Readonly<Record<string, readonly { readonly id: string; readonly name: string }[]>>;
  /** Treatments of the plan of care that it is about. */
  readonly treatments?: readonly TreatmentId[];
  /** Results that the plan of care gives where the values are those of a system: by their key, the treatment or the day’s feed. */
  readonly planned?: Readonly<Record<string, TreatmentId | 'feed'>>;
  readonly caution: Phrase | string;
  readonly source: string;
}

/** A calculator as it is written, its id known to the compiler. */
export const defineCalculator = <const Id extends string>(
  calculator: Calculator<Id>,
): Calculator<Id> => calculator;

/** A number that is asked for. */
export const asked = (
  key: string,
  label: string,
  kind: QuantityKind,
  usual: number,
  range: readonly [min: number, max: number],
  step: number,
): CalculatorInput => ({ key, label, kind, usual, min: range[0], max: range[1], step });

/** One of several things that is asked for; the first is usual. */
export const choiceInput = (
  key: string,
  label: string,
  options: readonly { readonly id: string; readonly name: string }[],
): CalculatorInput => ({ key, label, kind: 'choice', usual: options[0]!.id, options });

/** A value as a number. */
export const n = (v: CalculatorValues, key: string): number => v[key] as number;

/** Values without those that the system does not know. */
export const known = (
  values: Readonly<Record<string, number | string | null | undefined>>,
): CalculatorValues =>
  Object.fromEntries(
    Object.entries(values).filter(
      (e): e is [string, number | string] => e[1] !== null && e[1] !== undefined,
    ),
  );

/** Whether there are fish. */
export const hasFish = ({ system }: Figures): 'yes' | 'no' =>
  system.fish.some((f) => f.count > 0) ? 'yes' : 'no';

export const FISH_OR_NOT = [
  { id: 'yes', name: 'with fish' },
  { id: 'no', name: 'without fish' },
] as const;

/** Whether a calculator has an answer, or a sentence on why there is none. */
export const isAnswer = (x: Answer | Phrase): x is Answer => 'results' in x;

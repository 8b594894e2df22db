import type { QuantityKind } from '../quantity/index.ts';
import {
  isDrain,
  isStore,
  pumpedLines,
  type ReadingId,
  type SystemDocument,
} from '../system/index.ts';
import type { SignId, SignPlace } from '../entries/signs.ts';
import type { Tended } from '../readings/tended.ts';
import type { EntryKind } from '../entries/types.ts';

/** What is read, seen and done at each thing of a system. */

/** An act that is noted with one number. */
export interface ActionField {
  readonly kind: EntryKind;
  readonly label: string;
  readonly measure: QuantityKind;
  /** Where its number stands in the entry. */
  readonly field: 'mass' | 'volume' | 'count';
  readonly max: number;
}

const act = (
  kind: EntryKind,
  label: string,
  measure: QuantityKind,
  field: ActionField['field'],
  max: number,
): ActionField => ({ kind, label, measure, field, max });
export const ACTION_FIELDS = {
  feed: act('feed', 'Feed', 'dose', 'mass', 50),
  topUp: act('top-up', 'Top-up', 'volume', 'volume', 100),
  change: act('water-change', 'Water change', 'volume', 'volume', 100),
  dead: act('fish-dead', 'Died', 'count', 'count', 1e5),
  fishIn: act('fish-in', 'Added', 'count', 'count', 1e5),
  fishOut: act('fish-out', 'Removed', 'count', 'count', 1e5),
  weighed: act('fish-weighed', 'Weight of one fish', 'mass', 'mass', 50),
} as const;

/** What is asked at a thing. */
export interface ThingEntries {
  /** Id of the vessel or path; empty for the whole system. */
  readonly about: string;
  /** The usual readings, and those that are taken now and then. */
  readonly reads: readonly ReadingId[];
  readonly seldom: readonly ReadingId[];
  readonly signs: readonly SignPlace[];
  readonly acts: readonly ActionField[];
  /** Doses, plantings and harvests may be noted here. */
  readonly doses: boolean;
  readonly crops: boolean;
}

const NOTHING: Omit<ThingEntries, 'about'> = {
  reads: [],
  seldom: [],
  signs: [],
  acts: [],
  doses: false,
  crops: false,
};

/** What is asked at a vessel or path. */
export function askedAt(s: SystemDocument, about: string): ThingEntries {
  const v = s.vessels.find((x) => x.id === about);
  const fish = v !== undefined && s.fish.some((f) => f.vessel === v.id && f.count > 0);
  if (v && (v.role === 'tank' || fish))
    return {
      about,
      reads: ['temperature', 'ph', 'tan', 'nitrite', 'nitrate', 'oxygen'],
      seldom: ['alkalinity', 'hardness', 'chlorine', 'chloride', 'conductivity', 'level'],
      signs: ['fish', 'water'],
      acts: [
        ACTION_FIELDS.feed,
        ACTION_FIELDS.topUp,
        ACTION_FIELDS.change,
        ACTION_FIELDS.dead,
        ACTION_FIELDS.fishIn,
        ACTION_FIELDS.fishOut,
        ACTION_FIELDS.weighed,
      ],
      doses: true,
      crops: false,
    };
  if (v && isStore(v))
    return {
      about,
      reads: s.solution ? ['conductivity', 'ph', 'temperature', 'level'] : ['level', 'temperature'],
      seldom: s.solution ? ['alkalinity', 'chlorine'] : ['ph', 'conductivity'],
      signs: ['water'],
      acts: [ACTION_FIELDS.topUp, ACTION_FIELDS.change],
      doses: true,
      crops: false,
    };
  if (v)
    return {
      ...NOTHING,
      about,
      reads: ['fillTime'],
      seldom: ['level', 'temperature'],
      signs: ['plants', 'drain'],
      crops: true,
    };
  const p = s.paths.find((x) => x.id === about);
  if (p?.kind === 'pumped-line') return { ...NOTHING, about, reads: ['flow'], signs: ['pump'] };
  if (p) return { ...NOTHING, about, seldom: ['flow'], signs: ['drain'] };
  return { ...NOTHING, about: '', signs: ['fish', 'plants', 'water', 'drain', 'pump'] };
}

/** Steps between the colours of common kits, mg/L on the kit's own scale. */
export const KIT_STEPS: Readonly<Record<'tan' | 'nitrite' | 'nitrate', readonly number[]>> = {
  tan: [0, 0.25, 0.5, 1, 2, 4, 8],
  nitrite: [0, 0.25, 0.5, 1, 2, 5],
  nitrate: [0, 5, 10, 20, 40, 80, 160],
};

/** How strong a colour is, in words that fit any kit. */
const STRENGTH = [
  'none, like plain water',
  'a hint',
  'faint',
  'plain',
  'strong',
  'deep',
  'deepest',
];
/** A kit’s colour in words, by its place among the steps. */
export const colourWords = (i: number, count: number): string =>
  i === 0 ? STRENGTH[0]! : i === count - 1 ? 'deepest' : (STRENGTH[i] ?? 'deep');

/** What is seen where all is well: of what lives and runs in this system. */
export const wellSigns = (t: Tended): SignId[] => [
  ...(t.hasFish ? (['fish-well'] as const) : []),
  ...(t.hasPlants ? (['leaves-well'] as const) : []),
  'water-clear',
  ...(t.system.paths.some(isDrain) ? (['drain-well'] as const) : []),
  ...(pumpedLines(t.system).length ? (['pump-well'] as const) : []),
];

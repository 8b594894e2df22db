import { renewed, type Water } from '../life/index.ts';
import {
  ALKALINITY_RANGE,
  CHANGE_LIMITS,
  CHANGE_WAIT,
  PH_RESCUE,
  PH_STEP,
  TEMPERATURE_LIMITS,
} from '../limits/index.ts';
import { degrees, litres, say, share as part, time, type Phrase } from '../quantity/index.ts';
import type { Share } from '../quantity/si.ts';
import { RAIN, newWaterOf, renewedAlike } from '../readings/index.ts';
import {
  ammoniaHolds,
  bandHolds,
  endAfter,
  movesAtMost,
  phBudget,
  type WaterBound,
  type TreatmentBasis,
  type Refusal,
} from './basis.ts';
import { stepOf, type TreatmentStep } from './types.ts';

/** Change part of the water for tap water, treated and brought near its temperature. */

/** How much the pH may move: in small steps; faster under an acute poison; back from what kills. */
export type Pace = 'calm' | 'grave' | 'rescue';

/** Water after a share of it is renewed from the tap. */
export const afterRenewal =
  (g: TreatmentBasis, share: Share, cooling = false) =>
  (w: Water): Water => {
    const tap = newWaterOf(g.t.system, w, g.source);
    return cooling ? renewed(w, tap, share) : renewedAlike(w, tap, share);
  };

/** Share that may still be renewed, by what was renewed within a day. */
export function renewalRoom(g: TreatmentBasis): Share {
  if (!g.t.hasFish) return 1;
  const left = g.t.renewals.reduce((x, r) => x * (1 - r.share), 1);
  return Math.max(0, 1 - (1 - CHANGE_LIMITS.atOnce) / left);
}

/** Why a share of the water must not be renewed; null where it may. */
export function refusedRenewal(
  g: TreatmentBasis,
  share: Share,
  pace: Pace,
  cooling = false,
): Refusal | null {
  if (!g.t.hasFish) return null;
  const most = pace === 'calm' ? phBudget(g, PH_STEP.fish) : PH_RESCUE.step;
  const apply = afterRenewal(g, share, cooling);
  for (const e of g.ends) {
    const after = endAfter(e, apply(e.water));
    if (!ammoniaHolds(e, after)) return 'ammonia';
    if (!bandHolds(g, e, after, pace !== 'calm')) return 'band';
    const state = pace === 'rescue' ? 'closed' : 'settled';
    if (!movesAtMost(e, after.states[state].ph - e.states[state].ph, most)) return 'ph';
    if (
      e.middle &&
      after.water.alkalinity < ALKALINITY_RANGE.floor &&
      after.water.alkalinity < e.water.alkalinity &&
      e.water.alkalinity >= ALKALINITY_RANGE.floor
    )
      return 'alkalinity';
  }
  return null;
}

/** A renewal that was looked for. */
export interface Renewable {
  /** Largest share up to what is wanted; 0 where none may be renewed. */
  readonly share: Share;
  /** Why it is less than is wanted. */
  readonly refused: Refusal | 'room' | null;
}

const GRAIN = 0.005;

/** The largest renewal up to a wanted one that harms nothing. */
export function largestRenewal(
  g: TreatmentBasis,
  wanted: Share,
  pace: Pace,
  { least = CHANGE_LIMITS.least, cooling = false }: { least?: number; cooling?: boolean } = {},
): Renewable {
  const room = renewalRoom(g);
  let refused: Renewable['refused'] = room < wanted ? 'room' : null;
  for (let share = Math.min(wanted, room); share >= least - 1e-9; share -= GRAIN) {
    const why = refusedRenewal(g, share, pace, cooling);
    if (!why) return { share, refused };
    refused = why;
  }
  return { share: 0, refused };
}

/** Share that brings something dissolved to a target. @returns null where the new water is no better */
export function shareTo(now: number, target: number, incoming: number): Share | null {
  if (now <= target) return 0;
  return incoming >= target ? null : (now - target) / (now - incoming);
}

/** The smallest share, by hundredths, with which something holds; the most that may be changed where none does. */
export function smallestShare(holds: (share: Share) => boolean): Share {
  const most = Math.round(CHANGE_LIMITS.atOnce * 100);
  for (let k = Math.round(CHANGE_LIMITS.least * 100); k < most; k++)
    if (holds(k / 100)) return k / 100;
  return CHANGE_LIMITS.atOnce;
}

/** The middle of what is known after a change of a share. */
export const middleAfter = (g: TreatmentBasis, share: Share): WaterBound =>
  endAfter(g.middle, afterRenewal(g, share)(g.middle.water));

/** Share of softer new water with which the settled pH is no higher than a target; 0 where the new water is no softer. */
export function softeningShare(g: TreatmentBasis, target: number): Share {
  const softer = middleAfter(g, 1).water.alkalinity < g.middle.water.alkalinity;
  return softer ? smallestShare((x) => middleAfter(g, x).states.settled.ph <= target) : 0;
}

/** Equal changes that bring something to a target, none larger than may be changed at once. */
export interface Changes {
  readonly share: Share;
  readonly times: number;
  /** Concentration after each. */
  readonly after: readonly number[];
}

/** @returns null where the new water is no cleaner than the target */
export function changesTo(
  now: number,
  target: number,
  incoming: number,
  most: Share = CHANGE_LIMITS.atOnce,
): Changes | null {
  if (now <= target) return { share: 0, times: 0, after: [] };
  if (incoming >= target) return null;
  const left = (target - incoming) / (now - incoming);
  const times = Math.max(1, Math.ceil(Math.log(left) / Math.log(1 - most) - 1e-9));
  const share = 1 - left ** (1 / times);
  const after = Array.from(
    { length: times },
    (_, i) => incoming + (now - incoming) * (1 - share) ** (i + 1),
  );
  return { share, times, after };
}

/** What is refused in words. */
export function refusalWords(refused: Refusal | 'room'): Phrase {
  switch (refused) {
    case 'ammonia':
      return say`Your tap water would raise the pH and turn more of the ammonia poisonous.`;
    case 'nitrite':
      return say`It would leave the fish less chloride against the nitrite.`;
    case 'ph':
      return say`It would move the pH further than the fish tolerate in one day.`;
    case 'band':
      return say`With your tap water the pH would leave the range of your fish.`;
    case 'alkalinity':
      return say`Your tap water is too soft: the alkalinity would fall too low.`;
    case 'room':
      return say`Half of the water has been changed within a day already.`;
  }
}

/** Instructions before new water goes in. */
export const newWater = (cooling = false): Phrase[] => [
  cooling
    ? say`Let cool tap water run in slowly, so that the tank cools by no more than ${degrees(TEMPERATURE_LIMITS.coolPerHour)} an hour.`
    : say`Bring the new water within ${degrees(TEMPERATURE_LIMITS.within)} of the tank.`,
];

/** What rain water is taken from. */
export const rainWords = (): Phrase[] => [
  say`Take rain water from a clean roof without copper or zinc, or water of a reverse osmosis filter.`,
];

/** The step of a change. */
export function changeStep(
  g: TreatmentBasis,
  share: Share,
  about: string,
  { grave = false, cooling = false } = {},
): TreatmentStep {
  const volume = share * g.volume;
  const wait = grave ? CHANGE_WAIT.grave : CHANGE_WAIT.calm;
  return stepOf(
    'change',
    [
      ...newWater(cooling),
      ...(g.source === 'rain' ? rainWords() : []),
      say`Unplug pump and heater.`,
      say`Change ${litres(volume)} of the water (${part(share)}).`,
      say`Plug pump and heater in again. Test again in ${time(wait)}.`,
    ],
    {
      title: say`Change ${litres(volume)} of water (${part(share)})`,
      amount: volume,
      measure: 'volume',
      about,
      wait,
      books: {
        kind: 'water-change',
        volume,
        ...(about ? { about } : {}),
        ...(g.source === 'rain' ? { what: RAIN } : {}),
      },
    },
  );
}

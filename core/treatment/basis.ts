import {
  CO2_IN_AIR,
  alkalinityAtPressure,
  carbonateConstants,
  closedPh,
  phWaitOf,
  pressureOf,
  waterStates,
  waterByPh,
  WATER_STATES,
  type Atmospheres,
  type InState,
  type StateOfWater,
  type Water,
} from '../life/index.ts';
import {
  ALKALINITY_RANGE,
  IRON_PH,
  KIT_ERROR,
  MEMORY,
  PH_DAY,
  PH_LEAST,
  PH_STEP,
  PH_USUAL,
  YOUNG,
  UNIONISED_LIMITS,
} from '../limits/index.ts';
import {
  RAIN,
  bandsOf,
  isAcid,
  recent,
  type NewWaterSource,
  type Tended,
} from '../readings/index.ts';
import type { CubicMetres } from '../quantity/si.ts';

/** The water that treatments are tried on: the middle of what is known, and its worst and best ends. */

/** One end of what is known. */
export interface WaterBound {
  readonly water: Water;
  readonly pressure: Atmospheres;
  readonly states: Readonly<Record<StateOfWater, InState>>;
  /** As read: no error of the kit is in it. */
  readonly middle: boolean;
}

export interface TreatmentBasis {
  readonly t: Tended;
  readonly volume: CubicMetres;
  readonly ends: readonly WaterBound[];
  /** Middle of what is known, and the same with the upper end of what poisons, by which amounts are calculated. */
  readonly middle: WaterBound;
  readonly heavy: WaterBound;
  /** pH outside which it harms; open where nothing lives. */
  readonly phEdge: readonly [number, number];
  /** pH moved by what was done within a day, in all. */
  readonly moved: number;
  /** What new water is taken from. */
  readonly source: NewWaterSource;
}

const endOf = (water: Water, middle: boolean): WaterBound => {
  const pressure = pressureOf(water);
  return { water, pressure, states: waterStates(water, pressure), middle };
};

/** An end after something was done to it, with the pressure that it had before. */
export const endAfter = (before: WaterBound, water: Water): WaterBound => ({
  ...before,
  water,
  states: waterStates(water, before.pressure),
});

/** A side of what is known: as read, or its lower and upper end with the error of the kit. */
type Side = 'low' | 'high' | 'best';

/** Error of an alkalinity test: its drop, and no more than a share of what it reads. */
const alkalinityError = (read: number): number =>
  Math.min(KIT_ERROR.alkalinity, KIT_ERROR.alkalinityShare * read);

/**
 * Alkalinity where a test shows next to none: water in air has some at any pH, and a dose is calculated from it.
 *
 * @param read mg/L CaCO₃
 */
const leastAlkalinity = (read: number, ph: number, t: number): number =>
  read >= KIT_ERROR.alkalinity
    ? read
    : Math.max(
        read,
        Math.min(KIT_ERROR.alkalinity, alkalinityAtPressure(ph, CO2_IN_AIR, carbonateConstants(t))),
      );

/** The ground of treatments, from what is known. */
export function treatmentBasis(t: Tended): TreatmentBasis {
  const k = t.known;
  const band = (id: keyof typeof k, side: Side, usual = 0): number => {
    const x = k[id];
    if (!x) return usual;
    return side === 'best' ? x.best : side === 'low' ? x.band[0] : x.band[1];
  };
  const wide = (id: keyof typeof k, side: Side, usual: number): number => {
    const x = k[id];
    if (!x) return usual;
    return side === 'best' ? x.best : side === 'low' ? x.low : x.high;
  };
  const alkalinity = (side: Side): number => {
    const x = band('alkalinity', side, ALKALINITY_RANGE.low);
    const error = alkalinityError(x);
    return side === 'best' ? x : side === 'low' ? Math.max(0, x - error) : x + error;
  };
  const at = (ph: Side, alk: Side, load: Side): Water =>
    waterByPh(
      wide('ph', ph, PH_USUAL.design),
      leastAlkalinity(
        alkalinity(alk),
        wide('ph', ph, PH_USUAL.design),
        wide('temperature', ph, 20),
      ),
      wide('temperature', ph, 20),
      {
        tan: band('tan', load),
        nitrite: band('nitrite', load),
        nitrate: band('nitrate', load),
        chloride: band('chloride', load === 'high' ? 'low' : load === 'low' ? 'high' : 'best'),
        chlorine: band('chlorine', load),
      },
    );
  const middle = endOf(at('best', 'best', 'best'), true);
  const heavy = endOf(at('best', 'best', 'high'), true);
  return {
    t,
    volume: t.volume,
    ends: [
      middle,
      heavy,
      endOf(at('high', 'low', 'high'), false),
      endOf(at('high', 'high', 'high'), false),
      endOf(at('low', 'low', 'high'), false),
      endOf(at('low', 'high', 'high'), false),
    ],
    middle,
    heavy,
    phEdge: bandsOf(t).ph?.edge ?? [0, 14],
    moved: t.movements.reduce((sum, m) => sum + Math.abs(m.by), 0),
    source: sourceOf(t),
  };
}

/**
 * What new water is taken from: the tap, or rain where acid did not bring a high pH down for long, as the alkalinity
 * holds it up and the tap brings more; and on with rain until the alkalinity has fallen.
 */
export function sourceOf(t: Tended): NewWaterSource {
  const { alkalinity, ph } = t.known;
  const tap = t.system.site.tap.alkalinity;
  const known = alkalinity && alkalinity.fresh && alkalinity.from !== 'plausible';
  if (!known || tap === null || tap <= ALKALINITY_RANGE.aim) return 'tap';
  // Before the fish come, soft water harms nobody.
  if (!t.hasFish) return t.isSolution ? 'tap' : 'rain';
  // Who has begun with rain goes on until the alkalinity is where it should be.
  if (recent(t, YOUNG.age, (e) => e.what === RAIN).length)
    return alkalinity.best > ALKALINITY_RANGE.aim ? 'rain' : 'tap';
  const high = ph !== undefined && ph.best > IRON_PH.fallsOut;
  return alkalinity.best > ALKALINITY_RANGE.high && high && recent(t, MEMORY.topUps, isAcid).length
    ? 'rain'
    : 'tap';
}
/**
 * What the routine top-ups are taken from: rain as soon as a high pH stands on a surplus of alkalinity that a hard tap
 * would go on feeding.
 */
export function topUpSource(t: Tended): NewWaterSource {
  const { alkalinity, ph } = t.known;
  const tap = t.system.site.tap.alkalinity;
  if (!t.hasFish || !alkalinity || !ph || tap === null || tap <= ALKALINITY_RANGE.aim) return 'tap';
  if (alkalinity.from === 'plausible' || ph.from === 'plausible') return 'tap';
  return alkalinity.best > ALKALINITY_RANGE.high && ph.best > IRON_PH.fallsOut
    ? 'rain'
    : sourceOf(t);
}

/** Ground after something was done to its water. */
export function basisAfter(g: TreatmentBasis, apply: (w: Water) => Water): TreatmentBasis {
  const ends = g.ends.map((e) => endAfter(e, apply(e.water)));
  return { ...g, ends, middle: ends[0]!, heavy: ends[1]! };
}

/** Why something must not be done. */
export type Refusal = 'ammonia' | 'ph' | 'band' | 'alkalinity' | 'nitrite';

/** A lower ammonia that is hardly lower is within the error of any test. */
const SURELY = 0.99;

/**
 * Whether un-ionised ammonia stays calm, in every state: it does not rise where it is, or would come, over its caution
 * limit.
 */
export const ammoniaHolds = (before: WaterBound, after: WaterBound): boolean =>
  WATER_STATES.every((s) => {
    const [was, is] = [before.states[s].unionised, after.states[s].unionised];
    return is <= UNIONISED_LIMITS.caution * SURELY || is <= was * SURELY || is === was;
  });

/**
 * Whether the pH stays inside what harms, in every state; what was outside already does not move further out than a
 * test can tell.
 *
 * @param acute a poison is over its acting limit: then the pH that strong aeration would give may leave the range a little
 */
export const bandHolds = (
  g: TreatmentBasis,
  before: WaterBound,
  after: WaterBound,
  acute = false,
): boolean =>
  WATER_STATES.every((s) => {
    const beyond = (ph: number) => Math.max(0, g.phEdge[0] - ph, ph - g.phEdge[1]);
    const slack = acute && s === 'air' ? PH_STEP.fish : PH_LEAST.step;
    return beyond(after.states[s].ph) <= beyond(before.states[s].ph) + slack;
  });

/** pH that may still be moved now with small steps. @param step most at once */
export const phBudget = (g: TreatmentBasis, step: number): number =>
  g.t.hasFish ? Math.max(0, Math.min(step, PH_DAY.fish - g.moved)) : step;

/** Whether a movement of pH keeps to what is allowed: the middle to the step, each end to it and the kit's error. */
export const movesAtMost = (end: WaterBound, by: number, most: number): boolean =>
  Math.abs(by) <= most + (end.middle ? 1e-6 : KIT_ERROR.ph);

/** The middle's pH as it is. */
export const phNow = (g: TreatmentBasis): number => closedPh(g.middle.water);

/** Time that must go by since pH was last dosed; 0 where it has. */
export function phWaitLeft(g: TreatmentBasis): number {
  const last = [...g.t.movements].reverse().find((m) => m.dose);
  if (!last) return 0;
  return Math.max(0, phWaitOf(g.t.hasFish) - (g.t.now - last.at) / 1000);
}
